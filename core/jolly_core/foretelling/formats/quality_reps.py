"""Quality reps: how long it takes, and how likely its marks are."""

from __future__ import annotations

from math import ceil

from jolly_core.challenges.formats.quality_reps import QualityReps, QualityRepsSettings
from jolly_core.challenges.marks import COMFORTS
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import Attempts, Pace, between, exactly
from jolly_core.foretelling.shares import makes_for
from jolly_core.stats.binomial import chance_of_at_least


class QualityRepsForecast(Forecast[QualityRepsSettings]):
    format = QualityReps
    prior = Pace(attempt_ms=10_000)

    def attempts(self, pace: Pace) -> Attempts:
        least, most = self.settings.at_least, self.settings.reps
        return exactly(most) if least is None else between(least, (least + most) / 2, most)

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        reps = self.settings.reps
        if self.settings.at_least is not None:
            return None  # how many there will be is for the feel to say
        if metric_id == "good_rate":
            return chance_of_at_least(makes_for(mark, reps), reps, pace.rate)
        return chance_of_at_least(ceil(mark), reps, pace.rate) if metric_id == "good" else None

    def span(self, metric_id: str) -> tuple[float, float]:
        if metric_id == "comfort":
            return min(COMFORTS), max(COMFORTS)
        return 0, 100 if metric_id == "good_rate" else self.settings.reps
