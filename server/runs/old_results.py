"""Results from long ago, of which nothing is known but the day, the rung, the side and the number."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from datetime import UTC, date, datetime, time, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.db import transaction
from django.db.models import Min, prefetch_related_objects

from accounts.models import Athlete
from accounts.selectors import get_today
from config.progress import Tell, tell_nobody
from jolly_core.errors import CoreError, NotFound, Problem
from jolly_core.paper.totals import tally_of_result
from jolly_core.record.yardstick import Yardstick
from jolly_core.sides import side_from
from jolly_core.validation import check_choice
from ladders.models import Rung
from ladders.selectors import get_rung, get_threshold
from runs.models import Run
from runs.selectors import get_yardstick, list_counting
from runs.starting import values_by_hand
from runs.summaries import rebuild_summary

#: As many old results are typed in at once.
MOST_ROWS = 200
#: Old results have no hour: the first of a day is put at noon, each further one a minute later.
NOON = time(12)
#: So many are stored at a time.
STORED_AT_ONCE = 500


@transaction.atomic
def keep_old_results(
    athlete: Athlete, rows: Sequence[Mapping[str, Any]], *, most: int = MOST_ROWS, tell: Tell = tell_nobody
) -> list[Run]:
    """Keep results from long ago, each with its day, rung, side and value, so many at most. All or nothing.

    Raises ``CoreError`` with every problem, each at its row.
    """
    if not 1 <= len(rows) <= most:
        raise CoreError.one("bad_rows", f"Type in 1 to {most} results at a time.", "rows", value=len(rows))
    runs = _read(athlete, rows, lambda share: tell(share / 3))
    for at in range(0, len(runs), STORED_AT_ONCE):
        Run.objects.bulk_create(runs[at : at + STORED_AT_ONCE])
        tell((1 + at / len(runs)) / 3)
    places = list(dict.fromkeys((run.rung_id, run.side) for run in runs))
    for number, (rung, side) in enumerate(places):
        rebuild_summary(rung, side)
        tell((2 + number / len(places)) / 3)
    return runs


def _read(athlete: Athlete, rows: Sequence[Mapping[str, Any]], tell: Tell) -> list[Run]:
    """The runs that they are, not stored yet."""
    maker, runs, problems = _Maker(athlete), list[Run](), list[Problem]()
    for place, row in enumerate(rows):
        try:
            runs.append(maker.run(row))
        except CoreError as error:
            problems += error.under("rows", place).problems
        tell(place / len(rows))
    if problems:
        raise CoreError(problems)
    return runs


class _Maker:
    """Makes runs of rows; what one row had to be looked up for is known for the next."""

    def __init__(self, athlete: Athlete) -> None:
        self._athlete, self._today, self._zone = athlete, get_today(athlete), ZoneInfo(athlete.timezone)
        self._rungs: dict[int, Rung] = {}
        self._alike: dict[tuple[int, str, float], dict[str, Any]] = {}
        #: By rung and side: when the first run was that counts there, and what those before it are measured by.
        self._first: dict[tuple[int, str], tuple[datetime | None, Yardstick]] = {}
        self._of_a_day: Counter[date] = Counter()

    def run(self, row: Mapping[str, Any]) -> Run:
        day: date = row["day"]
        if day > self._today:
            raise CoreError.one("in_the_future", "A result has a day up to today.", "day", value=day.isoformat())
        rung = self._rungs.get(row["rung"]) or self._rungs.setdefault(row["rung"], self._own_rung(row["rung"]))
        side = side_from(row["side"], self._athlete.handedness)
        if problem := check_choice("side", side, rung.ladder.sides):
            raise CoreError([problem])
        noon = datetime.combine(day, NOON, self._zone) + timedelta(minutes=self._of_a_day[day])
        started_at, alike = noon.astimezone(UTC), self._values(rung.on(side), row["value"])
        self._of_a_day[day] += 1
        yardstick = self._measure(rung, started_at).as_stored()
        return Run(**alike, started_at=started_at, day=day, yardstick=yardstick, note=row.get("note") or None)

    def _own_rung(self, rung_id: int) -> Rung:
        try:
            rung = get_rung(self._athlete, rung_id)
        except NotFound:
            message = f"You have no rung {rung_id}; choose among your own."
            raise CoreError.one("unknown_rung", message, "rung", value=rung_id) from None
        # What is asked of it is looked at again and again.
        prefetch_related_objects([rung], "threshold_revisions")
        return rung

    def _values(self, rung: Rung, value: float) -> dict[str, Any]:
        """The columns that all results with this value have on a rung and side."""
        key = (rung.pk, rung.said_on, value)
        if key not in self._alike:
            game = rung.said_game
            tally = tally_of_result(game, get_threshold(rung).metric.id, value)
            self._alike[key] = {**values_by_hand(self._athlete, rung, game, tally), "is_played": True}
        return self._alike[key]

    def _measure(self, rung: Rung, started_at: datetime) -> Yardstick:
        """What a run is measured by that began then: by the runs before it, of which most have none."""
        place = (rung.pk, rung.said_on)
        if place not in self._first:
            first = list_counting(rung, rung.said_on).aggregate(first=Min("started_at"))["first"]
            self._first[place] = first, get_yardstick(rung, rung.said_on, first or started_at)
        first, unmeasured = self._first[place]
        return unmeasured if first is None or started_at <= first else get_yardstick(rung, rung.said_on, started_at)
