"""Reads of runs: the record that thresholds, usual and best are made from."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from datetime import date, datetime
from uuid import UUID

from django.db.models import Max, QuerySet
from django.shortcuts import get_object_or_404

from accounts.models import Athlete
from jolly_core.challenges.contract import Pace
from jolly_core.challenges.registry import get_challenge
from jolly_core.record.usual import usual_of
from jolly_core.record.yardstick import Yardstick, lay_yardstick
from jolly_core.thresholds.evidence import RunResult
from ladders.models import Rung
from ladders.selectors import get_threshold
from runs.models import Event, Run

#: A pace steadies within this many runs and follows the athlete after that.
PACE_RUNS = 10


def list_runs(athlete: Athlete) -> QuerySet[Run]:
    """All of the athlete's runs, the latest first."""
    runs = Run.objects.filter(athlete=athlete).select_related("rung__ladder__athlete", "segment")
    return runs.order_by("-started_at", "id")


def list_played(athlete: Athlete) -> QuerySet[Run]:
    """The logbook: runs in which something happened."""
    return list_runs(athlete).filter(last_seq__gt=0)


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


def get_last_day(rung: Rung, side: str) -> date | None:
    """The day on which the rung's ladder was last played on that side, on whichever rung."""
    runs = Run.objects.filter(rung__ladder=rung.ladder_id, side=side, is_over=True)
    last: date | None = runs.aggregate(last=Max("day"))["last"]
    return last


def get_pace(rung: Rung, side: str) -> Pace:
    """The athlete's own pace on a rung from the last runs there; the stated prior without any."""
    runs = list(list_counting(rung, side=side).reverse()[:PACE_RUNS])
    attempts = sum(run.attempts for run in runs)
    if not attempts:
        return Pace()
    used_ms, makes = sum(run.time_used_ms for run in runs), sum(run.makes for run in runs)
    usual = usual_of(list_values(reversed(runs), get_challenge(rung.format).metrics[0].id))
    return Pace(
        attempt_ms=max(1, used_ms // attempts),
        rate=(makes + 1) / (attempts + 2),  # Laplace's rule keeps a rate from a short record off the ends.
        is_prior=False,
        usual=usual.mean if usual else None,
        spread=usual.spread if usual else None,
    )
