"""Targets by name: what was tried and made at each, and the pads that stand for them on the screen."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from typing import Any, TypeVar

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


def tried_rows(names: Sequence[str], tries: Tries) -> list[dict[str, Any]]:
    """What was tried and made at each target, with its rate; None where nothing was tried."""
    return [
        {"name": name, "attempts": attempts, "makes": makes, "rate": round(makes / attempts, 4) if attempts else None}
        for name, (attempts, makes) in zip(names, tries, strict=True)
    ]


def rates_of(rows: Sequence[dict[str, Any]]) -> list[float]:
    """The rate at each target, drawn off the ends by Laplace's rule, so that one try proves nothing."""
    return [(row["makes"] + 1) / (row["attempts"] + 2) for row in rows]


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
