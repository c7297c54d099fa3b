"""Attempts until a number of makes (negative binomial). Standard library only."""

from __future__ import annotations

from jolly_core.stats.binomial import chance_of_at_least
from jolly_core.stats.waiting import Wait, until_made


def wait_for_makes(makes: int, rate: float) -> Wait:
    """The attempts up to the ``makes``-th make: m/p on average, variance m q/p². Source: negative binomial.

    >>> round(wait_for_makes(10, 0.7).mean, 3)
    14.286
    """
    return until_made(rate).times(makes)


def cdf(makes: int, rate: float, attempts: int) -> float:
    """The chance that ``makes`` come within ``attempts``: that of as many or more makes in them.

    >>> round(cdf(5, 0.5, 10), 6)
    0.623047
    """
    return chance_of_at_least(makes, attempts, rate)
