"""A race of points: first to n, two clear, each point won with the same chance. Standard library only."""

from __future__ import annotations

from math import comb

from jolly_core.errors import CoreError


def points_of_race(to: int, rate: float) -> dict[int, float]:
    """The chance of each number of points that a race first to ``to``, two clear, can take before it is level again.

    Keys are the lengths without deuce, and ``2·to − 2`` for the chance of reaching it.
    """
    lengths: dict[int, float] = {}
    for lost in range(to - 1):
        ways = comb(to - 1 + lost, lost)
        lengths[to + lost] = ways * (rate**to * (1 - rate) ** lost + (1 - rate) ** to * rate**lost)
    lengths[2 * to - 2] = lengths.get(2 * to - 2, 0.0)
    deuce = comb(2 * to - 2, to - 1) * (rate * (1 - rate)) ** (to - 1)
    return {**lengths, -1: deuce}


def expected_points(to: int, rate: float) -> float:
    """The mean number of points of a race first to ``to``, two clear. From deuce on pairs decide it: 2 / (p² + q²).

    Raises ``CoreError`` (``out_of_range``) for a race to less than two.

    >>> expected_points(4, 0.5)
    6.75
    """
    _check(to)
    lengths = points_of_race(to, rate)
    deuce = lengths.pop(-1)
    pair = rate**2 + (1 - rate) ** 2
    return sum(points * chance for points, chance in lengths.items()) + deuce * (2 * to - 2 + 2 / pair)


def points_within(to: int, rate: float, chance: float) -> int:
    """The fewest points within which the race is over with at least that chance."""
    _check(to)
    lengths = points_of_race(to, rate)
    deuce = lengths.pop(-1)
    sure = 0.0
    for points in sorted(lengths):
        sure += lengths[points]
        if sure >= chance:
            return points
    points, pair = 2 * to - 2, rate**2 + (1 - rate) ** 2
    while sure < chance:
        points, sure, deuce = points + 2, sure + deuce * pair, deuce * (1 - pair)
    return points


def _check(to: int) -> None:
    if to < 2:  # noqa: PLR2004 # two clear of nothing needs two points
        raise CoreError.one("out_of_range", "A race goes to two points or more.", "to", value=to, allowed=">= 2")
