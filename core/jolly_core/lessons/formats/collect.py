"""Collect: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.collect import Collect, CollectDetail, CollectSettings
from jolly_core.challenges.tally import Tally
from jolly_core.foretelling.formats.collect import CollectForecast
from jolly_core.lessons.claims import is_enough
from jolly_core.lessons.lesson import Lessons


class CollectLessons(Lessons[CollectSettings, CollectDetail]):
    format = Collect

    def of(self, tally: Tally[CollectDetail]) -> tuple[str, ...]:
        if not is_enough(tally) or not tally.makes:
            return ()
        rate = (tally.makes + 1) / (tally.attempts + 2)
        wait = CollectForecast(self.game).wait(rate)
        return (f"At your rate it takes about {round(wait.mean)} attempts on average to have all of them.",)
