"""Whether practice paused for longer than its rhythm explains."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, timedelta
from itertools import pairwise
from math import exp, log1p
from statistics import median

from jolly_core.finds.look import FindPicture, Look, PictureMark, Practice, PracticeQuestion
from jolly_core.finds.saying import day_said
from jolly_core.words import quantity

#: With fewer days of practice there is no rhythm. Common practice, no source.
LEAST_DAYS = 12
#: A pause within the last year; one before that is an old story.
YEAR = 365
WEEKDAYS = 7
#: Days around the pause that are drawn.
AROUND = 21


class Pause(PracticeQuestion):
    id = "pause"
    title = "A pause"
    place = 4

    def looks(self, practice: Practice) -> Iterable[tuple[int | None, Look]]:
        days = sorted(set(practice.days))
        days = [day for day in days if (days[-1] - day).days <= YEAR]
        if len(days) < LEAST_DAYS:
            return
        gaps = [(after - before).days for before, after in pairwise(days)]
        longest = max(range(len(gaps)), key=lambda place: gaps[place])
        before, after = days[longest], days[longest + 1]
        first, last = before + timedelta(days=1), after - timedelta(days=1)
        pause = (last - first).days + 1
        words = (
            f"No practice from {day_said(first)} to {day_said(last)}: {quantity(pause, 'day')}. "
            f"Usually {quantity(round(median(gaps)), 'day')} from one practice to the next."
        )
        yield (
            None,
            Look(
                question=self.id,
                p_value=_p_value(days, first, last),
                words=words,
                size=float(pause),
                since=first,
                until=last,
                picture=FindPicture("days", "practice", _around(days, first, last)),
            ),
        )


def _p_value(days: list[date], first: date, last: date) -> float:
    """The chance that one of the gaps is as long, if on each weekday practice comes as often as it did otherwise.

    Rates by Laplace's rule, from the days outside the gap; the chances of all gaps added up (Bonferroni).
    """
    practised = [0] * WEEKDAYS
    were = [0] * WEEKDAYS
    known = set(days)
    day = days[0]
    while day <= days[-1]:
        if not first <= day <= last:
            were[day.weekday()] += 1
            practised[day.weekday()] += day in known
        day += timedelta(days=1)
    rates = [(done + 1) / (many + 2) for done, many in zip(practised, were, strict=True)]
    # A weekday that is never used would count against a pause: the rule lends it half of a chance, which is too much.
    rates = [0.0 if not done else rate for done, rate in zip(practised, rates, strict=True)]
    skipped = sum(log1p(-rates[(first + timedelta(days=ahead)).weekday()]) for ahead in range((last - first).days + 1))
    return min(1.0, len(days) * exp(skipped))


def _around(days: list[date], first: date, last: date) -> tuple[PictureMark, ...]:
    known = set(days)
    begin, end = first - timedelta(days=AROUND), last + timedelta(days=AROUND)
    marks = []
    day = begin
    while day <= end:
        did = day in known
        marks.append(PictureMark(day_said(day), float(did), "practised" if did else "", first <= day <= last))
        day += timedelta(days=1)
    return tuple(marks)
