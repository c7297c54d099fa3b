"""How far one group of results lies from another: by ranks for results, by score intervals for rates.

Hodges and Lehmann 1963 with the interval from the Mann-Whitney distribution (Lehmann, Nonparametrics, 1975, 2.7);
Newcombe 1998, "Interval estimation for the difference between independent proportions", method 10. The signed ranks:
Wilcoxon 1945. Standard library only.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from math import sqrt
from statistics import NormalDist, fmean, median

from jolly_core.stats.proportions import wilson_interval
from jolly_core.stats.ranks import chance_of_difference, rank_sum


@dataclass(frozen=True)
class Shift:
    """By how much the second group is higher than the first, with the ends of the interval and the p-value."""

    by: float
    low: float
    high: float
    p_value: float


def told_change(shift: Shift, before: Sequence[float], after: Sequence[float]) -> float:
    """The change to name: the shift, or the difference of the means where ties leave its median at nothing.

    >>> before, after = [7, 7, 7, 7, 6], [7, 7, 7, 8, 9]
    >>> round(told_change(Shift(0.0, 0.0, 1.0, 0.04), before, after), 1)
    0.8
    """
    return shift.by or fmean(after) - fmean(before)


def shift_between(before: Sequence[float], after: Sequence[float], confidence: float = 0.95) -> Shift | None:
    """The median of all differences of a result after and one before; None where either group is empty.

    >>> shift_between([1, 2, 3, 4], [5, 6, 7, 8]).by
    4.0
    """
    if not before or not after:
        return None
    differences = sorted(later - earlier for later in after for earlier in before)
    ranks = rank_sum(after, before)
    half = NormalDist().inv_cdf((1 + confidence) / 2) * sqrt(ranks.variance)
    lower = max(0, round(len(differences) / 2 - half))
    upper = min(len(differences) - 1, len(differences) - 1 - lower)
    p_value = chance_of_difference([(ranks, len(before) + len(after))])
    return Shift(float(median(differences)), differences[lower], differences[upper], p_value)


def rate_difference(
    makes: int, attempts: int, other_makes: int, other_attempts: int, confidence: float = 0.95
) -> tuple[float, float, float]:
    """The first rate less the other one, with the ends of its interval. Both have at least one attempt.

    >>> [round(each, 4) for each in rate_difference(56, 70, 48, 80)]
    [0.2, 0.0524, 0.3339]
    """
    rate, other = makes / attempts, other_makes / other_attempts
    low, high = wilson_interval(makes, attempts, confidence)
    other_low, other_high = wilson_interval(other_makes, other_attempts, confidence)
    difference = rate - other
    below = sqrt((rate - low) ** 2 + (other_high - other) ** 2)
    above = sqrt((high - rate) ** 2 + (other - other_low) ** 2)
    return difference, difference - below, difference + above


def signed_rank_p_value(differences: Sequence[float]) -> float:
    """The two-sided p-value that differences within pairs lie about 0, by Wilcoxon's signed ranks; one without any.

    By the normal distribution with the corrections for ties and continuity; differences of 0 are left out.
    """
    kept = sorted((value for value in differences if value), key=abs)
    many = len(kept)
    sizes = Counter(abs(value) for value in kept)
    rank_of, before = {}, 0
    for size in sorted(sizes):
        rank_of[size] = before + (sizes[size] + 1) / 2
        before += sizes[size]
    above = sum(rank_of[abs(value)] for value in kept if value > 0)
    ties = sum(count**3 - count for count in sizes.values())
    variance = many * (many + 1) * (2 * many + 1) / 24 - ties / 48
    if variance <= 0:
        return 1.0
    away = max(0.0, abs(above - many * (many + 1) / 4) - 0.5)
    return min(1.0, 2 * NormalDist().cdf(-away / sqrt(variance)))
