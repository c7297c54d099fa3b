"""Pattern: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.pattern import Pattern, PatternDetail, PatternSettings
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.claims import ENOUGH_BREAKS
from jolly_core.lessons.lesson import Lessons
from jolly_core.words import quantity


class PatternLessons(Lessons[PatternSettings, PatternDetail]):
    format = Pattern

    def of(self, tally: Tally[PatternDetail]) -> tuple[str, ...]:
        broke = tally.detail.broke
        if not broke or len(broke) < ENOUGH_BREAKS:
            return ()
        often = max(sorted(set(broke)), key=broke.count)
        order, next_often = self.settings.order, sorted((broke.count(step) for step in set(broke)), reverse=True)[1:2]
        if broke.count(often) < ENOUGH_BREAKS or next_often == [broke.count(often)]:
            return ()  # as often elsewhere: there is no worst step
        return (
            f"It broke most often at step {often} of {order.lap} ({order.at(often - 1)}): "
            f"{broke.count(often)} of the last {quantity(len(broke), 'break')}.",
        )
