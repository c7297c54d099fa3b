"""A pattern as it is written: names of zones one after the other, groups that repeat, usual orders, or at random.

L L R R                 by name, by its beginning or its initials where that is clear, or by number
low left, ring          with commas where names have spaces in them
2L 2R, 10T              a zone so many times
(L R)x3 M               a group, so many times
2 and 2                 a usual order of all the zones, as they are listed; see ``orders``
random(7)               drawn by a seed; ``random`` alone is drawn anew for every run
"""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import lru_cache

from jolly_core.errors import CoreError, Problem
from jolly_core.patterns.draw import draw_below
from jolly_core.patterns.orders import ORDERS, so_many_and

MOST_STEPS = 100
#: A random pattern has no natural end: a lap of it is this many steps.
RANDOM_LAP = 12
_RANDOM = re.compile(r"random(?:\s*\(\s*(\d{1,9})\s*\))?", re.IGNORECASE)
_AND = re.compile(r"([1-9]\d?) and ([1-9]\d?)")
_TIMES = re.compile(r"(\d{1,2})\s*([^\d\s].*)")
_TOKEN = re.compile(r"\(|\)(?:\s*[x×*]\s*(\d{1,3}))?|[^()]+")


@dataclass(frozen=True)
class PlayOrder:
    """Zones in their order, over and over; or drawn by ``seed`` out of ``names``."""

    steps: tuple[str, ...]
    names: tuple[str, ...] = ()
    seed: int | None = None

    @property
    def lap(self) -> int:
        """How many steps there are until it begins again."""
        return len(self.steps)

    def at(self, place: int) -> str:
        """The zone at a place, from 0."""
        if self.seed is None:
            return self.steps[place % len(self.steps)]
        return self.names[draw_below(self.seed, place, len(self.names))]


def read_notation(text: str, names: Sequence[str], seed: int = 0) -> PlayOrder:
    """The pattern that is written; ``seed`` is that of ``random`` without one.

    Raises ``CoreError`` with every word that is no zone (``unknown_zone``) or could be several (``ambiguous_zone``),
    for brackets that do not close (``unclosed``), for none (``empty``) or too many steps (``too_long``).

    >>> read_notation("(L R)x2 M", ["left", "middle", "right"]).steps
    ('left', 'right', 'left', 'right', 'middle')
    >>> read_notation("2l 1R", ["left", "right"]).steps
    ('left', 'left', 'right')
    """
    return _read(text, tuple(names), seed)


@lru_cache(maxsize=256)
def _read(text: str, names: tuple[str, ...], seed: int) -> PlayOrder:
    said = " ".join(text.split()).casefold()
    if said not in _by_word(names):
        if (order := _usual(said)) and names:
            return PlayOrder(_short_enough(order(names)))
        if (random := _RANDOM.fullmatch(said)) and names:
            own = seed if random[1] is None else int(random[1])
            return PlayOrder(
                tuple(names[draw_below(own, place, len(names))] for place in range(RANDOM_LAP)), names, own
            )
    steps = read_pattern(text, names)
    if not steps:
        raise CoreError.one("empty", "Write at least one zone.", "pattern", value=text)
    return PlayOrder(steps)


def read_pattern(text: str, names: Sequence[str]) -> tuple[str, ...]:
    """The zones of one lap in their order, by name; empty for an empty text. Raises as ``read_notation``.

    >>> read_pattern("left, left, 2", ["left", "right"])
    ('left', 'left', 'right')
    """
    said = " ".join(text.split()).casefold()
    if said not in _by_word(names) and names and (_usual(said) or _RANDOM.fullmatch(said)):
        return read_notation(text, names).steps
    reader = _Reader(text, names)
    steps = _short_enough(reader.read())
    if reader.problems:
        raise CoreError(reader.problems)
    return steps


def _usual(said: str) -> Callable[[Sequence[str]], list[str]] | None:
    """The usual order of that name, if it is one: "crossing", "2 and 2"."""
    if numbers := _AND.fullmatch(said):
        return lambda names: so_many_and(names, (int(numbers[1]), int(numbers[2])))
    return ORDERS.get(said)


def _short_enough(steps: Sequence[str]) -> tuple[str, ...]:
    if len(steps) > MOST_STEPS:
        message = f"A pattern has {MOST_STEPS} steps at most; it begins again at its end by itself."
        raise CoreError.one("too_long", message, "pattern", value=len(steps), allowed=MOST_STEPS)
    return tuple(steps)


class _Reader:
    """Reads a text from left to right; ``problems`` are gathered with the number of their word."""

    def __init__(self, text: str, names: Sequence[str]) -> None:
        self.text, self.names = text, list(names)
        self.problems: list[Problem] = []
        self.words = 0

    def read(self) -> list[str]:
        if any(sign in name for name in self.names for sign in "()"):
            # Brackets that belong to a target's name are not read as a group.
            return self._read_words(self.text)
        groups: list[list[str]] = [[]]
        for token in _TOKEN.finditer(self.text):
            if token[0] == "(":
                groups.append([])
            elif token[0].startswith(")"):
                if len(groups) == 1:
                    raise CoreError.one("unclosed", "A bracket closes here that was not opened.", "pattern")
                group = groups.pop()
                # Stop expanding here: a longer pattern is refused anyway, and 100 × 100 steps cost time.
                groups[-1] += (group * int(token[1] or 1))[: MOST_STEPS + 1]
            else:
                groups[-1] += self._read_words(token[0])
        if len(groups) > 1:
            raise CoreError.one("unclosed", "A bracket is open: close it, as in (L R)x3.", "pattern")
        return groups[0]

    def _read_words(self, text: str) -> list[str]:
        words = [word.strip() for word in (text.split(",") if "," in self.text else text.split())]
        words = [word for word in words if word]
        # Text that is exactly one target's name, of several words, is that target.
        if "," not in self.text and len(words) > 1 and text.strip().casefold() in _by_word(self.names):
            words = [text.strip()]
        return [zone for word in words for zone in self._zones(word)]

    def _zones(self, word: str) -> list[str]:
        """The zone that a word names, as often as a number before it says: "2L"."""
        times = _TIMES.fullmatch(word)
        # A zone may be called "3 m": what is a zone's own name is no number of them.
        if times is None or word in self.names or _candidates(word.casefold(), self.names):
            return [self._zone(word)]
        return [self._zone(times[2])] * int(times[1])

    def _zone(self, word: str) -> str:
        place, self.words = self.words, self.words + 1
        # Case is ignored, unless another target's name differs in case alone.
        found = [word] if word in self.names else _candidates(word.casefold(), self.names)
        if len(found) == 1:
            return found[0]
        code = "ambiguous_zone" if found else "unknown_zone"
        message = f"{word} could be {' or '.join(found)}; write more of it." if found else _unknown(word, self.names)
        self.problems.append(Problem(code, message, ("pattern", place), word, list(self.names)))
        return word


def write_pattern(zones: Sequence[str]) -> str:
    """The text that is read as these zones."""
    return ", ".join(zones)


def _candidates(word: str, names: Sequence[str]) -> list[str]:
    """The zones that a word can mean: its name or number, or else its initials, or else its beginning."""
    known = _by_word(names)
    if word in known:
        return [known[word]]
    by_initials = [name for name in names if "".join(part[0] for part in name.casefold().split()) == word]
    if len(by_initials) == 1 and len(word) > 1:
        return by_initials
    return [name for name in names if name.casefold().startswith(word)]


def _by_word(names: Sequence[str]) -> dict[str, str]:
    """A name wins over a number."""
    return {str(number): name for number, name in enumerate(names, 1)} | {name.casefold(): name for name in names}


def _unknown(word: str, names: Sequence[str]) -> str:
    known = ", ".join(f"{name} ({number})" for number, name in enumerate(names, 1)) or "none yet"
    return f"No target is called {word}; there are: {known}."
