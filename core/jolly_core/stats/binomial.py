"""Makes out of attempts, each made with the same chance. Standard library only."""

from __future__ import annotations

from math import exp, fsum, lgamma, log


def chance_of_at_least(makes: int, attempts: int, rate: float) -> float:
    """The chance (0 to 1) of ``makes`` or more in ``attempts``.

    Source: the binomial distribution; summed by logarithms, so that a thousand attempts do not overflow.

    >>> round(chance_of_at_least(8, 10, 0.5), 6)
    0.054688
    """
    if makes <= 0:
        return 1.0
    if makes > attempts or rate <= 0:
        return 0.0
    if rate >= 1:
        return 1.0
    return min(1.0, fsum(exp(_log_chance(made, attempts, rate)) for made in range(makes, attempts + 1)))


def _log_chance(makes: int, attempts: int, rate: float) -> float:
    ways = lgamma(attempts + 1) - lgamma(makes + 1) - lgamma(attempts - makes + 1)
    return ways + makes * log(rate) + (attempts - makes) * log(1 - rate)
