"""Long run: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.long_run import LongRun, LongRunDetail, LongRunSettings
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.claims import ENOUGH_TRIES, LUCK
from jolly_core.lessons.lesson import Lessons


class LongRunLessons(Lessons[LongRunSettings, LongRunDetail]):
    format = LongRun

    def of(self, tally: Tally[LongRunDetail]) -> tuple[str, ...]:
        length = tally.whole("run")
        if length < ENOUGH_TRIES:
            return ()
        # Both ends by the geometric distribution: so long a run or longer, and so short a one or shorter, one in forty.
        low = 100 * (LUCK / 2) ** (1 / length)
        high = 100 * (1 - LUCK / 2) ** (1 / (length + 1)) if tally.misses else 100.0
        return (f"A run of {length} fits a true rate from {low:.0f} to {high:.1f} % (19 times in 20).",)
