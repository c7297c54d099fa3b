"""Streak: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.streak import Streak, StreakDetail, StreakSettings
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.claims import is_enough
from jolly_core.lessons.lesson import Lessons
from jolly_core.streaks.expectation import attempts_to_streak

#: A goal that takes more attempts than this is not a goal for today. Common practice, no source.
FAR_ATTEMPTS = 500


class StreakLessons(Lessons[StreakSettings, StreakDetail]):
    format = Streak

    def of(self, tally: Tally[StreakDetail]) -> tuple[str, ...]:
        if not is_enough(tally):
            return ()
        # Laplace's rule keeps the rate of a short run off the ends.
        rate = (tally.makes + 1) / (tally.attempts + 2)
        attempts = attempts_to_streak(rate, self.settings.goal)
        made = f"You made {tally.makes} of {tally.attempts}."
        if attempts > FAR_ATTEMPTS:
            return (made, f"At that rate {self.settings.goal} in a row is far off: take a shorter goal for now.")
        return (made, f"At that rate {self.settings.goal} in a row takes about {round(attempts)} attempts on average.")
