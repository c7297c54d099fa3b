"""Two-chance walk: how long it takes, and how likely its marks are."""

from __future__ import annotations

from jolly_core.challenges.counted import has_limit
from jolly_core.challenges.formats.two_chance_walk import STARTS_AGAIN, TwoChanceWalk, TwoChanceWalkSettings
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.reaching import UNREACHABLE, Chain, ReachingForecast
from jolly_core.stats.chain import WON
from jolly_core.stats.waiting import Wait
from jolly_core.stats.walk import wait_for_walk


class TwoChanceWalkForecast(ReachingForecast[TwoChanceWalkSettings]):
    format = TwoChanceWalk
    prior = Pace(attempt_ms=12_000)

    def wait(self, rate: float) -> Wait:
        again = self.settings.on_double == STARTS_AGAIN
        return wait_for_walk([rate] * len(self.settings.targets), starts_again=again)

    @property
    def fewest(self) -> int:
        return len(self.settings.targets)

    def chain(self, metric_id: str, mark: int) -> Chain | None:
        """The target in hand, and whether its second ball is."""
        if metric_id not in ("walked", self.reaching):
            return None
        whole, again = len(self.settings.targets), self.settings.on_double == STARTS_AGAIN
        wanted = mark if metric_id == "walked" else whole

        def after(state: tuple[int, bool], is_made: bool) -> tuple[int, bool] | str:
            place, is_second = state
            if is_made:
                return WON if place + 1 >= wanted else (place + 1, False)
            return (0 if again and is_second else place, not is_second)

        return Chain((0, False), after) if wanted <= whole else UNREACHABLE

    def span(self, metric_id: str) -> tuple[float, float]:
        whole = len(self.settings.targets)
        if metric_id == "walked":
            return (0 if has_limit(self.settings) else whole), whole
        if metric_id in ("first_rate", "second_rate"):
            return 0, 100
        return super().span(metric_id)
