"""Timed count: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.timed_count import TimedCount, TimedCountSettings, TimedState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import PaperForm, Sheet

#: Room on a sheet for the rallies of one run.
RALLY_BOXES = 8


@dataclass(frozen=True)
class TimedCountTotals(Settings):
    total: int = whole_number("Contacts", 0, 10000, 0)
    breaks: int = whole_number("Breaks", 0, 1000, 0)
    longest_rally: int | None = whole_number("Longest rally", 0, 10000, None)


class TimedCountPaper(PaperForm[TimedCountSettings, TimedCountTotals, TimedState]):
    format = TimedCount
    totals_type = TimedCountTotals

    def sheet(self) -> Sheet:
        rule = f"Set a timer to {self.settings.seconds} s. Write the contacts of each rally; a break starts a new one."
        return Sheet(rule, RALLY_BOXES, "rally")

    def unknown(self, totals: TimedCountTotals) -> tuple[str, ...]:
        return ("longest_rally",) if totals.longest_rally is None else ()

    def state(self, totals: TimedCountTotals) -> TimedState:
        total, longest = totals.total, totals.longest_rally
        if longest is not None and longest > total:
            message = f"A longest rally of {longest} cannot come from {total} contacts; count again."
            raise CoreError.one("out_of_reach", message, "longest_rally", value=longest, allowed=f"<= {total}")
        return TimedState(Count(total, totals.breaks), longest=longest or 0)
