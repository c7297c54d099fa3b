"""Calls: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.calls import Calls, CallsDetail, CallsSettings
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.claims import weakest
from jolly_core.lessons.lesson import Lessons
from jolly_core.words import sentence


class CallsLessons(Lessons[CallsSettings, CallsDetail]):
    format = Calls

    def of(self, tally: Tally[CallsDetail]) -> tuple[str, ...]:
        worst = weakest(tally.detail.targets)
        if worst is None:
            return ()
        made = f"{worst.makes} of {worst.attempts}"
        return (f"{sentence(worst.name)} was answered least, by more than luck: {made}.",)
