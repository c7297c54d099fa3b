"""The chance of a streak within that many attempts, and how many attempts a chance takes. Exact, not simulated.

With f(n) the chance of no row of r in n attempts: f(n) = 1 for n < r, f(r) = 1 − p^r, and
f(n) = f(n − 1) − (1 − p) p^r f(n − 1 − r). Soon the ratio f(n) / f(n − 1) no longer changes and the rest is a power of
it, so that neither a long goal nor many attempts cost much. Source: Feller 1968, XIII.7; Uspensky 1937, V.3.
"""

from __future__ import annotations

from bisect import bisect_left
from functools import lru_cache
from itertools import pairwise
from math import ceil, fsum, inf, log

from jolly_core.errors import CoreError

#: The ratio has converged when it changes by less than this from one stretch of attempts to the next.
STEADY_BY = 1e-15
#: A streak length with a smaller chance adds nothing to the expected longest streak.
NEGLIGIBLE = 1e-12
LONGEST_GOAL = 1000
#: With a hazard below this the streak is taken never to come.
LEAST_DECAY = 1e-300


def chance_of_streak(rate: float, goal: int, attempts: int) -> float:
    """The chance (0 to 1) of ``goal`` makes in a row within ``attempts``, each made with chance ``rate``.

    Raises ``CoreError`` (``out_of_range``) for a rate outside 0 to 1 or a goal below 1.

    >>> chance_of_streak(0.5, 3, 10)
    0.5078125
    """
    _check(rate, goal)
    if attempts < goal or rate <= 0:
        return 0.0
    if rate >= 1:
        return 1.0
    without, ratio = _without(rate, goal)
    beyond = attempts - (len(without) - 1)
    return 1 - (without[attempts] if beyond <= 0 else without[-1] * ratio**beyond)


def attempts_for_chance(rate: float, goal: int, chance: float) -> float:
    """The fewest attempts within which ``goal`` in a row comes with at least that chance; infinite if it never does.

    >>> attempts_for_chance(0.8, 10, 0.9)
    86
    """
    _check(rate, goal)
    if rate <= 0:
        return inf
    if rate >= 1:
        return goal
    without, ratio = _without(rate, goal)
    if 1 - without[-1] >= chance:
        return bisect_left(without, chance, key=lambda missing: 1 - missing)
    # A ratio that rounds to one belongs to a goal out of sight: its hazard is (1 − p) p^r an attempt.
    decay = -log(ratio) if ratio < 1 else (1 - rate) * rate**goal
    beyond = log(without[-1] / (1 - chance)) / decay if decay > LEAST_DECAY else inf
    return inf if beyond == inf else len(without) - 1 + ceil(beyond)


def longest_streak(rate: float, attempts: int) -> float:
    """The expected longest row of makes in that many attempts: the sum over r of the chance of r in a row.

    >>> round(longest_streak(0.5, 10), 6)
    2.798828
    """
    total = 0.0
    for goal in range(1, attempts + 1):
        chance = chance_of_streak(rate, goal, attempts)
        if chance < NEGLIGIBLE:
            break
        total += chance
    return total


def without_streak(rate: float, goal: int, attempts: int) -> float:
    """The sum of the chances of no streak so far after 0, 1, … ``attempts`` − 1 attempts; for a rate within 0 to 1."""
    without, ratio = _without(rate, goal)
    inside = fsum(without[:attempts])
    beyond = attempts - len(without)
    if beyond <= 0:
        return inside
    step = without[-1] * ratio
    return inside + (step * (1 - ratio**beyond) / (1 - ratio) if ratio < 1 else step * beyond)


def _check(rate: float, goal: int) -> None:
    if not 0 <= rate <= 1:
        raise CoreError.one("out_of_range", "A rate is a share from 0 to 1.", "rate", value=rate, allowed="0 to 1")
    if not 1 <= goal <= LONGEST_GOAL:
        allowed = f"1 to {LONGEST_GOAL}"
        raise CoreError.one("out_of_range", f"A streak has {allowed} makes.", "goal", value=goal, allowed=allowed)


@lru_cache(maxsize=64)
def _without(rate: float, goal: int) -> tuple[list[float], float]:
    """The chances of no streak in 0, 1, 2, … attempts until their ratio converges, and that ratio."""
    hit = rate**goal
    without = [1.0] * goal + [1 - hit]
    loss, last = (1 - rate) * hit, 0.0
    while True:
        for attempts in range(len(without), len(without) + goal + 1):
            without.append(without[-1] - loss * without[attempts - 1 - goal])
        ratio = without[-1] / without[-2]
        # While it oscillates it can repeat a value by chance, so the whole stretch must have converged.
        is_steady = abs(ratio - last) < STEADY_BY and _is_level(without[-goal - 2 :], ratio)
        if is_steady or without[-1] < NEGLIGIBLE:
            return without, ratio
        last = ratio


def _is_level(stretch: list[float], ratio: float) -> bool:
    return all(abs(after / before - ratio) < STEADY_BY for before, after in pairwise(stretch))
