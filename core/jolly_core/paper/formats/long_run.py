"""Long run: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.long_run import LONGEST, LongRun, LongRunSettings, LongRunState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet


@dataclass(frozen=True)
class LongRunTotals(Settings):
    run: int = whole_number("Length of the run", 0, LONGEST, 0)
    misses: int = whole_number("Misses", 0, 1, 0)


class LongRunPaper(PaperForm[LongRunSettings, LongRunTotals, LongRunState]):
    format = LongRun
    totals_type = LongRunTotals

    def sheet(self) -> Sheet:
        rule = (
            f"Play until the first miss; a tick for each rack of {self.settings.rack}, and the balls over as a number."
        )
        return Sheet(rule, min(MOST_BOXES, max(1, self.settings.most // self.settings.rack)), "rack")

    def unknown(self, totals: LongRunTotals) -> tuple[str, ...]:
        return ()

    def state(self, totals: LongRunTotals) -> LongRunState:
        length, most = totals.run, self.settings.most
        if length > most:
            message = f"{length} cannot be: the run ends at {most}."
            raise CoreError.one("out_of_reach", message, "run", value=length, allowed=f"<= {most}")
        return LongRunState(Count(length, totals.misses, best_streak=length))
