"""What round things have in common, one or many in a row: they are as large as they are, and hit within their width."""

from __future__ import annotations

from jolly_core.shapes.chances import chance_in_round, log_outside_round
from jolly_core.shapes.shape import LaidWith, Shape


class RoundThings(Shape):
    """A shape of round things ``size_m`` wide; one of them is aimed at, and what comes within its width hits it."""

    size_m: float

    laid_with = LaidWith.THINGS
    can_be_scaled = False

    def chance(self, sd_m: float) -> float:
        return chance_in_round(self.size_m / 2, sd_m)

    def log_miss(self, sd_m: float) -> float:
        return log_outside_round(self.size_m / 2, sd_m)
