"""Timed count: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.timed_count import TimedCount, TimedCountDetail, TimedCountSettings
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.lesson import Lessons
from jolly_core.lessons.rally_words import rally_lessons


class TimedCountLessons(Lessons[TimedCountSettings, TimedCountDetail]):
    format = TimedCount

    def of(self, tally: Tally[TimedCountDetail]) -> tuple[str, ...]:
        arithmetic = tally.detail.arithmetic
        return rally_lessons(arithmetic, self.settings.goal, tally.makes) if arithmetic else ()
