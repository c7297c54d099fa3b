"""How the results went: level, rising or falling, or shifted once."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from statistics import fmean, median

from jolly_core.finds.look import DayMean, FindPicture, Look, PictureMark, RungQuestion, RungRecord
from jolly_core.finds.saying import day_said
from jolly_core.series.change_point import change_point
from jolly_core.series.trend import Slope, kendall, theil_sen
from jolly_core.stats.shift import shift_between
from jolly_core.words import quantity, sentence

#: With fewer days of practice nothing is said. Common practice, no source.
LEAST_DAYS = 10
#: On either side of a shift. Common practice, no source.
LEAST_EACH = 4
#: As many days are looked at, and as many drawn.
MOST_DAYS, MOST_DRAWN = 400, 80


class Course(RungQuestion):
    id = "course"
    title = "How the results went"
    place = 1
    page = "trend"

    def looks(self, record: RungRecord) -> Iterable[Look]:
        for side in record.runs:
            days = record.days(side)[-MOST_DAYS:]
            if len(days) >= LEAST_DAYS and len({day.value for day in days}) > 1:
                yield _look(record, side, days)


def _look(record: RungRecord, side: str, days: Sequence[DayMean]) -> Look:
    values = [day.value for day in days]
    times = [float((day.day - days[0].day).days) for day in days]
    shift, slope = change_point(values, LEAST_EACH), theil_sen(times, values)
    # Two tests of one question: the better of them counts twice (Bonferroni).
    p_value = min(1.0, 2 * min(kendall(values).p_value, shift.p_value if shift else 1.0))
    if shift and slope and _misfit_of_steps(values, shift.place) < _misfit_of_line(times, values, slope):
        return _shifted(record, side, days, shift.place, p_value)
    return _drifted(record, side, days, slope, p_value)


def _misfit_of_steps(values: Sequence[float], place: int) -> float:
    return sum(abs(value - median(part)) for part in (values[:place], values[place:]) for value in part)


def _misfit_of_line(times: Sequence[float], values: Sequence[float], slope: Slope) -> float:
    level = median(value - slope.slope * time for time, value in zip(times, values, strict=True))
    return sum(abs(value - level - slope.slope * time) for time, value in zip(times, values, strict=True))


def _shifted(record: RungRecord, side: str, days: Sequence[DayMean], place: int, p_value: float) -> Look:
    before, after = ([day.value for day in part] for part in (days[:place], days[place:]))
    shift = shift_between(before, after)
    better = record.is_better(fmean(after) - fmean(before))
    metric = record.metric
    words = (
        f"{record.lead(side)}{'better' if better else 'worse'} since {day_said(days[place].day)}: "
        f"{metric.words(round(fmean(after), 1))} on average on {quantity(len(after), 'day')}, "
        f"{metric.number(round(fmean(before), 1))} on the {quantity(len(before), 'day')} before."
    )
    return Look(
        question=Course.id,
        p_value=p_value,
        words=sentence(words),
        size=shift.by if shift else None,
        low=shift.low if shift else None,
        high=shift.high if shift else None,
        side=side,
        since=days[0].day,
        until=days[-1].day,
        picture=draw_days(record, days, place),
    )


def _drifted(record: RungRecord, side: str, days: Sequence[DayMean], slope: Slope | None, p_value: float) -> Look:
    month, metric = 30.0, record.metric
    change = slope.slope * month if slope else 0.0
    time = f"from {day_said(days[0].day)} to {day_said(days[-1].day)} ({quantity(len(days), 'day')} of practice)"
    if round(abs(change), 1):
        way = "better" if record.is_better(change) else "worse"
        words = f"{record.lead(side)}{way} by {metric.words(round(abs(change), 1))} a month, {time}."
    else:
        half = len(days) // 2
        early, late = (fmean(day.value for day in part) for part in (days[:half], days[half:]))
        ends = (metric.number(round(early, 1)), metric.words(round(late, 1)))
        words = f"{record.lead(side)}{ends[0]} on average in the first half, {ends[1]} in the second, {time}."
    return Look(
        question=Course.id,
        p_value=p_value,
        words=sentence(words),
        size=change,
        low=slope.low * month if slope else None,
        high=slope.high * month if slope else None,
        side=side,
        since=days[0].day,
        until=days[-1].day,
        picture=draw_days(record, days, None),
    )


def draw_days(record: RungRecord, days: Sequence[DayMean], place: int | None) -> FindPicture:
    """The days as dots, a tape before the one at ``place``."""
    drawn = days[-MOST_DRAWN:]
    left_out = len(days) - len(drawn)
    marks = tuple(
        PictureMark(day_said(day.day), round(day.value, 2), record.metric.number(round(day.value, 1))) for day in drawn
    )
    split = place - left_out if place is not None and place > left_out else None
    return FindPicture("dots", record.metric.title, marks, split, record.mark)
