"""Shares of makes as marks."""

from __future__ import annotations

from math import floor

from jolly_core.challenges.count import share_of


def makes_for(share: float, attempts: int) -> int:
    """The fewest makes of ``attempts`` whose share, rounded as it is shown, reaches ``share`` per cent.

    >>> makes_for(66.7, 3), makes_for(75, 10)
    (2, 8)
    """
    makes = max(0, floor(share * attempts / 100) - 1)
    while makes <= attempts and (share_of(makes, attempts) or 0.0) < share:
        makes += 1
    return makes
