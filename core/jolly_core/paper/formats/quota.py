"""Quota: kept on paper."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.quota import Quota, QuotaSettings, QuotaState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, makes_total, misses_total


@dataclass(frozen=True)
class QuotaTotals(Settings):
    kept: int = whole_number("Makes that filled a target", 0, 4800, 0)
    makes: int = makes_total()
    misses: int = misses_total()


class QuotaPaper(PaperForm[QuotaSettings, QuotaTotals, QuotaState]):
    format = Quota
    totals_type = QuotaTotals

    def sheet(self) -> Sheet:
        rule = f"Play {self.game.goal_words()}: tick makes, cross misses, until each target has all."
        return Sheet(rule, min(MOST_BOXES, 2 * self.settings.each * len(self.settings.targets)), "try")

    def metrics(self, totals: QuotaTotals) -> Mapping[str, int]:
        return self.taken(totals, is_reached=totals.kept >= self.settings.each * len(self.settings.targets))

    def state(self, totals: QuotaTotals) -> QuotaState:
        return replace(self.game.start(), count=Count(totals.makes, totals.misses))
