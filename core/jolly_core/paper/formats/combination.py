"""Combination: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass, replace

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.combination import Combination, CombinationSettings, CombinationState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, makes_total, misses_total


@dataclass(frozen=True)
class CombinationTotals(Settings):
    chains: int = whole_number("Complete chains", 0, 100, 0)
    makes: int = makes_total()
    misses: int = misses_total()


class CombinationPaper(PaperForm[CombinationSettings, CombinationTotals, CombinationState]):
    format = Combination
    totals_type = CombinationTotals

    def sheet(self) -> Sheet:
        rule = f"Play {self.game.goal_words()}: tick a whole chain, write down where it broke."
        return Sheet(rule, min(MOST_BOXES, self.settings.goes), "go")

    def state(self, totals: CombinationTotals) -> CombinationState:
        return replace(self.game.start(), count=Count(totals.makes, totals.misses))
