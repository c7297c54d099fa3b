"""Waiting times in attempts. Standard library only."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Sequence
from dataclasses import dataclass
from functools import reduce
from math import inf, isfinite, sqrt
from statistics import NormalDist
from typing import Protocol


class AttemptsDistribution(Protocol):
    """The contract of waiting times in attempts."""

    @property
    def mean(self) -> float:
        """The mean number of attempts; infinite where it overflows."""

    def quantile(self, chance: float) -> float:
        """The attempts within which it is over with that chance (0 to 1, neither of them)."""

    def cdf(self, attempts: float) -> float:
        """The chance that it is over within that many attempts."""


@dataclass(frozen=True)
class Wait:
    """A waiting time in attempts: its mean, its variance, and the fewest that can do.

    What it takes beyond the fewest is taken for a gamma distribution of the same mean and variance, its quantiles by
    the cube-root normal approximation (Wilson and Hilferty 1931). An infinite mean is one beyond counting.
    """

    mean: float
    variance: float
    least: float

    def __add__(self, other: Wait) -> Wait:
        """The sum of this and another, independent waiting time."""
        return Wait(self.mean + other.mean, self.variance + other.variance, self.least + other.least)

    def times(self, number: float) -> Wait:
        """The sum of ``number`` independent waiting times like this one.

        >>> until_made(0.5).times(3).mean
        6.0
        """
        return Wait(number * self.mean, number * self.variance, number * self.least)

    def quantile(self, chance: float) -> float:
        """The attempts within which it is over with that chance (0 to 1, neither of them)."""
        if not isfinite(self.mean) or not isfinite(self.variance):
            return inf
        beyond = self.mean - self.least
        if beyond <= 0 or self.variance <= 0:
            return self.mean
        shape = beyond**2 / self.variance
        root = 1 - 1 / (9 * shape) + NormalDist().inv_cdf(chance) / (3 * sqrt(shape))
        return self.least + beyond * max(0.0, root) ** 3

    def cdf(self, attempts: float) -> float:
        """The chance that it is over within that many attempts."""
        if attempts < self.least or not isfinite(self.mean) or not isfinite(self.variance):
            return 0.0
        beyond = self.mean - self.least
        if beyond <= 0 or self.variance <= 0:
            return 1.0
        shape = beyond**2 / self.variance
        root = ((attempts - self.least) / beyond) ** (1 / 3)
        return NormalDist().cdf((root - 1 + 1 / (9 * shape)) * 3 * sqrt(shape))


@dataclass(frozen=True)
class Known:
    """A waiting time whose chances are known attempt by attempt: ``chances[n]`` is that of being over within n.

    They are known up to where they are as good as certain.
    """

    mean: float
    chances: Sequence[float]

    def quantile(self, chance: float) -> float:
        """The fewest attempts within which it is over with that chance.

        >>> Known(1.5, (0.0, 0.5, 1.0)).quantile(0.9)
        2.0
        """
        return float(min(len(self.chances) - 1, bisect_left(self.chances, chance)))

    def cdf(self, attempts: float) -> float:
        """The chance that it is over within that many attempts."""
        return self.chances[min(len(self.chances) - 1, int(attempts))] if attempts >= 0 else 0.0


#: The distribution of a wait that is over: zero attempts.
AT_ONCE = Wait(0.0, 0.0, 0.0)
#: Never, or so late that the number has no meaning.
NEVER = Wait(inf, inf, inf)
#: The square of a chance below this underflows.
LEAST_CHANCE = 1e-150


def until_made(rate: float) -> Wait:
    """The attempts up to the first make: geometric, 1/p on average, with a variance of q/p²."""
    return Wait(1 / rate, (1 - rate) / rate**2, 1.0) if rate > LEAST_CHANCE else NEVER


def one_after_the_other(waits: Sequence[Wait]) -> Wait:
    """The sum of independent waiting times."""
    return reduce(Wait.__add__, waits, AT_ONCE)
