"""Zone points: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.zone_points import ZonePoints, ZonePointsDetail, ZonePointsSettings
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.claims import is_enough
from jolly_core.lessons.lesson import Lessons
from jolly_core.words import quantity


class ZonePointsLessons(Lessons[ZonePointsSettings, ZonePointsDetail]):
    format = ZonePoints

    def of(self, tally: Tally[ZonePointsDetail]) -> tuple[str, ...]:
        zones = tally.detail.zones
        if not zones or not is_enough(tally):
            return ()
        best = max(zones, key=lambda zone: zone.points)
        a_ball = tally.whole("points") / tally.attempts
        return (
            f"Of {quantity(tally.attempts, 'ball')} {best.balls} hit {best.name}; "
            f"a ball brings {a_ball:.1f} of {quantity(best.points, 'point')} on average.",
        )
