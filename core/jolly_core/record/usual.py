"""Usual and best: no number is shown alone, it comes with what this athlete does as a rule."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import fsum, sqrt
from statistics import fmean

UP, DOWN = "up", "down"
#: Enough runs to steady an average, few enough to follow the athlete.
USUAL_RUNS = 10


@dataclass(frozen=True)
class Usual:
    """The average of the last ``runs`` results and their sample standard deviation (None for a single run)."""

    mean: float
    spread: float | None
    runs: int


@dataclass(frozen=True)
class Comparison:
    """One result beside the runs before it; ``usual`` and ``best`` leave this run out."""

    value: float
    usual: Usual | None
    best: float | None
    is_new_best: bool
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
    # The sample standard deviation; ``statistics.stdev`` reckons in fractions, which takes ten times as long.
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


def compare(value: float, earlier: Sequence[float], direction: str) -> Comparison:
    """``value`` against the runs before it, oldest first.

    >>> compare(9, [6, 8, 7], "up").words
    'A new best: 9, up from 8.'
    """
    usual, best = usual_of(earlier), best_of(earlier, direction)
    is_new_best = best is not None and is_better(value, best, direction)
    return Comparison(value, usual, best, is_new_best, _words(value, usual, best, is_new_best, direction))


def _words(value: float, usual: Usual | None, best: float | None, is_new_best: bool, direction: str) -> str:
    if usual is None or best is None:
        return "Your first run here: this is where your record starts."
    if is_new_best:
        return f"A new best: {value:g}, {'up' if direction == UP else 'down'} from {best:g}."
    within = usual.spread if usual.spread is not None else 0.0
    if abs(value - usual.mean) <= within:
        return f"About your usual, which is {usual.mean:.1f}."
    if is_better(value, usual.mean, direction):
        return f"Better than your usual, which is {usual.mean:.1f}."
    return f"Short of your usual, which is {usual.mean:.1f}."
