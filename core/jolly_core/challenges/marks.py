"""Marks that a run asks for at its end: how comfortable it was, how hard."""

from __future__ import annotations

from jolly_core.challenges.events import MAKE, ZONE, Event
from jolly_core.challenges.tally import Pad

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


def point(marks: dict[int, str], pointed: int | None) -> int:
    """The mark that a clicker points at next: the middle one first, then one on with each press, round and round.

    A press too many at the end of the reps so points at a mark and gives none.

    >>> point(COMFORTS, None), point(COMFORTS, 3), point(COMFORTS, 5)
    (3, 4, 1)
    """
    order = list(marks)
    return order[len(order) // 2] if pointed is None else order[(order.index(pointed) + 1) % len(order)]


def read_marking(press: Event, marks: dict[int, str], pointed: int | None) -> tuple[int | None, int | None]:
    """What a press at the question comes to: the mark that is given, if one is, and the one that is pointed at.

    A pad or a digit gives its mark. With two buttons a miss points on, and a make gives what is pointed at.
    """
    if press.kind == ZONE:
        return read_mark(press, marks), pointed
    if press.kind == MAKE and pointed is not None:
        return pointed, pointed
    return None, point(marks, pointed)


def pointed_words(marks: dict[int, str], pointed: int | None) -> str | None:
    """The mark that is pointed at, as it is shown."""
    return None if pointed is None else f"{pointed}: {marks[pointed]}"


def mark_pads(marks: dict[int, str]) -> tuple[Pad, ...]:
    """A pad for each mark."""
    return tuple(Pad(ZONE, str(mark), str(mark), words) for mark, words in marks.items())


def read_mark(press: Event, marks: dict[int, str]) -> int | None:
    """The mark that a press gives; None where it gives none."""
    is_mark = press.kind == ZONE and press.text.isdigit()
    return int(press.text) if is_mark and int(press.text) in marks else None
