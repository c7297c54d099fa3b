"""Completions: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.completions import Completions, CompletionsSettings, CompletionsState
from jolly_core.challenges.settings import Settings
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, makes_total, misses_total


@dataclass(frozen=True)
class CompletionsTotals(Settings):
    makes: int = makes_total()
    misses: int = misses_total()


class CompletionsPaper(PaperForm[CompletionsSettings, CompletionsTotals, CompletionsState]):
    format = Completions
    totals_type = CompletionsTotals

    def sheet(self) -> Sheet:
        rule = f"Play {self.game.goal_words()}: tick what went to its end, cross what broke off."
        return Sheet(rule, min(MOST_BOXES, 3 * self.settings.goal), "try")

    def unknown(self, totals: CompletionsTotals) -> tuple[str, ...]:
        return ()  # how many went to their end, and in how many tries, is all there is

    def state(self, totals: CompletionsTotals) -> CompletionsState:
        return CompletionsState(Count(totals.makes, totals.misses))
