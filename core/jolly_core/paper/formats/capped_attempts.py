"""Capped attempts: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.capped_attempts import CappedAttempts, CappedAttemptsSettings, CappedState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import PaperForm, Sheet
from jolly_core.words import quantity


@dataclass(frozen=True)
class CappedAttemptsTotals(Settings):
    landed: int = whole_number("Landed", 0, 50, 0)
    tried: int = whole_number("Tried", 0, 50, 0)


class CappedAttemptsPaper(PaperForm[CappedAttemptsSettings, CappedAttemptsTotals, CappedState]):
    format = CappedAttempts
    totals_type = CappedAttemptsTotals

    def sheet(self) -> Sheet:
        rule = (
            f"At most {quantity(self.settings.cap, 'try', 'tries')}: tick what landed, cross what did not, then stop."
        )
        return Sheet(rule, self.settings.cap, "try")

    def state(self, totals: CappedAttemptsTotals) -> CappedState:
        landed, tried = totals.landed, totals.tried
        if landed > tried or tried > self.settings.cap:
            message = f"Landed {landed} of {tried}, at most {self.settings.cap}: that cannot be; count again."
            raise CoreError.one("out_of_reach", message, "landed", value=landed, allowed=f"<= {tried}")
        return CappedState(Count(landed, tried - landed))

    def unknown(self, totals: CappedAttemptsTotals) -> tuple[str, ...]:
        return ()
