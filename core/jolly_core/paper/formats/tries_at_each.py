"""Tries at each: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass, replace

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.tries_at_each import EachState, TriesAtEach, TriesAtEachSettings
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet


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
        whole, makes = self.settings.whole, totals.makes
        if makes > whole:
            message = f"{makes} makes cannot come from {whole} tries; count the ticks again."
            raise CoreError.one("out_of_reach", message, "makes", value=makes, allowed=f"<= {whole}")
        return replace(self.game.start(), count=Count(makes, whole - makes))
