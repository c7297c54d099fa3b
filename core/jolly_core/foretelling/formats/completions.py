"""Completions: how long it takes, and how likely its marks are."""

from __future__ import annotations

from jolly_core.challenges.counted import has_limit
from jolly_core.challenges.formats.completions import Completions, CompletionsSettings
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.reaching import UNREACHABLE, Chain, ReachingForecast
from jolly_core.stats.chain import WON
from jolly_core.stats.quota import wait_for_makes
from jolly_core.stats.waiting import Wait


class CompletionsForecast(ReachingForecast[CompletionsSettings]):
    format = Completions
    prior = Pace(attempt_ms=60_000)

    def wait(self, rate: float) -> Wait:
        return wait_for_makes(self.settings.goal, rate)

    @property
    def fewest(self) -> int:
        return self.settings.goal

    def chain(self, metric_id: str, mark: int) -> Chain | None:
        goal = self.settings.goal
        wanted = mark if metric_id == "completions" else goal

        def after(done: int, is_made: bool) -> int | str:
            return WON if done + is_made >= wanted else done + is_made

        return Chain(0, after) if wanted <= goal else UNREACHABLE

    def span(self, metric_id: str) -> tuple[float, float]:
        if metric_id == self.reaching:
            return super().span(metric_id)
        goal = self.settings.goal
        return (0 if has_limit(self.settings) else goal), goal
