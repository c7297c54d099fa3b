"""A pattern as it is written: names or numbers of zones, with commas between names that have spaces in them."""

from __future__ import annotations

from collections.abc import Sequence

from jolly_core.errors import CoreError, Problem

MOST_STEPS = 100


def read_pattern(text: str, names: Sequence[str]) -> tuple[str, ...]:
    """The zones in their order, by name; empty for an empty text.

    A word is the name of a zone, in capitals or not, or its number in the list of zones.
    Raises ``CoreError`` with every word that is no zone (``unknown_zone``), or for too many (``too_long``).

    >>> read_pattern("left, left, 2", ["left", "right"])
    ('left', 'left', 'right')
    """
    words = [word.strip() for word in (text.split(",") if "," in text else text.split())]
    words = [word for word in words if word]
    if "," not in text and len(words) > 1 and text.strip().casefold() in _by_word(names):
        words = [text.strip()]
    if len(words) > MOST_STEPS:
        message = f"A pattern has {MOST_STEPS} steps at most; it begins again at its end by itself."
        raise CoreError.one("too_long", message, "pattern", value=len(words), allowed=MOST_STEPS)
    known = _by_word(names)
    # In capitals or not, unless another target is named just so.
    found = [word if word in names else known.get(word.casefold()) for word in words]
    problems = [
        Problem("unknown_zone", _unknown(word, names), ("pattern", place), word, list(names))
        for place, (word, name) in enumerate(zip(words, found, strict=True))
        if name is None
    ]
    if problems:
        raise CoreError(problems)
    return tuple(name for name in found if name is not None)


def write_pattern(zones: Sequence[str]) -> str:
    """The text that is read as these zones."""
    return ", ".join(zones)


def _by_word(names: Sequence[str]) -> dict[str, str]:
    """A name wins over a number."""
    return {str(number): name for number, name in enumerate(names, 1)} | {name.casefold(): name for name in names}


def _unknown(word: str, names: Sequence[str]) -> str:
    known = ", ".join(f"{name} ({number})" for number, name in enumerate(names, 1)) or "none yet"
    return f"No target is called {word}; there are: {known}."
