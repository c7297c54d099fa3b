"""Quality reps: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.quality_reps import QualityReps, QualityRepsSettings, QualityState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet
from jolly_core.words import quantity


@dataclass(frozen=True)
class QualityRepsTotals(Settings):
    good: int = whole_number("Good reps", 0, 200, 0)
    attempts: int | None = whole_number("Reps, where it felt right before all were done", 0, 200, None)
    comfort: int | None = whole_number("Comfort, 1 to 5", 1, 5, None)


class QualityRepsPaper(PaperForm[QualityRepsSettings, QualityRepsTotals, QualityState]):
    format = QualityReps
    totals_type = QualityRepsTotals

    def sheet(self) -> Sheet:
        reps = quantity(self.settings.reps, "slow rep")
        rule = f"Play {reps}: tick each good one; at the end say how comfortable it was, 1 to 5."
        return Sheet(rule, min(MOST_BOXES, self.settings.reps), "rep")

    def state(self, totals: QualityRepsTotals) -> QualityState:
        good, reps = totals.good, totals.attempts or self.settings.reps
        if reps > self.settings.reps:
            message = f"There are {self.settings.reps} reps at most; {reps} is more."
            raise CoreError.one("out_of_reach", message, "attempts", value=reps, allowed=f"<= {self.settings.reps}")
        if good > reps:
            message = f"More good reps ({good}) than reps ({reps}) cannot be; count the ticks again."
            raise CoreError.one("out_of_reach", message, "good", value=good, allowed=f"<= {reps}")
        is_right = reps < self.settings.reps
        return QualityState(Count(good, reps - good), totals.comfort, is_right=is_right)

    def unknown(self, totals: QualityRepsTotals) -> tuple[str, ...]:
        return ("comfort",) if totals.comfort is None else ()
