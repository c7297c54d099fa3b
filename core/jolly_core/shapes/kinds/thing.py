"""A single round thing: a ball on a table, a cone on the ground, a sticker on a wall."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.measures import METRIC, read_exactly
from jolly_core.shapes.points import Point
from jolly_core.shapes.round_things import RoundThings


@dataclass(frozen=True)
class Thing(RoundThings):
    """A thing ``size_m`` wide."""

    size_m: float

    kind = "thing"

    def half(self, surface_width_m: float) -> Point:
        return self.size_m / 2, self.size_m / 2

    def corners(self, at: Point, surface_width_m: float) -> list[Point]:
        return [at]

    def things(self, at: Point) -> list[Point]:
        return [at]

    def words(self, units: str = METRIC) -> str:
        return f"one, {read_exactly(self.size_m, units)} wide"
