"""Long run: how long it takes, and how likely its marks are."""

from __future__ import annotations

from math import ceil

from jolly_core.challenges.formats.long_run import LongRun, LongRunSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import Attempts, Pace, waited
from jolly_core.streaks.expectation import FirstMiss


class LongRunForecast(Forecast[LongRunSettings]):
    format = LongRun
    prior = Pace(attempt_ms=15_000, rate=0.93)

    def attempts(self, pace: Pace) -> Attempts:
        most = self.settings.most
        return waited(lambda rate: FirstMiss(rate, most), pace)

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        balls = ceil(mark) * (self.settings.rack if metric_id == "racks" else 1)
        return 0.0 if balls > self.settings.most else float(pace.rate ** max(0, balls))

    def span(self, metric_id: str) -> tuple[float, float]:
        most = self.settings.most
        return 0, most // self.settings.rack if metric_id == "racks" else most
