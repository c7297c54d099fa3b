"""Streak: kept on paper."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.streak import ENDS, Streak, StreakSettings, StreakState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import PaperForm, Sheet, makes_total, misses_total
from jolly_core.words import quantity

#: Room on a sheet for one run.
SHEET_BOXES = 40


@dataclass(frozen=True)
class StreakTotals(Settings):
    best_streak: int = whole_number("Best row", 0, 1000, 0)
    makes: int = makes_total()
    misses: int = misses_total()
    sets_done: int | None = whole_number("Sets done", 0, 50, None)


class StreakPaper(PaperForm[StreakSettings, StreakTotals, StreakState]):
    format = Streak
    totals_type = StreakTotals

    def sheet(self) -> Sheet:
        miss = "ends the run" if self.settings.on_miss == ENDS else "starts the row again"
        boxes = min(SHEET_BOXES, self.settings.attempts_limit or SHEET_BOXES)
        return Sheet(f"Play {self.game.goal_words()}: tick each make, cross each miss; a miss {miss}.", boxes, "try")

    def metrics(self, totals: StreakTotals) -> Mapping[str, int]:
        return self.taken(totals, is_reached=self._sets_done(totals) >= self.settings.sets)

    def state(self, totals: StreakTotals) -> StreakState:
        best, makes, goal = totals.best_streak, totals.makes, self.settings.goal
        if best > makes:
            message = f"A best row of {best} cannot come from {makes} makes; count again."
            raise CoreError.one("out_of_reach", message, "best_streak", value=best, allowed=f"<= {makes}")
        sets_done = self._sets_done(totals)
        if sets_done > self.settings.sets or (sets_done and best < goal):
            message = (
                f"{quantity(sets_done, 'set')} of {goal} in a row do not go with a best row of {best}; count again."
            )
            raise CoreError.one("out_of_reach", message, "sets_done", value=sets_done)
        count = Count(makes, totals.misses, best_streak=best)
        return StreakState(count, best_row=min(best, goal), sets_done=sets_done)

    def _sets_done(self, totals: StreakTotals) -> int:
        """As many as were written down; a row as long as the goal is at least one."""
        return int(totals.best_streak >= self.settings.goal) if totals.sets_done is None else totals.sets_done
