"""Every target at least once, wherever the balls go. Standard library only."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import combinations
from math import fsum

from jolly_core.errors import CoreError
from jolly_core.stats.waiting import Wait, one_after_the_other, until_made

#: Beyond this there are too many sets of targets to sum over.
MOST_UNEQUAL = 14


def wait_for_each(targets: int, rate: float) -> Wait:
    """The balls until each of several equally likely targets was hit, where ``rate`` of the balls hit one.

    n H_n / rate on average. Source: Feller 1968, IX.3(d), the coupon collector.

    >>> round(wait_for_each(6, 1.0).mean, 6)
    14.7
    """
    return one_after_the_other([until_made(rate * left / targets) for left in range(targets, 0, -1)])


def balls_to_hit_each(shares: Sequence[float]) -> float:
    """The mean number of balls until each target was hit, when a ball hits the i-th with chance ``shares[i]``.

    By inclusion and exclusion: the sum over sets of targets of ± 1 / their share. What is left of 1 hits nothing.
    Raises ``CoreError`` (``too_many``) beyond 14 targets, (``out_of_range``) for shares that cannot be.

    >>> round(balls_to_hit_each([0.3, 0.3, 0.2]), 6)
    7.25
    """
    if len(shares) > MOST_UNEQUAL:
        message = f"Targets of unequal chance can be {MOST_UNEQUAL} at most."
        raise CoreError.one("too_many", message, "shares", value=len(shares))
    if any(share <= 0 for share in shares) or sum(shares) > 1 + 1e-9:
        raise CoreError.one("out_of_range", "Shares are above 0 and 1 in all at most.", "shares", value=list(shares))
    return fsum(
        (-1.0) ** (size + 1) / sum(chosen)
        for size in range(1, len(shares) + 1)
        for chosen in combinations(shares, size)
    )
