"""Combination: what a run of it says."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from jolly_core.challenges.formats.combination import Combination, CombinationSettings
from jolly_core.lessons.claims import weakest
from jolly_core.lessons.lesson import Lessons
from jolly_core.words import counted


class CombinationLessons(Lessons[CombinationSettings]):
    format = Combination

    def of(self, tally: Mapping[str, Any]) -> tuple[str, ...]:
        worst = weakest(tally["detail"].get("targets", []))
        if worst is None:
            return ()
        broke = counted(worst["attempts"] - worst["makes"], "time")
        return (f"It broke most at {worst['name']}, by more than luck: {broke} in {worst['attempts']}.",)
