"""Race: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.race import Race, RaceSettings, RaceState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet
from jolly_core.words import sentence


@dataclass(frozen=True)
class RaceTotals(Settings):
    points: int = whole_number("Your points", 0, 1000, 0)
    lost_points: int = whole_number("The drill's points", 0, 1000, 0)


class RacePaper(PaperForm[RaceSettings, RaceTotals, RaceState]):
    format = Race
    totals_type = RaceTotals

    def sheet(self) -> Sheet:
        rule = f"A make is your point, a miss is the drill's. {sentence(self.game.goal_words())}."
        return Sheet(rule, min(MOST_BOXES, 2 * self.settings.to + 4), "make")

    def unknown(self, totals: RaceTotals) -> tuple[str, ...]:
        return ("longest_lead",)

    def state(self, totals: RaceTotals) -> RaceState:
        own, drill = totals.points, totals.lost_points
        ahead, behind = max(own, drill), min(own, drill)
        # Play beyond the points to win means that nobody was clear; with a margin of one somebody always is.
        most_behind = self.settings.to - 1 if self.settings.clear == 1 else ahead
        if (ahead > self.settings.to and ahead - behind > self.settings.clear) or behind > most_behind:
            message = f"A score of {own} to {drill} cannot be: the race was over before. Count both rows again."
            raise CoreError.one("out_of_reach", message, "points", value=[own, drill])
        return RaceState(Count(own, drill))
