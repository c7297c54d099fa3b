"""Two-chance walk: kept on paper."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.two_chance_walk import STARTS_AGAIN, TwoChanceWalk, TwoChanceWalkSettings, WalkState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, makes_total, misses_total
from jolly_core.words import quantity


@dataclass(frozen=True)
class TwoChanceWalkTotals(Settings):
    walked: int = whole_number("Targets walked", 0, 24, 0)
    makes: int = makes_total()
    misses: int = misses_total()
    doubles: int | None = whole_number("Double misses", 0, 1000, None)


class TwoChanceWalkPaper(PaperForm[TwoChanceWalkSettings, TwoChanceWalkTotals, WalkState]):
    format = TwoChanceWalk
    totals_type = TwoChanceWalkTotals

    def sheet(self) -> Sheet:
        double = "start again" if self.settings.on_double == STARTS_AGAIN else "stay there"
        rule = f"Walk {quantity(len(self.settings.targets), 'target')}, two balls at each; both missed: {double}."
        return Sheet(f"{rule} Tick makes, cross misses.", MOST_BOXES, "ball")

    def metrics(self, totals: TwoChanceWalkTotals) -> Mapping[str, int]:
        return self.taken(totals, is_reached=totals.walked >= len(self.settings.targets))

    def state(self, totals: TwoChanceWalkTotals) -> WalkState:
        return replace(self.game.start(), count=Count(totals.makes, totals.misses))
