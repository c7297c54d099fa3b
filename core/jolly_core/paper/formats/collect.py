"""Collect: kept on paper."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.collect import Collect, CollectSettings, CollectState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, makes_total, misses_total


@dataclass(frozen=True)
class CollectTotals(Settings):
    collected: int = whole_number("Targets collected", 0, 24, 0)
    makes: int = makes_total()
    misses: int = misses_total()


class CollectPaper(PaperForm[CollectSettings, CollectTotals, CollectState]):
    format = Collect
    totals_type = CollectTotals

    def sheet(self) -> Sheet:
        rule = f"Play {self.game.goal_words()}: write each target down as it is hit, cross each miss."
        return Sheet(rule, MOST_BOXES, "try")

    def metrics(self, totals: CollectTotals) -> Mapping[str, int]:
        return self.taken(totals, is_reached=totals.collected >= len(self.settings.targets))

    def state(self, totals: CollectTotals) -> CollectState:
        return replace(self.game.start(), count=Count(totals.makes, totals.misses))
