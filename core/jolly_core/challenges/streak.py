"""Streak: makes in a row. A miss ends it, or sets the row back to nothing until time or attempts run out."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from math import ceil, floor, inf
from typing import Any

from jolly_core.challenges.contract import GOAL, MISSED, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count, Trail
from jolly_core.challenges.counted import (
    ATTEMPTS_LIMIT,
    MAKES,
    MISSES,
    SECONDS_LIMIT,
    SOON_TOLD,
    Counted,
    attempts_reached,
    has_limit,
    limit_words,
    most_attempts,
    time_left_ms,
)
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.foretelling import Attempts, Estimate, Pace, minutes_words, time_of, waited
from jolly_core.challenges.lessons import is_enough
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Choice, Settings, WholeNumber
from jolly_core.errors import CoreError
from jolly_core.stats.chain import WON, chance_to_win, wait_to_win
from jolly_core.stats.waiting import Waiting
from jolly_core.streaks.chance import attempts_for_chance, chance_of_streak
from jolly_core.streaks.expectation import FirstMiss, StreakWait, attempts_to_streak, wait_for_streak
from jolly_core.words import counted, tries

ENDS, RESETS = "ends", "resets"
#: Nobody keeps at one streak for longer; an estimate says "an hour" and leaves it there.
LONGEST_ESTIMATE_S = 3600
#: A goal that takes more attempts than this is not a goal for today. Common practice, no source.
FAR_ATTEMPTS = 500
#: As many of the last streaks are named in the tally, so that a press costs no more late in a long run than early.
LATEST_STREAKS = 100
#: Room on a sheet for one run.
SHEET_BOXES = 40


@dataclass(frozen=True, slots=True)
class StreakState:
    """``row`` is the streak of the set in hand; ``streaks`` every one that has ended, by a miss or by its goal."""

    count: Count = NOTHING
    row: int = 0
    best_row: int = 0
    sets_done: int = 0
    set_done_ms: int | None = None
    streaks: Trail[int] = field(default_factory=Trail)


class Streak(Counted[StreakState]):
    """Settings: goal, sets, rest between sets, what a miss does, limits. Result: best streak, sets, attempts."""

    id = "streak"
    title = "Streak"
    game = "Makes in a row: reach the goal before a miss."
    declared = (
        WholeNumber("goal", "In a row", 1, 1000, 10),
        WholeNumber("sets", "Sets", 1, 50, 1),
        WholeNumber("rest_s", "Rest between sets", 0, 600, 60, "s"),
        Choice("on_miss", "A miss", (ENDS, RESETS), ("ends the run", "starts the row again"), RESETS),
        ATTEMPTS_LIMIT,
        SECONDS_LIMIT,
    )
    metrics = (
        Metric("best_streak", "best streak", "up", "in a row"),
        Metric("sets_done", "sets done", "up", "sets", "set"),
        Metric("attempts_to_goal", "attempts to the goal", "down", "attempts", "attempt", missing="goal not reached"),
    )
    totals = (
        WholeNumber("best_streak", "Best row", 0, 1000, 0),
        MAKES,
        MISSES,
        WholeNumber("sets_done", "Sets done", 0, 50, None),
    )

    def read_settings(self, given: Mapping[str, object]) -> dict[str, Any]:
        read = super().read_settings(given)
        wanted, limit = read["goal"] * read["sets"], read["attempts_limit"]
        if limit is not None and limit < wanted:
            raise CoreError.one(
                "out_of_reach",
                f"{counted(limit, 'attempt')} cannot hold {counted(read['sets'], 'set')} of {read['goal']}; "
                f"allow {wanted} or more.",
                "attempts_limit",
                value=limit,
                allowed=f">= {wanted}",
            )
        return read

    def start(self, settings: Settings) -> StreakState:
        return StreakState()

    def step(self, settings: Settings, state: StreakState, press: Event, active_ms: int) -> StreakState:
        count = state.count.after(press.kind)
        row, best, streaks = state.row, state.best_row, state.streaks
        done, done_ms = state.sets_done, state.set_done_ms
        if press.kind == LET:
            return replace(state, count=count)
        if press.kind != MAKE:
            return StreakState(count, 0, best, done, done_ms, streaks.plus(row))
        row += 1
        best = max(row, best)
        if row == settings["goal"]:
            streaks, row, done, done_ms = streaks.plus(row), 0, done + 1, active_ms
        return StreakState(count, row, best, done, done_ms, streaks)

    def ending(self, settings: Settings, state: StreakState) -> str | None:
        if state.sets_done >= settings["sets"]:
            return GOAL
        if settings["on_miss"] == ENDS and state.count.misses:
            return MISSED
        return attempts_reached(settings, state.count)

    def read(self, settings: Settings, state: StreakState, active_ms: int) -> Reading:
        goal, sets = settings["goal"], settings["sets"]
        is_done = state.sets_done >= sets
        just_closed = state.row == 0 and state.sets_done > 0 and state.streaks.last == goal
        rest_left_ms = self._rest_left_ms(settings, state, active_ms)
        return Reading(
            number=goal if is_done else state.row,
            number_label="in a row",
            out_of=goal,
            next=self._next(settings, state, rest_left_ms),
            to_goal=0 if is_done else goal - state.row,
            time_left_ms=time_left_ms(settings, active_ms),
            rest_left_ms=rest_left_ms,
            wakes_in_ms=rest_left_ms or None,
            in_hand={"best_streak": state.row},
            metrics={
                "best_streak": state.best_row,
                "sets_done": state.sets_done,
                "attempts_to_goal": state.count.attempts if is_done else None,
            },
            detail={
                "streaks": [*state.streaks.latest(LATEST_STREAKS), *([] if just_closed else [state.row])],
                "streaks_ended": state.streaks.length,
                "sets_done": state.sets_done,
                "sets": sets,
                "attempts_limit": settings["attempts_limit"],
            },
        )

    def _rest_left_ms(self, settings: Settings, state: StreakState, active_ms: int) -> int:
        """The rest still due after a set; a press during the rest opens the next set early, so it counts."""
        is_between = state.set_done_ms is not None and state.row == 0 and state.streaks.last == settings["goal"]
        if not is_between or state.sets_done >= settings["sets"]:
            return 0
        rest_until_ms: int = (state.set_done_ms or 0) + settings["rest_s"] * 1000
        return max(0, rest_until_ms - active_ms)

    def _next(self, settings: Settings, state: StreakState, rest_left_ms: int) -> str:
        set_words = f"set {state.sets_done + 1} of {settings['sets']}"
        if rest_left_ms:
            return f"Rest, then {set_words}"
        left = settings["goal"] - state.row
        words = f"{left} more" if state.row else f"{settings['goal']} in a row"
        return words if settings["sets"] == 1 else f"{words}, {set_words}"

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        return waited(lambda rate: self._waiting(settings, rate), pace, settings["attempts_limit"])

    def _waiting(self, settings: Settings, rate: float) -> Waiting:
        goal, sets = settings["goal"], settings["sets"]
        if settings["on_miss"] == ENDS:
            return FirstMiss(rate, goal * sets)
        if sets == 1:
            return StreakWait(rate, goal)
        closed = wait_for_streak(rate, goal).times(sets)
        return wait_to_win((0, 0), _rows(goal, sets), rate, closed.mean, most=SOON_TOLD) or closed

    def estimate(self, settings: Settings, pace: Pace) -> Estimate:
        rest_s = settings["rest_s"] * (settings["sets"] - 1)
        return time_of(
            self.attempts(settings, pace),
            pace,
            rest_s=rest_s,
            at_most_s=settings["seconds_limit"] or LONGEST_ESTIMATE_S,
        )

    def sheet(self, settings: Settings) -> Sheet:
        miss = "ends the run" if settings["on_miss"] == ENDS else "starts the row again"
        boxes = min(SHEET_BOXES, settings["attempts_limit"] or SHEET_BOXES)
        return Sheet(f"Play {self.goal_words(settings)}: tick each make, cross each miss; a miss {miss}.", boxes, "try")

    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> StreakState:
        best, makes, goal = totals["best_streak"], totals["makes"], settings["goal"]
        if best > makes:
            message = f"A best row of {best} cannot come from {makes} makes; count again."
            raise CoreError.one("out_of_reach", message, "best_streak", value=best, allowed=f"<= {makes}")
        sets_done = totals["sets_done"]
        if sets_done is None:
            sets_done = int(best >= goal)
        if sets_done > settings["sets"] or (sets_done and best < goal):
            message = (
                f"{counted(sets_done, 'set')} of {goal} in a row do not go with a best row of {best}; count again."
            )
            raise CoreError.one("out_of_reach", message, "sets_done", value=sets_done)
        count = Count(makes, totals["misses"], best_streak=best)
        return StreakState(count, best_row=min(best, goal), sets_done=sets_done)

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        goal, sets, most = settings["goal"], settings["sets"], most_attempts(settings, pace, within_s)
        if mark <= 0 and metric_id != "attempts_to_goal":
            return 1.0
        if metric_id == "attempts_to_goal":
            # Only what the game itself cuts; the mark is a limit of its own.
            return self._chance_of_sets(settings, pace, sets, min(floor(mark), most_attempts(settings, pace, None)))
        if metric_id == "sets_done":
            return 0.0 if mark > sets else self._chance_of_sets(settings, pace, ceil(mark), most)
        row = ceil(mark)
        if row > goal or row > most:
            return 0.0
        if settings["on_miss"] == ENDS:
            return float(pace.rate**row)
        return chance_of_streak(pace.rate, row, most)

    def _chance_of_sets(self, settings: Settings, pace: Pace, sets: int, most: int) -> float:
        goal = settings["goal"]
        if most < goal * sets:
            return 0.0
        if settings["on_miss"] == ENDS:
            return float(pace.rate ** (goal * sets))
        if sets == 1:
            return chance_of_streak(pace.rate, goal, most)
        exact = chance_to_win((0, 0), _rows(goal, sets), pace.rate, most)
        return wait_for_streak(pace.reckoned, goal).times(sets).chance_within(most) if exact is None else exact

    def leading(self, settings: Settings) -> str:
        return "sets_done" if settings["sets"] > 1 else "best_streak"

    def asked(self, settings: Settings) -> str:
        is_cut = settings["on_miss"] == ENDS or has_limit(settings)
        return self.leading(settings) if is_cut else "attempts_to_goal"

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        goal, sets = settings["goal"], settings["sets"]
        if metric_id == "attempts_to_goal":
            return goal * sets, inf
        highest = goal if metric_id == "best_streak" else sets
        # What nothing cuts goes on until it is reached.
        return (0 if settings["on_miss"] == ENDS or has_limit(settings) else highest), highest

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        rows = f"best {tally['metrics']['best_streak']} in a row" if metric_id != "best_streak" else ""
        sets = f"{tally['metrics']['sets_done']} of {counted(settings['sets'], 'set')}" if settings["sets"] > 1 else ""
        if metric_id == "sets_done":
            return f"of {settings['sets']}, {rows}"
        return ", ".join(each for each in (rows, sets, f"in {tries(tally['attempts'])}") if each)

    def cost_words(self, settings: Settings, pace: Pace, metric_id: str, mark: float) -> str | None:
        row = ceil(mark)
        if metric_id != "best_streak" or not 1 <= row <= settings["goal"] or settings["on_miss"] == ENDS:
            return None
        mean, most = attempts_to_streak(pace.rate, row), attempts_for_chance(pace.rate, row, 0.9)
        if mean * pace.attempt_ms > LONGEST_ESTIMATE_S * 1000:
            return f"A row of {row} would take over an hour at today's rate: take a nearer goal first."
        minutes, longest = (minutes_words(attempts * pace.attempt_ms / 1000) for attempts in (mean, most))
        return (
            f"A row of {row} takes about {round(mean)} tries on average, nine times in ten no more than {round(most)}: "
            f"{minutes}, at most {longest}."
        )

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        if not is_enough(tally):
            return ()
        # Laplace's rule keeps the rate of a short run off the ends.
        rate = (tally["makes"] + 1) / (tally["attempts"] + 2)
        attempts = attempts_to_streak(rate, settings["goal"])
        made = f"You made {tally['makes']} of {tally['attempts']}."
        if attempts > FAR_ATTEMPTS:
            return (made, f"At that rate {settings['goal']} in a row is far off: take a shorter goal for now.")
        return (made, f"At that rate {settings['goal']} in a row takes about {round(attempts)} attempts on average.")

    def goal_words(self, settings: Settings) -> str:
        words = f"{settings['goal']} in a row"
        if settings["sets"] > 1:
            words = f"{settings['sets']} sets of {words}"
        if settings["on_miss"] == ENDS:
            words = f"{words}, one life"
        return words + limit_words(settings)


def _rows(goal: int, sets: int) -> Callable[[tuple[int, int], bool], Any]:
    """The way to so many rows of a goal: the row in hand, and the sets that are done."""

    def after(state: tuple[int, int], is_made: bool) -> tuple[int, int] | str:
        row, done = state
        if not is_made:
            return 0, done
        if row + 1 < goal:
            return row + 1, done
        return WON if done + 1 == sets else (0, done + 1)

    return after
