"""Whether a rung stands still: shown by an equivalence test, never by a test that failed to find a change.

The results of some weeks stand still when the whole interval of their slope lies within a stated margin (two one-sided
tests: Schuirmann 1987), while the mark is ahead.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date, timedelta
from statistics import median

from jolly_core.challenges.metric import Metric
from jolly_core.finds.look import DayMean, Look
from jolly_core.finds.saying import day_said
from jolly_core.record.usual import UP
from jolly_core.series.trend import theil_sen
from jolly_core.stored import Stored
from jolly_core.words import quantity, sentence

#: With fewer days of practice, or in less time, nothing stands still. Common practice, no source.
LEAST_DAYS, LEAST_WEEKS = 10, 8
#: Less than this share of the mark in eight weeks is no change. Common practice, no source.
MARGIN_SHARE, MARGIN_WEEKS = 0.1, 8
#: Both one-sided tests at one in forty: many stretches are looked at, and one that stands still by luck is no find.
CONFIDENCE = 0.95
#: The stretches of time that are looked at: the longest that stands still is told.
WINDOWS_WEEKS = (26, 20, 16, 12, 8)
WEEK = 7
MOST_DAYS = 300


@dataclass(frozen=True)
class StandingStill(Stored):
    """A stretch in which nothing changed though the mark was ahead; ``is_now``: it lasts until the latest run.

    ``slope_low`` to ``slope_high`` is the change in eight weeks that the results allow, ``margin`` what counts as none.
    """

    since: date
    until: date
    days: int
    usual: float
    slope_low: float
    slope_high: float
    margin: float
    is_now: bool
    words: str
    suggestions: tuple[str, ...] = ()


@dataclass(frozen=True)
class Surroundings:
    """What is known around a rung that stands still: what could be changed is put in order by it.

    ``a_week`` is how often it was practised lately, ``a_week_before`` in the time before it stood still. ``lever`` is
    the one that the next smaller step would move; ``school`` the title of the ladder's, ``others`` those it may take.
    """

    finds: Sequence[Look] = ()
    a_week: float | None = None
    a_week_before: float | None = None
    lever: str = ""
    school: str = ""
    others: Sequence[str] = field(default_factory=tuple)


def standing_still(days: Sequence[DayMean], metric: Metric, mark: float) -> StandingStill | None:
    """The longest stretch that stood still, the one that lasts until now before any other; None without one."""
    latest = days[-MOST_DAYS:]
    if len(latest) < LEAST_DAYS:
        return None
    return _now(latest, metric, mark) or _before(latest, metric, mark)


def _now(days: Sequence[DayMean], metric: Metric, mark: float) -> StandingStill | None:
    end = days[-1].day
    for weeks in WINDOWS_WEEKS:
        window = [day for day in days if day.day > end - timedelta(weeks=weeks)]
        if found := _test(window, metric, mark, is_now=True):
            return found
    return None


def _before(days: Sequence[DayMean], metric: Metric, mark: float) -> StandingStill | None:
    """The longest one that has ended since: half a year or less from any day on."""
    found: StandingStill | None = None
    for weeks in WINDOWS_WEEKS[:4]:
        for first in range(len(days)):
            end = days[first].day + timedelta(weeks=weeks)
            if end > days[-1].day:
                break
            window = [day for day in days[first:] if day.day < end]
            found = found or _test(window, metric, mark, is_now=False)
        if found:
            return found
    return None


def _test(window: Sequence[DayMean], metric: Metric, mark: float, *, is_now: bool) -> StandingStill | None:
    weeks = (window[-1].day - window[0].day).days / WEEK
    if len(window) < LEAST_DAYS or weeks < LEAST_WEEKS - 1:
        return None
    usual = median(day.value for day in window)
    is_ahead = usual < mark if metric.direction == UP else usual > mark
    slope = theil_sen(
        [(day.day - window[0].day).days / WEEK for day in window], [day.value for day in window], CONFIDENCE
    )
    margin = MARGIN_SHARE * abs(mark)
    if not is_ahead or slope is None:
        return None
    low, high = MARGIN_WEEKS * slope.low, MARGIN_WEEKS * slope.high
    if not -margin <= low <= high <= margin:
        return None
    since, until = window[0].day, window[-1].day
    return StandingStill(
        since,
        until,
        len(window),
        usual,
        low,
        high,
        margin,
        is_now,
        _words(window, usual, margin, metric, mark, is_now=is_now),
    )


def _words(window: Sequence[DayMean], usual: float, margin: float, metric: Metric, mark: float, *, is_now: bool) -> str:
    since, until = window[0].day, window[-1].day
    weeks = round((until - since).days / WEEK)
    stands = (
        f"stands still since {day_said(since)}"
        if is_now
        else f"stood still from {day_said(since)} to {day_said(until)}"
    )
    margin_words = metric.words(round(margin, 1))
    return sentence(
        f"{stands}: usually {metric.words(round(usual, 1))}, the mark {metric.number(mark)}. "
        f"Over {quantity(weeks, 'week')} and {quantity(len(window), 'day')} of practice the change is less than "
        f"{margin_words} in {MARGIN_WEEKS} weeks either way."
    )


#: What a find of a question suggests to change.
ADVICE = {
    "weak_target": "Play the target that fails by itself: {words}",
    "left_out": "Play the side that is left out: {words}",
    "side_gap": "Give the weaker side more: {words}",
    "late_in_a_row": "Practise the end of a row: {words}",
    "last_one": "Practise the last one: {words}",
    "short_rallies": "Hit softer in the first contacts: {words}",
    "after_a_miss": "Take time after a miss: {words}",
    "tempo_drift": "Keep the tempo: {words}",
    "first_run": "Warm up longer before the first run: {words}",
}
#: So much less often than before is worth saying. Common practice, no source.
LESS_OFTEN = 0.75


def suggestions(around: Surroundings) -> tuple[str, ...]:
    """What could be changed: first what the record supports, the surest first, then what it is silent on."""
    found = sorted((look for look in around.finds if look.question in ADVICE), key=lambda look: look.p_value)
    said = [ADVICE[look.question].format(words=look.words) for look in found]
    often, before = around.a_week, around.a_week_before
    if often is not None and before is not None and often < LESS_OFTEN * before:
        said.append(f"Practise it more often: {often:.1f} days a week lately, {before:.1f} before.")
    if around.lever:
        said.append(f"Take a smaller step: move its lever by less ({around.lever}).")
    if often is not None and not any("more often" in each for each in said):
        said.append(
            f"Practise it more often: it is {often:.1f} days a week now. The record does not say whether that helps."
        )
    if around.others:
        said.append(
            f"Try another school than “{around.school}”: {', '.join(around.others)}. The record does not say which."
        )
    return tuple(said)
