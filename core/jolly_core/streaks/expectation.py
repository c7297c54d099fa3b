"""How many attempts a streak takes at a given rate."""

from __future__ import annotations

from dataclasses import dataclass
from math import ceil, inf, isfinite, log, sqrt

from jolly_core.stats.waiting import LEAST_CHANCE, NEVER, Wait
from jolly_core.streaks.chance import attempts_for_chance, chance_of_streak, without_streak


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
    if reach < LEAST_CHANCE:
        return inf
    return (1 - reach) / ((1 - rate) * reach)


def spread_of_attempts(rate: float, goal: int) -> float:
    """The standard deviation of the number of attempts until ``goal`` makes in a row.

    Its square is 1 / (q p^r)² − (2r + 1) / (q p^r) − p / q², with q = 1 − p. Source: Feller 1968, XIII.7.

    >>> round(spread_of_attempts(0.5, 3), 3)
    11.916
    """
    if rate >= 1:
        return 0.0
    hazard = (1 - rate) * rate**goal
    if hazard < LEAST_CHANCE:
        return inf
    # Rounding can make the variance slightly negative where there is no spread.
    return sqrt(max(0.0, 1 / hazard**2 - (2 * goal + 1) / hazard - rate / (1 - rate) ** 2))


def attempts_to_streaks(rate: float, goal: int, sets: int, chance: float) -> float:
    """The attempts within which ``sets`` rows of ``goal``, one after the other, come with that chance.

    What a set takes beyond its goal is close to exponential (Feller 1968, XIII.7), so that of several is close to a
    gamma distribution of the same mean and spread.

    >>> round(attempts_to_streaks(0.7, 4, 3, 0.5))
    29
    """
    spread = spread_of_attempts(rate, goal)
    if not isfinite(spread) or not spread:
        return sets * attempts_to_streak(rate, goal)
    return wait_for_streak(rate, goal).times(sets).quantile(chance)


def wait_for_streak(rate: float, goal: int) -> Wait:
    """The distribution of the attempts until ``goal`` makes in a row; infinite where the rate is too low."""
    if not isfinite(spread_of_attempts(rate, goal)):
        return NEVER
    return Wait(attempts_to_streak(rate, goal), spread_of_attempts(rate, goal) ** 2, goal)


def attempts_within(rate: float, most: int) -> float:
    """The mean number of attempts up to the first miss, or to ``most`` if none comes: (1 − p^n) / (1 − p).

    >>> attempts_within(0.5, 3)
    1.75
    """
    return float(most) if rate >= 1 else (1 - rate**most) / (1 - rate)


def attempts_to_streak_within(rate: float, goal: int, most: int) -> float:
    """The mean number of attempts until ``goal`` makes in a row, when it is given up after ``most``.

    The sum over n below ``most`` of the chance that the streak has not come by then.

    >>> attempts_to_streak_within(0.5, 3, 3)
    3.0
    """
    return without_streak(rate, goal, most) if 0 < rate < 1 else float(most if rate <= 0 else min(goal, most))


def first_miss_within(rate: float, most: int, chance: float) -> float:
    """The attempt by which the first miss has come with that chance; ``most``, where the game ends, if none has.

    >>> first_miss_within(0.5, 100, 0.75)
    2
    """
    return min(most, max(1, ceil(log(1 - chance) / log(rate))))


@dataclass(frozen=True)
class StreakWait:
    """How many attempts a row of ``goal`` takes, exactly."""

    rate: float
    goal: int

    @property
    def mean(self) -> float:
        return attempts_to_streak(self.rate, self.goal)

    def quantile(self, chance: float) -> float:
        """The attempts within which it comes with that chance."""
        return attempts_for_chance(self.rate, self.goal, chance)

    def cdf(self, attempts: float) -> float:
        """The chance that it comes within that many attempts."""
        return chance_of_streak(self.rate, self.goal, int(attempts))


@dataclass(frozen=True)
class FirstMiss:
    """How many attempts there are up to the first miss, or to ``most``, where the game ends, if none comes."""

    rate: float
    most: int

    @property
    def mean(self) -> float:
        return attempts_within(self.rate, self.most)

    def quantile(self, chance: float) -> float:
        """The attempts within which it is over with that chance."""
        return first_miss_within(self.rate, self.most, chance)

    def cdf(self, attempts: float) -> float:
        """The chance that it is over within that many attempts."""
        return 1.0 if attempts >= self.most else float(1 - self.rate ** max(0, int(attempts)))
