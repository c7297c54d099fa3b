"""Rallies: how long they take, and how likely their marks are."""

from __future__ import annotations

from math import ceil, inf

from jolly_core.challenges.formats.rallies import Rallies, RalliesSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import Attempts, Pace, waited
from jolly_core.stats.quota import wait_for_makes


class RalliesForecast(Forecast[RalliesSettings]):
    format = Rallies
    prior = Pace(attempt_ms=1500, rate=0.85)

    def attempts(self, pace: Pace) -> Attempts:
        """Each rally ends with a miss: the attempts to so many misses."""
        return waited(lambda rate: wait_for_makes(self.settings.rallies, 1 - rate), pace)

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        """A rally is as long with the chance of as many makes in a row; one of all has to be."""
        if metric_id != "longest":
            return None
        one = pace.rate ** max(0, ceil(mark))
        return 1 - (1 - one) ** self.settings.rallies

    def span(self, metric_id: str) -> tuple[float, float]:
        return 0, inf
