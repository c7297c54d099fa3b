"""Calls with no press: how long it takes, and how likely its marks are."""

from __future__ import annotations

from math import ceil

from jolly_core.challenges.formats.calls_with_no_press import CallsWithNoPress, NoPressSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import Attempts, Estimate, Pace, exactly
from jolly_core.foretelling.shares import makes_for
from jolly_core.stats.binomial import chance_of_at_least


class CallsWithNoPressForecast(Forecast[NoPressSettings]):
    format = CallsWithNoPress
    prior = Pace(attempt_ms=8000, rate=0.8)

    def attempts(self, pace: Pace) -> Attempts:
        return exactly(self.settings.number)

    def estimate(self, pace: Pace) -> Estimate:
        # By the clock alone: waits that are drawn between two ends, and the time for the answers.
        settings = self.settings
        waits = [settings.wait_low, (settings.wait_low + settings.wait_high) / 2, settings.wait_high]
        return Estimate(*(round(settings.number * (wait + settings.answer_s)) for wait in waits))

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        number = self.settings.number
        least = makes_for(mark, number) if metric_id == "answered_rate" else ceil(mark)
        return chance_of_at_least(least, number, pace.rate)

    def span(self, metric_id: str) -> tuple[float, float]:
        return 0, 100 if metric_id == "answered_rate" else self.settings.number
