"""Makes of n: how long it takes, and how likely its marks are."""

from __future__ import annotations

from math import ceil

from jolly_core.challenges.formats.makes_of_n import MakesOfN, MakesOfNSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import Attempts, Pace, exactly
from jolly_core.foretelling.shares import makes_for
from jolly_core.stats.binomial import chance_of_at_least
from jolly_core.streaks.chance import chance_of_streak


class MakesOfNForecast(Forecast[MakesOfNSettings]):
    format = MakesOfN
    prior = Pace(attempt_ms=12_000)

    def attempts(self, pace: Pace) -> Attempts:
        return exactly(self.settings.attempts)

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        attempts = self.settings.attempts
        if mark <= 0:
            return 1.0
        if metric_id == "best_streak":
            return chance_of_streak(pace.rate, ceil(mark), attempts) if mark <= attempts else 0.0
        return chance_of_at_least(makes_for(mark, attempts) if metric_id == "rate" else ceil(mark), attempts, pace.rate)

    def rate_of_mark(self, metric_id: str, mark: float) -> float | None:
        if metric_id == "best_streak":
            return super().rate_of_mark(metric_id, mark)
        return min(1.0, mark / (100 if metric_id == "rate" else self.settings.attempts))

    def span(self, metric_id: str) -> tuple[float, float]:
        return 0, 100 if metric_id == "rate" else self.settings.attempts
