"""Open count: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass, replace

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.open_count import OpenCount, OpenCountSettings, OpenState
from jolly_core.challenges.settings import Settings
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, makes_total, misses_total


@dataclass(frozen=True)
class OpenCountTotals(Settings):
    makes: int = makes_total()
    misses: int = misses_total()


class OpenCountPaper(PaperForm[OpenCountSettings, OpenCountTotals, OpenState]):
    format = OpenCount
    totals_type = OpenCountTotals

    def sheet(self) -> Sheet:
        return Sheet("Tick each make, cross each miss.", MOST_BOXES, "try")

    def unknown(self, totals: OpenCountTotals) -> tuple[str, ...]:
        return ("best_streak",)

    def state(self, totals: OpenCountTotals) -> OpenState:
        return replace(self.game.start(), count=Count(totals.makes, totals.misses))
