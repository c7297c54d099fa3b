"""Pattern: kept on paper."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.pattern import AGAIN, GOES_ON, WAITS, Pattern, PatternSettings, PatternState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, makes_total, misses_total

#: As much of a pattern is written onto a sheet.
LONGEST_SAID = 60


@dataclass(frozen=True)
class PatternTotals(Settings):
    longest: int = whole_number("Longest run in pattern", 0, 10_000, 0)
    makes: int = makes_total()
    misses: int = misses_total()
    laps: int | None = whole_number("Laps", 0, 200, None)


class PatternPaper(PaperForm[PatternSettings, PatternTotals, PatternState]):
    format = Pattern
    totals_type = PatternTotals

    def sheet(self) -> Sheet:
        what = {AGAIN: "start again", GOES_ON: "go on", WAITS: "stay there"}[self.settings.on_break]
        pattern = " ".join(self.settings.pattern.split())
        said = pattern if len(pattern) <= LONGEST_SAID else f"{pattern[:LONGEST_SAID]}…"
        return Sheet(f"In order: {said}. Tick each hit, cross each break; on a break {what}.", MOST_BOXES, "try")

    def metrics(self, totals: PatternTotals) -> Mapping[str, int]:
        return self.taken(totals, is_reached=(totals.laps or 0) >= self.settings.laps)

    def state(self, totals: PatternTotals) -> PatternState:
        return replace(self.game.start(), count=Count(totals.makes, totals.misses))
