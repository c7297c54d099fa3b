"""Open count: how long it takes, and how likely its marks are."""

from __future__ import annotations

from math import ceil

from jolly_core.challenges.counted import has_limit
from jolly_core.challenges.formats.open_count import OpenCount, OpenCountSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.limits import most_attempts
from jolly_core.foretelling.pace import Attempts, Pace, between, exactly
from jolly_core.foretelling.shares import makes_for
from jolly_core.stats.binomial import chance_of_at_least
from jolly_core.streaks.chance import LONGEST_GOAL, chance_of_streak

#: What a run without an end is planned with. Common practice, no source.
USUAL_ATTEMPTS = 50
#: What is asked of a count without an end, and the most that can be.
SOME, MOST_TRIES = 10, 10_000


class OpenCountForecast(Forecast[OpenCountSettings]):
    format = OpenCount

    def attempts(self, pace: Pace) -> Attempts:
        most = self.settings.attempts_limit
        return between(USUAL_ATTEMPTS / 2, USUAL_ATTEMPTS, USUAL_ATTEMPTS * 2) if most is None else exactly(most)

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        attempts = most_attempts(self.settings, pace, within_s)
        if metric_id == "rate":
            return (
                chance_of_at_least(makes_for(mark, attempts), attempts, pace.rate) if has_limit(self.settings) else None
            )
        wanted = ceil(mark)
        if metric_id == "makes" or wanted <= 0:
            return chance_of_at_least(wanted, attempts, pace.rate)
        return chance_of_streak(pace.rate, wanted, attempts) if wanted <= min(attempts, LONGEST_GOAL) else 0.0

    def span(self, metric_id: str) -> tuple[float, float]:
        if metric_id == "rate":
            # A count without an end of its own has no rate that could be asked for.
            return 0, 100 if has_limit(self.settings) else 0
        return 0, self.settings.attempts_limit or MOST_TRIES

    def first_mark(self, metric_id: str) -> float | None:
        return None if has_limit(self.settings) else SOME
