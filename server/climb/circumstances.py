"""What verdicts know of the athlete beside the runs: dose, body and load. Reads only, once for all ladders."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

from accounts.models import Athlete
from accounts.selectors import list_limits
from blocks.selectors import list_sessions
from config.caching import cached_until_write
from jolly_core.body.limits import Limit
from jolly_core.load.weekly import list_weeks, load_cautions
from jolly_core.thresholds.schools import SCHOOLS
from jolly_core.verdicts.brake import Circumstances
from jolly_core.verdicts.kept_check import Kept
from ladders.models import Ladder, Rung
from runs.selectors import dose_left_on, list_attempts_by_day

#: The week that is over, and the one before it to compare with.
WEEKS = 2


@dataclass(frozen=True)
class AthleteToday:
    """What is known of an athlete on a day."""

    day: date
    limits: tuple[Limit, ...]
    cautions: tuple[str, ...]
    attempts: dict[int, dict[date, int]]

    def on(self, ladder: Ladder, rung: Rung, kept: Kept | None) -> Circumstances:
        """The same as far as it concerns a rung; ``kept`` is how the one that is held is kept."""
        dose = dose_left_on(ladder, rung, self.attempts.get(ladder.pk, {}), self.day)
        school = SCHOOLS.get(ladder.school)
        return Circumstances(
            day=self.day,
            dose=dose,
            limits=self.limits,
            cautions=self.cautions,
            traits=ladder.known_traits,
            spares=rung.game.can_spare,
            kept=kept,
            stops_at_breakthrough=bool(school and school.stops_at_breakthrough),
        )


def get_circumstances(athlete: Athlete, day: date) -> AthleteToday:
    """What is known of the athlete on that day; read once until something is written."""
    return cached_until_write(athlete, ("circumstances", day), lambda: _read(athlete, day))


def _read(athlete: Athlete, day: date) -> AthleteToday:
    # A week more than is told of, for the change of the first one.
    sessions = list_sessions(athlete, day - timedelta(weeks=WEEKS + 2))
    return AthleteToday(
        day,
        list_limits(athlete, day),
        load_cautions(list_weeks(sessions, day, WEEKS)),
        list_attempts_by_day(athlete, day - timedelta(days=7)),
    )
