"""Feeds: how long they take, and how likely their marks are."""

from __future__ import annotations

from math import ceil

from jolly_core.challenges.formats.feeds import Feeds, FeedsSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import Attempts, Estimate, Pace, exactly
from jolly_core.foretelling.shares import makes_for
from jolly_core.stats.binomial import chance_of_at_least


class FeedsForecast(Forecast[FeedsSettings]):
    format = Feeds
    prior = Pace(attempt_ms=3000, rate=0.6)

    def attempts(self, pace: Pace) -> Attempts:
        return exactly(self.settings.number)

    def estimate(self, pace: Pace) -> Estimate:
        # By the clock alone.
        settings = self.settings
        lasts_s = round(
            (settings.number + 1) * settings.interval_ms / 1000 + (settings.sections - 1) * settings.pause_s
        )
        return Estimate(lasts_s, lasts_s, lasts_s)

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        number = self.settings.number
        least = makes_for(mark, number) if metric_id == "made_rate" else ceil(mark)
        return chance_of_at_least(least, number, pace.rate)

    def span(self, metric_id: str) -> tuple[float, float]:
        return 0, 100 if metric_id == "made_rate" else self.settings.number
