"""A circle: hit inside the round."""

from __future__ import annotations

from dataclasses import dataclass
from math import hypot

from jolly_core.measures import METRIC, read_tape
from jolly_core.shapes.chances import chance_in_round, chance_off_centre, log_outside_round
from jolly_core.shapes.points import Point
from jolly_core.shapes.shape import LaidWith, Shape


@dataclass(frozen=True)
class Circle(Shape):
    radius_m: float

    kind = "circle"
    laid_with = LaidWith.CHALK
    has_inside = True

    def chance(self, sd_m: float) -> float:
        return chance_in_round(self.radius_m, sd_m)

    def log_miss(self, sd_m: float) -> float:
        return log_outside_round(self.radius_m, sd_m)

    def chance_beside(self, right_m: float, above_m: float, sd_m: float) -> float:
        return chance_off_centre(self.radius_m, sd_m, hypot(right_m, above_m))

    def half(self, surface_width_m: float) -> Point:
        return self.radius_m, self.radius_m

    def corners(self, at: Point, surface_width_m: float) -> list[Point]:
        return [at]

    def words(self, units: str = METRIC) -> str:
        return f"{read_tape(2 * self.radius_m, units)} across"
