"""Whether the values of one group tend to be higher than those of another: rank tests. Standard library only."""

from __future__ import annotations

from bisect import bisect_left, bisect_right
from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from math import sqrt
from statistics import NormalDist


@dataclass(frozen=True)
class RankSum:
    """How often a value of the one group lies above one of the other, ties counted half, and what chance alone gives.

    ``above`` of ``pairs`` comparisons; ``mean`` and ``variance`` of ``above`` where the groups do not differ.
    """

    above: float
    pairs: int
    mean: float
    variance: float


def rank_sum(values: Sequence[float], others: Sequence[float]) -> RankSum:
    """The Mann-Whitney statistic of ``values`` against ``others``, with the variance for ties.

    Source: Mann and Whitney 1947; the correction for ties as in Lehmann, Nonparametrics (1975), 1.4.

    >>> rank_sum([3, 4], [1, 2]).above, rank_sum([1, 2], [2, 2]).above
    (4.0, 1.0)
    """
    lower = sorted(others)
    above = sum((bisect_left(lower, value) + bisect_right(lower, value)) / 2 for value in values)
    many, few = len(values), len(others)
    whole, pairs = many + few, many * few
    ties = sum(count**3 - count for count in Counter([*values, *others]).values())
    spread = whole + 1 - ties / (whole * (whole - 1)) if whole > 1 else 0.0
    return RankSum(above, pairs, pairs / 2, pairs * spread / 12)


def chance_of_difference(strata: Iterable[tuple[RankSum, int]]) -> float:
    """The two-sided p-value that the groups differ, over strata whose values cannot be compared with each other.

    Each comes with its number of values; van Elteren 1960 weighs each by its size plus one, which is best where the
    groups differ alike in all. By the normal distribution, with a correction for continuity as wide as one comparison.
    One where nothing varies.
    """
    shift, variance, step = 0.0, 0.0, 0.0
    for each, size in strata:
        weight = 1 / (size + 1)
        shift += weight * (each.above - each.mean)
        variance += weight**2 * each.variance
        step = max(step, weight / 2)
    if variance <= 0:
        return 1.0
    return min(1.0, 2 * NormalDist().cdf(-max(0.0, abs(shift) - step) / sqrt(variance)))
