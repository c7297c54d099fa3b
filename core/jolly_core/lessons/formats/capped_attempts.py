"""Capped attempts: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.capped_attempts import (
    CappedAttempts,
    CappedAttemptsDetail,
    CappedAttemptsSettings,
    closing_words,
)
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.lesson import Lessons


class CappedAttemptsLessons(Lessons[CappedAttemptsSettings, CappedAttemptsDetail]):
    format = CappedAttempts

    def of(self, tally: Tally[CappedAttemptsDetail]) -> tuple[str, ...]:
        return () if tally.detail.left > 0 or not tally.is_over else (closing_words(tally.makes),)
