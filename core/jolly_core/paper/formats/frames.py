"""Frames: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.frames import LOWEST, MOST_BALLS, Frames, FramesSettings, FramesState
from jolly_core.challenges.pin_score import BEST_SCORE, PinGame
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import PaperForm, Sheet, makes_total, misses_total


@dataclass(frozen=True)
class FramesTotals(Settings):
    total: int = whole_number("Score", 0, BEST_SCORE, 0)
    makes: int = makes_total()
    misses: int = misses_total()


class FramesPaper(PaperForm[FramesSettings, FramesTotals, FramesState]):
    format = Frames
    totals_type = FramesTotals

    def sheet(self) -> Sheet:
        return Sheet(
            "Write the pins of each ball; a strike earns the next two balls, a spare the next one.", 10, "frame"
        )

    def unknown(self, totals: FramesTotals) -> tuple[str, ...]:
        return tuple(metric.id for metric in self.game.metrics if metric.id not in ("score", "low_score"))

    def state(self, totals: FramesTotals) -> FramesState:
        if totals.makes + totals.misses > MOST_BALLS:
            message = f"A game has {MOST_BALLS} balls at most; count makes and misses again."
            raise CoreError.one("out_of_reach", message, "makes", value=totals.makes)
        count = Count(totals.makes, totals.misses)
        return FramesState(PinGame(is_low=self.settings.variant == LOWEST), count)

    def metrics(self, totals: FramesTotals) -> dict[str, Any]:
        return {"low_score" if self.settings.variant == LOWEST else "score": totals.total}
