"""Usual orders of things that stand in a list already: by whom they were put there is not known here."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import TypeVar

Item = TypeVar("Item")


def one_by_one(items: Sequence[Item]) -> list[Item]:
    """Each in turn; with two that is to alternate."""
    return list(items)


def n_and_n(items: Sequence[Item], number: int) -> list[Item]:
    """Each target the same number of times.

    >>> n_and_n("LR", 2)
    ['L', 'L', 'R', 'R']
    """
    return [item for item in items for _ in range(number)]


def two_and_two(items: Sequence[Item]) -> list[Item]:
    return n_and_n(items, 2)


def so_many_and(items: Sequence[Item], numbers: Sequence[int]) -> list[Item]:
    """Each target a number of times, the numbers taken in turn.

    >>> so_many_and("LR", (1, 2))
    ['L', 'R', 'R']
    """
    return [item for place, item in enumerate(items) for _ in range(numbers[place % len(numbers)])]


def one_and_two(items: Sequence[Item]) -> list[Item]:
    """One to the first, two to the second, and so on in turn."""
    return so_many_and(items, (1, 2))


def turned(items: Sequence[Item]) -> list[Item]:
    """Round the other way, from the same first one.

    >>> turned("ABCD")
    ['A', 'D', 'C', 'B']
    """
    first, *others = items
    return [first, *reversed(others)]


def opposite(items: Sequence[Item]) -> list[Item]:
    """Across and back, of things that stand round a middle: each, then the one half a turn on.

    >>> opposite("ABCD")
    ['A', 'C', 'B', 'D']
    """
    half = (len(items) + 1) // 2
    near, far = items[:half], items[half:]
    return [each for place, item in enumerate(near) for each in (item, *far[place : place + 1])]


def columns(items: Sequence[Item]) -> list[Item]:
    """Above and below in turn, from left to right, of things listed above first, each row from the left.

    >>> columns(["above left", "above right", "below left", "below right"])
    ['above left', 'below left', 'above right', 'below right']
    """
    return opposite(items)


def crossing(items: Sequence[Item]) -> list[Item]:
    """Above from the left and below from the right in turn, of things listed above first, each row from the left.

    >>> crossing(["above left", "above right", "below left", "below right"])
    ['above left', 'below right', 'above right', 'below left']
    """
    half = (len(items) + 1) // 2
    return opposite([*items[:half], *reversed(items[half:])])


#: Orders by the name under which they are written; "2 and 2", "1 and 2" and the like are numbers for ``so_many_and``.
ORDERS: dict[str, Callable[[Sequence[str]], list[str]]] = {
    "alternate": one_by_one,
    "clock": one_by_one,
    "counter-clock": turned,
    "opposite": opposite,
    "rows": one_by_one,
    "columns": columns,
    "crossing": crossing,
}
