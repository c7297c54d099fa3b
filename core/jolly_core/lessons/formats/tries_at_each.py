"""Tries at each: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.tries_at_each import TriesAtEach, TriesAtEachDetail, TriesAtEachSettings
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.claims import is_enough, weakest
from jolly_core.lessons.lesson import Lessons
from jolly_core.words import sentence


class TriesAtEachLessons(Lessons[TriesAtEachSettings, TriesAtEachDetail]):
    format = TriesAtEach

    def of(self, tally: Tally[TriesAtEachDetail]) -> tuple[str, ...]:
        costliest = weakest(tally.detail.targets) if is_enough(tally) else None
        if costliest is None:
            return ()
        return (
            f"{sentence(costliest.name)} was the weakest: {costliest.makes} of {costliest.attempts} made, "
            "fewer than luck would have it.",
        )
