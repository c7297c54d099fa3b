"""Which column of a grid means what: guessed from words in the heading and from what stands below it, set by hand."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

from jolly_core.errors import CoreError, Problem
from jolly_core.notebooks.grid import Row
from jolly_core.stored import Stored

MEANINGS = ("day", "drill", "side", "score", "note")
#: What people write over such columns, in a few tongues; the first that fits. Common practice, no source.
HEADINGS = {
    "day": r"\b(date|day|when|datum|tag|fecha|data)\b",
    "drill": r"\b(drill|exercise|challenge|ladder|game|what|übung|ejercicio|exercice)\b",
    "side": r"\b(side|hand|foot|stroke|seite|lado)\b",
    "score": r"\b(score|result|makes|points|count|best|hits|ergebnis|punkte|treffer|resultado)\b",
    "note": r"\b(notes?|comments?|remarks?|notiz|bemerkung|nota)\b",
}
DATE = re.compile(r"^(\d{1,4})[-./ ](\d{1,2})[-./ ](\d{1,4})$")
NUMBER = re.compile(r"^-?\d+([.,]\d+)?$")
LOOKED_AT = 200
#: The twelfth month is the last: a higher number is a day's.
MONTHS = 12


@dataclass(frozen=True)
class Columns(Stored):
    """The place of each column, -1 for none; whether the first row is a heading; how dates and decimals are written."""

    day: int = 0
    score: int = 1
    drill: int = -1
    side: int = -1
    note: int = -1
    has_heading: bool = True
    is_day_first: bool = True
    is_decimal_comma: bool = False


def guess_columns(rows: Sequence[Row]) -> Columns:
    """What the columns most likely mean.

    >>> guess_columns([("Score", "Date"), ("7", "28.11.2026"), ("8", "29.11.2026")]).day
    1
    """
    has_heading = not any(DATE.match(cell) or NUMBER.match(cell) for cell in rows[0])
    below = rows[1:LOOKED_AT] if has_heading else rows[:LOOKED_AT]
    found: dict[str, int] = {}
    if has_heading:
        for meaning, words in HEADINGS.items():
            place = next(
                (p for p, cell in enumerate(rows[0]) if p not in found.values() and re.search(words, cell.casefold())),
                None,
            )
            if place is not None:
                found[meaning] = place
    for meaning, pattern in (("day", DATE), ("score", NUMBER)):
        if meaning not in found and (place := _like(below, pattern, set(found.values()))) is not None:
            found[meaning] = place
    dates = [match for row in below if (match := DATE.match(row[found.get("day", 0)]))]
    scores = [row[found["score"]] for row in below] if "score" in found else []
    return Columns(
        **{meaning: found.get(meaning, -1) for meaning in MEANINGS},
        has_heading=has_heading,
        is_day_first=not any(int(match[2]) > MONTHS for match in dates),
        is_decimal_comma=any("," in score for score in scores) and not any("." in score for score in scores),
    )


def _like(rows: Sequence[Row], pattern: re.Pattern[str], taken: set[int]) -> int | None:
    """The column that most looks like it, where more than half of it does."""
    many = {place: sum(bool(pattern.match(row[place])) for row in rows) for place in range(len(rows[0]) if rows else 0)}
    best = max((place for place in many if place not in taken), key=lambda place: many[place], default=None)
    return best if best is not None and many[best] > len(rows) / 2 else None


def check_columns(columns: Columns, width: int) -> None:
    """Raise ``CoreError`` where a column is not there, is meant twice, or day or score have none."""
    places = {meaning: getattr(columns, meaning) for meaning in MEANINGS}
    problems = [
        Problem("no_column", f"There is no column {place + 1}.", (meaning,), place, f"-1 to {width - 1}")
        for meaning, place in places.items()
        if not -1 <= place < width
    ]
    problems += [
        Problem("needed", f"Say which column has the {'day' if meaning == 'day' else 'score'}.", (meaning,))
        for meaning in ("day", "score")
        if places[meaning] == -1
    ]
    used = [place for place in places.values() if place != -1]
    if len(set(used)) < len(used):
        problems.append(Problem("twice", "A column can mean one thing only.", ("score",)))
    if problems:
        raise CoreError(problems)
