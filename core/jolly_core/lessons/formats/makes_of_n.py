"""Makes of n: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.makes_of_n import MakesOfN, MakesOfNDetail, MakesOfNSettings
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.claims import ENOUGH_AT_ONE
from jolly_core.lessons.lesson import Lessons


class MakesOfNLessons(Lessons[MakesOfNSettings, MakesOfNDetail]):
    format = MakesOfN

    def of(self, tally: Tally[MakesOfNDetail]) -> tuple[str, ...]:
        interval = tally.detail.interval
        if interval is None or tally.attempts < ENOUGH_AT_ONE:
            return ()
        low, high = (round(100 * end) for end in interval)
        return (
            f"Making {tally.makes} of {tally.attempts} fits a true rate anywhere from {low} to {high} % "
            "(19 times in 20): one run says less than it seems, several say more.",
        )
