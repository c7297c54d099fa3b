"""Quota: what a run of it says."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from jolly_core.challenges.formats.quota import Quota, QuotaSettings
from jolly_core.challenges.targets import rates_of
from jolly_core.lessons.claims import is_enough, weakest
from jolly_core.lessons.lesson import Lessons
from jolly_core.stats.quota import wait_for_makes
from jolly_core.stats.waiting import one_after_the_other
from jolly_core.words import counted, sentence


class QuotaLessons(Lessons[QuotaSettings]):
    format = Quota

    def of(self, tally: Mapping[str, Any]) -> tuple[str, ...]:
        rows = [row for row in tally["detail"].get("targets") or [] if row.get("attempts")]
        if len(rows) < len(self.settings.targets) or not is_enough(tally):
            return ()
        wait = one_after_the_other([wait_for_makes(self.settings.each, rate) for rate in rates_of(rows)])
        again = (
            f"At these rates the quota takes about {round(wait.mean)} attempts, "
            f"19 times in 20 no more than {round(wait.within(0.95))}."
        )
        dearest = weakest(rows)
        if dearest is None:
            return (again,)
        return (
            f"{sentence(dearest['name'])} took most: {counted(dearest['attempts'], 'attempt')} "
            f"for {counted(dearest['makes'], 'make')}, more than luck would have it.",
            again,
        )
