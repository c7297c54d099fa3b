"""How finds are said: shares, misses, days."""

from __future__ import annotations

from datetime import date

MONTHS = (
    *("January", "February", "March", "April", "May", "June"),
    *("July", "August", "September", "October", "November", "December"),
)
SMALL = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")


def share(value: float) -> str:
    """A share as it is said.

    >>> share(0.386)
    '39 %'
    """
    return f"{round(100 * value)} %"


def number_word(number: int) -> str:
    """A small number in letters.

    >>> number_word(3), number_word(30)
    ('three', '30')
    """
    return SMALL[number] if 0 <= number < len(SMALL) else str(number)


def misses_said(makes: int, attempts: int) -> str:
    """How often a miss comes, as one says it.

    >>> misses_said(9, 10), misses_said(5, 10), misses_said(3, 10), misses_said(10, 10)
    ('one miss in ten', 'one miss in two', 'seven misses in ten', 'no miss in 10')
    """
    missed = attempts - makes
    if not missed:
        return f"no miss in {attempts}"
    rate = missed / attempts
    if rate > 0.55:  # noqa: PLR2004 # beyond one in two it is said in tens
        return f"{number_word(round(10 * rate))} misses in ten"
    return f"one miss in {number_word(round(1 / rate))}"


def day_said(day: date) -> str:
    """A day with its year: the record goes over years.

    >>> day_said(date(2026, 5, 1))
    '1 May 2026'
    """
    return f"{day.day} {MONTHS[day.month - 1]} {day.year}"


def month_said(year: int, month: int) -> str:
    """A month with its year."""
    return f"{MONTHS[month - 1]} {year}"
