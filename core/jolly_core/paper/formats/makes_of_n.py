"""Makes of n: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.makes_of_n import MakesOfN, MakesOfNSettings, MakesState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import PaperForm, Sheet


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
        attempts, makes = self.settings.attempts, totals.makes
        if makes > attempts:
            raise CoreError.one(
                "out_of_reach",
                f"{makes} makes cannot come from {attempts} attempts; count the ticks again.",
                "makes",
                value=makes,
                allowed=f"<= {attempts}",
            )
        return MakesState(Count(makes, attempts - makes))
