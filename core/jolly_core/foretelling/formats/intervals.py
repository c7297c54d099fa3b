"""Intervals: how long it takes, and how likely its marks are."""

from __future__ import annotations

from dataclasses import replace

from jolly_core.challenges.formats.intervals import REPS, SECONDS, SETS, Intervals, IntervalsSettings
from jolly_core.challenges.marks import EFFORTS
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import Attempts, Estimate, Pace, between, time_of

MOST_REPS = 10_000


class IntervalsForecast(Forecast[IntervalsSettings]):
    format = Intervals
    prior = Pace(attempt_ms=3000, rate=0.95)

    def attempts(self, pace: Pace) -> Attempts:
        sets = self.settings.all_sets
        if self.settings.by == REPS:
            wanted = sets * self.settings.reps
            return between(wanted, wanted / max(0.05, pace.rate), 1.3 * wanted / max(0.05, pace.rate))
        if self.settings.by == SETS:
            return between(sets, sets / max(0.05, pace.rate), 1.3 * sets / max(0.05, pace.rate))
        reps = sets * self.settings.work_s * 1000 / pace.attempt_ms
        return between(reps / 2, reps, reps * 2)

    def estimate(self, pace: Pace) -> Estimate:
        if self.settings.by == SECONDS:
            whole = self.settings.length_s
            return Estimate(whole, whole, whole)
        if self.settings.by == SETS and pace.is_prior:
            # A press is a whole set here, and not one rep.
            pace = replace(pace, attempt_ms=pace.attempt_ms * self.settings.reps)
        return time_of(self.attempts(pace), pace, rest_s=self.settings.total_rest_s)

    def span(self, metric_id: str) -> tuple[float, float]:
        # Such a run falls short by being stopped, so no set is certain, by the clock either.
        return 0, {"sets_done": self.settings.all_sets, "effort": max(EFFORTS)}.get(metric_id, MOST_REPS)

    def first_mark(self, metric_id: str) -> float | None:
        return self.settings.all_sets if metric_id == "sets_done" else None
