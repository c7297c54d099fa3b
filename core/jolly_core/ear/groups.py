"""What comes close together in time: rallies of hits, claps of a command. Standard library only."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import TypeVar

Item = TypeVar("Item")


def groups_of(items: Iterable[Item], time: Callable[[Item], float], longest: float) -> list[list[Item]]:
    """The items in order of time, parted wherever the wait from one to the next is longer.

    >>> groups_of([0, 900, 5000], lambda each: each, longest=1000)
    [[0, 900], [5000]]
    """
    groups: list[list[Item]] = []
    for item in items:
        if groups and time(item) - time(groups[-1][-1]) <= longest:
            groups[-1].append(item)
        else:
            groups.append([item])
    return groups
