"""How many attempts a streak takes at a given rate."""

from __future__ import annotations

from math import inf


def attempts_to_streak(rate: float, goal: int) -> float:
    """The mean number of attempts until ``goal`` makes in a row, when each is made with chance ``rate``.

    (1 − p^r) / ((1 − p) p^r); infinite when nothing is ever made, ``goal`` when nothing is ever missed.
    Source: Feller 1968, An Introduction to Probability Theory and Its Applications 1, XIII.7.

    >>> attempts_to_streak(0.5, 3)
    14.0
    """
    if rate >= 1:
        return float(goal)
    reach = rate**goal
    if reach == 0:
        return inf
    return (1 - reach) / ((1 - rate) * reach)
