"""How values stand in the cells of CSV: dates and times by ISO 8601, points as decimal signs, JSON as one text.

A text that a spreadsheet would take for a formula gets an apostrophe before it, and so does one that begins with an
apostrophe: whoever reads it back takes one off. (OWASP, CSV Injection.)
"""

from __future__ import annotations

import json
import math
from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, date, datetime, time
from typing import Any
from uuid import UUID

#: What a formula begins with, for one spreadsheet or another.
FORMULA_SIGNS = ("=", "+", "-", "@", "\t", "\r")
APOSTROPHE = "'"
#: How long "+00:00" is.
_OFFSET = 6
#: Deeper nothing that is kept goes, and a parser that calls itself has no room for much more.
DEEPEST = 40


@dataclass(frozen=True)
class Kind:
    """A kind of value: its type in a Table Schema, how it is written, how it is read, and what it is called."""

    type: str
    write: Callable[[Any], str]
    read: Callable[[str], Any]
    words: str
    format: str = "default"


def guard_text(text: str) -> str:
    """A text as it can stand in a sheet.

    >>> guard_text("=2+2"), guard_text("'quoted"), guard_text("two - one")
    ("'=2+2", "''quoted", 'two - one')
    """
    return APOSTROPHE + text if text.startswith((*FORMULA_SIGNS, APOSTROPHE)) else text


def read_text(cell: str) -> str:
    """The text that stands in a cell; the reverse of ``guard_text``."""
    return cell.removeprefix(APOSTROPHE)


def _write_moment(moment: datetime | str) -> str:
    if isinstance(moment, str):
        return moment  # it is written as it should be
    if moment.tzinfo is not UTC:
        moment = moment.astimezone(UTC)
    return moment.isoformat()[:-_OFFSET] + "Z"


def _read_moment(cell: str) -> datetime:
    moment = datetime.fromisoformat(cell)
    if moment.tzinfo is None:
        raise ValueError(cell)
    return moment.astimezone(UTC)


def _read_integer(cell: str) -> int:
    # Python reads more than that: "1_000", " 7", and digits of any script.
    if not cell.removeprefix("-").isascii() or not cell.removeprefix("-").isdecimal():
        raise ValueError(cell)
    return int(cell)


def _read_number(cell: str) -> float:
    number = float(cell)
    if not math.isfinite(number) or not cell.isascii() or cell != cell.strip() or "_" in cell:
        raise ValueError(cell)
    return number


def _read_boolean(cell: str) -> bool:
    return {"true": True, "false": False}[cell]


#: Made once, for there are hundreds of thousands of values.
_write_json = json.JSONEncoder(ensure_ascii=False, separators=(",", ":"), allow_nan=False).encode


def _refuse(value: str) -> Any:
    raise ValueError(value)


def _depth(value: Any) -> int:
    inner = value.values() if isinstance(value, dict) else value if isinstance(value, list) else ()
    return 1 + max(map(_depth, inner), default=0)


def read_json(cell: str) -> Any:
    """The value of a JSON text. Raises ``ValueError`` for anything else, for no numbers, and for too deep nesting."""
    try:
        value = json.loads(cell, parse_constant=_refuse)
    except RecursionError:
        raise ValueError(cell) from None
    if _depth(value) > DEEPEST:
        raise ValueError(cell)
    return value


def _read_object(cell: str) -> dict[str, Any]:
    value = read_json(cell)
    if not isinstance(value, dict):
        raise ValueError(cell)
    return value


def _read_array(cell: str) -> list[Any]:
    value = read_json(cell)
    if not isinstance(value, list):
        raise ValueError(cell)
    return value


TEXT = Kind("string", guard_text, read_text, "a text")
INTEGER = Kind("integer", str, _read_integer, "a whole number")
NUMBER = Kind("number", repr, _read_number, "a number")
BOOLEAN = Kind("boolean", lambda value: "true" if value else "false", _read_boolean, "true or false")
DATE = Kind("date", date.isoformat, date.fromisoformat, "a date like 2026-11-28")
TIME = Kind("time", time.isoformat, time.fromisoformat, "a time of day like 18:30:00")
MOMENT = Kind("datetime", _write_moment, _read_moment, "a moment like 2026-11-28T18:30:00Z")
IDENTIFIER = Kind("string", str, UUID, "an identifier like 4f9c2a2e-6f0e-4c1d-9c53-0a4b7e1d2c33", "uuid")
OBJECT = Kind("object", _write_json, _read_object, "an object in JSON")
ARRAY = Kind("array", _write_json, _read_array, "a list in JSON")
ANY = Kind("any", _write_json, read_json, "a value in JSON")
