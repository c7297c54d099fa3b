"""Rows of a grid into scores, or what is wrong with them, each with its row and column."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from jolly_core.errors import Problem
from jolly_core.notebooks.columns import DATE, Columns
from jolly_core.notebooks.grid import Row

#: "7/10" and "7 of 10": so many of so many.
OF = re.compile(r"^(\S+)\s*(?:/|of|von|de)\s*(\d+)$")
NUMBER = re.compile(r"^\d+(\.\d+)?$")
#: A year of two digits is of this century up to the one after this year's, as people write.
CENTURY, LONG_YEAR = 100, 1000
LONGEST_NOTE = 500


@dataclass(frozen=True)
class Score:
    """One score: its row in the grid, the day, what was played, on which side, how much, out of how much."""

    row: int
    day: date
    drill: str
    side: str
    value: float
    out_of: int | None
    note: str


def read_scores(rows: Sequence[Row], columns: Columns, today: date) -> tuple[list[Score], list[Problem]]:
    """All scores, and what is wrong with the other rows; paths of problems are the row and the column's meaning.

    >>> columns = Columns(has_heading=False, is_decimal_comma=True)
    >>> read_scores([("28.11.2026", "7,5")], columns, date(2026, 12, 1))[0][0].value
    7.5
    """
    scores, problems = list[Score](), list[Problem]()
    for number, row in enumerate(rows):
        if number == 0 and columns.has_heading:
            continue
        day = _day(row[columns.day], columns, today)
        value = _value(row[columns.score], columns)
        drill = row[columns.drill] if columns.drill >= 0 else ""
        found = [
            _problem(number, "day", day, row[columns.day]),
            _problem(number, "score", value, row[columns.score]),
            _problem(
                number, "drill", "It does not say what was played." if columns.drill >= 0 and not drill else 0, drill
            ),
        ]
        problems += [problem for problem in found if problem]
        if isinstance(day, date) and isinstance(value, tuple) and not found[2]:
            side = row[columns.side] if columns.side >= 0 else ""
            note = row[columns.note][:LONGEST_NOTE] if columns.note >= 0 else ""
            scores.append(Score(number, day, drill, side, *value, note))
    return scores, problems


def _problem(row: int, column: str, read: object, cell: str) -> Problem | None:
    return Problem("unreadable", read, (row, column), value=cell) if isinstance(read, str) else None


def _day(cell: str, columns: Columns, today: date) -> date | str:
    """The day, or what is wrong with it."""
    match = DATE.match(cell)
    if match is None:
        return "Write the day as 28.11.2026 or 2026-11-28."
    first, second, third = (int(part) for part in match.groups())
    if first >= LONG_YEAR:
        year, month, day = first, second, third
    elif columns.is_day_first:
        day, month, year = first, second, third
    else:
        month, day, year = first, second, third
    if year < CENTURY:
        year += CENTURY * (today.year // CENTURY)
    try:
        found = date(year, month, day)
    except ValueError:
        return "There is no such day."
    return "It lies in the future." if found > today else found


def _value(cell: str, columns: Columns) -> tuple[float, int | None] | str:
    """The score and out of how much, or what is wrong with it."""
    match = OF.match(cell)
    text, out_of = (match[1], int(match[2])) if match else (cell, None)
    if columns.is_decimal_comma:
        text = text.replace(".", "").replace(",", ".")
    if not NUMBER.match(text):
        return "Write the score as a number, as 7 or 7 of 10."
    value = float(text)
    if out_of is not None and value > out_of:
        return f"More than {out_of} of {out_of} cannot be."
    return value, out_of
