"""Quota: how long it takes, and how likely its marks are."""

from __future__ import annotations

from jolly_core.challenges.counted import has_limit
from jolly_core.challenges.formats.quota import Quota, QuotaSettings
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.reaching import UNREACHABLE, Chain, ReachingForecast
from jolly_core.stats.chain import WON
from jolly_core.stats.quota import wait_for_makes
from jolly_core.stats.waiting import Wait


class QuotaForecast(ReachingForecast[QuotaSettings]):
    format = Quota
    prior = Pace(attempt_ms=10_000)

    def wait(self, rate: float) -> Wait:
        return wait_for_makes(self.settings.each * len(self.settings.targets), rate)

    @property
    def fewest(self) -> int:
        return self.settings.each * len(self.settings.targets)

    def chain(self, metric_id: str, mark: int) -> Chain | None:
        whole = self.fewest
        wanted = mark if metric_id == "kept" else whole

        def after(kept: int, is_made: bool) -> int | str:
            return WON if kept + is_made >= wanted else kept + is_made

        return Chain(0, after) if wanted <= whole else UNREACHABLE

    def span(self, metric_id: str) -> tuple[float, float]:
        whole = self.fewest
        if metric_id == self.reaching:
            return super().span(metric_id)
        return (0 if has_limit(self.settings) else whole), whole
