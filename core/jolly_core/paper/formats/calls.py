"""Calls: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass, replace

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.calls import Calls, CallsSettings, CallsState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, misses_total
from jolly_core.words import quantity


@dataclass(frozen=True)
class CallsTotals(Settings):
    answered: int = whole_number("Answered", 0, 500, 0)
    misses: int = misses_total()


class CallsPaper(PaperForm[CallsSettings, CallsTotals, CallsState]):
    format = Calls
    totals_type = CallsTotals

    def sheet(self) -> Sheet:
        calls, number = len(self.settings.calls), self.settings.number
        rule = f"Let somebody call out one of {calls}, {quantity(number, 'time')}: tick what was answered."
        return Sheet(rule, min(MOST_BOXES, self.settings.number), "call")

    def state(self, totals: CallsTotals) -> CallsState:
        return replace(self.game.start(), count=count_of_calls(totals, self.settings.number))

    def unknown(self, totals: CallsTotals) -> tuple[str, ...]:
        return ("response",)


def count_of_calls(totals: CallsTotals, number: int) -> Count:
    """What was answered and missed of a number of calls. Raises ``CoreError`` (``out_of_reach``) for more than that."""
    answered, misses = totals.answered, totals.misses
    if answered + misses > number:
        message = f"Answered {answered} and missed {misses} are more than {quantity(number, 'call')}; count again."
        raise CoreError.one("out_of_reach", message, "answered", value=answered)
    return Count(answered, misses)
