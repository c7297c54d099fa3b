"""Dose: how many attempts of a skill a day and a week may hold, and how many days lie between."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict, dataclass
from datetime import date, timedelta
from typing import Any

from jolly_core.errors import CoreError, Problem
from jolly_core.validation import check_integer
from jolly_core.words import quantity

MOST_ATTEMPTS, MOST_DAYS = 10_000, 7
WEEK = timedelta(days=7)


@dataclass(frozen=True)
class Dose:
    """None where nothing is limited. ``is_capped``: the dose is a hard cap, past which no run is begun.

    ``days_between`` is how many days have to lie between two days of practice.
    """

    per_day: int | None = None
    per_week: int | None = None
    days_a_week: int | None = None
    days_between: int = 0
    is_capped: bool = False

    @property
    def words(self) -> str:
        """The dose as it is said; empty where nothing is limited."""
        parts = [
            f"{self.per_day} attempts a day" if self.per_day else "",
            f"{self.per_week} a week" if self.per_week else "",
            f"{quantity(self.days_a_week, 'day')} a week" if self.days_a_week else "",
            f"{quantity(self.days_between, 'day')} between" if self.days_between else "",
        ]
        said = ", ".join(part for part in parts if part)
        return f"at most {said}{', then stop, whatever happened' if self.is_capped else ''}" if said else ""


@dataclass(frozen=True)
class DoseLeft:
    """How many attempts are left today (None: as many as you like), and why, where the dose decides it."""

    attempts: int | None
    words: str = ""

    @property
    def is_used_up(self) -> bool:
        return self.attempts == 0


def check_left(title: str, left: DoseLeft) -> None:
    """Raise ``CoreError`` (``dose_used_up``) where a hard cap leaves nothing of what has that title."""
    if left.is_used_up:
        message = f"{title} is done for today, whatever happened: {left.words}. Rest is part of it."
        raise CoreError.one("dose_used_up", message, "rung")


@dataclass(frozen=True)
class Used:
    """What was tried of a skill: today, in the seven days up to today, and on how many days of them before today."""

    tried_today: int = 0
    tried_in_seven_days: int = 0
    days_before: int = 0

    def as_dict(self) -> dict[str, int]:
        return asdict(self)


def used_of(attempts_by_day: Mapping[date, int], today: date) -> Used:
    """What the attempts of the days up to today have used.

    >>> used_of({date(2026, 5, 1): 5, date(2026, 5, 4): 2}, date(2026, 5, 4))
    Used(tried_today=2, tried_in_seven_days=7, days_before=1)
    """
    week = {day: tries for day, tries in attempts_by_day.items() if tries and today - WEEK < day <= today}
    return Used(week.get(today, 0), sum(week.values()), sum(day < today for day in week))


def read_dose(given: Mapping[str, Any]) -> Dose:
    """The checked dose. Raises ``CoreError`` with every value that cannot be used, at ``dose``."""
    known = Dose.__dataclass_fields__
    problems = [
        Problem("unknown_setting", f"A dose has no {name!r}; known: {', '.join(known)}.", (name,))
        for name in given
        if name not in known
    ]
    for name, low, high in (
        ("per_day", 1, MOST_ATTEMPTS),
        ("per_week", 1, MOST_ATTEMPTS),
        ("days_a_week", 1, MOST_DAYS),
        ("days_between", 0, MOST_DAYS - 1),
    ):
        if given.get(name) is not None and (problem := check_integer(name, given[name], low, high)):
            problems.append(problem)
    if problems:
        raise CoreError(problems).under("dose")
    return Dose(
        given.get("per_day"),
        given.get("per_week"),
        given.get("days_a_week"),
        given.get("days_between") or 0,
        bool(given.get("is_capped")),
    )


def stricter(dose: Dose, own: Dose | None) -> Dose:
    """A dose with that of a game beside it: of two limits the lower one holds.

    >>> stricter(Dose(per_day=20), Dose(per_day=6, days_a_week=4, is_capped=True)).words
    'at most 6 attempts a day, 4 days a week, then stop, whatever happened'
    """
    if own is None:
        return dose

    def lower(one: int | None, other: int | None) -> int | None:
        return min((each for each in (one, other) if each is not None), default=None)

    return Dose(
        lower(dose.per_day, own.per_day),
        lower(dose.per_week, own.per_week),
        lower(dose.days_a_week, own.days_a_week),
        max(dose.days_between, own.days_between),
        dose.is_capped or own.is_capped,
    )


def dose_left(dose: Dose, attempts_by_day: Mapping[date, int], today: date) -> DoseLeft:
    """What the dose leaves for ``today``, from the attempts of the days so far. A week is the seven days up to today.

    >>> dose_left(Dose(per_day=7), {date(2026, 5, 4): 5}, date(2026, 5, 4)).attempts
    2
    """
    week = {day: tries for day, tries in attempts_by_day.items() if tries and today - WEEK < day <= today}
    before = [day for day in week if day < today]
    closed = _closed(dose, before, today) if today not in week else None
    if closed:
        return DoseLeft(0, closed)
    left = [
        (limit - used, f"{used} of {limit} {span}")
        for limit, used, span in (
            (dose.per_day, week.get(today, 0), "attempts used today"),
            (dose.per_week, sum(week.values()), "attempts used in seven days"),
        )
        if limit is not None
    ]
    if not left:
        return DoseLeft(None)
    least, words = min(left)
    return DoseLeft(max(0, least), words)


def _closed(dose: Dose, before: list[date], today: date) -> str | None:
    """Why today is no day for it, if it is none."""
    if dose.days_a_week is not None and len(before) >= dose.days_a_week:
        return f"practised on {quantity(len(before), 'day')} of the last seven; {dose.days_a_week} is the dose"
    if before and (today - max(before)).days <= dose.days_between:
        return f"{quantity(dose.days_between, 'day')} between; last practised {max(before):%-d %b}"
    return None
