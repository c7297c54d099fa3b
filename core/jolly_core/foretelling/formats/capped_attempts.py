"""Capped attempts: how long it takes, and how likely its marks are."""

from __future__ import annotations

from math import ceil

from jolly_core.challenges.formats.capped_attempts import CappedAttempts, CappedAttemptsSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import Attempts, Pace, exactly
from jolly_core.foretelling.shares import makes_for
from jolly_core.stats.binomial import chance_of_at_least


class CappedAttemptsForecast(Forecast[CappedAttemptsSettings]):
    format = CappedAttempts
    prior = Pace(attempt_ms=60_000, rate=0.3)

    def attempts(self, pace: Pace) -> Attempts:
        return exactly(self.settings.left)

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        cap = self.settings.left
        if metric_id == "tried":
            return float(mark <= cap)
        wanted = makes_for(mark, cap) if metric_id == "landed_rate" else ceil(mark)
        return chance_of_at_least(wanted, cap, pace.rate)

    def span(self, metric_id: str) -> tuple[float, float]:
        return 0, 100 if metric_id == "landed_rate" else self.settings.cap
