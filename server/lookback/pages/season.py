"""A season on one sheet of paper: what was played, trends, bests, weak spots, load."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import date, timedelta

from django.db.models import Count

from accounts.models import Athlete
from accounts.selectors import get_today
from blocks.selectors import list_sessions
from jolly_core.finds.costs import Cost
from jolly_core.finds.look import DayMean, LookedRun, RungRecord
from jolly_core.finds.periods import beside
from jolly_core.load.weekly import list_weeks
from jolly_core.record.usual import best_of
from ladders.models import Rung
from lookback.pages.about import About, about_rung
from lookback.pages.finds import get_finds
from lookback.pages.weak_spots import get_weak_spots
from lookback.records import list_counting_runs, read_rungs
from runs.filters import Filters

#: As much as a sheet of A4 takes.
MOST_RUNGS, MOST_COSTS, MOST_FINDS = 6, 6, 3
#: A season that is not said otherwise: the last half year.
SEASON = timedelta(days=182)


@dataclass(frozen=True)
class SeasonDay:
    """The mean of a day."""

    day: date
    value: float


@dataclass(frozen=True)
class SeasonRow:
    """A rung and side in the season: its days, its usual, its best, and its second half against its first."""

    about: About
    days: tuple[SeasonDay, ...]
    mark: float
    unit: str
    runs: int
    usual_words: str
    best_words: str
    words: str


@dataclass(frozen=True)
class SeasonWeek:
    """The load of a week."""

    monday: date
    load: float


@dataclass(frozen=True)
class SeasonPage:
    """A season, from its first day to its last."""

    since: date
    until: date
    runs: int
    days: int
    rows: tuple[SeasonRow, ...]
    costs: tuple[Cost, ...]
    finds: tuple[str, ...]
    weeks: tuple[SeasonWeek, ...]


def get_season(athlete: Athlete, filters: Filters) -> SeasonPage:
    """The season that the filters say; without days the last half year."""
    today = get_today(athlete)
    until = filters.until or today
    since = filters.since or until - SEASON
    within = replace(filters, since=since, until=until)
    runs = list_counting_runs(athlete, within)
    many = runs.order_by().values_list("rung").annotate(many=Count("id")).order_by("-many")[:MOST_RUNGS]
    ids = [rung for rung, _ in many]
    rungs = {rung.pk: rung for rung in Rung.everything.filter(pk__in=ids).select_related("ladder__athlete")}
    records = read_rungs(athlete, list(rungs.values()), within)
    rows = [row for rung in ids for row in _rows(rungs[rung], records[rung])]
    finds = get_finds(athlete, filters.of_ladders).first
    weeks = list_weeks(list_sessions(athlete, since), until, max(1, (until - since).days // 7))
    return SeasonPage(
        since=since,
        until=until,
        runs=runs.count(),
        days=runs.order_by().values("day").distinct().count(),
        rows=tuple(rows),
        costs=get_weak_spots(athlete, within).costs[:MOST_COSTS],
        finds=tuple(_said(find.about, find.look.words) for find in finds[:MOST_FINDS]),
        weeks=tuple(SeasonWeek(week.monday, week.load) for week in weeks),
    )


def _said(about: About, words: str) -> str:
    rung = f", rung {about.rung_number}" if about.rung_number else ""
    return f"{about.ladder_title}{rung}: {words}" if about.ladder_title else words


def _rows(rung: Rung, record: RungRecord) -> Iterator[SeasonRow]:
    for side, runs in record.runs.items():
        values = record.values(side)
        best = best_of(values, record.metric.direction)
        if best is None:
            continue
        days = record.days(side)
        yield SeasonRow(
            about=about_rung(rung, side),
            days=tuple(SeasonDay(day.day, day.value) for day in days),
            mark=record.mark,
            unit=record.metric.unit,
            runs=len(runs),
            usual_words=record.metric.words(round(sum(values) / len(values), 1)),
            best_words=record.metric.number(best),
            words=_halves(record, list(runs), days),
        )


def _halves(record: RungRecord, runs: list[LookedRun], days: list[DayMean]) -> str:
    """The second half of the season against the first."""
    middle = days[len(days) // 2].day
    first, second = ([run for run in runs if (run.day < middle) == is_first] for is_first in (True, False))
    return beside(first, second, record.metric, ("the first half", "the second half")).words
