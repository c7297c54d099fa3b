"""A strip between two lines that run across the whole surface: only one direction counts."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jolly_core.measures import METRIC, read_tape
from jolly_core.shapes.chances import chance_within, log_beyond
from jolly_core.shapes.points import Edge, Point, box_about, sides_of
from jolly_core.shapes.shape import Shape


@dataclass(frozen=True)
class Strip(Shape):
    width_m: float

    kind = "strip"
    has_inside = True
    is_box = True
    runs_across = True

    def chance(self, sd_m: float) -> float:
        return chance_within(self.width_m / 2, sd_m)

    def log_miss(self, sd_m: float) -> float:
        return log_beyond(self.width_m / 2, sd_m)

    def half(self, surface_width_m: float) -> Point:
        return surface_width_m / 2, self.width_m / 2

    def corners(self, at: Point, surface_width_m: float) -> list[Point]:
        return box_about(at, self.half(surface_width_m))

    def taped(self, corners: Sequence[Point]) -> list[Edge]:
        """Its two long edges: the short ones are the edges of the surface."""
        return sides_of(corners)[::2]

    def words(self, units: str = METRIC) -> str:
        return f"a strip {read_tape(self.width_m, units)} wide, all across"
