"""How often a routine is to be repeated, such as a test day every half year, and when it is due."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

#: Days from one time to the next, and how that is said; 0 has no rhythm. Common practice, no source.
RHYTHMS = {
    0: "whenever you like",
    7: "every week",
    14: "every two weeks",
    30: "every month",
    91: "every quarter",
    182: "every half year",
    365: "every year",
}


@dataclass(frozen=True)
class Due:
    """When something is to be repeated, and that in words."""

    day: date
    words: str


def due_of(every_days: int, last: date | None, made: date) -> Due | None:
    """When a routine that was made on a day and ``last`` played on another is due; None without a rhythm.

    One that was never played is due from the day that it was made.

    >>> due_of(182, date(2026, 5, 3), date(2026, 5, 1))
    Due(day=datetime.date(2026, 11, 1), words='every half year, last on 3 May 2026')
    """
    if not every_days:
        return None
    if last is None:
        return Due(made, f"{RHYTHMS[every_days]}, not played yet")
    return Due(last + timedelta(days=every_days), f"{RHYTHMS[every_days]}, last on {last:%-d %b %Y}")
