"""Frames: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.frames import LOWEST, Frames, FramesDetail, FramesSettings
from jolly_core.challenges.pin_score import FRAMES
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.lesson import Lessons


class FramesLessons(Lessons[FramesSettings, FramesDetail]):
    format = Frames

    def of(self, tally: Tally[FramesDetail]) -> tuple[str, ...]:
        missed = tally.metrics["open"]
        if missed is None or not tally.is_over or self.settings.variant == LOWEST:
            return ()
        if not missed:
            return ("No open frame: from here on only strikes lift the score.",)
        return (f"Of {FRAMES} frames {missed} stayed open; a spare in one of them is worth about ten pins more.",)
