"""What has to be held before a rung makes sense, and what ideally is: said where it is played, never a locked door."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from graphlib import CycleError, TopologicalSorter
from itertools import pairwise

from jolly_core.errors import CoreError

#: More than these would be a ladder of their own.
MOST_NEEDS = 10


@dataclass(frozen=True)
class Need:
    """A rung that another one needs, in words; ``is_must``: it has to be held, and is not only better held."""

    words: str
    is_must: bool
    is_held: bool


def unmet_words(needs: Sequence[Need]) -> str:
    """What is still to be held, what has to be first; empty where all is.

    >>> unmet_words([Need("side swing", True, False), Need("bounce", True, True), Need("cross", False, False)])
    'hold first: side swing; easier with: cross'
    """
    open_needs = [need for need in needs if not need.is_held]
    musts = ", ".join(need.words for need in open_needs if need.is_must)
    others = ", ".join(need.words for need in open_needs if not need.is_must)
    said = [f"hold first: {musts}" if musts else "", f"easier with: {others}" if others else ""]
    return "; ".join(filter(None, said))


def layer_needs(needs: Mapping[int, Sequence[int]]) -> dict[int, int]:
    """How deep each rung lies in what needs what: 0 for one that needs nothing, else one more than what it needs.

    >>> layer_needs({3: [1, 2], 2: [1]})
    {1: 0, 2: 1, 3: 2}
    """
    layers: dict[int, int] = {}
    for rung in TopologicalSorter({rung: set(needed) for rung, needed in needs.items()}).static_order():
        layers[rung] = max((layers[each] + 1 for each in needs.get(rung, ())), default=0)
    return layers


def check_needs(
    needs: Mapping[int, Sequence[int]], ladders: Sequence[Sequence[int]], titles: Mapping[int, str]
) -> None:
    """Raise ``CoreError`` (``needs_in_a_circle``), naming the circle, where rungs need each other.

    ``needs`` has the rungs that each one needs; ``ladders`` the rungs of each ladder from the ground up, because a rung
    is come to over those below it. All by id; ``titles`` says what they are called.
    """
    graph = {rung: set(needed) for rung, needed in needs.items()}
    for rungs in ladders:
        for below, above in pairwise(rungs):
            graph.setdefault(above, set()).add(below)
    try:
        TopologicalSorter(graph).prepare()
    except CycleError as error:
        way = " → ".join(titles.get(rung, str(rung)) for rung in reversed(error.args[1]))
        message = f"These would need each other: {way}. Take one of them out."
        raise CoreError.one("needs_in_a_circle", message, "needs") from None
