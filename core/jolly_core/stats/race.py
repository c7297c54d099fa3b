"""A race of points: first to n, two clear or one, each point won with the same chance. Standard library only."""

from __future__ import annotations

from dataclasses import dataclass
from math import comb

from jolly_core.errors import CoreError


def points_of_race(to: int, rate: float, clear: int = 2) -> dict[int, float]:
    """The chance of each number of points that a race first to ``to`` can take before it is level.

    Keys are the lengths without deuce; ``-1`` stands for the chance of reaching it, which one clear never does.
    """
    lengths: dict[int, float] = {}
    for lost in range(to - clear + 1):
        ways = comb(to - 1 + lost, lost)
        lengths[to + lost] = ways * (rate**to * (1 - rate) ** lost + (1 - rate) ** to * rate**lost)
    deuce = comb(2 * to - 2, to - 1) * (rate * (1 - rate)) ** (to - 1) if clear > 1 else 0.0
    return {**lengths, -1: deuce}


def expected_points(to: int, rate: float, clear: int = 2) -> float:
    """The mean number of points of a race first to ``to``. From deuce on pairs decide it: 2 / (p² + q²).

    Raises ``CoreError`` (``out_of_range``) for a race to less than two.

    >>> expected_points(4, 0.5)
    6.75
    """
    _check(to)
    lengths = points_of_race(to, rate, clear)
    deuce = lengths.pop(-1)
    pair = rate**2 + (1 - rate) ** 2
    return sum(points * chance for points, chance in lengths.items()) + deuce * (2 * to - 2 + 2 / pair)


def chance_of_winning(to: int, rate: float, clear: int = 2) -> float:
    """The chance of winning a race first to ``to``; from deuce on the pairs that are not shared decide it.

    >>> chance_of_winning(4, 0.5)
    0.5
    """
    _check(to)
    lost = 1 - rate
    outright = sum(comb(to - 1 + points, points) * rate**to * lost**points for points in range(to - clear + 1))
    deuce = points_of_race(to, rate, clear)[-1]
    return outright + deuce * rate**2 / (rate**2 + lost**2)


def points_within(to: int, rate: float, chance: float, clear: int = 2) -> int:
    """The fewest points within which the race is over with at least that chance."""
    _check(to)
    lengths = points_of_race(to, rate, clear)
    deuce = lengths.pop(-1)
    sure = 0.0
    for points in sorted(lengths):
        sure += lengths[points]
        if sure >= chance or (clear == 1 and points == max(lengths)):
            return points
    points, pair = 2 * to - 2, rate**2 + (1 - rate) ** 2
    while sure < chance:
        points, sure, deuce = points + 2, sure + deuce * pair, deuce * (1 - pair)
    return points


def _check(to: int) -> None:
    if to < 2:  # noqa: PLR2004 # two clear of nothing needs two points
        raise CoreError.one("out_of_range", "A race goes to two points or more.", "to", value=to, allowed=">= 2")


@dataclass(frozen=True)
class RaceWait:
    """How many points a race takes."""

    to: int
    rate: float
    clear: int = 2

    @property
    def mean(self) -> float:
        return expected_points(self.to, self.rate, self.clear)

    def quantile(self, chance: float) -> float:
        """The points within which it is over with that chance."""
        return points_within(self.to, self.rate, chance, self.clear)

    def cdf(self, attempts: float) -> float:
        """The chance that it is over within that many points."""
        lengths = points_of_race(self.to, self.rate, self.clear)
        deuce, pair = lengths.pop(-1), self.rate**2 + (1 - self.rate) ** 2
        beyond = max(0, int(attempts) - (2 * self.to - 2)) // 2
        sure = sum(share for points, share in lengths.items() if points <= attempts)
        return sure + deuce * (1 - (1 - pair) ** beyond)
