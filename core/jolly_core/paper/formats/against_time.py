"""Against time: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass, replace

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.against_time import AgainstTime, AgainstTimeSettings, AgainstTimeState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, makes_total, misses_total


@dataclass(frozen=True)
class AgainstTimeTotals(Settings):
    reached: int = whole_number("Most that counted", 0, 1000, 0)
    makes: int = makes_total()
    misses: int = misses_total()
    tenths: int | None = whole_number("Time to the goal, in tenths of a second", 1, 72_000, None)


class AgainstTimePaper(PaperForm[AgainstTimeSettings, AgainstTimeTotals, AgainstTimeState]):
    format = AgainstTime
    totals_type = AgainstTimeTotals

    def sheet(self) -> Sheet:
        rule = f"Play {self.game.goal_words()}: tick each make, cross each miss, and stop a watch at the goal."
        return Sheet(rule, min(MOST_BOXES, 2 * self.settings.makes), "try")

    def unknown(self, totals: AgainstTimeTotals) -> tuple[str, ...]:
        return () if totals.tenths else ("seconds",)

    def state(self, totals: AgainstTimeTotals) -> AgainstTimeState:
        if totals.reached > totals.makes:
            message = f"{totals.reached} that counted cannot come from {totals.makes} makes; count again."
            raise CoreError.one("out_of_reach", message, "reached", value=totals.reached, allowed=f"<= {totals.makes}")
        done_ms = 100 * totals.tenths if totals.tenths and totals.reached >= self.settings.makes else None
        count = Count(totals.makes, totals.misses)
        return replace(self.game.start(), count=count, made=totals.reached, furthest=totals.reached, done_ms=done_ms)
