"""Race: how long it takes, and how likely its marks are."""

from __future__ import annotations

from math import ceil, inf

from jolly_core.challenges.formats.race import Race, RaceSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import Attempts, Pace, waited
from jolly_core.stats import chain
from jolly_core.stats.race import RaceWait, chance_of_winning

#: The longest race that is computed: beyond it the score stays level too long.
MOST_RALLIES = 2000


class RaceForecast(Forecast[RaceSettings]):
    format = Race
    prior = Pace(attempt_ms=8000, rate=0.5)

    def attempts(self, pace: Pace) -> Attempts:
        to, clear = self.settings.to, self.settings.clear
        return waited(lambda rate: RaceWait(to, rate, clear), pace)

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        to, clear = self.settings.to, self.settings.clear
        wanted = ceil(mark)
        if wanted <= 0 and metric_id != "lost_points":
            return 1.0
        if metric_id == "won":
            return chance_of_winning(to, pace.rate, clear) if wanted <= 1 else 0.0

        def after(state: tuple[int, int], is_made: bool) -> tuple[int, int] | str:
            own, drill = state[0] + is_made, state[1] + (not is_made)
            if metric_id == "longest_lead" and own - drill >= wanted:
                return chain.WON
            if metric_id == "points" and own >= wanted:
                return chain.WON
            if metric_id == "lost_points" and drill > mark:
                return chain.LOST
            if max(own, drill) < to or abs(own - drill) < clear:
                return own, drill
            return chain.WON if metric_id == "lost_points" else chain.LOST

        return chain.chance_to_win((0, 0), after, pace.rate, MOST_RALLIES)

    def span(self, metric_id: str) -> tuple[float, float]:
        to = self.settings.to
        if metric_id == "won":
            return 0, 1
        # With a margin of two a race goes on beyond its points until somebody is clear.
        most = inf if self.settings.clear > 1 else to
        return 0, to if metric_id == "longest_lead" else most

    @property
    def asked(self) -> str:
        return "won"

    def first_mark(self, metric_id: str) -> float | None:
        return 1 if metric_id == "won" else None
