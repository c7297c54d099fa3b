"""What was played, read for looking back: a rung's runs side by side, and the practice as a whole."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from datetime import date, datetime, timedelta
from typing import Any

from django.db.models import QuerySet

from accounts.models import Athlete
from blocks.selectors import list_planned_sides
from jolly_core.errors import CoreError
from jolly_core.finds.look import LookedRun, PlannedSide, Practice, RungRecord
from jolly_core.finds.of_the_practice.pause import YEAR
from jolly_core.record.trace import Trace, trace_of
from jolly_core.sides import Pair
from ladders.models import Ladder, Rung
from ladders.selectors import list_thresholds
from lookback.models import MethodChange
from runs.filters import Filters
from runs.models import Run
from runs.services import replay_run

#: A year of plans says which side is left out; one before that is an old story.
PLANNED_DAYS = 365
_COLUMNS = (
    *("id", "rung", "side", "day", "started_at", "metrics", "makes", "attempts", "trace"),
    *("part__block", "part__block__started_at"),
)
MINUTE = 60


def list_counting_runs(athlete: Athlete, filters: Filters | None = None) -> QuerySet[Run]:
    """The athlete's runs that count and pass, oldest first."""
    runs = Run.objects.filter(athlete=athlete, is_over=True, set_aside="", is_played=True, rung__ladder__is_quick=False)
    return (filters.apply(runs) if filters else runs).order_by("started_at", "id")


def read_rung(athlete: Athlete, rung: Rung, filters: Filters | None = None) -> RungRecord:
    """What was played on a rung, side by side."""
    return read_rungs(athlete, [rung], filters)[rung.pk]


def read_rungs(athlete: Athlete, rungs: Sequence[Rung], filters: Filters | None = None) -> dict[int, RungRecord]:
    """The same of each of the rungs, by their ids, read at once."""
    thresholds = list_thresholds(rungs)
    changes = list_changes([rung.ladder_id for rung in rungs])
    played: dict[int, dict[str, list[LookedRun]]] = {rung.pk: {} for rung in rungs}
    for row in list_counting_runs(athlete, filters).filter(rung__in=played).values_list(*_COLUMNS):
        played[row[1]].setdefault(row[2], []).append(_looked(row, thresholds[row[1]].metric.id))
    return {
        rung.pk: RungRecord(
            rung.game,
            thresholds[rung.pk].metric,
            thresholds[rung.pk].mark,
            {side: played[rung.pk][side] for side in _in_order(rung, played[rung.pk])},
            rung.ladder.known_pair,
            changes.get(rung.ladder_id, []),
        )
        for rung in rungs
    }


def _in_order(rung: Rung, played: Mapping[str, Sequence[LookedRun]]) -> list[str]:
    """The sides that were played: those that the ladder has today first, in its order."""
    return [
        *(side for side in rung.ladder.sides if side in played),
        *(side for side in played if side not in rung.ladder.sides),
    ]


def _looked(row: Sequence[Any], metric: str) -> LookedRun:
    run_id, _, _, day, started_at, metrics, makes, attempts, trace, block, block_began = row
    return LookedRun(
        id=str(run_id),
        day=day,
        value=metrics.get(metric),
        makes=makes,
        attempts=attempts,
        trace=Trace.from_stored(trace) if trace else Trace(),
        block=block,
        minute=_minutes(block_began, started_at),
    )


def _minutes(began: datetime | None, at: datetime) -> float | None:
    return None if began is None else (at - began).total_seconds() / MINUTE


def fill_traces(rung_ids: Iterable[int]) -> None:
    """Work out the traces of runs that were over before there were traces."""
    bare = Run.objects.filter(
        rung__in=list(rung_ids), is_over=True, is_from_paper=False, trace__isnull=True, last_seq__gt=0
    )
    for run in bare.select_related("rung").prefetch_related("events").iterator(chunk_size=100):
        try:
            trace = trace_of(replay_run(run, run.events.all()))
        except CoreError:
            trace = Trace()  # its events are none that the rules of today take
        Run.objects.filter(pk=run.pk).update(trace=trace.as_stored())


def list_changes(ladder_ids: Sequence[int]) -> dict[int, list[tuple[date, str]]]:
    """The changes of method of some ladders, the first one first."""
    changes: dict[int, list[tuple[date, str]]] = {}
    for ladder, day, words in MethodChange.objects.filter(ladder__in=ladder_ids).values_list("ladder", "day", "words"):
        changes.setdefault(ladder, []).append((day, words))
    return changes


def read_practice(athlete: Athlete, today: date, filters: Filters | None = None) -> Practice:
    """When the athlete practised in the last year of the record, and what of the plan was left out."""
    runs = list_counting_runs(athlete, filters)
    last = runs.order_by("-started_at").values_list("started_at", flat=True).first()
    # Reads the year by its index, and not the ten before it.
    year = runs.filter(started_at__gte=last - timedelta(days=YEAR + 1)) if last else runs.none()
    days = year.order_by().values_list("day", flat=True).distinct()
    return Practice(sorted(days), list_planned(athlete, today, filters))


def list_planned(
    athlete: Athlete, today: date, filters: Filters | None = None
) -> dict[int, tuple[str, Pair, dict[str, PlannedSide]]]:
    """How often each side of the ladders with sides was planned in the last year, and how often it was left out."""
    planned = list_planned_sides(athlete, today - timedelta(days=PLANNED_DAYS))
    return _planned(athlete, planned, filters)


def _planned(
    athlete: Athlete, planned: Mapping[tuple[int, str], tuple[int, int]], filters: Filters | None
) -> dict[int, tuple[str, Pair, dict[str, PlannedSide]]]:
    ladders = Ladder.objects.filter(athlete=athlete, is_quick=False, archived_at=None)
    wanted: Iterable[Ladder] = ladders.only("title", "discipline", "pair")
    found = {}
    for ladder in wanted:
        is_left_out = filters and (
            (filters.ladder and filters.ladder != ladder.pk)
            or (filters.discipline and filters.discipline != ladder.discipline)
        )
        if not ladder.has_sides or is_left_out:
            continue
        sides = {side: PlannedSide(*planned.get((ladder.pk, side), (0, 0))) for side in ("first", "second")}
        found[ladder.pk] = (ladder.title, ladder.known_pair, sides)
    return found
