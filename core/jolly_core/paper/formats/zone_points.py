"""Zone points: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass, replace

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.zone_points import PointsState, ZonePoints, ZonePointsSettings
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, makes_total, misses_total


@dataclass(frozen=True)
class ZonePointsTotals(Settings):
    points: int = whole_number("Points", 0, 100_000, 0)
    makes: int = makes_total()
    misses: int = misses_total()


class ZonePointsPaper(PaperForm[ZonePointsSettings, ZonePointsTotals, PointsState]):
    format = ZonePoints
    totals_type = ZonePointsTotals

    def sheet(self) -> Sheet:
        timer = "" if self.settings.seconds is None else f"Set a timer to {self.settings.seconds} s. "
        rule = f"{timer}Write the points of each ball, 0 for out."
        return Sheet(rule, min(MOST_BOXES, self.settings.balls or MOST_BOXES), "ball")

    def state(self, totals: ZonePointsTotals) -> PointsState:
        return replace(self.game.start(), count=Count(totals.makes, totals.misses))
