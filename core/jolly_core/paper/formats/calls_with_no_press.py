"""Calls with no press: kept on paper."""

from __future__ import annotations

from jolly_core.challenges.formats.calls_with_no_press import CallsWithNoPress, NoPressSettings, NoPressState
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet
from jolly_core.paper.formats.calls import CallsTotals, count_of_calls
from jolly_core.words import quantity


class CallsWithNoPressPaper(PaperForm[NoPressSettings, CallsTotals, NoPressState]):
    format = CallsWithNoPress
    totals_type = CallsTotals

    def sheet(self) -> Sheet:
        settings = self.settings
        rule = (
            f"Let somebody call out one of {len(settings.calls)}, {quantity(settings.number, 'time')}, "
            f"{settings.answer_s} s for each answer: tick what was answered."
        )
        return Sheet(rule, min(MOST_BOXES, settings.number), "call")

    def state(self, totals: CallsTotals) -> NoPressState:
        return NoPressState(count_of_calls(totals, self.settings.number))
