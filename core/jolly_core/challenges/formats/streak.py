"""Streak: makes in a row. A miss ends it, or sets the row back to nothing until time or attempts run out."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from typing import Literal

from jolly_core.challenges.breakdown import Breakdown
from jolly_core.challenges.count import NOTHING, Count, Trail
from jolly_core.challenges.counted import (
    Counted,
    attempts_at_most,
    attempts_reached,
    limit_words,
    seconds_at_most,
    time_left_ms,
)
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, choice, whole_number
from jolly_core.challenges.tally import GOAL, MISSED, AnyTally, Ending, Reading
from jolly_core.errors import CoreError
from jolly_core.words import quantity, tries

ENDS, RESETS = "ends", "resets"
#: As many of the last streaks are named in the tally, so that a press costs no more late in a long run than early.
LATEST_STREAKS = 100


@dataclass(frozen=True, slots=True)
class StreakState:
    """``row`` is the streak of the set in hand; ``streaks`` every one that has ended, by a miss or by its goal."""

    count: Count = NOTHING
    row: int = 0
    best_row: int = 0
    sets_done: int = 0
    set_done_ms: int | None = None
    streaks: Trail[int] = field(default_factory=Trail)


@dataclass(frozen=True)
class StreakSettings(Settings):
    goal: int = whole_number("In a row", 1, 1000, 10)
    sets: int = whole_number("Sets", 1, 50, 1)
    rest_s: int = whole_number("Rest between sets", 0, 600, 60, "s")
    on_miss: str = choice("A miss", {ENDS: "ends the run", RESETS: "starts the row again"}, RESETS)
    attempts_limit: int | None = attempts_at_most()
    seconds_limit: int | None = seconds_at_most()

    def check(self) -> None:
        wanted, limit = self.goal * self.sets, self.attempts_limit
        if limit is not None and limit < wanted:
            raise CoreError.one(
                "out_of_reach",
                f"{quantity(limit, 'attempt')} cannot hold {quantity(self.sets, 'set')} of {self.goal}; "
                f"allow {wanted} or more.",
                "attempts_limit",
                value=limit,
                allowed=f">= {wanted}",
            )


@dataclass(frozen=True, slots=True)
class StreakDetail:
    format: Literal["streak"] = "streak"
    #: The latest rows, the one in hand at the end, and how many have ended.
    streaks: tuple[int, ...] = ()
    streaks_ended: int = 0


class Streak(Counted[StreakSettings, StreakState]):
    """Settings: goal, sets, rest between sets, what a miss does, limits. Result: best streak, sets, attempts."""

    id = "streak"
    title = "Streak"
    is_offered_first = True
    summary = "Makes in a row: reach the goal before a miss."
    heard_as = "rallies"
    metrics = (
        Metric("best_streak", "best streak", "up", "in a row"),
        Metric("sets_done", "sets done", "up", "sets", "set"),
        Metric("attempts_to_goal", "attempts to the goal", "down", "attempts", "attempt", missing="goal not reached"),
    )
    settings_type = StreakSettings
    detail_type = StreakDetail

    def start(self) -> StreakState:
        return StreakState()

    def step(self, state: StreakState, press: Event, active_ms: int) -> StreakState:
        count = state.count.after(press.kind)
        row, best, streaks = state.row, state.best_row, state.streaks
        done, done_ms = state.sets_done, state.set_done_ms
        if press.kind == LET:
            return replace(state, count=count)
        if press.kind != MAKE:
            return StreakState(count, 0, best, done, done_ms, streaks.plus(row))
        row += 1
        best = max(row, best)
        if row == self.settings.goal:
            streaks, row, done, done_ms = streaks.plus(row), 0, done + 1, active_ms
        return StreakState(count, row, best, done, done_ms, streaks)

    def ending(self, state: StreakState) -> Ending | None:
        if state.sets_done >= self.settings.sets:
            return GOAL
        if self.settings.on_miss == ENDS and state.count.misses:
            return MISSED
        return attempts_reached(self.settings, state.count)

    def reading(self, state: StreakState, active_ms: int) -> Reading:
        goal, sets = self.settings.goal, self.settings.sets
        is_done = state.sets_done >= sets
        just_closed = state.row == 0 and state.sets_done > 0 and state.streaks.last == goal
        rest_left_ms = self._rest_left_ms(state, active_ms)
        return Reading(
            number=goal if is_done else state.row,
            number_label="in a row",
            out_of=goal,
            next=self._next(state, rest_left_ms),
            to_goal=0 if is_done else goal - state.row,
            time_left_ms=time_left_ms(self.settings, active_ms),
            rest_left_ms=rest_left_ms,
            wakes_in_ms=rest_left_ms or None,
            in_hand={"best_streak": state.row},
            metrics={
                "best_streak": state.best_row,
                "sets_done": state.sets_done,
                "attempts_to_goal": state.count.attempts if is_done else None,
            },
            detail=StreakDetail(
                streaks=(*state.streaks.latest(LATEST_STREAKS), *(() if just_closed else (state.row,))),
                streaks_ended=state.streaks.length,
            ),
        )

    def _rest_left_ms(self, state: StreakState, active_ms: int) -> int:
        """The rest still due after a set; a press during the rest opens the next set early, so it counts."""
        is_between = state.set_done_ms is not None and state.row == 0 and state.streaks.last == self.settings.goal
        if not is_between or state.sets_done >= self.settings.sets:
            return 0
        rest_until_ms: int = (state.set_done_ms or 0) + self.settings.rest_s * 1000
        return max(0, rest_until_ms - active_ms)

    def _next(self, state: StreakState, rest_left_ms: int) -> str:
        set_words = f"set {state.sets_done + 1} of {self.settings.sets}"
        if rest_left_ms:
            return f"Rest, then {set_words}"
        left = self.settings.goal - state.row
        words = f"{left} more" if state.row else f"{self.settings.goal} in a row"
        return words if self.settings.sets == 1 else f"{words}, {set_words}"

    @property
    def leading(self) -> str:
        return "sets_done" if self.settings.sets > 1 else "best_streak"

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        rows = f"best {tally.metrics['best_streak']} in a row" if metric_id != "best_streak" else ""
        sets = (
            f"{tally.metrics['sets_done']} of {quantity(self.settings.sets, 'set')}" if self.settings.sets > 1 else ""
        )
        if metric_id == "sets_done":
            return f"of {self.settings.sets}, {rows}"
        return ", ".join(each for each in (rows, sets, f"in {tries(tally.attempts)}") if each)

    def breakdown(self, tally: AnyTally) -> Breakdown | None:
        rows: tuple[int, ...] = tally.detail.streaks
        said = f"In a row, one after the other: {', '.join(map(str, rows))}."
        return Breakdown("Row by row", words=said) if len(rows) > 1 else None

    def goal_words(self) -> str:
        words = f"{self.settings.goal} in a row"
        if self.settings.sets > 1:
            words = f"{self.settings.sets} sets of {words}"
        if self.settings.on_miss == ENDS:
            words = f"{words}, one life"
        return words + limit_words(self.settings)
