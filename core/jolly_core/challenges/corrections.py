"""Corrections of a run that is over: facts of their own kind, added behind the others; the history stays.

A correction says of one press, by its number, that it was another one, that it did not happen, or that one more came
after it. They are applied in the order in which they were made, before the run is counted. What the ear has heard takes
the place of all presses, and of what was said of them.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from jolly_core.challenges.events import KINDS, LONGEST_NOTE, MAKE, MISS, PRESSES, UNDO, ZONE, Event, in_order
from jolly_core.errors import CoreError, Problem
from jolly_core.validation import check_choice, check_integer

CORRECT = "correct"
#: Everything that may stand in the record of a run.
STORED_KINDS = (*KINDS, CORRECT)
Change = Literal["was", "gone", "then", "heard"]
#: It was another press; it did not happen; one more came after it.
WAS: Change = "was"
GONE: Change = "gone"
THEN: Change = "then"
#: What can be said of a press by hand.
CHANGES: tuple[Change, ...] = (WAS, GONE, THEN)
#: These were the presses. A text holds some of their times in ms, a break with its sign before it: the ``first`` ones,
#: or ``more`` of them.
HEARD: Change = "heard"
FIRST, MORE, BREAK_SIGN = "first", "more", "-"
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
        if self.change == HEARD:
            return "the ear's count took the place of the presses" if self.kind == FIRST else "the ear's count went on"
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
    if heard := _last_heard(corrections):
        kept, corrections = _in_place_of_presses(kept, corrections[heard[0] : heard[1]]), corrections[heard[1] :]
    # Each press by its own number, with what was added behind it; what was heard has no number.
    held: dict[int, list[Event]] = {event.seq: [event] for event in kept if event.seq}
    presses = {event.seq for event in kept if event.kind in PRESSES and event.seq}
    for each in corrections:
        if each.seq not in presses:
            message = f"Event {each.seq} is no press; correct a make, a miss, a let or a zone."
            raise CoreError.one("no_such_press", message, "seq", value=each.seq)
        _apply(held[each.seq], each, kept)
    flat = [event for each in kept for event in held.get(each.seq, [each])]
    return [(replace(event, seq=place), event.seq) for place, event in enumerate(flat, start=1)]


def _last_heard(corrections: Sequence[Correction]) -> tuple[int, int] | None:
    """From where to where the corrections are what the ear heard last; None where it was not asked."""
    first = next((place for place in reversed(range(len(corrections))) if corrections[place].kind == FIRST), None)
    if first is None:
        return None
    until = first + 1
    while until < len(corrections) and corrections[until].kind == MORE:
        until += 1
    return first, until


def _in_place_of_presses(events: Iterable[Event], heard: Iterable[Correction]) -> list[Event]:
    """The controls of a run with the presses that were heard; a press comes before what happened at the same moment."""
    controls = [event for event in events if event.kind not in (*PRESSES, UNDO)]
    times = [time for each in heard for time in each.text.split()]
    presses = [Event(MISS if time.startswith(BREAK_SIGN) else MAKE, int(time.lstrip(BREAK_SIGN)), 0) for time in times]
    return sorted([*presses, *controls], key=lambda event: (event.at_ms, event.kind not in PRESSES))


def _apply(at: list[Event], correction: Correction, kept: list[Event]) -> None:
    if correction.change == THEN:
        last_ms = at[-1].at_ms if at else next(each.at_ms for each in kept if each.seq == correction.seq)
        later = next((each.at_ms for each in kept if each.seq > correction.seq), last_ms + 1000)
        at.append(Event(correction.kind, (last_ms + later) // 2, 0, correction.text))
    elif correction.change == GONE:
        del at[:1]
    elif at:
        at[0] = replace(at[0], kind=correction.kind, text=correction.text)
