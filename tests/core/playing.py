"""Runs written as a line: o make, x miss, l let, u undo, p pause, r resume, f finish, t tick, [left] a zone."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from typing import Any

from jolly_core.challenges.events import Event
from jolly_core.challenges.registry import read_game
from jolly_core.challenges.session import replay
from jolly_core.challenges.tally import Tally

KINDS = {"o": "make", "x": "miss", "l": "let", "u": "undo", "p": "pause", "r": "resume", "f": "finish", "t": "tick"}
_PRESS = re.compile(r"\[([^\]]*)\]|\S")


def events_of(line: str, *, every_ms: int = 1000, first_ms: int | None = None) -> list[Event]:
    """One event for each letter or zone, ``every_ms`` apart."""
    first_ms = every_ms if first_ms is None else first_ms
    return [
        Event(
            "zone" if press[1] is not None else KINDS[press[0]], first_ms + place * every_ms, place + 1, press[1] or ""
        )
        for place, press in enumerate(_PRESS.finditer(line))
    ]


def timed(moments: Iterable[tuple[str, int]]) -> list[Event]:
    """Events at moments of their own: pairs of a letter and the clock in ms."""
    return [Event(KINDS[letter], at_ms, seq) for seq, (letter, at_ms) in enumerate(moments, 1)]


def play(format_id: str, settings: Mapping[str, Any], line: str | list[Event], **options: Any) -> Tally:
    """The tally of a run, from a line of letters or from events."""
    events = events_of(line) if isinstance(line, str) else line
    return replay(read_game(format_id, settings), events, **options)
