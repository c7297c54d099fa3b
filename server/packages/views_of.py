"""The runs that pass some filters, and their presses, as CSV."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

from django.db import connection
from django.db.models import QuerySet

from accounts.models import Athlete
from config.database import one_snapshot
from jolly_core.package import views
from jolly_core.package.sheets import write_sheet
from runs.filters import Filters
from runs.models import Event, Run
from runs.selectors import list_played

#: So many runs are read at a time.
RUNS_AT_ONCE = 200


def runs_as_csv(athlete: Athlete, filters: Filters) -> Iterator[bytes]:
    """A line for each run, the earliest first."""
    with one_snapshot(connection):
        yield from write_sheet(views.RUNS, (_run(run) for run in _chosen(athlete, filters)))


def events_as_csv(athlete: Athlete, filters: Filters) -> Iterator[bytes]:
    """A line for each press, run after run."""
    with one_snapshot(connection):
        yield from write_sheet(views.EVENTS, _events(_chosen(athlete, filters)))


def _chosen(athlete: Athlete, filters: Filters) -> Iterator[Run]:
    runs: QuerySet[Run] = filters.apply(list_played(athlete)).defer(None).order_by("started_at", "id")
    return runs.select_related(None).select_related("rung__ladder").iterator(chunk_size=RUNS_AT_ONCE)


def _run(run: Run) -> Sequence[Any]:
    rung, result, measure = run.rung, run.result, run.measure
    metric = run.game.metric(result.metric)
    return (
        *(run.pk, run.day, run.started_at, rung.ladder.discipline, rung.ladder.title, rung.number, rung.title),
        *(run.side_words, run.format, result.value, _unit(result.title, metric.unit if metric else ""), measure.mark),
        *(run.attempts, run.makes, run.time_used_ms / 1000, run.comfort, run.is_over, run.is_from_paper),
        *(run.set_aside, ", ".join(run.tag_list), run.said_note),
    )


def _unit(title: str, unit: str) -> str:
    return f"{title} ({unit})" if unit and unit not in title else title


def _events(runs: Iterator[Run]) -> Iterator[Sequence[Any]]:
    while some := [run for _, run in zip(range(RUNS_AT_ONCE), runs, strict=False)]:
        by_run: dict[Any, list[Event]] = {run.pk: [] for run in some}
        for event in Event.objects.filter(run__in=some).order_by("run", "seq"):
            by_run[event.run_id].append(event)
        for run in some:
            about = (run.pk, run.day, run.rung.ladder.title, run.rung.number, run.side_words)
            for event in by_run[run.pk]:
                yield *about, event.seq, event.kind, event.at_ms / 1000, event.text, event.recorded_at
