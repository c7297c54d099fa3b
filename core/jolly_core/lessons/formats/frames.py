"""Frames: what a run of it says."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from jolly_core.challenges.formats.frames import LOWEST, Frames, FramesSettings
from jolly_core.challenges.pin_score import FRAMES, OPEN
from jolly_core.lessons.lesson import Lessons


class FramesLessons(Lessons[FramesSettings]):
    format = Frames

    def of(self, tally: Mapping[str, Any]) -> tuple[str, ...]:
        frames = tally["detail"].get("frames")
        if not frames or not tally["is_over"] or self.settings.variant == LOWEST:
            return ()
        missed = sum(frame["kind"] == OPEN for frame in frames)
        if not missed:
            return ("No open frame: from here on only strikes lift the score.",)
        return (f"Of {FRAMES} frames {missed} stayed open; a spare in one of them is worth about ten pins more.",)
