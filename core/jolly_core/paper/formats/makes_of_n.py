"""Makes of n: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass, replace

from jolly_core.challenges.formats.makes_of_n import MakesOfN, MakesOfNSettings, MakesState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.paper.form import PaperForm, Sheet, count_of_makes


@dataclass(frozen=True)
class MakesOfNTotals(Settings):
    makes: int = whole_number("Makes", 0, 1000, 0)


class MakesOfNPaper(PaperForm[MakesOfNSettings, MakesOfNTotals, MakesState]):
    format = MakesOfN
    totals_type = MakesOfNTotals

    def sheet(self) -> Sheet:
        rule = f"Play all {self.settings.attempts}; tick a box for each make, leave it empty for a miss."
        return Sheet(rule, self.settings.attempts, "make")

    def unknown(self, totals: MakesOfNTotals) -> tuple[str, ...]:
        return ("best_streak",)

    def state(self, totals: MakesOfNTotals) -> MakesState:
        return replace(self.game.start(), count=count_of_makes(totals.makes, self.settings.attempts))
