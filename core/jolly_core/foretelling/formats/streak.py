"""Streak: how long it takes, and how likely its marks are."""

from __future__ import annotations

from collections.abc import Callable
from math import ceil, floor, inf
from typing import Any

from jolly_core.challenges.counted import has_limit
from jolly_core.challenges.formats.streak import ENDS, Streak, StreakSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.limits import most_attempts
from jolly_core.foretelling.pace import Attempts, Estimate, Pace, minutes_words, time_of, waited
from jolly_core.foretelling.reaching import FEW_STATES
from jolly_core.stats.chain import WON, chance_to_win, wait_to_win
from jolly_core.stats.waiting import AttemptsDistribution
from jolly_core.streaks.chance import attempts_for_chance, chance_of_streak
from jolly_core.streaks.expectation import FirstMiss, StreakWait, attempts_to_streak, wait_for_streak

#: An estimate of one streak is capped at an hour.
LONGEST_ESTIMATE_S = 3600


class StreakForecast(Forecast[StreakSettings]):
    format = Streak

    def attempts(self, pace: Pace) -> Attempts:
        return waited(self._waiting, pace, self.settings.attempts_limit)

    def _waiting(self, rate: float) -> AttemptsDistribution:
        goal, sets = self.settings.goal, self.settings.sets
        if self.settings.on_miss == ENDS:
            return FirstMiss(rate, goal * sets)
        if sets == 1:
            return StreakWait(rate, goal)
        closed = wait_for_streak(rate, goal).times(sets)
        return wait_to_win((0, 0), _rows(goal, sets), rate, closed.mean, most=FEW_STATES) or closed

    def estimate(self, pace: Pace) -> Estimate:
        rest_s = self.settings.rest_s * (self.settings.sets - 1)
        return time_of(
            self.attempts(pace),
            pace,
            rest_s=rest_s,
            at_most_s=self.settings.seconds_limit or LONGEST_ESTIMATE_S,
        )

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        goal, sets, most = self.settings.goal, self.settings.sets, most_attempts(self.settings, pace, within_s)
        if mark <= 0 and metric_id != "attempts_to_goal":
            return 1.0
        if metric_id == "attempts_to_goal":
            # Only the game's own limits; the mark is a limit of its own.
            return self._chance_of_sets(pace, sets, min(floor(mark), most_attempts(self.settings, pace, None)))
        if metric_id == "sets_done":
            return 0.0 if mark > sets else self._chance_of_sets(pace, ceil(mark), most)
        row = ceil(mark)
        if row > goal or row > most:
            return 0.0
        if self.settings.on_miss == ENDS:
            return float(pace.rate**row)
        return chance_of_streak(pace.rate, row, most)

    def _chance_of_sets(self, pace: Pace, sets: int, most: int) -> float:
        goal = self.settings.goal
        if most < goal * sets:
            return 0.0
        if self.settings.on_miss == ENDS:
            return float(pace.rate ** (goal * sets))
        if sets == 1:
            return chance_of_streak(pace.rate, goal, most)
        exact = chance_to_win((0, 0), _rows(goal, sets), pace.rate, most)
        return wait_for_streak(pace.bounded_rate, goal).times(sets).cdf(most) if exact is None else exact

    @property
    def asked(self) -> str:
        is_cut = self.settings.on_miss == ENDS or has_limit(self.settings)
        return self.game.leading if is_cut else "attempts_to_goal"

    def span(self, metric_id: str) -> tuple[float, float]:
        goal, sets = self.settings.goal, self.settings.sets
        if metric_id == "attempts_to_goal":
            return goal * sets, inf
        highest = goal if metric_id == "best_streak" else sets
        # What nothing cuts goes on until it is reached.
        return (0 if self.settings.on_miss == ENDS or has_limit(self.settings) else highest), highest

    def cost_words(self, pace: Pace, metric_id: str, mark: float) -> str | None:
        row = ceil(mark)
        if metric_id != "best_streak" or not 1 <= row <= self.settings.goal or self.settings.on_miss == ENDS:
            return None
        mean, most = attempts_to_streak(pace.rate, row), attempts_for_chance(pace.rate, row, 0.9)
        if mean * pace.attempt_ms > LONGEST_ESTIMATE_S * 1000:
            return f"A row of {row} would take over an hour at today's rate: take a nearer goal first."
        minutes, longest = (minutes_words(attempts * pace.attempt_ms / 1000) for attempts in (mean, most))
        return (
            f"A row of {row} takes about {round(mean)} tries on average, nine times in ten no more than {round(most)}: "
            f"{minutes}, at most {longest}."
        )


def _rows(goal: int, sets: int) -> Callable[[tuple[int, int], bool], Any]:
    """The states of several streaks of a goal: the streak in hand, and the sets that are done."""

    def after(state: tuple[int, int], is_made: bool) -> tuple[int, int] | str:
        row, done = state
        if not is_made:
            return 0, done
        if row + 1 < goal:
            return row + 1, done
        return WON if done + 1 == sets else (0, done + 1)

    return after
