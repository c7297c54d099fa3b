"""When a mark will be met: a range of days, tried on the athlete's own past; none where there is no trend.

Practice follows its power law (Newell and Rosenbloom 1981): what a day of practice adds grows less. So the level is
drawn against the logarithm of the number of days practised as well as against the days themselves, and whichever fits
the past better is drawn on.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta
from math import ceil, exp, log
from statistics import fmean, median

from jolly_core.challenges.metric import Metric
from jolly_core.finds.look import DayMean
from jolly_core.finds.saying import day_said
from jolly_core.record.usual import UP
from jolly_core.series.trend import Slope, theil_sen
from jolly_core.words import sentence

#: With fewer days of practice no forecast is made, and with as many at least it is tried on the past.
LEAST_DAYS = 10
#: The level is the median of so many days: it has met a mark when that has.
LEVEL_DAYS = 5
#: The range holds so often, if the trend goes on.
CONFIDENCE = 0.8
#: With fewer past forecasts that have come out nothing is said of how they did.
LEAST_TRIED = 5
#: Ranges are widened by as much as those of the past would have needed; untried ones by as much as is common here.
WIDER, UNTRIED = (1.0, 1.25, 1.5, 2.0, 2.5, 3.0, 4.0), 3.0
#: The share of the past ones that must have held: more than is promised, as the past is what the width is fitted to.
HELD = 0.9
#: Beyond so much time nobody can tell: as long as the record itself, and a year at most.
FARTHEST = timedelta(days=365)
MOST_DAYS = 120


@dataclass(frozen=True)
class Forecast:
    """The mark is met between two days, ``late`` None where the slow end never gets there within a year.

    ``held`` of ``tried`` forecasts that were made the same way from the athlete's own past came out within their range.
    """

    early: date
    late: date | None
    held: int
    tried: int
    words: str


def forecast(days: Sequence[DayMean], metric: Metric, mark: float) -> Forecast | None:
    """When the level will meet the mark; None where it is met, or where there is no trend towards it."""
    latest = list(days)[-MOST_DAYS:]
    found = _range(latest, mark, is_up=metric.direction == UP)
    if found is None:
        return None
    past = _past(latest, mark, is_up=metric.direction == UP)
    widen, held = _widened(past)
    sooner, later = found.widened(widen)
    early, late = latest[-1].day + sooner, None if later is None else latest[-1].day + later
    return Forecast(early, late, held, len(past), _words(early, late, held, len(past)))


def _level(days: Sequence[DayMean]) -> float:
    return median(day.value for day in days[-LEVEL_DAYS:])


def _is_met(level: float, mark: float, *, is_up: bool) -> bool:
    return level >= mark if is_up else level <= mark


@dataclass(frozen=True)
class _Range:
    """How long until a mark is met, at the earliest and at the latest; and what became of it, where that is known."""

    early: timedelta
    late: timedelta | None
    farthest: timedelta
    came: timedelta | None = None

    def widened(self, by: float) -> tuple[timedelta, timedelta | None]:
        late = None if self.late is None or self.late * by > self.farthest else self.late * by
        return self.early / by, late

    def held(self, by: float) -> bool:
        early, late = self.widened(by)
        return self.came is not None and early <= self.came and (late is None or self.came <= late)


def _widened(past: Sequence[_Range]) -> tuple[float, int]:
    """By how much ranges have to be widened so that those of the past would have held; and how many did then."""
    by, held = UNTRIED, sum(each.held(UNTRIED) for each in past)
    if len(past) < LEAST_TRIED:
        return by, held
    for by in WIDER:
        held = sum(each.held(by) for each in past)
        if held >= HELD * len(past):
            break
    return by, held


def _range(days: Sequence[DayMean], mark: float, *, is_up: bool) -> _Range | None:
    """How long until the level meets the mark, at the earliest and at the latest."""
    if len(days) < LEAST_DAYS or _is_met(_level(days), mark, is_up=is_up):
        return None
    values = [day.value for day in days]
    straight = [float(place) for place in range(1, len(days) + 1)]
    lines = []
    for times, back in ((straight, float), ([log(each) for each in straight], exp)):
        slope = theil_sen(times, values, CONFIDENCE)
        if slope is not None:
            lines.append((_misfit(times, values, slope), times, back, slope))
    _, times, back, slope = min(lines, key=lambda line: line[0])
    fast, slow = (slope.high, slope.low) if is_up else (slope.low, slope.high)
    if (slow <= 0) if is_up else (slow >= 0):
        return None  # no trend: as far as the results tell it may be none at all
    reached = []
    for each in (fast, slow):
        # Through the middle of the record: where the level is known best.
        middle_time, middle = median(times), median(values)
        time = middle_time + (mark - middle) / each
        reached.append(back(min(time, 700.0)) - len(days))
    pace = (days[-1].day - days[0].day).days / (len(days) - 1)
    farthest = min(FARTHEST, 2 * (days[-1].day - days[0].day))
    # The level is that of several days: the mark is not met before as many more have shown it.
    early = timedelta(days=ceil(max(1.0, reached[0]) * pace))
    late = (
        timedelta(days=ceil(max(float(LEVEL_DAYS), reached[1] + LEVEL_DAYS // 2) * pace))
        if reached[1] * pace < farthest.days
        else None
    )
    return _Range(early, late, farthest) if early <= farthest else None


def _misfit(times: Sequence[float], values: Sequence[float], slope: Slope) -> float:
    level = median(value - slope.slope * time for time, value in zip(times, values, strict=True))
    return fmean(abs(value - level - slope.slope * time) for time, value in zip(times, values, strict=True))


def _past(days: Sequence[DayMean], mark: float, *, is_up: bool) -> list[_Range]:
    """Forecasts from the past that can be told by now, made the same way.

    Each is for as much more as is missing to the mark today, which is known without looking at what came.
    """
    missing = abs(mark - _level(days))
    found = []
    for end in range(LEAST_DAYS, len(days) - 1):
        level = _level(days[:end])
        goal = level + missing if is_up else level - missing
        made = _range(days[:end], goal, is_up=is_up)
        if made is None:
            continue
        came, begin = _came(days, end, goal, is_up=is_up), days[end - 1].day
        if came is not None:
            found.append(replace(made, came=came - begin))
        elif made.late is not None and days[-1].day - begin > WIDER[-1] * made.late:
            found.append(made)  # however wide, it has not held
    return found


def _came(days: Sequence[DayMean], after: int, goal: float, *, is_up: bool) -> date | None:
    for end in range(after + 1, len(days) + 1):
        if _is_met(_level(days[:end]), goal, is_up=is_up):
            return days[end - 1].day
    return None


def _words(early: date, late: date | None, held: int, tried: int) -> str:
    if late is None:
        said = f"if it goes on like this, the mark is met on {day_said(early)} at the earliest"
        said = f"{said}; when at the latest cannot be told"
    else:
        said = f"if it goes on like this, the mark is met between {day_said(early)} and {day_said(late)}"
    if tried < LEAST_TRIED:
        return sentence(f"{said}. There is too little past to try such forecasts on.")
    return sentence(f"{said}. Of {tried} such forecasts from your own past {held} came out within their range.")
