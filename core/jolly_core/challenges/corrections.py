"""Corrections of a run that is over: facts of their own kind, added behind the others; the history stays.

A correction says of one press, by its number, that it was another one, that it did not happen, or that one more came
after it. They are applied in the order in which they were made, before the run is counted.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Literal

from jolly_core.challenges.events import KINDS, LONGEST_NOTE, PRESSES, ZONE, Event, in_order
from jolly_core.errors import CoreError, Problem
from jolly_core.validation import check_choice, check_integer

CORRECT = "correct"
#: Everything that may stand in the record of a run.
STORED_KINDS = (*KINDS, CORRECT)
Change = Literal["was", "gone", "then"]
#: It was another press; it did not happen; one more came after it.
WAS: Change = "was"
GONE: Change = "gone"
THEN: Change = "then"
CHANGES: tuple[Change, ...] = (WAS, GONE, THEN)
_SEPARATOR = " "


@dataclass(frozen=True)
class Correction:
    """What is said of the press number ``seq``; ``kind`` and ``text`` are those of the press that was, or was missing.

    >>> Correction(4, "was", "miss").written
    '4 was miss'
    >>> read_written("4 then zone far left")
    Correction(seq=4, change='then', kind='zone', text='far left')
    """

    seq: int
    change: Change
    kind: str = ""
    text: str = ""

    @property
    def written(self) -> str:
        """As it is kept in the text of an event."""
        return _SEPARATOR.join(each for each in (str(self.seq), self.change, self.kind, self.text) if each)

    @property
    def words(self) -> str:
        """As it is said: "press 4 was a miss"."""
        hit = f"“{self.text}”" if self.kind == ZONE else f"a {self.kind}"
        if self.change == GONE:
            return f"press {self.seq} did not happen"
        return f"press {self.seq} was {hit}" if self.change == WAS else f"after press {self.seq} came {hit}"


def read_written(text: str) -> Correction:
    """A correction as it was kept."""
    seq, change, *rest = text.split(_SEPARATOR, 3)
    kind, hit = (*rest, "", "")[:2]
    return Correction(int(seq), change, kind, hit)  # type: ignore[arg-type]  # checked when it was made


def read_correction(given: Mapping[str, object]) -> Correction:
    """The checked correction. Raises ``CoreError`` naming every field that cannot be used."""
    seq, change, kind, text = (given.get(name, "") for name in ("seq", "change", "kind", "text"))
    problems = [check_integer("seq", seq, 1, 2**31 - 1), check_choice("change", change, CHANGES)]
    if change != GONE:
        problems.append(check_choice("kind", kind, PRESSES))
    if kind == ZONE and not text:
        problems.append(Problem("bad_text", "A zone press says in its text which zone.", ("text",), text))
    if len(str(text)) > LONGEST_NOTE // 2:
        problems.append(Problem("bad_text", f"text must be at most {LONGEST_NOTE // 2} characters.", ("text",)))
    if found := [problem for problem in problems if problem]:
        raise CoreError(found)
    is_gone = change == GONE
    return Correction(int(str(seq)), change, "" if is_gone else str(kind), str(text) if kind == ZONE else "")  # type: ignore[arg-type]


def corrected(events: Iterable[Event]) -> list[Event]:
    """The events as they should have been, numbered anew; as they are where nothing was corrected.

    Raises ``CoreError`` (``no_such_press``) for a correction of what is no press.
    """
    return [event for event, _ in with_origins(events)]


def with_origins(events: Iterable[Event]) -> list[tuple[Event, int]]:
    """The same, each with the number of the event that was; 0 for one that a correction has added."""
    ordered = in_order(events)
    corrections = [read_written(event.text) for event in ordered if event.kind == CORRECT]
    if not corrections:
        return [(event, event.seq) for event in ordered]
    kept = [event for event in ordered if event.kind != CORRECT]
    # Each press by its own number, with what was added behind it.
    held: dict[int, list[Event]] = {event.seq: [event] for event in kept}
    presses = {event.seq for event in kept if event.kind in PRESSES}
    for each in corrections:
        if each.seq not in presses:
            message = f"Event {each.seq} is no press; correct a make, a miss, a let or a zone."
            raise CoreError.one("no_such_press", message, "seq", value=each.seq)
        _apply(held[each.seq], each, kept)
    flat = [event for event in kept for event in held[event.seq]]
    return [(replace(event, seq=place), event.seq) for place, event in enumerate(flat, start=1)]


def _apply(at: list[Event], correction: Correction, kept: list[Event]) -> None:
    if correction.change == THEN:
        last_ms = at[-1].at_ms if at else next(each.at_ms for each in kept if each.seq == correction.seq)
        later = next((each.at_ms for each in kept if each.seq > correction.seq), last_ms + 1000)
        at.append(Event(correction.kind, (last_ms + later) // 2, 0, correction.text))
    elif correction.change == GONE:
        del at[:1]
    elif at:
        at[0] = replace(at[0], kind=correction.kind, text=correction.text)
