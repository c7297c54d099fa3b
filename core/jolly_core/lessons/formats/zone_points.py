"""Zone points: what a run of it says."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from jolly_core.challenges.formats.zone_points import ZonePoints, ZonePointsSettings
from jolly_core.lessons.claims import is_enough
from jolly_core.lessons.lesson import Lessons
from jolly_core.words import counted


class ZonePointsLessons(Lessons[ZonePointsSettings]):
    format = ZonePoints

    def of(self, tally: Mapping[str, Any]) -> tuple[str, ...]:
        zones = tally["detail"].get("zones")
        if not zones or not is_enough(tally):
            return ()
        best = max(zones, key=lambda zone: zone["points"])
        a_ball = tally["metrics"]["points"] / tally["attempts"]
        return (
            f"Of {counted(tally['attempts'], 'ball')} {best['balls']} hit {best['name']}; "
            f"a ball brings {a_ball:.1f} of {counted(best['points'], 'point')} on average.",
        )
