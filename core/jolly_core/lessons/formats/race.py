"""Race: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.race import Race, RaceDetail, RaceSettings
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.claims import is_enough
from jolly_core.lessons.lesson import Lessons
from jolly_core.stats.race import chance_of_winning


class RaceLessons(Lessons[RaceSettings, RaceDetail]):
    format = Race

    def of(self, tally: Tally[RaceDetail]) -> tuple[str, ...]:
        if not is_enough(tally):
            return ()
        rate = tally.makes / tally.attempts
        wins = round(100 * chance_of_winning(self.settings.to, rate, self.settings.clear))
        return (
            f"At {round(100 * rate)} % a point you would win {wins} in 100 such races: "
            "a race makes a small edge count for more.",
        )
