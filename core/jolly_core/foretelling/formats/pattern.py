"""Pattern: how long it takes, and how likely its marks are."""

from __future__ import annotations

from jolly_core.challenges.counted import has_limit
from jolly_core.challenges.formats.pattern import AGAIN, GOES_ON, WAITS, Pattern, PatternSettings
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.reaching import UNREACHABLE, Chain, ReachingForecast
from jolly_core.stats.chain import LOST, WON
from jolly_core.stats.quota import wait_for_makes
from jolly_core.stats.waiting import LEAST_CHANCE, NEVER, Wait
from jolly_core.streaks.expectation import wait_for_streak


class PatternForecast(ReachingForecast[PatternSettings]):
    format = Pattern
    prior = Pace(attempt_ms=4000)

    def wait(self, rate: float) -> Wait:
        """Begun anew, a lap is a row; walked on, it is a row of laps; where it waits it is one make at each."""
        lap, laps = self.settings.order.lap, self.settings.laps
        if self.settings.on_break == WAITS:
            return wait_for_makes(lap * laps, rate)
        if self.settings.on_break == AGAIN:
            return wait_for_streak(rate, lap).times(laps)
        clean = rate**lap
        if clean < LEAST_CHANCE:
            return NEVER
        return Wait(lap * laps / clean, lap**2 * laps * (1 - clean) / clean**2, lap * laps)

    @property
    def fewest(self) -> int:
        return self.settings.order.lap * self.settings.laps

    def chain(self, metric_id: str, mark: int) -> Chain | None:
        """Where in the lap, whether it is clean, the laps that are done, and the run in hand where that is asked of."""
        lap, on_break = self.settings.order.lap, self.settings.on_break
        laps = mark if metric_id == "laps" else self.settings.laps
        longest = mark if metric_id == "longest" else None
        if laps > self.settings.laps:
            return UNREACHABLE

        def after(state: tuple[int, bool, int, int], is_made: bool) -> tuple[int, bool, int, int] | str:
            place, is_clean, done, run = state
            if is_made:
                is_lap, run = place + 1 == lap, run + 1 if longest else 0
                done += is_lap and is_clean
                if longest and run >= longest:
                    return WON
                if done >= laps:
                    return LOST if longest else WON
                return (place + 1) % lap, is_lap or is_clean, done, run
            if on_break == GOES_ON:
                return (place + 1) % lap, place + 1 == lap, done, 0
            return 0 if on_break == AGAIN else place, True, done, 0

        return Chain((0, True, 0, 0), after)

    @property
    def asked(self) -> str:
        # Within the limits: without any, every number of laps is reached eventually.
        return "longest"

    def span(self, metric_id: str) -> tuple[float, float]:
        lap, laps = self.settings.order.lap, self.settings.laps
        if metric_id == self.reaching:
            return super().span(metric_id)
        if has_limit(self.settings):
            return 0, laps * lap if metric_id == "longest" else laps
        # Without a limit it goes on until the laps are done; a clean lap is a streak of its length, unless misses wait.
        if metric_id == "laps":
            return laps, laps
        most = laps * lap + (lap - 1 if self.settings.on_break == GOES_ON else 0)
        return (1 if self.settings.on_break == WAITS else lap), most
