"""Usual orders to pick from, each with what it comes to for some zones."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jolly_core.errors import CoreError
from jolly_core.patterns.written import read_notation

#: As they are written, and what they are called.
USUAL = {
    "alternate": "one after the other",
    "2 and 2": "two and two",
    "1 and 2": "one and two",
    "clock": "round the clock",
    "counter-clock": "round the other way",
    "opposite": "opposite ones",
    "columns": "above and below",
    "crossing": "crossing",
    "random": "at random",
}
PAIR = 2


@dataclass(frozen=True)
class UsualOrder:
    """An order as it is written, what it is called, and the zones of a lap; of a random one the first few."""

    written: str
    title: str
    steps: tuple[str, ...]


def list_orders(zones: Sequence[str]) -> list[UsualOrder]:
    """The usual orders of some zones. With two of them most are the same, and each is there once.

    With more all are there, though two of them may be alike: on a layout they go by where the zones lie.

    >>> [order.written for order in list_orders(["left", "right"])]
    ['alternate', '2 and 2', '1 and 2', 'random']
    """
    found: dict[tuple[str, ...], UsualOrder] = {}
    for written, title in USUAL.items():
        try:
            order = read_notation(written, zones)
        except CoreError:
            continue  # more steps than a pattern has
        # What is a zone's own name means that zone.
        if len(order.steps) > 1 and (order.seed is not None or len(order.steps) >= len(zones)):
            key = order.steps if len(zones) == PAIR else (written,)
            found.setdefault(key, UsualOrder(written, title, order.steps))
    return list(found.values())
