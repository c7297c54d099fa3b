"""Quota: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.quota import Quota, QuotaDetail, QuotaSettings
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.claims import is_enough, rates_of, weakest
from jolly_core.lessons.lesson import Lessons
from jolly_core.stats.quota import wait_for_makes
from jolly_core.stats.waiting import one_after_the_other
from jolly_core.words import quantity, sentence


class QuotaLessons(Lessons[QuotaSettings, QuotaDetail]):
    format = Quota

    def of(self, tally: Tally[QuotaDetail]) -> tuple[str, ...]:
        rows = [row for row in tally.detail.targets if row.attempts]
        if len(rows) < len(self.settings.targets) or not is_enough(tally):
            return ()
        wait = one_after_the_other([wait_for_makes(self.settings.each, rate) for rate in rates_of(rows)])
        again = (
            f"At these rates the quota takes about {round(wait.mean)} attempts, "
            f"19 times in 20 no more than {round(wait.quantile(0.95))}."
        )
        costliest = weakest(rows)
        if costliest is None:
            return (again,)
        return (
            f"{sentence(costliest.name)} took most: {quantity(costliest.attempts or 0, 'attempt')} "
            f"for {quantity(costliest.makes, 'make')}, more than luck would have it.",
            again,
        )
