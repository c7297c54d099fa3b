"""Timed count: contacts within a time with one ball; a miss breaks the rally and costs the time to fetch it."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from typing import Literal

from jolly_core.challenges.count import NOTHING, Count, Trail
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, MISS, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.rally import (
    Rally,
    RallyArithmetic,
    RallyPace,
    gain_one_break_fewer,
    gain_tenth_earlier,
    lift_to_goal,
    most_breaks,
    pace_of_sums,
)
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.challenges.tally import AnyTally, Ending, Reading
from jolly_core.words import quantity

#: As many of the last rallies are named in the tally, so that a press costs no more late in a long run than early.
LATEST_RALLIES = 100


@dataclass(frozen=True, slots=True)
class TimedState:
    """``rally`` is the one in hand; ``rallies`` those that ended, each with whether a break ended it.

    A let leaves a rally standing, but the time to the next contact is none of play: ``is_let`` until then. The rest are
    sums over all rallies: intervals in play and their time, gaps after a break and theirs, rallies that a break ended.
    """

    count: Count = NOTHING
    rally: Rally | None = None
    longest: int = 0
    rallies: Trail[tuple[Rally, bool]] = field(default_factory=Trail)
    intervals: int = 0
    in_play_ms: int = 0
    gaps_ms: int = 0
    gaps: int = 0
    broken: int = 0
    is_let: bool = False


@dataclass(frozen=True)
class TimedCountSettings(Settings):
    seconds: int = whole_number("Seconds", 5, 3600, 60, "s")
    goal: int | None = whole_number("Contacts to reach", 1, 10000, None)


@dataclass(frozen=True, slots=True)
class TimedCountDetail:
    format: Literal["timed_count"] = "timed_count"
    #: The latest rallies, the one in hand at the end, and how many have ended.
    rallies: tuple[Rally, ...] = ()
    rallies_ended: int = 0
    in_play_ms: int = 0
    #: None until a rally has two contacts.
    arithmetic: RallyArithmetic | None = None


class TimedCount(Counted[TimedCountSettings, TimedState]):
    """Settings: seconds, goal. Result: total, breaks, tempo in play, time lost per break, and what would lift it."""

    id = "timed_count"
    title = "Timed count"
    summary = "Contacts against the clock with one ball; every break costs the time to fetch it."
    #: Its misses are rallies that broke, wherever the ball went.
    is_aimed = False
    make_word = "Contact"
    miss_word = "Break"
    heard_as = "rallies"
    metrics = (
        Metric("total", "contacts", "up", "contacts", "contact"),
        Metric("longest_rally", "longest rally", "up", "contacts", "contact"),
        # Few breaks are no result in a run that was cut short.
        Metric("breaks", "breaks", "down", "breaks", "break", needs_whole=True),
    )
    settings_type = TimedCountSettings
    detail_type = TimedCountDetail

    def start(self) -> TimedState:
        return TimedState()

    def takes(self, state: TimedState, press: Event, active_ms: int) -> bool:
        # A break needs something that was in play.
        return super().takes(state, press, active_ms) and (press.kind != MISS or state.rally is not None)

    def step(self, state: TimedState, press: Event, active_ms: int) -> TimedState:
        count, rally = state.count.after(press.kind), state.rally
        if press.kind == MAKE:
            return _contact(state, count, active_ms)
        if press.kind == LET or rally is None:
            return replace(state, count=count, is_let=rally is not None)
        rallies = state.rallies.plus((rally, True))
        return replace(state, count=count, rally=None, rallies=rallies, broken=state.broken + 1, is_let=False)

    def ending(self, state: TimedState) -> Ending | None:
        return None

    def closes_ms(self, state: TimedState) -> int:
        return self.settings.seconds * 1000

    def reading(self, state: TimedState, active_ms: int) -> Reading:
        goal, left_ms = self.settings.goal, max(0, self.settings.seconds * 1000 - active_ms)
        total = state.count.makes
        to_goal = None if goal is None else max(0, goal - total)
        return Reading(
            number=total,
            number_label="contact" if total == 1 else "contacts",
            out_of=goal,
            next=_next(to_goal, is_broken=state.rally is None and state.rallies.length > 0),
            to_goal=to_goal,
            time_left_ms=left_ms,
            metrics={"total": total, "longest_rally": state.longest, "breaks": state.count.misses},
            in_hand={"longest_rally": state.rally.contacts if state.rally else 0},
            detail=self._detail(state),
        )

    def _detail(self, state: TimedState) -> TimedCountDetail:
        latest = [rally for rally, _ in state.rallies.latest(LATEST_RALLIES)]
        pace = pace_of_sums(state.intervals, state.in_play_ms, state.gaps_ms, state.gaps, state.broken)
        return TimedCountDetail(
            rallies=(*latest, *((state.rally,) if state.rally else ())),
            rallies_ended=state.rallies.length,
            in_play_ms=state.in_play_ms,
            arithmetic=_arithmetic(self.settings, state, pace) if pace else None,
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        breaks = quantity(tally.misses, "break")
        return breaks if metric_id == "total" else f"{quantity(tally.makes, 'contact')} in all"

    def goal_words(self) -> str:
        if self.settings.goal is None:
            return f"{self.settings.seconds} s"
        return f"{self.settings.goal} in {self.settings.seconds} s"


def _contact(state: TimedState, count: Count, at_ms: int) -> TimedState:
    """The state after a contact: one more of the rally in hand, or the first of a new one."""
    rally, rallies = state.rally, state.rallies
    intervals, in_play_ms, gaps_ms, gaps = state.intervals, state.in_play_ms, state.gaps_ms, state.gaps
    if rally:
        if not state.is_let:
            intervals, in_play_ms = intervals + 1, in_play_ms + at_ms - rally.to_ms
        rally = Rally(rally.contacts + 1, rally.from_ms, at_ms)
    else:
        rally = Rally(1, at_ms, at_ms)
        if rallies.last is not None:
            gaps_ms, gaps = gaps_ms + at_ms - rallies.last[0].to_ms, gaps + 1
    longest = max(state.longest, rally.contacts)
    return TimedState(count, rally, longest, rallies, intervals, in_play_ms, gaps_ms, gaps, state.broken)


def _arithmetic(settings: TimedCountSettings, state: TimedState, pace: RallyPace) -> RallyArithmetic:
    duration_ms, goal, total = settings.seconds * 1000, settings.goal, state.count.makes
    return RallyArithmetic(
        interval_ms=round(pace.interval_ms),
        per_minute=float(round(60_000 / pace.interval_ms, 1)),
        lost_per_break_ms=round(pace.lost_ms),
        breaks=pace.breaks,
        intervals=state.intervals,
        gaps=state.gaps,
        one_break_fewer=gain_one_break_fewer(duration_ms, pace),
        tenth_earlier=gain_tenth_earlier(duration_ms, pace),
        breaks_allowed=None if goal is None else most_breaks(duration_ms, goal, pace.interval_ms, pace.lost_ms),
        lift=lift_to_goal(duration_ms, goal, pace, total) if goal is not None and total < goal else None,
    )


def _next(to_goal: int | None, *, is_broken: bool) -> str:
    if is_broken:
        return "Fetch it and go on"
    if to_goal is None:
        return "Keep it going"
    if to_goal == 0:
        return "Goal reached, keep going"
    return f"{quantity(to_goal, 'contact')} to go"
