"""Calls: how long it takes, and how likely its marks are."""

from __future__ import annotations

from math import ceil, inf

from jolly_core.challenges.formats.calls import FASTEST_ANSWER_MS, Calls, CallsSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import Attempts, Estimate, Pace, exactly, time_of
from jolly_core.foretelling.shares import makes_for
from jolly_core.stats.binomial import chance_of_at_least


class CallsForecast(Forecast[CallsSettings]):
    format = Calls
    prior = Pace(attempt_ms=1500, rate=0.8)

    def attempts(self, pace: Pace) -> Attempts:
        return exactly(self.settings.number)

    def estimate(self, pace: Pace) -> Estimate:
        wait_s = self.settings.number * (self.settings.wait_low + self.settings.wait_high) / 2
        answer = time_of(self.attempts(pace), pace)
        return Estimate(*(round(each + wait_s) for each in (answer.low_s, answer.expected_s, answer.high_s)))

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        number = self.settings.number
        if metric_id == "answered_rate":
            return chance_of_at_least(makes_for(mark, number), number, pace.rate)
        return chance_of_at_least(ceil(mark), number, pace.rate) if metric_id == "answered" else None

    def span(self, metric_id: str) -> tuple[float, float]:
        if metric_id == "response":
            return FASTEST_ANSWER_MS, inf
        return 0, 100 if metric_id == "answered_rate" else self.settings.number
