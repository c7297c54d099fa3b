"""Calls with no press: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.calls_with_no_press import CallsWithNoPress, NoPressSettings, NoPressState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, misses_total
from jolly_core.words import quantity


@dataclass(frozen=True)
class NoPressTotals(Settings):
    answered: int = whole_number("Answered", 0, 500, 0)
    misses: int = misses_total()


class CallsWithNoPressPaper(PaperForm[NoPressSettings, NoPressTotals, NoPressState]):
    format = CallsWithNoPress
    totals_type = NoPressTotals

    def sheet(self) -> Sheet:
        settings = self.settings
        rule = (
            f"Let somebody call out one of {len(settings.calls)}, {quantity(settings.number, 'time')}, "
            f"{settings.answer_s} s for each answer: tick what was answered."
        )
        return Sheet(rule, min(MOST_BOXES, settings.number), "call")

    def state(self, totals: NoPressTotals) -> NoPressState:
        answered, misses = totals.answered, totals.misses
        if answered + misses > self.settings.number:
            calls = quantity(self.settings.number, "call")
            message = f"Answered {answered} and missed {misses} are more than {calls}; count again."
            raise CoreError.one("out_of_reach", message, "answered", value=answered)
        return NoPressState(Count(answered, misses))
