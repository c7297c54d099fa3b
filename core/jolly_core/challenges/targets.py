"""Targets by name: what was tried and made at each, and the pads that stand for them on the screen."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from typing import TypeVar

from jolly_core.challenges.events import MISS, ZONE
from jolly_core.challenges.tally import Pad

Item = TypeVar("Item")
#: Attempts and makes at each target, in the order of the targets.
Tries = tuple[tuple[int, int], ...]


def put_at(items: tuple[Item, ...], place: int, item: Item) -> tuple[Item, ...]:
    """The items with another one at that place.

    >>> put_at((0, 0, 0), 1, 5)
    (0, 5, 0)
    """
    others = list(items)
    others[place] = item
    return tuple(others)


def no_tries(targets: Sequence[object]) -> Tries:
    return ((0, 0),) * len(targets)


def after_try(tries: Tries, place: int, *, is_made: bool) -> Tries:
    """The tries after one more at the target at ``place``.

    >>> after_try(((0, 0), (1, 1)), 1, is_made=False)
    ((0, 0), (2, 1))
    """
    attempts, makes = tries[place]
    return put_at(tries, place, (attempts + 1, makes + is_made))


@dataclass(frozen=True, slots=True)
class TargetLine:
    """What was tried and made at a target, with its rate; None where it is not known, or nothing was tried."""

    name: str
    attempts: int | None
    makes: int
    rate: float | None = None


def target_lines(names: Sequence[str], tries: Tries) -> tuple[TargetLine, ...]:
    """What was tried and made at each target."""
    return tuple(
        TargetLine(name, attempts, makes, round(makes / attempts, 4) if attempts else None)
        for name, (attempts, makes) in zip(names, tries, strict=True)
    )


def hit_lines(names: Sequence[str], tries: Tries) -> tuple[TargetLine, ...]:
    """The makes at each target, where it is not known which were missed."""
    return tuple(TargetLine(name, None, makes) for name, (_, makes) in zip(names, tries, strict=True))


def target_pads(
    names: Sequence[str], *, beside: Sequence[str] = (), done: Collection[int] = (), out_word: str = "Out"
) -> tuple[Pad, ...]:
    """A pad for each target, and one for what hit none of them."""
    words = beside or [""] * len(names)
    pads = [Pad(ZONE, name, name, words[place], place in done) for place, name in enumerate(names)]
    return (*pads, Pad(MISS, "", out_word))


def following(names: Sequence[str], place: int) -> str | None:
    """The name after the one at ``place``; None where it is the last."""
    return names[place + 1] if place + 1 < len(names) else None
