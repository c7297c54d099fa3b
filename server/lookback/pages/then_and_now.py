"""Then and now: two runs, months or years of a rung beside each other; its years as a line; its bests."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from uuid import UUID

from accounts.models import Athlete
from jolly_core.errors import CoreError
from jolly_core.finds.bests import Best, best_by_month, best_by_year
from jolly_core.finds.look import LookedRun, RungRecord
from jolly_core.finds.periods import TwoTimes, beside
from jolly_core.finds.saying import day_said, month_said
from lookback.pages.about import About, about_rung
from lookback.pages.trend import AskedMark, asked_of, find_rung
from lookback.records import read_rung
from runs.filters import Filters

#: As many single results are drawn as dots: a yearly check has few, and shows each.
MOST_DOTS = 1000
YEAR, MONTH = len("2026"), len("2026-03")


@dataclass(frozen=True)
class Dot:
    """A result on the line of the years."""

    run: str
    day: date
    value: float
    words: str


@dataclass(frozen=True)
class SideThenAndNow:
    """One side: the two times, the line of dots, the bests."""

    about: About
    compared: TwoTimes | None
    dots: tuple[Dot, ...]
    months: tuple[Best, ...]
    years: tuple[Best, ...]


@dataclass(frozen=True)
class ThenAndNowPage:
    """``times`` are the years and months that can be chosen, the latest first; ``then`` and ``now`` those that were."""

    about: About | None
    asked: AskedMark | None
    then: str
    now: str
    times: tuple[tuple[str, str], ...]
    sides: tuple[SideThenAndNow, ...]


def get_then_and_now(athlete: Athlete, filters: Filters, then: str, now: str) -> ThenAndNowPage:
    """Two times of a rung: each a year, a month (2026-03) or the id of a run; left out, the last two years, or months.

    Raises ``CoreError`` (``bad_time``) for what is none of these.
    """
    rung = find_rung(athlete, filters)
    if rung is None:
        return ThenAndNowPage(None, None, "", "", (), ())
    record = read_rung(athlete, rung, filters)
    times = _times(record)
    chosen_now = now or (times[0][0] if times else "")
    alike = [key for key, _ in times if len(key) == len(chosen_now) and key < chosen_now]
    chosen_then = then or (alike[0] if alike else "")
    sides = tuple(
        _side(record, about_rung(rung, side), runs, chosen_then, chosen_now) for side, runs in record.runs.items()
    )
    return ThenAndNowPage(about_rung(rung), asked_of(rung), chosen_then, chosen_now, tuple(times), sides)


def _times(record: RungRecord) -> list[tuple[str, str]]:
    """The years, if there are several, and then the months in which there are results."""
    days = {run.day for runs in record.runs.values() for run in runs}
    years = sorted({day.year for day in days}, reverse=True)
    months = sorted({(day.year, day.month) for day in days}, reverse=True)
    named = [(str(year), str(year)) for year in years] if len(years) > 1 else []
    return [*named, *((f"{year}-{month:02}", month_said(year, month)) for year, month in months)]


def _side(record: RungRecord, about: About, runs: Sequence[LookedRun], then: str, now: str) -> SideThenAndNow:
    metric = record.metric
    compared = None
    if then and now:
        (then_title, before), (now_title, after) = (_of(runs, each) for each in (then, now))
        compared = beside(before, after, metric, (then_title, now_title))
    dots = tuple(
        Dot(run.id, run.day, run.value, metric.words(run.value)) for run in runs[-MOST_DOTS:] if run.value is not None
    )
    return SideThenAndNow(about, compared, dots, tuple(best_by_month(runs, metric)), tuple(best_by_year(runs, metric)))


def _of(runs: Sequence[LookedRun], time: str) -> tuple[str, list[LookedRun]]:
    """The runs of a time, with what it is called."""
    if len(time) == YEAR and time.isdecimal():
        return time, [run for run in runs if run.day.year == int(time)]
    if len(time) == MONTH and time[:YEAR].isdecimal() and time[5:].isdecimal() and 1 <= int(time[5:]) <= 12:  # noqa: PLR2004
        year, month = int(time[:YEAR]), int(time[5:])
        return month_said(year, month), [run for run in runs if (run.day.year, run.day.month) == (year, month)]
    try:
        wanted = str(UUID(time))
    except ValueError:
        message = "A time is a year (2026), a month (2026-03) or a run by its id."
        raise CoreError.one("bad_time", message, "then", value=time) from None
    found = [run for run in runs if run.id == wanted]
    return f"the run of {day_said(found[0].day)}" if found else "that run", found
