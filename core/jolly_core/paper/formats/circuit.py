"""Circuit: kept on paper."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.circuit import IN_A_ROW, Circuit, CircuitSettings, CircuitState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, makes_total, misses_total
from jolly_core.stats.circuit import RESTART, RETRY, STEP_BACK


@dataclass(frozen=True)
class CircuitTotals(Settings):
    circuits: int = whole_number("Circuits", 0, 50, 0)
    makes: int = makes_total()
    misses: int = misses_total()
    clean: int | None = whole_number("Without a miss", 0, 50, None)
    furthest: int | None = whole_number("Furthest station", 0, 24, None)


class CircuitPaper(PaperForm[CircuitSettings, CircuitTotals, CircuitState]):
    format = Circuit
    totals_type = CircuitTotals

    def sheet(self) -> Sheet:
        miss = {RESTART: "starts again", STEP_BACK: "goes back one", RETRY: "tries again"}[self.settings.on_miss]
        rule = f"Play {self.game.goal_words()}: tick each make, cross each miss; a miss {miss}."
        return Sheet(rule, MOST_BOXES, "try")

    def metrics(self, totals: CircuitTotals) -> Mapping[str, int]:
        return self.taken(totals, is_reached=self._done(totals) >= self.settings.circuits)

    def state(self, totals: CircuitTotals) -> CircuitState:
        return replace(self.game.start(), count=Count(totals.makes, totals.misses))

    def _done(self, totals: CircuitTotals) -> int:
        """The circuits that count: of several that are wanted in a row, those without a miss."""
        is_row = self.settings.wanted == IN_A_ROW and self.settings.circuits > 1
        return (totals.clean or 0) if is_row else totals.circuits
