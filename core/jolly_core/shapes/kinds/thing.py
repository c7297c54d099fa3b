"""A single round thing: a ball on a table, a cone on the ground, a sticker on a wall."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.measures import METRIC, read_exactly
from jolly_core.shapes.chances import chance_in_round, log_outside_round
from jolly_core.shapes.points import Point
from jolly_core.shapes.shape import LaidWith, Shape


@dataclass(frozen=True)
class Thing(Shape):
    """A thing ``size_m`` wide; as with a row of them, what comes within its own width hits it."""

    size_m: float

    kind = "thing"
    laid_with = LaidWith.THINGS
    can_be_scaled = False

    def chance(self, sd_m: float) -> float:
        return chance_in_round(self.size_m / 2, sd_m)

    def log_miss(self, sd_m: float) -> float:
        return log_outside_round(self.size_m / 2, sd_m)

    def half(self, surface_width_m: float) -> Point:
        return self.size_m / 2, self.size_m / 2

    def corners(self, at: Point, surface_width_m: float) -> list[Point]:
        return [at]

    def things(self, at: Point) -> list[Point]:
        return [at]

    def words(self, units: str = METRIC) -> str:
        return f"one, {read_exactly(self.size_m, units)} wide"
