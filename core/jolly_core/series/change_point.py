"""Whether, and where, a series of results has shifted once. Standard library only.

Source: Pettitt 1979, "A non-parametric approach to the change-point problem", Applied Statistics 28.
"""

from __future__ import annotations

from bisect import bisect_left, bisect_right
from collections.abc import Sequence
from dataclasses import dataclass
from math import exp


@dataclass(frozen=True)
class ChangePoint:
    """``place`` is the first result after the shift; ``p_value`` how often chance alone has so clear a one."""

    place: int
    p_value: float


def change_point(values: Sequence[float]) -> ChangePoint | None:
    """The most likely shift of a series, by ranks; None for fewer than two results, or where all are alike.

    >>> change_point([1, 2, 1, 2, 1, 2, 7, 8, 7, 8, 7, 8]).place
    6
    """
    many, ordered = len(values), sorted(values)
    score, best, place = 0, 0, 0
    for here, value in enumerate(values[:-1]):
        # How many more of all results lie below it than above it.
        score += bisect_left(ordered, value) - (many - bisect_right(ordered, value))
        if abs(score) > best:
            best, place = abs(score), here + 1
    if not best:
        return None
    return ChangePoint(place, min(1.0, 2 * exp(-6 * best**2 / (many**3 + many**2))))
