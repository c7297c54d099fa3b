"""Tries at each: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass, replace

from jolly_core.challenges.formats.tries_at_each import EachState, TriesAtEach, TriesAtEachSettings
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, count_of_makes


@dataclass(frozen=True)
class TriesAtEachTotals(Settings):
    makes: int = whole_number("Makes", 0, 4800, 0)


class TriesAtEachPaper(PaperForm[TriesAtEachSettings, TriesAtEachTotals, EachState]):
    format = TriesAtEach
    totals_type = TriesAtEachTotals

    def sheet(self) -> Sheet:
        targets = ", ".join(f"{target.tries} at {target.title}" for target in self.settings.targets)
        rule = f"Play {targets}: tick a box for each make, leave it empty for a miss."
        return Sheet(rule, min(MOST_BOXES, self.settings.whole), "make")

    def unknown(self, totals: TriesAtEachTotals) -> tuple[str, ...]:
        return ("weakest_share",)

    def state(self, totals: TriesAtEachTotals) -> EachState:
        return replace(self.game.start(), count=count_of_makes(totals.makes, self.settings.whole))
