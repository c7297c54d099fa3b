"""Wald's sequential test: it says "decided", or how many tries it may take at most."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.settings import whole_number
from jolly_core.errors import Problem
from jolly_core.stats.sequential import DOWN, OPEN, UP, SequentialTest
from jolly_core.thresholds.condition import Condition, Mark, Played, RunResult, Seen, State
from jolly_core.thresholds.conditions.at_the_mark import MOST_RUNS
from jolly_core.thresholds.conditions.proof import rate_of
from jolly_core.words import quantity

PER_CENT = 100
LOWEST, HIGHEST = 0.01, 0.99


@dataclass(frozen=True)
class Decided(Condition):
    """The sequential test tells a rate ``margin`` points over the mark's from one as far under it.

    It is read after every run. Decided for the lower rate, it begins anew with the next run: who learns is not held up.
    """

    id = "decided"
    title = "Decided by a sequential test"
    meaning = "Adds up every try since you came here and stops as soon as enough is known. Says how long it may take."
    place = 2

    margin: int = whole_number("Tells apart, beside the mark", 5, 25, 10, "points")

    @property
    def most_runs(self) -> int:
        return MOST_RUNS

    def words(self, mark: Mark) -> str:
        return f"decided by a sequential test, {self.margin} points to each side"

    def problem_in(self, game: AnyGame) -> Problem | None:
        if all(rate_of(game, metric.id, 1) is None for metric in game.metrics):
            return Problem("no_rate", "This game does not go by a rate of makes.", (self.id, "margin"), self.margin)
        return None

    def test_of(self, mark: Mark, game: AnyGame) -> SequentialTest | None:
        """The test of a mark in a game; None where the mark does not go by a rate of makes."""
        rate, margin = rate_of(game, mark.metric.id, mark.value), self.margin / PER_CENT
        if rate is None:
            return None
        return SequentialTest(max(LOWEST, rate - margin), min(HIGHEST, rate + margin))

    def state(self, seen: Seen) -> State:
        test = self.test_of(seen.mark, seen.game)
        if test is None:
            words = "this mark does not go by a rate"
            return State(False, 0.0, words, "a mark of makes wanted", "ask for proof instead", words)
        verdict, makes, tries = _follow(test, seen.latest(MOST_RUNS))
        what = f"from {quantity(tries, 'try', 'tries')}, {makes} made, "
        if verdict == UP:
            return State(True, 1.0, f"{what}it is decided", "decided for you", "", "decided", 0)
        needed, most = test.makes_in_a_row(makes, tries), quantity(test.most_tries - tries, "try", "tries")
        length = next((run.attempts for run in reversed(seen.runs) if run.attempts), 0)
        return State(
            is_filled=False,
            share=min(0.95, max(0.0, 1 - needed / (test.makes_in_a_row(0, 0) + 1))),
            so_far=f"{what}it is open" if tries else "nothing is known yet",
            wanted="a decision wanted",
            missing=f"{quantity(needed, 'make')} in a row would decide, and {most} at the most",
            brief=f"open after {quantity(tries, 'try', 'tries')}",
            more_runs=-(-needed // length) if length else None,
        )

    def is_filled(self, seen: Seen) -> bool:
        test = self.test_of(seen.mark, seen.game)
        return test is not None and _follow(test, seen.latest(MOST_RUNS))[0] == UP

    def filled_by(self, mark: Mark, played: Played, game: AnyGame) -> Any:
        import numpy as np

        test = self.test_of(mark, game)
        filled = np.zeros(played.met.shape, dtype=bool)
        if test is None:
            return filled
        makes, tries, done = (np.zeros(played.met.shape[:-1]) for _ in range(3))
        for run in range(played.met.shape[-1]):
            makes, tries = makes + played.makes[..., run], tries + played.attempts
            is_late = (tries >= test.most_tries) & (makes >= test.slope * tries)
            done = np.maximum(done, (makes >= test.above + test.slope * tries) | is_late)
            is_down = (makes <= test.slope * tries - test.below) | (tries >= test.most_tries)
            makes, tries = np.where(is_down, 0, makes), np.where(is_down, 0, tries)
            filled[..., run] = done > 0
        return filled


def _follow(test: SequentialTest, runs: Sequence[RunResult]) -> tuple[str, int, int]:
    """What runs decide, oldest first, with the makes and tries that it goes by."""
    makes = tries = 0
    for run in runs:
        makes, tries = makes + run.makes, tries + run.attempts
        verdict = test.decide(makes, tries) if tries else OPEN
        if verdict == UP:
            return UP, makes, tries
        if verdict == DOWN:
            makes = tries = 0
    return OPEN, makes, tries
