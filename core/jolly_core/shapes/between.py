"""What shapes between two spots have in common: from one end to the other, to the right and up."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from math import hypot
from typing import Self

from jolly_core.errors import Problem
from jolly_core.shapes.points import Edge, Point, ends_about
from jolly_core.shapes.shape import LARGEST_M, SMALLEST_M, Shape


@dataclass(frozen=True)
class Between(Shape):
    """A shape between two spots: either length may be zero; a negative one points left or down."""

    across_m: float
    up_m: float

    @property
    def long_m(self) -> float:
        """From one end to the other, in metres."""
        return hypot(self.across_m, self.up_m)

    def ends(self, at: Point) -> Edge:
        """Its two ends, with its middle there."""
        return ends_about(at, self.across_m, self.up_m)

    def half(self, surface_width_m: float) -> Point:
        return abs(self.across_m) / 2, abs(self.up_m) / 2

    def corners(self, at: Point, surface_width_m: float) -> list[Point]:
        return list(self.ends(at))

    def turned_over(self) -> Self:
        return replace(self, across_m=-self.across_m)

    def least(self, length: str) -> float:
        return -LARGEST_M if length in ("across_m", "up_m") else super().least(length)

    def problems(self) -> Iterator[Problem]:
        found = list(super().problems())
        yield from found
        if not found and self.long_m < SMALLEST_M:
            message = "Its two ends are one spot; pull them apart."
            yield Problem("out_of_range", message, ("across_m",), self.across_m, [SMALLEST_M, LARGEST_M])
