"""Timed count: what a run of it says."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from jolly_core.challenges.formats.timed_count import TimedCount, TimedCountSettings
from jolly_core.lessons.lesson import Lessons
from jolly_core.lessons.rally_words import rally_lessons


class TimedCountLessons(Lessons[TimedCountSettings]):
    format = TimedCount

    def of(self, tally: Mapping[str, Any]) -> tuple[str, ...]:
        arithmetic = tally["detail"]["arithmetic"]
        return rally_lessons(arithmetic, self.settings.goal, tally["makes"]) if arithmetic else ()
