"""Race against yourself: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.against_yourself import (
    AgainstYourself,
    AgainstYourselfSettings,
    AgainstYourselfState,
)
from jolly_core.challenges.settings import Settings
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, makes_total, misses_total


@dataclass(frozen=True)
class AgainstYourselfTotals(Settings):
    makes: int = makes_total()
    misses: int = misses_total()


class AgainstYourselfPaper(PaperForm[AgainstYourselfSettings, AgainstYourselfTotals, AgainstYourselfState]):
    format = AgainstYourself
    totals_type = AgainstYourselfTotals

    def sheet(self) -> Sheet:
        rule = f"Play {self.game.goal_words()}: tick each make, cross each miss, with the last sheet beside you."
        return Sheet(rule, min(MOST_BOXES, 3 * self.settings.makes), "try")

    def unknown(self, totals: AgainstYourselfTotals) -> tuple[str, ...]:
        return ("won", "lead")

    def state(self, totals: AgainstYourselfTotals) -> AgainstYourselfState:
        return AgainstYourselfState(Count(totals.makes, totals.misses))
