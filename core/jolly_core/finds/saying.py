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
    """How often a miss comes, as one says it: so many in ten, or one in so many where that comes as near.

    >>> misses_said(9, 10), misses_said(5, 10), misses_said(3, 10), misses_said(10, 10)
    ('one miss in ten', 'one miss in two', 'seven misses in ten', 'no miss in 10')
    >>> misses_said(58, 100), misses_said(1, 20), misses_said(0, 3), misses_said(178, 199)
    ('four misses in ten', 'nine misses in ten', 'three misses in three', 'one miss in ten')
    """
    missed = attempts - makes
    if not missed:
        return f"no miss in {attempts}"
    if not makes:
        many = number_word(attempts)
        return f"{many} {'miss' if attempts == 1 else 'misses'} in {many}"
    rate = missed / attempts
    of_ten, one_in = min(9, round(10 * rate)), max(2, round(1 / rate))
    if abs(of_ten / 10 - rate) < abs(1 / one_in - rate) - 1e-9:
        return f"{number_word(of_ten)} {'miss' if of_ten == 1 else 'misses'} in ten"
    return f"one miss in {number_word(one_in)}"


def day_said(day: date) -> str:
    """A day with its year: the record goes over years.

    >>> day_said(date(2026, 5, 1))
    '1 May 2026'
    """
    return f"{day.day} {MONTHS[day.month - 1]} {day.year}"


def month_said(year: int, month: int) -> str:
    """A month with its year."""
    return f"{MONTHS[month - 1]} {year}"
