"""Rungs put in, moved and taken out: their new order, and which of them stay held."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TypeVar

from jolly_core.errors import CoreError

Rung = TypeVar("Rung")


def put_in(rungs: Sequence[Rung], rung: Rung, number: int) -> list[Rung]:
    """The rungs from the ground up with one more at ``number``, from 1 for the lowest to one above the top.

    Raises ``CoreError`` for a number that leaves a gap.

    >>> put_in(["a", "c"], "b", 2)
    ['a', 'b', 'c']
    """
    if not 1 <= number <= len(rungs) + 1:
        message = f"A rung goes in at 1 to {len(rungs) + 1}; not at {number}."
        raise CoreError.one("out_of_range", message, "number", value=number, allowed=f"1 to {len(rungs) + 1}")
    return [*rungs[: number - 1], rung, *rungs[number - 1 :]]


def take_out(rungs: Sequence[Rung], rung: Rung) -> list[Rung]:
    """The rungs without that one. Raises ``CoreError`` for the only one: a ladder without rungs cannot be climbed."""
    if len(rungs) == 1:
        raise CoreError.one("last_rung", "A ladder keeps one rung at least; archive the ladder instead.", "rung")
    return [each for each in rungs if each != rung]


def held_after(before: Sequence[Rung], held: int, after: Sequence[Rung], moved: Rung | None = None) -> int:
    """How many rungs are held after their order has changed; ``moved`` is the rung that was moved by hand.

    The highest rung that was held and stays where it was among the others goes on being held, and with it all that
    lies below it now: an easier rung that is put in below need not be climbed first.

    >>> held_after("abcd", 2, "aXbcd"), held_after("abcd", 2, "acd"), held_after("abcd", 2, "acbd", moved="b")
    (3, 1, 1)
    """
    if list(before) == list(after):
        return held
    staying = [rung for rung in before[:held] if rung != moved and rung in after]
    return after.index(staying[-1]) + 1 if staying else 0
