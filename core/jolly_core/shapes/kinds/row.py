"""A row of round things between two spots; the one that is aimed at is hit."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.measures import METRIC, read_exactly, read_tape
from jolly_core.shapes.between import Between
from jolly_core.shapes.points import Point, points_in_row
from jolly_core.shapes.round_things import RoundThings


@dataclass(frozen=True)
class Row(RoundThings, Between):
    """Round things ``size_m`` wide with a gap of ``apart_m`` between each two."""

    apart_m: float
    size_m: float

    kind = "row"

    def half(self, surface_width_m: float) -> Point:
        half_x, half_y = super().half(surface_width_m)
        return half_x + self.size_m / 2, half_y + self.size_m / 2

    def things(self, at: Point) -> list[Point]:
        return points_in_row(*self.ends(at), self.apart_m, self.size_m)

    def words(self, units: str = METRIC) -> str:
        step = read_exactly(self.apart_m + self.size_m, units)
        length = read_tape(self.long_m, units)
        return f"{len(self.things((0, 0)))} in a row over {length}, {step} from middle to middle"

    def least(self, length: str) -> float:
        return 0.0 if length == "apart_m" else super().least(length)
