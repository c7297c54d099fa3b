"""Frames: how long it takes, and how likely its marks are."""

from __future__ import annotations

from math import inf

from jolly_core.challenges.formats.frames import FEWEST_BALLS, LOWEST, MOST_BALLS, USUAL_BALLS, Frames, FramesSettings
from jolly_core.challenges.pin_score import BEST_SCORE
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import Attempts, Pace, between

#: Upside down, each of a frame's two balls scores at least one pin.
BEST_LOW_SCORE = 20
#: What a grown-up without training scores, and upside down. Common practice, no source.
USUAL_SCORE, USUAL_LOW_SCORE = 70, 120


class FramesForecast(Forecast[FramesSettings]):
    format = Frames
    #: A ball, the walk back, and the pins set up again.
    prior = Pace(attempt_ms=35_000, rate=0.3)

    def attempts(self, pace: Pace) -> Attempts:
        return between(FEWEST_BALLS, USUAL_BALLS, MOST_BALLS)

    def span(self, metric_id: str) -> tuple[float, float]:
        is_low = self.settings.variant == LOWEST
        # Of the two scores a variant has one.
        score, low_score = ((0, 0), (BEST_LOW_SCORE, BEST_SCORE)) if is_low else ((0, BEST_SCORE), (inf, inf))
        return {"score": score, "low_score": low_score, "strikes": (0, 12), "spares": (0, 10)}.get(metric_id, (0, 10))

    def first_mark(self, metric_id: str) -> float | None:
        return {"score": USUAL_SCORE, "low_score": USUAL_LOW_SCORE}.get(metric_id)
