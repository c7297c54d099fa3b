"""From what the ear heard to the presses of a game: a contact for each hit, a break where none comes for too long."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Any

from jolly_core.challenges.corrections import BREAK_SIGN, FIRST, HEARD, MORE, Correction
from jolly_core.challenges.events import LAST_AT_MS, MAKE, MISS, Event
from jolly_core.challenges.game import Game
from jolly_core.challenges.session import Session
from jolly_core.ear.kinds import LONGEST_GAP_MS
from jolly_core.errors import CoreError
from jolly_core.validation import check_integer

LEAST_GAP_MS, MOST_GAP_MS = 300, LONGEST_GAP_MS
MOST_HITS = 20_000
#: The text of an event is no longer than that.
LONGEST_TEXT = 480


@dataclass(frozen=True)
class Heard:
    """When hits were, in ms of the run's clock, and after how long without one a rally is over."""

    hits_ms: tuple[int, ...]
    gap_ms: int


def read_heard(given: Mapping[str, object]) -> Heard:
    """The checked hits, in order. Raises ``CoreError`` naming every field that cannot be used."""
    hits, gap_ms = given.get("hits_ms"), given.get("gap_ms")
    problems = [check_integer("gap_ms", gap_ms, LEAST_GAP_MS, MOST_GAP_MS, "ms")]
    if not isinstance(hits, Sequence) or isinstance(hits, str) or not 1 <= len(hits) <= MOST_HITS:
        raise CoreError.one("bad_hits", f"Send 1 to {MOST_HITS} hits.", "hits_ms")
    problems += [check_integer("hits_ms", each, 0, LAST_AT_MS, "ms") for each in hits]
    if found := [problem for problem in problems if problem]:
        raise CoreError(found[:1])
    return Heard(tuple(sorted(set(map(int, hits)))), int(str(gap_ms)))


def presses_of(game: Game[Any, Any], heard: Heard, until_ms: int) -> list[Event]:
    """The presses that the hits stand for, up to the end of the recording.

    Where nothing is in hand there is nothing to break: not before the first hit, nor in the rest after a set.

    >>> from jolly_core.challenges.registry import read_game
    >>> game = read_game("timed_count", {"seconds": 60})
    >>> [(press.kind, press.at_ms) for press in presses_of(game, Heard((500, 1400, 6000), 1500), 7000)]
    [('make', 500), ('make', 1400), ('miss', 2900), ('make', 6000)]
    """
    if not game.heard_as:
        raise CoreError.one("not_heard", f"{game.title} is not counted by its sounds.", "format", value=game.id)
    session = Session(game)
    presses: list[Event] = []

    def press(kind: str, at_ms: int) -> None:
        presses.append(Event(kind, at_ms, len(presses) + 1))
        session.step(presses[-1])

    for hit, after in pairwise([*heard.hits_ms, until_ms]):
        press(MAKE, hit)
        is_break = game.heard_as == "rallies" and after - hit > heard.gap_ms
        if is_break and is_in_hand(session):
            press(MISS, hit + heard.gap_ms)
    return presses


def is_in_hand(session: Session) -> bool:
    """Whether a run has anything that a break would end."""
    return any(session.tally().in_hand.values())


def as_corrections(presses: Iterable[Event]) -> list[Correction]:
    """Corrections by which these take the place of all presses of a run: as few as their texts allow."""
    texts = [""]
    for press in presses:
        time = f"{BREAK_SIGN if press.kind == MISS else ''}{press.at_ms}"
        if len(texts[-1]) + len(time) >= LONGEST_TEXT:
            texts.append("")
        texts[-1] = f"{texts[-1]} {time}".strip()
    return [Correction(0, HEARD, MORE if place else FIRST, text) for place, text in enumerate(texts)]
