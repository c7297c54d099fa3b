"""The level of results on a rung and side, time by time: usual, best, limits, average, trend.

A time ends with a long pause, with a change of method that the athlete marked, and where the record has clearly
shifted: what lies on either side of that is not thrown together.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from statistics import median

from jolly_core.challenges.metric import Metric
from jolly_core.finds.look import LookedRun, day_means
from jolly_core.finds.saying import day_said
from jolly_core.record.usual import UP, best_of
from jolly_core.series.change_point import change_point
from jolly_core.series.moving_average import moving_average
from jolly_core.series.process_limits import process_limits, runs_on_one_side
from jolly_core.series.trend import Slope, kendall, theil_sen
from jolly_core.words import quantity

#: So long a pause begins a new time. Common practice, no source.
PAUSE_DAYS = 28
#: A shift is clear when chance alone has one as clear less than once in a hundred times.
CLEAR = 0.01
#: With fewer days of practice on either side of a shift it is not one. Common practice, no source.
LEAST_DAYS = 4
#: With fewer results no limits are drawn, with fewer days of practice no slope is told. Common practice, no source.
LEAST_RESULTS, LEAST_SLOPE_DAYS = 8, 6
#: As many days of practice are looked at for a slope.
MOST_DAYS = 400
WEEK = 7


@dataclass(frozen=True)
class Period:
    """A time on a rung and side. ``why`` it began; ``usual`` is the median of its results.

    ``low`` and ``high`` are the natural limits of a single result. ``slope`` is the change in a week, with its
    interval. ``outside`` are the ids of the runs beyond the limits; ``one_sided`` the stretches of runs on one side of
    the centre, by their first and last id.
    """

    since: date
    until: date
    why: str
    runs: int
    usual: float
    best: float
    centre: float | None
    low: float | None
    high: float | None
    slope: float | None
    slope_low: float | None
    slope_high: float | None
    trend_p: float | None
    outside: tuple[str, ...]
    one_sided: tuple[tuple[str, str], ...]
    words: str


@dataclass(frozen=True)
class Point:
    """A result in time, with the moving average after it."""

    run: str
    day: date
    value: float
    average: float


@dataclass(frozen=True)
class Level:
    """All results of a rung and side, and the times that they fall into."""

    points: tuple[Point, ...]
    periods: tuple[Period, ...]

    @property
    def now(self) -> Period | None:
        return self.periods[-1] if self.periods else None


def level_of(runs: Sequence[LookedRun], metric: Metric, changes: Sequence[tuple[date, str]] = ()) -> Level:
    """The level of runs in order of time; ``changes`` are the days and words of changes of method."""
    told = [run for run in runs if run.value is not None]
    points: list[Point] = []
    periods = []
    for why, part in _periods(told, changes):
        values = [run.value or 0.0 for run in part]
        averages = moving_average(values, median(values[:LEAST_RESULTS]))
        points += [
            Point(run.id, run.day, value, average) for run, value, average in zip(part, values, averages, strict=True)
        ]
        periods.append(_period(why, part, values, metric))
    return Level(tuple(points), tuple(periods))


def _periods(runs: Sequence[LookedRun], changes: Sequence[tuple[date, str]]) -> list[tuple[str, Sequence[LookedRun]]]:
    """The runs cut at pauses, marked changes and clear shifts, each part with why it begins."""
    parts: list[tuple[str, list[LookedRun]]] = []
    marked = sorted(changes)
    before: LookedRun | None = None
    for run in runs:
        why = "" if before else "the first run"
        if before and (run.day - before.day).days >= PAUSE_DAYS:
            why = f"after a pause of {quantity((run.day - before.day).days // WEEK, 'week')}"
        for day, words in marked:
            if day <= run.day and (before is None or before.day < day):
                why = words
        if why or not parts:
            parts.append((why, []))
        parts[-1][1].append(run)
        before = run
    return [piece for why, part in parts for piece in _at_a_shift(why, part)]


def _at_a_shift(why: str, part: list[LookedRun]) -> list[tuple[str, Sequence[LookedRun]]]:
    days = day_means(part)[-MOST_DAYS:]
    found = change_point([day.value for day in days], LEAST_DAYS)
    if found is None or found.p_value > CLEAR:
        return [(why, part)]
    begin = days[found.place].day
    return [
        (why, [run for run in part if run.day < begin]),
        ("a clear shift", [run for run in part if run.day >= begin]),
    ]


def _period(why: str, part: Sequence[LookedRun], values: Sequence[float], metric: Metric) -> Period:
    limits = process_limits(values) if len(values) >= LEAST_RESULTS else None
    days = day_means(part)[-MOST_DAYS:]
    is_told = len(days) >= LEAST_SLOPE_DAYS
    slope = (
        theil_sen([(day.day - days[0].day).days / WEEK for day in days], [day.value for day in days])
        if is_told
        else None
    )
    usual, best = median(values), best_of(values, metric.direction)
    sided = runs_on_one_side(values, limits.centre) if limits else []
    return Period(
        since=part[0].day,
        until=part[-1].day,
        why=why,
        runs=len(part),
        usual=usual,
        best=usual if best is None else best,
        centre=limits.centre if limits else None,
        low=limits.low if limits else None,
        high=limits.high if limits else None,
        slope=slope.slope if slope else None,
        slope_low=slope.low if slope else None,
        slope_high=slope.high if slope else None,
        trend_p=kendall([day.value for day in days]).p_value if slope else None,
        outside=tuple(part[place].id for place in limits.outside(values)) if limits else (),
        one_sided=tuple((part[begin].id, part[end].id) for begin, end in sided),
        words=_words(part, usual, slope, metric),
    )


def _words(part: Sequence[LookedRun], usual: float, slope: Slope | None, metric: Metric) -> str:
    said = (
        f"{day_said(part[0].day)} to {day_said(part[-1].day)}: usually {metric.words(round(usual, 1))} "
        f"({quantity(len(part), 'run')})"
    )
    if slope is None:
        return f"{said}."
    if slope.low <= 0 <= slope.high:
        return f"{said}; whether it rises or falls cannot be told."
    way = "better" if (slope.slope > 0) == (metric.direction == UP) else "worse"
    size, unit = _sized(slope.slope, metric)
    return f"{said}; {way} by {size} a {unit}."


def _sized(change: float, metric: Metric) -> tuple[str, str]:
    """A change in words, by the week or, where that is little, by the month."""
    if abs(change) >= 1:
        return metric.words(round(abs(change), 1)), "week"
    return metric.words(round(abs(change) * 30 / WEEK, 1)), "month"
