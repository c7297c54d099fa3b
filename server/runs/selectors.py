"""Reads of runs: the record that thresholds, usual and best are made from."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import UTC, date, datetime, time, timedelta
from json import loads
from math import log, sqrt
from statistics import fmean
from typing import Any
from uuid import UUID

from django.db.models import OuterRef, Q, QuerySet, Subquery, Sum, TextField
from django.db.models.functions import Cast
from django.shortcuts import get_object_or_404

from accounts.models import Athlete
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of
from jolly_core.load.counts import Played
from jolly_core.load.dose import DoseLeft, Used, dose_left, used_of
from jolly_core.record.usual import usual_of
from jolly_core.record.yardstick import Yardstick, lay_yardstick
from jolly_core.sides import SIDES, hand_of
from jolly_core.thresholds.evidence import RunResult
from ladders.models import Ladder, Rung
from ladders.selectors import get_threshold
from runs.models import Event, Run

#: A pace steadies within this many runs and follows the athlete after that.
PACE_RUNS = 10
#: As many runs as the prior spread of a tempo weighs.
PRIOR_TEMPI = 3
#: How far back books are read, step by step, until a rung has enough entries on each side.
BOOK_DAYS: tuple[int | None, ...] = (365, None)
ENOUGH_ENTRIES = 12
BELOW_DAYS = 365


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
    """The run alone, without the rung it is on and without its last tally: what one more event needs, and no more."""
    runs = Run.objects.select_for_update().defer("tally", "metrics", "aimed")
    return get_object_or_404(runs, pk=run_id, athlete=athlete)


def list_known(run: Run, client_ids: Sequence[UUID]) -> QuerySet[Event]:
    """Those of the events that are stored already."""
    return run.events.filter(client_id__in=client_ids)


def list_ids(run: Run) -> set[UUID]:
    """The ids of all events of a run."""
    return set(run.events.order_by().values_list("client_id", flat=True))


def list_events(run: Run) -> QuerySet[Event]:
    return run.events.all()


def list_counting(rung: Rung, *, side: str | None = None, since: datetime | None = None) -> QuerySet[Run]:
    """The runs on a rung that count, oldest first: over, not set aside, and something was played in them."""
    runs = Run.objects.filter(rung=rung, is_over=True, set_aside="", is_played=True)
    if side is not None:
        runs = runs.filter(side=side)
    if since is not None:
        runs = runs.filter(started_at__gte=since)
    return runs.defer("tally", "settings").order_by("started_at", "id")


def list_values(runs: Iterable[Run], metric_id: str) -> list[float]:
    """The metric's values of runs that have one, in their order."""
    values = (run.metrics.get(metric_id) for run in runs)
    return [value for value in values if value is not None]


def get_yardstick(rung: Rung, side: str, before: datetime) -> Yardstick:
    """What a run on a rung and side that begins then is measured against: the runs before it, and no later ones."""
    threshold = get_threshold(rung)
    runs = list_counting(rung, side=side).filter(started_at__lt=before)
    earlier = list_values(runs, threshold.metric.id)
    return lay_yardstick(threshold.metric, threshold.mark, earlier)


def list_results(rung: Rung, metric_id: str, since: datetime) -> list[RunResult]:
    """The runs on a rung that count, as the core's thresholds take them."""
    rows = list_counting(rung, since=since).values_list("day", "side", "metrics")
    return [RunResult(day, side, metrics.get(metric_id)) for day, side, metrics in rows]


def list_last_days(athlete: Athlete) -> dict[tuple[int, str], date]:
    """The day on which each ladder was last played on each side, on whichever rung."""

    def last_on(side: str) -> Subquery:
        # A bare "is over" is looked up in no index; "is among true" is.
        runs = Run.objects.filter(athlete=athlete, is_over__in=[True], rung=OuterRef("pk"), side=side)
        return Subquery(runs.order_by("-day").values("day")[:1])

    # One look into the index for each rung and side, however long the record.
    rungs = Rung.objects.filter(ladder__athlete=athlete).order_by()
    days: dict[tuple[int, str], date] = {}
    for ladder, *lasts in rungs.annotate(**{side: last_on(side) for side in SIDES}).values_list("ladder", *SIDES):
        for side, last in zip(SIDES, lasts, strict=True):
            if last is not None:
                days[ladder, side] = max(last, days.get((ladder, side), last))
    return days


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


def get_used(athlete: Athlete, rung: Rung | int, day: date, *, but: UUID | None = None) -> Used:
    """What a day and the six before it have used of a rung's own cap; ``but`` leaves one run out."""
    runs = Run.objects.filter(athlete=athlete, rung=rung, day__gte=day - timedelta(days=6), day__lte=day)
    others = runs if but is None else runs.exclude(pk=but)
    rows = others.order_by().values_list("day").annotate(tries=Sum("attempts"))
    return used_of(dict(rows), day)


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


def list_books(
    rungs: Sequence[Rung], today: date, *, below: Sequence[Rung] = (), entries: int = ENOUGH_ENTRIES
) -> Books:
    """The latest ``entries`` runs that count on each side of each of the rungs.

    It looks back a year first, and further only for sides that have less: a long record costs no more than a short
    one. ``below`` are rungs of the same ladders, read where the rung above has nothing on a side.
    """
    books: Books = {}
    thin = [(rung.pk, side) for rung in rungs for side in rung.ladder.sides]
    for days in BOOK_DAYS:
        _read_books(books, thin, None if days is None else _days_ago(today, days), entries)
        thin = [(pk, side) for pk, side in thin if _count(books, pk, side) < entries]
    bare = {(rung.ladder_id, side) for rung in rungs for side in rung.ladder.sides if not _count(books, rung.pk, side)}
    under = [(rung.pk, side) for rung in below for side in SIDES if (rung.ladder_id, side) in bare]
    _read_books(books, under, _days_ago(today, BELOW_DAYS), entries)
    return books


def _days_ago(today: date, days: int) -> datetime:
    return datetime.combine(today, time(), UTC) - timedelta(days=days)


def _count(books: Books, rung_id: int, side: str) -> int:
    return sum(entry.side == side for entry in books.get(rung_id, []))


def _read_books(books: Books, pairs: Sequence[tuple[int, str]], since: datetime | None, entries: int) -> None:
    """Put the latest entries of those rungs and sides into the books, in place of what was there of them."""
    if not pairs:
        return
    asked = Q()
    for side in SIDES:
        asked |= Q(side=side, rung__in=[rung for rung, each in pairs if each == side])
    runs = Run.objects.filter(asked, is_over=True, set_aside="", is_played=True)
    if since is not None:
        runs = runs.filter(started_at__gte=since)
    # As text, and only those that are kept are made sense of: of so many rows that would be most of the work.
    texts = [Cast(name, TextField()) for name in ("started_at", "day", "metrics")]
    rows = runs.order_by("-started_at", "-id").values_list("rung", "side", *texts, "attempts", "makes", "time_used_ms")
    kept: dict[tuple[int, str], int] = {}
    read: Books = {}
    for rung, side, started_at, day, metrics, *counts in rows:
        pair = (rung, side)
        kept[pair] = kept.get(pair, 0) + 1
        if kept[pair] <= entries:
            moment = datetime.fromisoformat(started_at).replace(tzinfo=UTC)
            entry = Entry(moment, date.fromisoformat(day), side, loads(metrics), *counts)
            read.setdefault(rung, []).append(entry)
    for rung, latest_entries in read.items():
        sides = {entry.side for entry in latest_entries}
        others = [entry for entry in books.get(rung, []) if entry.side not in sides]
        books[rung] = sorted([*others, *reversed(latest_entries)], key=lambda entry: entry.started_at)


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
    prior = forecast_of(rung.game).prior
    attempts = sum(entry.attempts for entry in last)
    values = [value for entry in last if (value := entry.metrics.get(_leading(rung))) is not None]
    usual = usual_of(values)
    if not attempts:
        if below:
            near = pace_of(rung, below)
            return replace(prior, attempt_ms=near.attempt_ms, rate=near.rate, tempo_spread=near.tempo_spread)
        # Runs that were kept by the clock alone tell what is usual, and nothing of tempo and rate.
        return replace(prior, usual=usual.mean, spread=usual.spread) if usual else prior
    # Runs from paper have no clock: they tell the rate, but not the tempo.
    timed = [entry for entry in last if entry.time_used_ms]
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
    return rung.game.leading
