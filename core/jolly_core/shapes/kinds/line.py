"""A length of tape between two spots, hit by what comes near enough to it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot

from jolly_core.measures import METRIC, read_tape
from jolly_core.shapes.between import Between
from jolly_core.shapes.chances import chance_within, log_beyond, log_either
from jolly_core.shapes.points import Edge, Point


@dataclass(frozen=True)
class Line(Between):
    """Between two spots that lie ``across_m`` and ``up_m`` apart; hit within ``within_m`` of it."""

    within_m: float = 0.1

    kind = "line"

    def chance(self, sd_m: float) -> float:
        return chance_within(hypot(self.across_m, self.up_m) / 2, sd_m) * chance_within(self.within_m, sd_m)

    def log_miss(self, sd_m: float) -> float:
        along = log_beyond(hypot(self.across_m, self.up_m) / 2, sd_m)
        return log_either(along, log_beyond(self.within_m, sd_m))

    def taped(self, corners: Sequence[Point]) -> list[Edge]:
        return [(corners[0], corners[1])]

    def words(self, units: str = METRIC) -> str:
        return f"a line of {read_tape(self.long_m, units)}, hit within {read_tape(self.within_m, units)} of it"
