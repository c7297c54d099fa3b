"""Points in the plane, in metres: x to the right, y up or away."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from math import hypot

from jolly_core.errors import CoreError

Point = tuple[float, float]
Edge = tuple[Point, Point]


def ends_about(at: Point, across_m: float, up_m: float) -> Edge:
    """The two ends of a stretch given by its extent to the right and up, and its middle.

    >>> ends_about((2, 1), 1, 0)
    ((1.5, 1.0), (2.5, 1.0))
    """
    (x, y), across, up = at, across_m / 2, up_m / 2
    return (x - across, y - up), (x + across, y + up)


def box_about(at: Point, half: Point) -> list[Point]:
    """The corners of a box, going round from the left of its near or bottom edge."""
    (x, y), (half_x, half_y) = at, half
    return [(x - half_x, y - half_y), (x + half_x, y - half_y), (x + half_x, y + half_y), (x - half_x, y + half_y)]


def sides_of(corners: Sequence[Point]) -> list[Edge]:
    """The sides between corners, going round."""
    return [*pairwise(corners), (corners[-1], corners[0])]


def points_in_row(start: Point, end: Point, apart_m: float, size_m: float = 0.0) -> list[Point]:
    """Where things of a size stand in a row from one spot towards another, with a gap between each two.

    >>> len(points_in_row((0, 0), (0.5, 0), 0.01, 0.05715))
    8
    """
    length = hypot(end[0] - start[0], end[1] - start[1])
    step = apart_m + size_m
    if step <= 0:
        raise CoreError.one("out_of_range", "Things in a row need a size or a gap.", "apart_m", value=apart_m)
    count = int(length / step + 1e-9) + 1
    shares = [number * step / length if length else 0.0 for number in range(count)]
    return [(start[0] + share * (end[0] - start[0]), start[1] + share * (end[1] - start[1])) for share in shares]
