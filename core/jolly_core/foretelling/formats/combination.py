"""Combination: how long it takes, and how likely its marks are."""

from __future__ import annotations

from functools import lru_cache
from math import ceil, fsum

from jolly_core.challenges.formats.combination import Combination, CombinationSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.limits import most_attempts
from jolly_core.foretelling.pace import Attempts, Pace, waited
from jolly_core.stats.binomial import chance_of_at_least
from jolly_core.stats.chain import LOST, WON, chance_to_win
from jolly_core.stats.waiting import Wait


class CombinationForecast(Forecast[CombinationSettings]):
    format = Combination
    prior = Pace(attempt_ms=6000, rate=0.8)

    def attempts(self, pace: Pace) -> Attempts:
        skills, goes = len(self.settings.skills), self.settings.goes
        return waited(lambda rate: _goes_at(rate, skills, goes), pace)

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        goes, skills, wanted = self.settings.goes, len(self.settings.skills), ceil(mark)
        is_chains = metric_id == "chains"
        if wanted <= 0:
            return 1.0
        if wanted > (goes if is_chains else skills):
            return 0.0
        if self.settings.seconds_limit is None:
            whole = pace.rate**skills
            return chance_of_at_least(wanted, goes, whole) if is_chains else 1 - (1 - pace.rate**wanted) ** goes

        def after(state: tuple[int, int, int], is_made: bool) -> tuple[int, int, int] | str:
            place, gone, chains = state
            if is_made and (place + 1 == wanted if not is_chains else place + 1 == skills and chains + 1 == wanted):
                return WON
            if is_made and place + 1 < skills:
                return place + 1, gone, chains
            return LOST if gone + 1 == goes else (0, gone + 1, chains + (is_made and is_chains))

        return chance_to_win((0, 0, 0), after, pace.rate, most_attempts(self.settings, pace, None))

    def span(self, metric_id: str) -> tuple[float, float]:
        return 0, self.settings.goes if metric_id == "chains" else len(self.settings.skills)


@lru_cache(maxsize=256)
def _goes_at(rate: float, skills: int, goes: int) -> Wait:
    """A number of goes at a chain: each lasts up to its first miss, or to its end."""
    lengths = [(place, rate ** (place - 1) * (1 - rate)) for place in range(1, skills)] + [
        (skills, rate ** (skills - 1))
    ]
    mean = fsum(length * chance for length, chance in lengths)
    variance = fsum((length - mean) ** 2 * chance for length, chance in lengths)
    return Wait(mean, variance, 1).times(goes)
