"""Two-chance walk: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.two_chance_walk import TwoChanceWalk, TwoChanceWalkDetail, TwoChanceWalkSettings
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.claims import ENOUGH_AT_ONE, LUCK
from jolly_core.lessons.lesson import Lessons
from jolly_core.stats.comparing import chance_of_so_few


class TwoChanceWalkLessons(Lessons[TwoChanceWalkSettings, TwoChanceWalkDetail]):
    format = TwoChanceWalk

    def of(self, tally: Tally[TwoChanceWalkDetail]) -> tuple[str, ...]:
        first, second = tally.metrics["first_rate"], tally.metrics["second_rate"]
        balls = tally.detail.balls
        if first is None or second is None or min(tried for tried, _ in balls) < ENOUGH_AT_ONE:
            return ()
        said = f"First balls {first:.0f} %, second balls {second:.0f} %"
        (few_tried, few), (many_tried, many) = sorted(balls, key=lambda ball: ball[1] / ball[0])
        # Two-sided: either of the two could have been the worse one.
        if 2 * chance_of_so_few(few, few_tried, many, many_tried) >= LUCK:
            return (f"{said}: no more apart than luck would have it.",)
        return (f"{said}: the second ball {'steadies you' if second > first else 'is the harder one'}.",)
