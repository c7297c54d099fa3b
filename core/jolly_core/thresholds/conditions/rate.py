"""A share of makes over so many tries, however many runs they are spread over."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import ceil
from typing import Any

from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.settings import whole_number
from jolly_core.errors import Problem
from jolly_core.foretelling.forecast import WITHIN_S
from jolly_core.foretelling.registry import forecast_of
from jolly_core.thresholds.condition import Condition, Mark, Played, RunResult, Seen, State
from jolly_core.thresholds.conditions.at_the_mark import MOST_RUNS
from jolly_core.words import quantity

MOST_TRIES = 1000
PER_CENT = 100


@dataclass(frozen=True)
class Rate(Condition):
    """At least ``rate`` per cent of the last ``tries`` tries were makes; whole runs are looked at, the latest first."""

    id = "rate"
    title = "Rate over many tries"
    meaning = "Adds up the tries of several runs: one poor or lucky run weighs less."
    place = 3
    asks_for_mark = False

    rate: int = whole_number("Makes, at least", 1, 100, 70, "%")
    tries: int = whole_number("of the last … tries", 5, MOST_TRIES, 50, "tries")

    @property
    def most_runs(self) -> int:
        return MOST_RUNS

    def words(self, mark: Mark) -> str:
        return f"makes in {self.rate} % of the last {self.tries} tries"

    def problem_in(self, game: AnyGame) -> Problem | None:
        forecast = forecast_of(game)
        if all(forecast.chance(forecast.prior, each.id, 1, WITHIN_S) is None for each in game.metrics):
            return Problem("no_rate", "This game does not go by a rate of makes.", (self.id, "rate"), self.rate)
        most = round(MOST_RUNS * forecast.attempts(forecast.prior).expected)
        if self.tries > most:
            message = f"The last {MOST_RUNS} runs are looked at, with about {quantity(most, 'try', 'tries')} in all."
            return Problem("out_of_reach", message, (self.id, "tries"), self.tries, most)
        return None

    def state(self, seen: Seen) -> State:
        makes, tries = self._counted([(run.makes, run.attempts) for run in seen.runs])
        is_filled = self._is_filled(makes, tries)
        more = 0 if is_filled else self._more(seen.latest(MOST_RUNS))
        share = min(1.0, tries / self.tries) * (min(1.0, PER_CENT * makes / tries / self.rate) if tries else 0.0)
        brief = f"{makes} of {quantity(tries, 'try', 'tries')}"
        return State(
            is_filled=is_filled,
            share=share,
            so_far=f"{brief} made ({PER_CENT * makes // tries} %)" if tries else "no try yet",
            wanted=f"{self.rate} % of {self.tries} wanted",
            missing="" if is_filled else self._missing(tries, more),
            brief=f"{brief}, {self.rate} % of {self.tries} wanted",
            more_runs=more,
        )

    def suited(self, run: RunResult) -> RunResult:
        return replace(run, makes=max(run.makes, ceil(self.rate * run.attempts / PER_CENT)))

    def suited_words(self, mark: Mark) -> str:
        return f"{self.rate} % made"

    def _counted(self, runs: Sequence[tuple[int, int]]) -> tuple[int, int]:
        """Makes and tries of as many of the latest runs as it takes to have so many tries."""
        makes = tries = 0
        for made, tried in reversed(list(runs)[-MOST_RUNS:]):
            if tries >= self.tries:
                break
            makes, tries = makes + made, tries + tried
        return makes, tries

    def _is_filled(self, makes: int, tries: int) -> bool:
        return tries >= self.tries and PER_CENT * makes >= self.rate * tries

    def _more(self, runs: Sequence[RunResult]) -> int | None:
        """The least number of runs without a miss, each as long as the last one, that fill it; None where none do."""
        length = next((run.attempts for run in reversed(runs) if run.attempts), 0)
        played = [(run.makes, run.attempts) for run in runs]
        for more in range(1, MOST_RUNS + 1 if length else 0):
            played.append((length, length))
            if self._is_filled(*self._counted(played)):
                return more
        return None

    def _missing(self, tries: int, more: int | None) -> str:
        if tries < self.tries:
            return f"{quantity(self.tries - tries, 'more try', 'more tries')}, {self.rate} % in all"
        return f"{self.rate} % wanted" + (f": {quantity(more, 'faultless run')} at the least" if more else "")

    def filled_by(self, mark: Mark, played: Played, game: AnyGame) -> Any:
        window = ceil(self.tries / played.attempts)
        made = played.makes.cumsum(axis=-1)
        before = made[..., :-window].copy()
        made[..., window:] -= before
        made[..., : window - 1] = -1
        return PER_CENT * made >= self.rate * window * played.attempts
