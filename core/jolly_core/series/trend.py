"""Whether results rise or fall, and how fast: rank tests that a single odd result does not move.

Mann-Kendall: Mann 1945, Kendall 1975; ties as in Gilbert, Statistical Methods for Environmental Pollution Monitoring
(1987), 16.4. The slope: Theil 1950, Sen 1968. Standard library only, but for numpy, which is imported when needed.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import lru_cache
from math import factorial, sqrt
from statistics import NormalDist, median

#: Up to so many results without ties the test is exact.
MOST_EXACT = 30


@dataclass(frozen=True)
class Kendall:
    """How many more pairs of results rise than fall, and the variance of that where there is no trend."""

    score: int
    variance: float
    is_tied: bool
    many: int

    @property
    def p_value(self) -> float:
        """The two-sided p-value: exact for few results without ties, else by the normal distribution."""
        if not self.is_tied and 1 < self.many <= MOST_EXACT:
            return min(1.0, 2 * _share_at_least(self.many, abs(self.score)))
        return normal_p_value(self.score, self.variance)


def kendall(values: Sequence[float]) -> Kendall:
    """The Mann-Kendall statistic of results in order of time.

    >>> kendall([10, 12, 11, 14, 15, 17, 16, 19]).score
    24
    """
    many = len(values)
    score = sum(
        (later > earlier) - (later < earlier) for place, earlier in enumerate(values) for later in values[place + 1 :]
    )
    ties = [count for count in Counter(values).values() if count > 1]
    return Kendall(score, _variance(many, ties), bool(ties), many)


def kendall_within(groups: Iterable[Sequence[float]]) -> Kendall:
    """The same over groups, comparing only results of one group with each other: their scores and variances added."""
    found = [kendall(group) for group in groups]
    many = sum(each.many for each in found)
    # Several groups have no table: by the normal distribution, as if there were ties.
    return Kendall(sum(each.score for each in found), sum(each.variance for each in found), True, many)


def normal_p_value(score: float, variance: float) -> float:
    """The two-sided p-value of a score that moves in steps of two, with the correction for that; one without spread."""
    if variance <= 0:
        return 1.0
    return min(1.0, 2 * NormalDist().cdf(-max(0.0, abs(score) - 1) / sqrt(variance)))


def _variance(many: int, ties: Iterable[int]) -> float:
    whole = many * (many - 1) * (2 * many + 5)
    return (whole - sum(count * (count - 1) * (2 * count + 5) for count in ties)) / 18


def _share_at_least(many: int, score: int) -> float:
    """The share of all orders of so many results whose score is that or more."""
    counts = _orders_by_inversions(many)
    # A score of s has (pairs - s) / 2 inversions.
    most = (many * (many - 1) // 2 - score) // 2
    return sum(counts[: most + 1]) / factorial(many)


@lru_cache(maxsize=64)
def _orders_by_inversions(many: int) -> tuple[int, ...]:
    """How many orders have each number of inversions (the Mahonian numbers)."""
    counts = [1]
    for size in range(2, many + 1):
        counts = [sum(counts[max(0, place - size + 1) : place + 1]) for place in range(len(counts) + size - 1)]
    return tuple(counts)


@dataclass(frozen=True)
class Slope:
    """How much results change in one unit of time, with the ends of its interval, and the level at time 0."""

    slope: float
    low: float
    high: float
    intercept: float

    def at(self, time: float) -> float:
        """The level at that time."""
        return self.intercept + self.slope * time


def theil_sen(times: Sequence[float], values: Sequence[float], confidence: float = 0.95) -> Slope | None:
    """The median of the slopes of all pairs, with the interval by Sen; None where all is at one time.

    >>> theil_sen([1, 2, 3, 4, 5, 6, 7, 8], [10, 12, 13, 15, 60, 18, 19, 21]).slope
    1.5
    """
    import numpy as np

    x, y = np.asarray(times, dtype=float), np.asarray(values, dtype=float)
    gaps = x[:, None] - x
    apart = gaps > 0
    slopes = np.sort(((y[:, None] - y)[apart]) / gaps[apart])
    if not slopes.size:
        return None
    many, middle = len(slopes), float(np.median(slopes))
    ties = [count for values_ in (times, values) for count in Counter(values_).values() if count > 1]
    half = NormalDist().inv_cdf((1 + confidence) / 2) * sqrt(max(0.0, _variance(len(x), ties)))
    upper = min(round((many + half) / 2), many - 1)
    lower = max(round((many - half) / 2) - 1, 0)
    return Slope(middle, float(slopes[lower]), float(slopes[upper]), median(values) - middle * median(times))
