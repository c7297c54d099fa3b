"""Zone points: how long it takes, and how likely its marks are."""

from __future__ import annotations

from jolly_core.challenges.formats.zone_points import ZonePoints, ZonePointsSettings
from jolly_core.challenges.rally import FASTEST_INTERVAL_MS
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import NINE_IN_TEN_Z, Attempts, Estimate, Pace, between, exactly, time_of


class ZonePointsForecast(Forecast[ZonePointsSettings]):
    format = ZonePoints

    def attempts(self, pace: Pace) -> Attempts:
        seconds, balls = self.settings.seconds, self.settings.balls
        if seconds is None:
            return exactly(balls or 0)
        expected = seconds * 1000 / pace.attempt_ms
        width = 1 + NINE_IN_TEN_Z * pace.tempo_spread
        most = expected if balls is None else min(expected, balls)
        return between(min(expected / width, most), most, expected * width if balls is None else balls)

    def estimate(self, pace: Pace) -> Estimate:
        seconds, balls = self.settings.seconds, self.settings.balls
        if balls is None:
            return Estimate(seconds or 0, seconds or 0, seconds or 0)
        return time_of(exactly(balls), pace, at_most_s=seconds)

    def span(self, metric_id: str) -> tuple[float, float]:
        best = max(zone.points for zone in self.settings.zones)
        most = self.settings.balls or (self.settings.seconds or 0) * 1000 // FASTEST_INTERVAL_MS
        return 0, {"points": best * most, "points_per_ball": best}.get(metric_id, most)

    def first_mark(self, metric_id: str) -> float | None:
        if self.settings.goal is not None or metric_id != "points":
            return None
        # Seven of ten balls in a zone of middling worth, and a little below that.
        worth = sum(zone.points for zone in self.settings.zones) / len(self.settings.zones)
        return float(max(1, round(0.9 * self.prior.rate * worth * self.attempts(self.prior).expected)))
