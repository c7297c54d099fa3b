"""A rectangle: hit inside both sides."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jolly_core.errors import CoreError
from jolly_core.measures import METRIC, read_tape
from jolly_core.shapes.chances import chance_within, log_beyond, log_either
from jolly_core.shapes.points import Edge, Point, box_about, sides_of
from jolly_core.shapes.shape import Shape

MOST_PARTS = 16


@dataclass(frozen=True)
class Rectangle(Shape):
    width_m: float
    height_m: float

    kind = "rectangle"
    has_inside = True
    is_box = True

    def chance(self, sd_m: float) -> float:
        return chance_within(self.width_m / 2, sd_m) * chance_within(self.height_m / 2, sd_m)

    def log_miss(self, sd_m: float) -> float:
        return log_either(log_beyond(self.width_m / 2, sd_m), log_beyond(self.height_m / 2, sd_m))

    def half(self, surface_width_m: float) -> Point:
        return self.width_m / 2, self.height_m / 2

    def corners(self, at: Point, surface_width_m: float) -> list[Point]:
        return box_about(at, self.half(surface_width_m))

    def taped(self, corners: Sequence[Point]) -> list[Edge]:
        return sides_of(corners)

    def words(self, units: str = METRIC) -> str:
        return f"{read_tape(self.width_m, units)} by {read_tape(self.height_m, units)}"

    def divide(self, columns: int, rows: int) -> list[tuple[Shape, Point]]:
        """Halves, thirds, quarters, a cross.

        Raises ``CoreError`` (``out_of_range``) for more parts than can be told apart.

        >>> [middle for _, middle in Rectangle(2, 1).divide(2, 1)]
        [(-0.5, 0.0), (0.5, 0.0)]
        """
        if columns < 1 or rows < 1 or columns * rows > MOST_PARTS:
            message = f"A target is divided into {MOST_PARTS} parts at most."
            raise CoreError.one("out_of_range", message, "columns", value=[columns, rows], allowed=MOST_PARTS)
        part = Rectangle(self.width_m / columns, self.height_m / rows)
        left, low = -self.width_m / 2, -self.height_m / 2
        return [
            (part, (left + (column + 0.5) * part.width_m, low + (row + 0.5) * part.height_m))
            for row in range(rows)
            for column in range(columns)
        ]
