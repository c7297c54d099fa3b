"""Combination: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.combination import Combination, CombinationDetail, CombinationSettings
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.claims import weakest
from jolly_core.lessons.lesson import Lessons
from jolly_core.words import quantity


class CombinationLessons(Lessons[CombinationSettings, CombinationDetail]):
    format = Combination

    def of(self, tally: Tally[CombinationDetail]) -> tuple[str, ...]:
        worst = weakest(tally.detail.targets)
        if worst is None:
            return ()
        broke = quantity((worst.attempts or 0) - worst.makes, "time")
        return (f"It broke most at {worst.name}, by more than luck: {broke} in {worst.attempts}.",)
