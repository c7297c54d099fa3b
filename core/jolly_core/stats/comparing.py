"""Tests whether one rate is lower than another. Standard library only."""

from __future__ import annotations

from math import comb


def chance_of_so_few(makes: int, attempts: int, other_makes: int, other_attempts: int) -> float:
    """The one-sided p-value of Fisher's exact test that the first rate is the lower one.

    Source: Fisher 1935, The Design of Experiments; the hypergeometric distribution.

    >>> round(chance_of_so_few(1, 9, 11, 14), 6)
    0.00249
    """
    whole, made = attempts + other_attempts, makes + other_makes
    fewest = max(0, made - other_attempts)
    ways = sum(comb(attempts, few) * comb(other_attempts, made - few) for few in range(fewest, makes + 1))
    return min(1.0, ways / comb(whole, made))
