"""Capped attempts: what a run of it says."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from jolly_core.challenges.formats.capped_attempts import CappedAttempts, CappedAttemptsSettings
from jolly_core.lessons.lesson import Lessons


class CappedAttemptsLessons(Lessons[CappedAttemptsSettings]):
    format = CappedAttempts

    def of(self, tally: Mapping[str, Any]) -> tuple[str, ...]:
        closing = tally["detail"].get("closing")
        return (closing,) if closing else ()
