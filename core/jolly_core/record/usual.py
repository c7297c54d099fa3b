"""Usual and best: every number is shown beside what this athlete usually does."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import fsum, sqrt
from statistics import fmean

from jolly_core.challenges.metric import Metric

UP, DOWN = "up", "down"
#: Enough runs for a stable average, few enough to follow a change.
USUAL_RUNS = 10


@dataclass(frozen=True)
class Usual:
    """The average of the last ``runs`` results and their sample standard deviation (None for a single run)."""

    mean: float
    spread: float | None
    runs: int


@dataclass(frozen=True)
class Comparison:
    """One result beside the runs before it; ``usual`` and ``best`` leave this run out. All of it in words as well."""

    value: float
    usual: Usual | None
    best: float | None
    is_new_best: bool
    value_words: str
    usual_words: str | None
    best_words: str | None
    words: str


def usual_of(values: Sequence[float], last: int = USUAL_RUNS) -> Usual | None:
    """The usual of results in order of time, oldest first; None without any.

    >>> usual_of([6, 8, 7])
    Usual(mean=7.0, spread=1.0, runs=3)
    """
    recent = list(values)[-last:]
    if not recent:
        return None
    mean = fmean(recent)
    # The sample standard deviation; ``statistics.stdev`` computes in fractions, which takes ten times as long.
    spread = sqrt(fsum((value - mean) ** 2 for value in recent) / (len(recent) - 1)) if len(recent) > 1 else None
    return Usual(mean, spread, len(recent))


def best_of(values: Sequence[float], direction: str) -> float | None:
    """The best result: the highest where up is better, the lowest where down is; None without any."""
    if not values:
        return None
    return max(values) if direction == UP else min(values)


def is_better(value: float, other: float, direction: str) -> bool:
    """Whether ``value`` beats ``other``; a tie beats nothing."""
    return value > other if direction == UP else value < other


def compare(value: float, earlier: Sequence[float], metric: Metric) -> Comparison:
    """``value`` against the runs before it, oldest first.

    >>> compare(9, [6, 8, 7], Metric("makes", "makes", "up", "makes", "make")).words
    'A new best: 9 makes, up from 8.'
    """
    usual, best = usual_of(earlier), best_of(earlier, metric.direction)
    is_new_best = best is not None and is_better(value, best, metric.direction)
    return Comparison(
        value=value,
        usual=usual,
        best=best,
        is_new_best=is_new_best,
        value_words=metric.number(value),
        usual_words=None if usual is None else _usual_words(usual, metric),
        best_words=None if best is None else metric.number(best),
        words=_words(value, usual, best, metric),
    )


def _usual_words(usual: Usual, metric: Metric) -> str:
    if usual.spread is None:
        return metric.number(usual.mean)
    return f"{metric.number(usual.mean)} ± {metric.number(usual.spread)}"


def _words(value: float, usual: Usual | None, best: float | None, metric: Metric) -> str:
    if usual is None or best is None:
        return "Your first run here: this is where your record starts."
    if is_better(value, best, metric.direction):
        way = "up" if metric.direction == UP else "down"
        return f"A new best: {metric.words(value)}, {way} from {metric.number(best)}."
    said = metric.number(usual.mean)
    within = usual.spread if usual.spread is not None else 0.0
    if abs(value - usual.mean) <= within:
        return f"About your usual, which is {said}."
    if is_better(value, usual.mean, metric.direction):
        return f"Better than your usual, which is {said}."
    return f"Short of your usual, which is {said}."
