"""The beta distribution: what is known of a rate after makes and misses. Standard library only."""

from __future__ import annotations

from functools import lru_cache
from math import exp, lgamma, log, log1p

#: The continued fraction is followed until a factor differs from 1 by less than this; it takes some tens of steps.
CLOSE = 1e-15
MOST_STEPS = 10_000
#: Stands for 0 where a denominator vanishes (Lentz's method).
TINY = 1e-300


@lru_cache(maxsize=4096)
def chance_below(rate: float, made: float, missed: float) -> float:
    """The chance that a beta-distributed rate is at most ``rate``: the regularised incomplete beta function.

    ``made`` and ``missed`` are its parameters, both above 0. Source: Abramowitz and Stegun 1964, 26.5.8 (from memory),
    evaluated by Lentz's method.

    >>> round(1 - chance_below(0.7, 1 + 8, 1 + 2), 6)  # eight of ten made, nothing known before
    0.68726
    """
    if rate <= 0:
        return 0.0
    if rate >= 1:
        return 1.0
    if rate > (made + 1) / (made + missed + 2):
        return 1 - chance_below(1 - rate, missed, made)  # where the fraction converges fast
    front = lgamma(made + missed) - lgamma(made) - lgamma(missed) + made * log(rate) + missed * log1p(-rate)
    return exp(front) / (made * _fraction(rate, made, missed))


def _fraction(rate: float, made: float, missed: float) -> float:
    """The continued fraction 1 + d1/(1 + d2/(1 + ...)); see ``chance_below``."""
    value = numerator = 1.0
    denominator = 0.0
    for step in range(1, MOST_STEPS):
        half = step // 2
        if step % 2:
            term = -(made + half) * (made + missed + half) * rate / ((made + 2 * half) * (made + 2 * half + 1))
        else:
            term = half * (missed - half) * rate / ((made + 2 * half - 1) * (made + 2 * half))
        denominator = 1 / ((1 + term * denominator) or TINY)
        numerator = (1 + term / numerator) or TINY
        value *= numerator * denominator
        if abs(numerator * denominator - 1) < CLOSE:
            break
    return value
