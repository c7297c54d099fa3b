"""Against time: how long it takes."""

from __future__ import annotations

from math import ceil, inf

from jolly_core.challenges.counted import has_limit, limit_of_attempts, limit_of_seconds
from jolly_core.challenges.formats.against_time import RESETS, AgainstTime, AgainstTimeSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.limits import most_attempts
from jolly_core.foretelling.pace import Attempts, Pace, waited
from jolly_core.stats.binomial import chance_of_at_least
from jolly_core.stats.circuit import RESTART, wait_for_circuit
from jolly_core.stats.quota import wait_for_makes
from jolly_core.stats.waiting import Wait
from jolly_core.streaks.chance import chance_of_streak

#: A first time is asked for in steps of this.
STEP_S = 5


class AgainstTimeForecast(Forecast[AgainstTimeSettings]):
    format = AgainstTime
    prior = Pace(attempt_ms=2500, rate=0.9)

    def wait(self, rate: float) -> Wait:
        """The attempts to the goal: makes in a row are a circuit that a miss begins anew."""
        if self.settings.on_miss == RESETS:
            return wait_for_circuit([rate] * self.settings.makes, RESTART)
        return wait_for_makes(self.settings.makes, rate)

    def attempts(self, pace: Pace) -> Attempts:
        return waited(self.wait, pace, limit_of_attempts(self.settings))

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        most, wanted = most_attempts(self.settings, pace, within_s), ceil(mark)
        if metric_id == "seconds":
            most, wanted = min(most, round(1000 * mark) // pace.attempt_ms), self.settings.makes
        if wanted > self.settings.makes:
            return 0.0
        if wanted <= 0:
            return 1.0
        if self.settings.on_miss == RESETS:
            return chance_of_streak(pace.rate, wanted, most)
        return chance_of_at_least(wanted, most, pace.rate)

    def span(self, metric_id: str) -> tuple[float, float]:
        if metric_id == "seconds":
            return 0, limit_of_seconds(self.settings) or inf
        return (0 if has_limit(self.settings) else self.settings.makes), self.settings.makes

    def first_mark(self, metric_id: str) -> float | None:
        """About the time of one go without a miss, and half as much again."""
        if metric_id != "seconds":
            return None
        return STEP_S * ceil(1.5 * self.settings.makes * self.prior.attempt_ms / 1000 / STEP_S)
