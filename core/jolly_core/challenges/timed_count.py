"""Timed count: contacts in so many seconds with one ball; a miss breaks the rally and costs the time to fetch it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from statistics import NormalDist
from typing import Any

from jolly_core.challenges.contract import Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count, Trail
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, MISS, Event
from jolly_core.challenges.foretelling import NINE_IN_TEN_Z, Attempts, Estimate, Pace, between
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.rally import (
    FASTEST_INTERVAL_MS,
    Rally,
    RallyPace,
    gain_one_break_fewer,
    gain_tenth_earlier,
    lift_to_goal,
    most_breaks,
    pace_of_sums,
)
from jolly_core.challenges.rally_words import rally_lessons
from jolly_core.challenges.settings import Settings, WholeNumber
from jolly_core.errors import CoreError
from jolly_core.words import counted

#: As many of the last rallies are named in the tally, so that a press costs no more late in a long run than early.
LATEST_RALLIES = 100
#: Room on a sheet for the rallies of one run.
RALLY_BOXES = 8


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


class TimedCount(Counted[TimedState]):
    """Settings: seconds, goal. Result: total, breaks, tempo in play, time lost per break, and what would lift it."""

    id = "timed_count"
    title = "Timed count"
    game = "Contacts against the clock with one ball; every break costs the time to fetch it."
    #: Its misses are rallies that broke, wherever the ball went.
    is_aimed = False
    make_word = "Contact"
    miss_word = "Break"
    declared = (
        WholeNumber("seconds", "Seconds", 5, 3600, 60, "s"),
        WholeNumber("goal", "Contacts to reach", 1, 10000, None),
    )
    prior = Pace(attempt_ms=1200, rate=0.9)
    metrics = (
        Metric("total", "contacts", "up", "contacts", "contact"),
        Metric("longest_rally", "longest rally", "up", "contacts", "contact"),
        # Few breaks in a run that was cut short prove nothing.
        Metric("breaks", "breaks", "down", "breaks", "break", needs_whole=True),
    )
    totals = (
        WholeNumber("total", "Contacts", 0, 10000, 0),
        WholeNumber("breaks", "Breaks", 0, 1000, 0),
        WholeNumber("longest_rally", "Longest rally", 0, 10000, None),
    )

    def start(self, settings: Settings) -> TimedState:
        return TimedState()

    def takes(self, settings: Settings, state: TimedState, press: Event, active_ms: int) -> bool:
        # A break needs something that was in play.
        return super().takes(settings, state, press, active_ms) and (press.kind != MISS or state.rally is not None)

    def step(self, settings: Settings, state: TimedState, press: Event, active_ms: int) -> TimedState:
        count, rally = state.count.after(press.kind), state.rally
        if press.kind == MAKE:
            return _contact(state, count, active_ms)
        if press.kind == LET or rally is None:
            return replace(state, count=count, is_let=rally is not None)
        rallies = state.rallies.plus((rally, True))
        return replace(state, count=count, rally=None, rallies=rallies, broken=state.broken + 1, is_let=False)

    def ending(self, settings: Settings, state: TimedState) -> str | None:
        return None

    def closes_ms(self, settings: Settings, state: TimedState) -> int:
        return int(settings["seconds"]) * 1000

    def read(self, settings: Settings, state: TimedState, active_ms: int) -> Reading:
        goal, left_ms = settings["goal"], max(0, settings["seconds"] * 1000 - active_ms)
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
            detail=self._detail(settings, state),
        )

    def _detail(self, settings: Settings, state: TimedState) -> dict[str, Any]:
        latest = [rally for rally, _ in state.rallies.latest(LATEST_RALLIES)]
        rallies = latest + ([state.rally] if state.rally else [])
        pace = pace_of_sums(state.intervals, state.in_play_ms, state.gaps_ms, state.gaps, state.broken)
        return {
            "breaks": state.count.misses,
            "rallies": [{"contacts": r.contacts, "from_ms": r.from_ms, "to_ms": r.to_ms} for r in rallies],
            "rallies_ended": state.rallies.length,
            "in_play_ms": state.in_play_ms,
            "arithmetic": _arithmetic(settings, state, pace) if pace else None,
        }

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        if pace.usual is None:
            expected = settings["seconds"] * 1000 / pace.attempt_ms
            return between(expected / 2, expected, expected * 2)
        spread = NINE_IN_TEN_Z * (pace.spread or pace.usual / 4)
        return between(pace.usual - spread, pace.usual, pace.usual + spread)

    def estimate(self, settings: Settings, pace: Pace) -> Estimate:
        return Estimate(settings["seconds"], settings["seconds"], settings["seconds"])

    def sheet(self, settings: Settings) -> Sheet:
        rule = f"Set a timer to {settings['seconds']} s. Write the contacts of each rally; a break starts a new one."
        return Sheet(rule, RALLY_BOXES, "rally")

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return ("longest_rally",) if totals["longest_rally"] is None else ()

    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> TimedState:
        total, longest = totals["total"], totals["longest_rally"]
        if longest is not None and longest > total:
            message = f"A longest rally of {longest} cannot come from {total} contacts; count again."
            raise CoreError.one("out_of_reach", message, "longest_rally", value=longest, allowed=f"<= {total}")
        return TimedState(Count(total, totals["breaks"]), longest=longest or 0)

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        if metric_id != "total" or pace.usual is None or not pace.spread:
            return None
        # Totals of one athlete lie about their usual much as a normal curve does; the half is for whole contacts.
        return 1 - NormalDist(pace.usual, pace.spread).cdf(mark - 0.5)

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        return 0, settings["seconds"] * 1000 // FASTEST_INTERVAL_MS

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        breaks = counted(tally["misses"], "break")
        return breaks if metric_id == "total" else f"{counted(tally['makes'], 'contact')} in all"

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        arithmetic = tally["detail"]["arithmetic"]
        return rally_lessons(arithmetic, settings["goal"], tally["makes"]) if arithmetic else ()

    def goal_words(self, settings: Settings) -> str:
        if settings["goal"] is None:
            return f"{settings['seconds']} s"
        return f"{settings['goal']} in {settings['seconds']} s"


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


def _arithmetic(settings: Settings, state: TimedState, pace: RallyPace) -> dict[str, Any]:
    duration_ms, goal, total = settings["seconds"] * 1000, settings["goal"], state.count.makes
    lift = lift_to_goal(duration_ms, goal, pace, total) if goal is not None and total < goal else None
    return {
        "interval_ms": round(pace.interval_ms),
        "per_minute": float(round(60_000 / pace.interval_ms, 1)),
        "lost_per_break_ms": round(pace.lost_ms),
        "breaks": pace.breaks,
        "intervals": state.intervals,
        "gaps": state.gaps,
        "one_break_fewer": gain_one_break_fewer(duration_ms, pace),
        "tenth_earlier": gain_tenth_earlier(duration_ms, pace),
        "breaks_allowed": None if goal is None else most_breaks(duration_ms, goal, pace.interval_ms, pace.lost_ms),
        "lift": None if lift is None else {"fewer_breaks": lift.fewer_breaks, "tenths_earlier": lift.tenths_earlier},
    }


def _next(to_goal: int | None, *, is_broken: bool) -> str:
    if is_broken:
        return "Fetch it and go on"
    if to_goal is None:
        return "Keep it going"
    if to_goal == 0:
        return "Goal reached, keep going"
    return f"{counted(to_goal, 'contact')} to go"
