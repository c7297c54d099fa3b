"""Tempo ladder: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass, replace

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.tempo_ladder import TempoLadder, TempoLadderSettings, TempoState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, makes_total, misses_total


@dataclass(frozen=True)
class TempoLadderTotals(Settings):
    tempo: int = whole_number("Highest clean tempo", 0, 400, 0)
    makes: int = makes_total()
    misses: int = misses_total()


class TempoLadderPaper(PaperForm[TempoLadderSettings, TempoLadderTotals, TempoState]):
    format = TempoLadder
    totals_type = TempoLadderTotals

    def sheet(self) -> Sheet:
        rule = f"Play {self.game.goal_words()}: a tick for clean, a cross for not."
        return Sheet(rule, min(MOST_BOXES, len(self.settings.tempi)), "tempo")

    def state(self, totals: TempoLadderTotals) -> TempoState:
        return replace(self.game.start(), count=Count(totals.makes, totals.misses))
