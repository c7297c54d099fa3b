"""What happened in a run. Events are facts: they are added, never changed; undo is an event as well."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from jolly_core.errors import CoreError, Problem
from jolly_core.validation import check_choice, check_integer

PressKind = Literal["make", "miss", "let", "zone"]
MAKE: PressKind = "make"
MISS: PressKind = "miss"
LET: PressKind = "let"
ZONE: PressKind = "zone"
UNDO, PAUSE, RESUME, FINISH, NOTE, TICK = "undo", "pause", "resume", "finish", "note", "tick"
#: Presses count for something; a zone press says in its text which one. Controls steer the run; a tick says only how
#: late it is, where the rules are waiting for a moment to pass.
PRESSES: tuple[str, ...] = (MAKE, MISS, LET, ZONE)
CONTROLS = (UNDO, PAUSE, RESUME, FINISH, NOTE, TICK)
KINDS = PRESSES + CONTROLS
#: A run ends after a day: a clock beyond that was left running.
LONGEST_RUN_MS = 24 * 3600 * 1000
#: Clocks are believed up to here, so that a run can be stopped however late.
LAST_AT_MS = 2**31 - 1
LAST_SEQ = 1_000_000
LONGEST_NOTE = 500


@dataclass(frozen=True, slots=True)
class Event:
    """One thing that happened: its kind, the run's clock in ms, its number in the run (from 1).

    ``text`` is a note's words, or what a zone press hit: the name of a target, a number of pins, a mark.
    """

    kind: str
    at_ms: int
    seq: int
    text: str = ""


def read_event(given: Mapping[str, object]) -> Event:
    """The event in a plain mapping. Raises ``CoreError`` naming every field that cannot be used."""
    kind, at_ms, seq, text = given.get("kind"), given.get("at_ms"), given.get("seq"), given.get("text", "")
    problems = [
        check_choice("kind", kind, KINDS),
        check_integer("at_ms", at_ms, 0, LAST_AT_MS, "ms"),
        check_integer("seq", seq, 1, LAST_SEQ),
    ]
    if not isinstance(text, str) or len(text) > LONGEST_NOTE:
        problems.append(Problem("bad_text", f"text must be at most {LONGEST_NOTE} characters.", ("text",), text))
    elif kind == ZONE and not text:
        problems.append(Problem("bad_text", "A zone press says in its text which zone.", ("text",), text))
    if found := [problem for problem in problems if problem]:
        raise CoreError(found)
    return Event(str(kind), int(str(at_ms)), int(str(seq)), str(text))


def in_order(events: Iterable[Event]) -> list[Event]:
    """The events by their number. Raises ``CoreError`` where a number stands twice or the clock runs backwards.

    >>> [event.kind for event in in_order([Event("miss", 900, 2), Event("make", 400, 1)])]
    ['make', 'miss']
    """
    ordered = sorted(events, key=lambda event: event.seq)
    for before, after in pairwise(ordered):
        check_follows(before, after)
    return ordered


def check_follows(before: Event, after: Event) -> None:
    """Raise ``CoreError`` unless ``after`` may stand behind ``before``: a later number, no earlier time."""
    if after.seq <= before.seq:
        raise CoreError.one(
            "seq_taken",
            f"Event number {after.seq} stands twice in this run; number the new one after the last.",
            "seq",
            value=after.seq,
        )
    if after.at_ms < before.at_ms:
        raise CoreError.one(
            "time_goes_backwards",
            f"Event {after.seq} is at {after.at_ms} ms, before event {before.seq} at {before.at_ms} ms; "
            "a run's clock only goes forward.",
            "at_ms",
            value=after.at_ms,
            allowed=f">= {before.at_ms}",
        )
