"""Checklist: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.checklist import LEFT_OUT, TICKED, Checklist, ChecklistSettings, ChecklistState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import PaperForm, Sheet
from jolly_core.words import quantity


@dataclass(frozen=True)
class ChecklistTotals(Settings):
    done: int = whole_number("Items done", 0, 24, 0)


class ChecklistPaper(PaperForm[ChecklistSettings, ChecklistTotals, ChecklistState]):
    format = Checklist
    totals_type = ChecklistTotals

    def sheet(self) -> Sheet:
        return Sheet("Tick each item that is done.", len(self.settings.items), "item")

    def state(self, totals: ChecklistTotals) -> ChecklistState:
        many, done = len(self.settings.items), totals.done
        if done > many:
            message = f"More are done ({done}) than there can be: the list has {quantity(many, 'item')}."
            raise CoreError.one("out_of_reach", message, "done", value=done, allowed=f"<= {many}")
        marks = (TICKED,) * done + (LEFT_OUT,) * (many - done)
        return ChecklistState(marks, Count(done, many - done))

    def unknown(self, totals: ChecklistTotals) -> tuple[str, ...]:
        return ()
