"""Reads of runs: the record that thresholds, usual and best are made from."""

from __future__ import annotations

import json
from collections.abc import Iterable, Mapping, Sequence
from datetime import UTC, date, datetime, time, timedelta
from functools import lru_cache
from uuid import UUID

from django.db.models import Max, Q, QuerySet, Sum, TextField
from django.db.models.functions import Cast

from accounts.models import Athlete
from config.finding import find_one, lock_one
from config.prepared import Prepared
from jolly_core.errors import NotFound
from jolly_core.foretelling.pace import Pace
from jolly_core.load.counts import Played
from jolly_core.load.dose import Dose, DoseLeft, Used, dose_left, stricter, used_of
from jolly_core.load.registry import dose_of
from jolly_core.record.pace import pace_of
from jolly_core.record.strokes import Stroke, strokes_of
from jolly_core.record.summary import SideSummary
from jolly_core.record.yardstick import Yardstick, lay_yardstick
from ladders.models import Ladder, Rung
from ladders.selectors import get_threshold
from runs.models import Event, Run, Summary

NO_DOSE, NO_LIMIT = Dose(), DoseLeft(None)
#: What was played on each side of some rungs, by the ids of the rungs and the sides.
History = dict[tuple[int, str], SideSummary]

#: A rung below tells something of the one above only while it was played within a year.
BELOW = timedelta(days=365)


#: What a line of a list says of a run.
_OF_A_LINE = (
    *("side", "is_from_paper", "format", "settings", "started_at", "day", "is_over", "set_aside"),
    *("tally", "yardstick", "tags", "rung__number", "rung__title"),
    *("rung__ladder__title", "rung__ladder__pair", "rung__ladder__is_quick"),
)


def list_runs(athlete: Athlete) -> QuerySet[Run]:
    """All of the athlete's runs, the latest first."""
    runs = Run.objects.filter(athlete=athlete).select_related("rung__ladder__athlete", "rung__layout", "part", "trial")
    return runs.prefetch_related("rung__ladder__acknowledgements", "rung__ladder__athlete__body_sides").order_by(
        "-started_at", "id"
    )


def list_played(athlete: Athlete) -> QuerySet[Run]:
    """The logbook: runs in which something happened, on the screen or on paper; the latest first, each for a line."""
    runs = Run.objects.filter(athlete=athlete).filter(Q(last_seq__gt=0) | Q(is_from_paper=True))
    return runs.select_related("rung__ladder").only(*_OF_A_LINE).order_by("-started_at", "id")


def list_unfinished(athlete: Athlete) -> QuerySet[Run]:
    """Runs to come back to."""
    return list_played(athlete).filter(is_over=False, set_aside="")


def get_run(athlete: Athlete, run_id: UUID) -> Run:
    return find_one(list_runs(athlete), pk=run_id)


def get_run_to_change(athlete: Athlete, run_id: UUID) -> Run:
    """A run with the rung it is on, locked until the transaction ends."""
    return lock_one(list_runs(athlete), pk=run_id)


_TO_RECORD = Prepared(
    lambda: Run.objects.select_for_update().defer("tally", "metrics", "aimed", "card"), "id", "athlete"
)


def get_run_to_record(athlete: Athlete, run_id: UUID) -> Run:
    """The run alone, without the rung it is on and without its last tally: what one more event needs, and no more."""
    run = _TO_RECORD.get(id=run_id, athlete=athlete.pk)
    if run is None:
        raise NotFound
    return run


def list_known(run: Run, client_ids: Sequence[UUID]) -> QuerySet[Event]:
    """Those of the events that are stored already."""
    return run.events.filter(client_id__in=client_ids)


def list_ids(run: Run) -> set[UUID]:
    """The ids of all events of a run."""
    return set(run.events.order_by().values_list("client_id", flat=True))


def list_events(athlete: Athlete, run_id: UUID) -> QuerySet[Event]:
    """The events of a run, in their order."""
    return get_run(athlete, run_id).events.all()


def list_strokes(athlete: Athlete, run_id: UUID) -> list[Stroke]:
    """A run as strokes in time; none of one from a sheet."""
    run = get_run(athlete, run_id)
    events = [event.known for event in run.events.all()]
    return strokes_of(run.game, events, double_tap_ms=run.double_tap_ms, card=run.known_card)


def list_counting(rung: Rung, side: str) -> QuerySet[Run]:
    """The runs on a rung and side that count, oldest first: over, not set aside, and something was played in them."""
    runs = Run.objects.filter(rung=rung, side=side, is_over=True, set_aside="", is_played=True)
    return runs.order_by("started_at", "id")


def list_counting_before(run: Run) -> list[Run]:
    """The runs that count on a run's rung and side and began before it, oldest first."""
    began_before = Q(started_at__lt=run.started_at) | Q(started_at=run.started_at, id__lt=run.pk)
    runs = list_counting(run.rung, run.side).filter(began_before)
    return list(runs.only("started_at", "day", "metrics"))


def get_summary(rung: Rung, side: str) -> SideSummary:
    """What the runs that count on a rung and side come to."""
    return list_summaries([rung.pk]).get((rung.pk, side), SideSummary())


def list_summaries(rung_ids: Iterable[int]) -> History:
    """The same of each side of each of the rungs, read at once."""
    rows = Summary.objects.filter(rung__in=list(rung_ids)).annotate(text=Cast("summary", TextField()))
    return {(rung, side): _read_summary(text) for rung, side, text in rows.values_list("rung", "side", "text")}


@lru_cache(maxsize=2048)
def _read_summary(text: str) -> SideSummary:
    """A stored summary; the latest are remembered: from one read to the next most of a record stays as it is."""
    return SideSummary.from_stored(json.loads(text))


def get_yardstick(rung: Rung, side: str, before: datetime) -> Yardstick:
    """What a run on a rung and side that begins then is measured against: the runs before it, and no later ones."""
    threshold = get_threshold(rung)
    metric, summary = threshold.metric, get_summary(rung, side)
    if summary.last is None or summary.last.started_at < before:
        return lay_yardstick(
            metric, threshold.mark, summary.values(metric.id), summary.best(metric.id, metric.direction)
        )
    # It arrives late, as from a device without a network: runs played since then do not count for it.
    rows = list_counting(rung, side).filter(started_at__lt=before).values_list("metrics", flat=True)
    return lay_yardstick(metric, threshold.mark, [value for each in rows if (value := each.get(metric.id)) is not None])


def get_counted_before(rung: Rung, before: datetime) -> Run | None:
    """The last run of its game that was counted press by press before that, on the side that the rung is said for."""
    runs = list_counting(rung, rung.said_on).filter(format=rung.format, is_from_paper=False, started_at__lt=before)
    return runs.order_by("-started_at", "-id").first()


def list_last_days(athlete: Athlete) -> dict[tuple[int, str], date]:
    """The day on which each ladder was last played on each side, on whichever rung."""
    rows = Summary.objects.filter(rung__ladder__athlete=athlete).order_by()
    days = rows.values_list("rung__ladder", "side").annotate(last=Max("last_day"))
    return {(ladder, side): last for ladder, side, last in days if last is not None}


def list_attempts_by_day(athlete: Athlete, since: date) -> dict[int, dict[date, int]]:
    """The attempts of each ladder on each day since then, whether the run was brought to its end or not."""
    # Days are the athlete's own; the hour that runs are indexed by is at most a day off.
    runs = Run.objects.filter(athlete=athlete, day__gte=since, started_at__gte=_days_ago(since, 1))
    rows = runs.order_by().values_list("rung__ladder", "day")
    by_ladder: dict[int, dict[date, int]] = {}
    for ladder, day, attempts in rows.annotate(tries=Sum("attempts")):
        by_ladder.setdefault(ladder, {})[day] = attempts
    return by_ladder


def get_dose_left(athlete: Athlete, ladder: Ladder, day: date) -> DoseLeft:
    """What the ladder's dose leaves for that day."""
    attempts = list_attempts_by_day(athlete, day - timedelta(days=7)).get(ladder.pk, {})
    return dose_left(ladder.known_traits.dose, attempts, day)


def dose_left_on(ladder: Ladder, rung: Rung, attempts: Mapping[date, int], day: date) -> DoseLeft:
    """What the dose of a ladder, and that of the game on a rung, leave for a day after those attempts."""
    dose, own = ladder.known_traits.dose, dose_of(rung.game)
    if own is None and dose == NO_DOSE:
        return NO_LIMIT  # as most are
    return dose_left(stricter(dose, own.dose if own else None), attempts, day)


def get_used(athlete: Athlete, rung: Rung | int, day: date, *, but: UUID | None = None) -> Used:
    """What a day and the six before it have used of a rung's own cap; ``but`` leaves one run out."""
    runs = Run.objects.filter(athlete=athlete, rung=rung, day__lte=day)
    return used_of(list_days_of(runs if but is None else runs.exclude(pk=but), day - timedelta(days=6)), day)


def list_days_of(runs: QuerySet[Run], since: date) -> dict[date, int]:
    """The attempts of some runs, day by day."""
    return dict(runs.filter(day__gte=since).order_by().values_list("day").annotate(tries=Sum("attempts")))


def list_played_counts(athlete: Athlete, since: date) -> list[Played]:
    """What was thrown, served, jumped and hit on each day since then, as the core's joint counts take it."""
    runs = Run.objects.filter(athlete=athlete, day__gte=since, attempts__gt=0).select_related("rung__ladder")
    return [
        Played(run.day, counts, run.rung.ladder.known_pair.arm(run.side), run.attempts)
        for run in runs.defer("tally", "settings", "metrics", "card")
        if (counts := run.rung.ladder.known_traits.counts)
    ]


def list_history(rungs: Sequence[Rung], today: date, *, below: Sequence[int] = ()) -> History:
    """What was played on each side of each of the rungs, and of those ``below`` (by id) if it was played lately."""
    ids = {rung.pk for rung in rungs}
    history, since, under = list_summaries({*ids, *below}), _days_ago(today, BELOW.days), set(below) - ids
    return {
        (rung, side): summary
        for (rung, side), summary in history.items()
        if rung not in under or (summary.last and summary.last.started_at >= since)
    }


def _days_ago(today: date, days: int) -> datetime:
    return datetime.combine(today, time(), UTC) - timedelta(days=days)


def get_pace(rung: Rung, side: str) -> Pace:
    """The athlete's own pace on a rung from the last runs there; the stated prior without any."""
    return pace_of(rung.game, get_summary(rung, side).latest(), card=rung.known_card)
