"""Timed count: how long it takes, and how likely its marks are."""

from __future__ import annotations

from statistics import NormalDist

from jolly_core.challenges.formats.timed_count import TimedCount, TimedCountSettings
from jolly_core.challenges.rally import FASTEST_INTERVAL_MS
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import NINE_IN_TEN_Z, Attempts, Estimate, Pace, between


class TimedCountForecast(Forecast[TimedCountSettings]):
    format = TimedCount
    prior = Pace(attempt_ms=1200, rate=0.9)

    def attempts(self, pace: Pace) -> Attempts:
        if pace.usual is None:
            expected = self.settings.seconds * 1000 / pace.attempt_ms
            return between(expected / 2, expected, expected * 2)
        spread = NINE_IN_TEN_Z * (pace.spread or pace.usual / 4)
        return between(pace.usual - spread, pace.usual, pace.usual + spread)

    def estimate(self, pace: Pace) -> Estimate:
        return Estimate(self.settings.seconds, self.settings.seconds, self.settings.seconds)

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        if metric_id != "total" or pace.usual is None or not pace.spread:
            return None
        # Totals of one athlete are nearly normal around the usual; the half is the continuity correction.
        return 1 - NormalDist(pace.usual, pace.spread).cdf(mark - 0.5)

    def span(self, metric_id: str) -> tuple[float, float]:
        return 0, self.settings.seconds * 1000 // FASTEST_INTERVAL_MS
