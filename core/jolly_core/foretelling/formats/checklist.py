"""Checklist: how long it takes, and how likely its marks are."""

from __future__ import annotations

from jolly_core.challenges.formats.checklist import Checklist, ChecklistSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import Attempts, Estimate, Pace, exactly

#: A check without a time of its own. Common practice, no source.
CHECK_S = 10


class ChecklistForecast(Forecast[ChecklistSettings]):
    format = Checklist
    prior = Pace(attempt_ms=CHECK_S * 1000, rate=0.95)

    def attempts(self, pace: Pace) -> Attempts:
        many = len(self.settings.items)
        return exactly(many)

    def estimate(self, pace: Pace) -> Estimate:
        timed = sum(item.seconds or 0 for item in self.settings.items)
        short = sum(item.seconds is None for item in self.settings.items) * CHECK_S
        return Estimate(timed + short // 3, timed + short, timed + 3 * short)

    def span(self, metric_id: str) -> tuple[float, float]:
        return 0, len(self.settings.items)
