"""Reads of runs: the record that thresholds, usual and best are made from."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from math import log, sqrt
from statistics import fmean
from typing import Any
from uuid import UUID

from django.db.models import Max, Q, QuerySet, Sum
from django.shortcuts import get_object_or_404

from accounts.models import Athlete
from jolly_core.challenges.contract import Pace
from jolly_core.challenges.registry import get_challenge
from jolly_core.load.counts import Played
from jolly_core.load.dose import DoseLeft, dose_left
from jolly_core.record.usual import usual_of
from jolly_core.record.yardstick import Yardstick, lay_yardstick
from jolly_core.sides import hand_of
from jolly_core.thresholds.evidence import RunResult
from ladders.models import Ladder, Rung
from ladders.selectors import get_threshold
from runs.models import Event, Run

#: A pace steadies within this many runs and follows the athlete after that.
PACE_RUNS = 10
#: As many runs as the prior spread of a tempo weighs.
PRIOR_TEMPI = 3
#: How far back books are read, step by step, until a rung has enough entries on each side.
BOOK_DAYS: tuple[int | None, ...] = (365, 1095, None)
ENOUGH_ENTRIES = 12
ALSO_DAYS = 365


def list_runs(athlete: Athlete) -> QuerySet[Run]:
    """All of the athlete's runs, the latest first."""
    runs = Run.objects.filter(athlete=athlete).select_related("rung__ladder__athlete", "segment")
    return runs.order_by("-started_at", "id")


def list_played(athlete: Athlete) -> QuerySet[Run]:
    """The logbook: runs in which something happened, on the screen or on paper."""
    return list_runs(athlete).filter(Q(last_seq__gt=0) | Q(is_from_paper=True))


def list_unfinished(athlete: Athlete) -> QuerySet[Run]:
    """Runs to come back to."""
    return list_played(athlete).filter(is_over=False, set_aside="")


def get_run(athlete: Athlete, run_id: UUID) -> Run:
    return get_object_or_404(list_runs(athlete), pk=run_id)


def get_run_to_record(athlete: Athlete, run_id: UUID) -> Run:
    """The run alone, without the rung it is on: what one more event needs, and no more."""
    return get_object_or_404(Run, pk=run_id, athlete=athlete)


def list_known(run: Run, client_ids: Sequence[UUID]) -> QuerySet[Event]:
    """Those of the events that are stored already."""
    return run.events.filter(client_id__in=client_ids)


def list_events(run: Run) -> QuerySet[Event]:
    return run.events.all()


def list_counting(rung: Rung, *, side: str | None = None, since: datetime | None = None) -> QuerySet[Run]:
    """The runs on a rung that count, oldest first: over, not set aside, and with at least one attempt."""
    runs = Run.objects.filter(rung=rung, is_over=True, set_aside="", attempts__gt=0)
    if side is not None:
        runs = runs.filter(side=side)
    if since is not None:
        runs = runs.filter(started_at__gte=since)
    return runs.defer("tally", "settings").order_by("started_at", "id")


def list_values(runs: Iterable[Run], metric_id: str) -> list[float]:
    """The metric's values of runs that have one, in their order."""
    values = (run.metrics.get(metric_id) for run in runs)
    return [value for value in values if value is not None]


def get_yardstick(rung: Rung, side: str) -> Yardstick:
    """What the next run on a rung and side is measured against."""
    threshold = get_threshold(rung)
    earlier = list_values(list_counting(rung, side=side), threshold.metric.id)
    return lay_yardstick(threshold.metric, threshold.mark, earlier)


def list_results(rung: Rung, metric_id: str, since: datetime) -> list[RunResult]:
    """The runs on a rung that count, as the core's thresholds take them."""
    rows = list_counting(rung, since=since).values_list("day", "side", "metrics")
    return [RunResult(day, side, metrics.get(metric_id)) for day, side, metrics in rows]


def list_last_days(athlete: Athlete) -> dict[tuple[int, str], date]:
    """The day on which each ladder was last played on each side, on whichever rung."""
    rows = Run.objects.filter(athlete=athlete, is_over=True).order_by().values_list("rung__ladder", "side")
    return {(ladder, side): last for ladder, side, last in rows.annotate(last=Max("day"))}


def list_attempts_by_day(athlete: Athlete, since: date) -> dict[int, dict[date, int]]:
    """The attempts of each ladder on each day since then, whether the run was brought to its end or not."""
    rows = Run.objects.filter(athlete=athlete, day__gte=since).order_by().values_list("rung__ladder", "day")
    by_ladder: dict[int, dict[date, int]] = {}
    for ladder, day, attempts in rows.annotate(tries=Sum("attempts")):
        by_ladder.setdefault(ladder, {})[day] = attempts
    return by_ladder


def get_dose_left(athlete: Athlete, ladder: Ladder, day: date) -> DoseLeft:
    """What the ladder's dose leaves for that day."""
    attempts = list_attempts_by_day(athlete, day - timedelta(days=7)).get(ladder.pk, {})
    return dose_left(ladder.known_traits.dose, attempts, day)


def list_played_counts(athlete: Athlete, since: date) -> list[Played]:
    """What was thrown, served, jumped and hit on each day since then, as the core's joint counts take it."""
    runs = Run.objects.filter(athlete=athlete, day__gte=since, attempts__gt=0).select_related("rung__ladder")
    return [
        Played(run.day, counts, hand_of(run.side, athlete.handedness), run.attempts)
        for run in runs.defer("tally", "settings", "metrics")
        if (counts := run.rung.ladder.known_traits.counts)
    ]


@dataclass(frozen=True)
class Entry:
    """What a record needs of one run that counts; ``time_used_ms`` is 0 for one from paper."""

    started_at: datetime
    day: date
    side: str
    metrics: dict[str, Any]
    attempts: int
    makes: int
    time_used_ms: int


#: The latest entries of a rung, oldest first, by its id.
Books = dict[int, list[Entry]]


def list_books(athlete: Athlete, rungs: Sequence[Rung], today: date, also: Sequence[Rung] = ()) -> Books:
    """The latest runs that count on each of the rungs: at least a dozen a side where there are so many.

    It looks back a year first, and further only for rungs that have less: a long record costs no more than a short
    one. ``also`` are rungs of which whatever the last year holds will do.
    """
    books: Books = _read_books(athlete, [rung.pk for rung in also], _days_ago(today, ALSO_DAYS))
    thin = {rung.pk: rung for rung in rungs}
    for days in BOOK_DAYS:
        books |= _read_books(athlete, list(thin), None if days is None else _days_ago(today, days))
        thin = {pk: rung for pk, rung in thin.items() if _is_thin(books.get(pk, []), rung.ladder.sides)}
        if not thin:
            break
    return books


def _days_ago(today: date, days: int) -> datetime:
    return datetime.combine(today, time(), UTC) - timedelta(days=days)


def _is_thin(entries: Sequence[Entry], sides: Sequence[str]) -> bool:
    return any(sum(entry.side == side for entry in entries) < ENOUGH_ENTRIES for side in sides)


def _read_books(athlete: Athlete, rung_ids: Sequence[int], since: datetime | None) -> Books:
    runs = Run.objects.filter(athlete=athlete, rung__in=rung_ids, is_over=True, set_aside="", attempts__gt=0)
    if since is not None:
        runs = runs.filter(started_at__gte=since)
    columns = ("started_at", "day", "side", "metrics", "attempts", "makes", "time_used_ms")
    books: Books = {}
    for rung, *values in runs.order_by("started_at", "id").values_list("rung", *columns):
        books.setdefault(rung, []).append(Entry(*values))
    return books


def get_pace(rung: Rung, side: str) -> Pace:
    """The athlete's own pace on a rung from the last runs there; the stated prior without any."""
    runs = list_counting(rung, side=side).reverse()[:PACE_RUNS]
    entries = [
        Entry(run.started_at, run.day, side, run.metrics, run.attempts, run.makes, run.time_used_ms) for run in runs
    ]
    return pace_of(rung, entries[::-1])


def pace_of(rung: Rung, entries: Sequence[Entry], below: Sequence[Entry] = ()) -> Pace:
    """The pace in the last of a side's entries, oldest first.

    Without any it is a prior, and says so: tempo and rate of the rung ``below``, or else the stated one.
    """
    last = list(entries)[-PACE_RUNS:]
    attempts = sum(entry.attempts for entry in last)
    if not attempts:
        if not below:
            return Pace()
        near = pace_of(rung, below)
        return Pace(near.attempt_ms, near.rate, tempo_spread=max(near.tempo_spread, Pace().tempo_spread))
    values = [value for entry in last if (value := entry.metrics.get(_leading(rung))) is not None]
    usual = usual_of(values)
    # Runs from paper have no clock: they tell the rate, but not the tempo.
    timed = [entry for entry in last if entry.time_used_ms]
    prior = Pace()
    tempi = [log(entry.time_used_ms / entry.attempts) for entry in timed]
    # The spread of few runs is drawn towards the prior's, and widened for a mean that is itself uncertain.
    spread = sqrt(
        (PRIOR_TEMPI * prior.tempo_spread**2 + sum((tempo - fmean(tempi)) ** 2 for tempo in tempi))
        / (PRIOR_TEMPI + max(0, len(tempi) - 1))
        * (1 + 1 / max(1, len(tempi)))
    )
    return Pace(
        attempt_ms=max(1, sum(entry.time_used_ms for entry in timed) // sum(entry.attempts for entry in timed))
        if timed
        else prior.attempt_ms,
        # Laplace's rule keeps a rate from a short record off the ends.
        rate=(sum(entry.makes for entry in last) + 1) / (attempts + 2),
        is_prior=False,
        usual=usual.mean if usual else None,
        spread=usual.spread if usual else None,
        tempo_spread=spread,
        seen=attempts,
    )


def _leading(rung: Rung) -> str:
    return get_challenge(rung.format).metrics[0].id
