"""Intervals: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.intervals import SECONDS, SETS, Intervals, IntervalsSettings, IntervalState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet
from jolly_core.words import quantity


@dataclass(frozen=True)
class IntervalsTotals(Settings):
    sets_done: int = whole_number("Sets done", 0, 600, 0)
    makes: int = whole_number("Reps", 0, 10_000, 0)
    misses: int = whole_number("Broken reps", 0, 10_000, 0)
    effort: int | None = whole_number("How hard, 0 to 10", 0, 10, None)


class IntervalsPaper(PaperForm[IntervalsSettings, IntervalsTotals, IntervalState]):
    format = Intervals
    totals_type = IntervalsTotals

    def sheet(self) -> Sheet:
        work = f"{self.settings.work_s} s" if self.settings.by == SECONDS else quantity(self.settings.reps, "rep")
        rule = f"Work {work}, rest {self.settings.rest_s} s: write the reps of each set, and how hard it was, 0 to 10."
        return Sheet(rule, min(MOST_BOXES, self.settings.all_sets), "set")

    def metrics(self, totals: IntervalsTotals) -> dict[str, Any]:
        # Counted by the set, the makes are sets.
        return {"reps": totals.sets_done * self.settings.reps if self.settings.by == SETS else totals.makes}

    def unknown(self, totals: IntervalsTotals) -> tuple[str, ...]:
        return ("effort",) if totals.effort is None else ()

    def state(self, totals: IntervalsTotals) -> IntervalState:
        return replace(self.game.start(), count=Count(totals.makes, totals.misses))
