"""Marks that a run asks for at its end: how comfortable it was, how hard."""

from __future__ import annotations

from jolly_core.challenges.contract import Pad
from jolly_core.challenges.events import ZONE, Event

#: A mark and what it means. The scale of effort is that of Borg's CR10 in its plain words, from memory.
COMFORTS = {1: "far from easy", 2: "hard", 3: "fair", 4: "easy", 5: "could do it asleep"}
EFFORTS = {
    0: "rest",
    1: "very easy",
    2: "easy",
    3: "moderate",
    4: "somewhat hard",
    5: "hard",
    6: "harder",
    7: "very hard",
    8: "very hard",
    9: "nearly all",
    10: "all there is",
}


def mark_pads(marks: dict[int, str]) -> tuple[Pad, ...]:
    """A pad for each mark."""
    return tuple(Pad(ZONE, str(mark), str(mark), words) for mark, words in marks.items())


def read_mark(press: Event, marks: dict[int, str]) -> int | None:
    """The mark that a press gives; None where it gives none."""
    is_mark = press.kind == ZONE and press.text.isdigit()
    return int(press.text) if is_mark and int(press.text) in marks else None
