"""Tries at each: how long it takes, and how likely its marks are."""

from __future__ import annotations

from math import ceil, prod

from jolly_core.challenges.formats.tries_at_each import TriesAtEach, TriesAtEachSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import Attempts, Pace, exactly
from jolly_core.foretelling.shares import makes_for
from jolly_core.stats.binomial import chance_of_at_least


class TriesAtEachForecast(Forecast[TriesAtEachSettings]):
    format = TriesAtEach
    prior = Pace(attempt_ms=12_000)

    def attempts(self, pace: Pace) -> Attempts:
        return exactly(self.settings.whole)

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        whole = self.settings.whole
        if mark <= 0:
            return 1.0
        if metric_id == "weakest_share":
            # No target may stay below: each of them on its own, at the one rate that the record has.
            tries = [target.tries for target in self.settings.targets]
            return prod(chance_of_at_least(makes_for(mark, each), each, pace.rate) for each in tries)
        return chance_of_at_least(makes_for(mark, whole) if metric_id == "rate" else ceil(mark), whole, pace.rate)

    def span(self, metric_id: str) -> tuple[float, float]:
        return 0, self.settings.whole if metric_id == "makes" else 100
