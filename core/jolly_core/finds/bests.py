"""The records: the best of each month and year on a rung and side, and since when a result was not reached."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from jolly_core.challenges.metric import Metric
from jolly_core.finds.look import LookedRun
from jolly_core.finds.saying import day_said, month_said
from jolly_core.record.usual import best_of, is_better


@dataclass(frozen=True)
class Best:
    """The best result of a time, the day it was first reached, and its run."""

    title: str
    value: float
    words: str
    day: date
    run: str
    runs: int


def best_by_month(runs: Sequence[LookedRun], metric: Metric) -> list[Best]:
    """The best of each month that has a result, the latest month first."""
    return _by(runs, metric, lambda day: (day.year, day.month), lambda key: month_said(*key))


def best_by_year(runs: Sequence[LookedRun], metric: Metric) -> list[Best]:
    """The best of each year that has a result, the latest year first."""
    return _by(runs, metric, lambda day: (day.year,), lambda key: str(key[0]))


def _by(runs: Sequence[LookedRun], metric: Metric, key_of, title_of) -> list[Best]:  # type: ignore[no-untyped-def]
    groups: dict[tuple[int, ...], list[LookedRun]] = {}
    for run in runs:
        if run.value is not None:
            groups.setdefault(key_of(run.day), []).append(run)
    return [_best(title_of(key), group, metric) for key, group in sorted(groups.items(), reverse=True)]


def _best(title: str, runs: Sequence[LookedRun], metric: Metric) -> Best:
    value = best_of([run.value for run in runs if run.value is not None], metric.direction)
    first = next(run for run in runs if run.value == value)
    return Best(title, value or 0.0, metric.words(value or 0.0), first.day, first.id, len(runs))


def best_since(run: LookedRun, earlier: Sequence[LookedRun], metric: Metric) -> str:
    """Since when nothing as good was played: "best since 3 March 2026"; empty where the last one was as good.

    >>> makes = Metric("makes", "makes", "up", "makes", "make")
    >>> runs = [LookedRun(str(month), date(2026, month, 3), value) for month, value in ((3, 9), (5, 6), (6, 5))]
    >>> best_since(LookedRun("7", date(2026, 7, 1), 8), runs, makes)
    'best since 3 March 2026'
    """
    if run.value is None:
        return ""
    worse = 0
    for other in reversed(earlier):
        if other.value is None:
            continue
        if not is_better(run.value, other.value, metric.direction):
            return f"best since {day_said(other.day)}" if worse > 1 else ""
        worse += 1
    return "the best so far" if worse > 1 else ""
