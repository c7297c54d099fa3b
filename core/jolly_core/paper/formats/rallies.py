"""Rallies: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass, replace

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.rallies import LONGEST, Rallies, RalliesSettings, RalliesState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, misses_total


@dataclass(frozen=True)
class RalliesTotals(Settings):
    longest: int = whole_number("Longest", 0, LONGEST, 0)
    makes: int = whole_number("In all", 0, 200 * LONGEST, 0)
    misses: int = misses_total()


class RalliesPaper(PaperForm[RalliesSettings, RalliesTotals, RalliesState]):
    format = Rallies
    totals_type = RalliesTotals

    def sheet(self) -> Sheet:
        rule = f"Play {self.game.goal_words()}: write each number into a box; then the longest, and all together."
        return Sheet(rule, min(MOST_BOXES, self.settings.rallies), self.settings.what)

    def unknown(self, totals: RalliesTotals) -> tuple[str, ...]:
        return ("average",)  # rallies that were broken off may be among them

    def state(self, totals: RalliesTotals) -> RalliesState:
        if totals.longest > totals.makes:
            message = f"The longest, {totals.longest}, cannot be more than all together, {totals.makes}; count again."
            raise CoreError.one("out_of_reach", message, "longest", value=totals.longest, allowed=f"<= {totals.makes}")
        count = Count(totals.makes, totals.misses, best_streak=totals.longest)
        return replace(self.game.start(), count=count, longest=totals.longest)
