"""The threshold bench: from the luck that one accepts and the patience that one has to conditions that keep both."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from jolly_core.challenges.registry import AnyGame
from jolly_core.errors import CoreError, Problem
from jolly_core.thresholds.condition import Condition
from jolly_core.thresholds.conditions.at_the_mark import AtTheMark
from jolly_core.thresholds.conditions.proof import Proof, rate_of
from jolly_core.thresholds.price import OVER, PER_CENT, RUNS, UNDER, PricePoint, beside, points_at
from jolly_core.thresholds.threshold import Threshold
from jolly_core.validation import check_integer
from jolly_core.words import quantity

#: Windows of runs, and how sure a proof is, that are looked at.
WINDOWS, SURE = range(1, 7), range(60, 100, 5)
MOST_LUCK = 100


@dataclass(frozen=True)
class Proposed:
    """The conditions found, in words with what they cost; ``is_within`` says whether luck and patience are kept."""

    conditions: tuple[Condition, ...]
    words: str
    is_within: bool


@dataclass(frozen=True)
class _Candidate:
    condition: Condition
    under: PricePoint
    over: PricePoint

    @property
    def luck(self) -> float:
        """How often of 100 times who is ten points under the mark passes within 20 runs."""
        return PER_CENT * self.under.within[-1]

    @property
    def wait(self) -> int:
        """How many runs who is ten points over waits, in the median."""
        return RUNS + 1 if self.over.wait is None else self.over.wait

    def excess(self, luck: int, patience: int) -> float:
        """By how much luck and patience are missed: each in shares of what is accepted."""
        return max(0.0, self.luck - luck) / max(1, luck) + max(0, self.wait - patience) / patience


def propose(threshold: Threshold, game: AnyGame, *, luck: int, patience: int) -> Proposed:
    """The one condition that lets at most ``luck`` of 100 through and has who is ready wait ``patience`` runs at most.

    Of several the one with the shortest wait, and of those the one that lets least luck through; where none keeps both,
    the one that misses them by least. Raises ``CoreError``: out of range, ``no_price`` for a mark that does not go by a
    rate of makes.
    """
    problems = [check_integer("luck", luck, 0, MOST_LUCK), check_integer("patience", patience, 1, RUNS, "runs")]
    if found := [problem for problem in problems if problem]:
        raise CoreError(found)
    mark_rate = rate_of(game, threshold.metric.id, threshold.mark)
    if mark_rate is None:
        message = "How likely this mark is does not go by a rate of makes, so that luck cannot be told here."
        raise CoreError([Problem("no_price", message, ("metric",), threshold.metric.id)])
    rates = beside(mark_rate, UNDER), beside(mark_rate, OVER)
    candidates = [
        _Candidate(condition, *points_at(replace(threshold, conditions=(condition,)), game, rates))
        for condition in _conditions()
    ]
    best = min(candidates, key=lambda each: (each.excess(luck, patience), each.wait, each.luck))
    return Proposed((best.condition,), _words(threshold, best), is_within=best.excess(luck, patience) == 0)


def _conditions() -> Iterator[Condition]:
    for of_last in WINDOWS:
        for reached in range(1, of_last + 1):
            yield AtTheMark(reached, of_last)
    for sure in SURE:
        yield Proof(sure)


def _words(threshold: Threshold, best: _Candidate) -> str:
    waits = f"waits about {quantity(best.wait, 'run')}" if best.over.wait else f"waits more than {RUNS} runs"
    asked = replace(threshold, conditions=(best.condition,)).words
    return (
        f"{asked}: who is ten points under the mark passes within {RUNS} runs {round(best.luck)} of 100 times, "
        f"who is ten over {waits}."
    )
