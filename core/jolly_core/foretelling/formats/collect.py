"""Collect: how long it takes, and how likely its marks are."""

from __future__ import annotations

from jolly_core.challenges.counted import has_limit
from jolly_core.challenges.formats.collect import AIMED, Collect, CollectSettings
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.reaching import UNREACHABLE, Chain, ReachingForecast
from jolly_core.stats.chain import WON
from jolly_core.stats.collecting import wait_for_each
from jolly_core.stats.quota import wait_for_makes
from jolly_core.stats.waiting import Wait


class CollectForecast(ReachingForecast[CollectSettings]):
    format = Collect
    prior = Pace(attempt_ms=6000)

    def wait(self, rate: float) -> Wait:
        """Aimed at, each target takes until its one make; as it comes, the last ones take longest."""
        many = len(self.settings.targets)
        return wait_for_makes(many, rate) if self.settings.by == AIMED else wait_for_each(many, rate)

    @property
    def fewest(self) -> int:
        return len(self.settings.targets)

    def chain(self, metric_id: str, mark: int) -> Chain | None:
        whole = len(self.settings.targets)
        wanted = mark if metric_id == "collected" else whole

        def after(collected: int, is_made: bool) -> int | str:
            return WON if collected + is_made >= wanted else collected + is_made

        return Chain(0, after) if wanted <= whole else UNREACHABLE

    def rate_at(self, state: int, rate: float) -> float:
        many = len(self.settings.targets)
        return rate if self.settings.by == AIMED else rate * (many - state) / many

    def span(self, metric_id: str) -> tuple[float, float]:
        whole = len(self.settings.targets)
        if metric_id == self.reaching:
            return super().span(metric_id)
        return (0 if has_limit(self.settings) else whole), whole
