"""A run as strokes in time: what was pressed, what became of it, and the row that it stood in."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from jolly_core.challenges.card import Card
from jolly_core.challenges.corrections import with_origins
from jolly_core.challenges.events import PRESSES, Event
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.session import BLANK, DOUBLE_TAP_MS, Session

Fate = Literal["stands", "taken_back", "ignored", "control"]


@dataclass(frozen=True, slots=True)
class Stroke:
    """``seq`` is the number of the event, 0 for one that a correction has added; ``at_ms`` the run's clock.

    ``is_make`` and ``is_miss`` say what it counted as, ``row`` how many makes in a row there were with it.
    """

    seq: int
    kind: str
    text: str
    at_ms: int
    fate: Fate
    is_make: bool = False
    is_miss: bool = False
    row: int = 0


def strokes_of(
    game: AnyGame, events: Iterable[Event], *, double_tap_ms: int = DOUBLE_TAP_MS, card: Card = BLANK
) -> list[Stroke]:
    """The events of a run as they came, corrections applied, each with what became of it.

    >>> from jolly_core.challenges.registry import read_game
    >>> events = [Event("make", 1000, 1), Event("miss", 2000, 2), Event("undo", 3000, 3)]
    >>> [(each.kind, each.fate) for each in strokes_of(read_game("makes_of_n", {"attempts": 10}), events)]
    [('make', 'stands'), ('miss', 'taken_back'), ('undo', 'control')]
    """
    session, pairs = Session(game, double_tap_ms=double_tap_ms, card=card), with_origins(events)
    taken: set[int] = set()
    for event, _ in pairs:
        session.step(event)
        taken.update(session.standing()[-1:])
    counts = [count for count, _ in session.counts()]
    after = dict(zip(session.standing(), pairwise(counts), strict=True))
    strokes = []
    for event, origin in pairs:
        if event.kind not in PRESSES:
            strokes.append(Stroke(origin, event.kind, event.text, event.at_ms, "control"))
        elif event.seq in after:
            before, now = after[event.seq]
            made, missed = now.makes > before.makes, now.misses > before.misses
            strokes.append(Stroke(origin, event.kind, event.text, event.at_ms, "stands", made, missed, now.streak))
        else:
            fate: Fate = "taken_back" if event.seq in taken else "ignored"
            strokes.append(Stroke(origin, event.kind, event.text, event.at_ms, fate))
    return strokes
