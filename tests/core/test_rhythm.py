"""When a routine is due, against the calendar."""

from __future__ import annotations

from datetime import date

import pytest

from jolly_core.planning.rhythm import RHYTHMS, due_of

MADE, LAST = date(2026, 3, 1), date(2026, 5, 3)


@pytest.mark.parametrize(
    ("every_days", "day"),
    [
        (7, date(2026, 5, 10)),
        (14, date(2026, 5, 17)),
        (30, date(2026, 6, 2)),
        (91, date(2026, 8, 2)),
        (182, date(2026, 11, 1)),
        (365, date(2027, 5, 3)),
    ],
)
def test_it_is_due_so_long_after_it_was_played_last(every_days: int, day: date) -> None:
    due = due_of(every_days, LAST, MADE)
    assert due is not None
    assert (due.day, due.day.weekday() == LAST.weekday()) == (day, every_days % 7 == 0)
    assert due.words == f"{RHYTHMS[every_days]}, last on 3 May 2026"


def test_what_was_never_played_is_due_from_the_day_it_was_made() -> None:
    due = due_of(182, None, MADE)
    assert due is not None
    assert (due.day, due.words) == (MADE, "every half year, not played yet")


def test_without_a_rhythm_nothing_is_due() -> None:
    assert due_of(0, LAST, MADE) is None
