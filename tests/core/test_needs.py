"""Needs of rungs: a circle is found exactly where some rung can be come to from itself."""

from __future__ import annotations

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.errors import CoreError
from jolly_core.ladder.needs import Need, check_needs, unmet_words

GRAPHS = st.dictionaries(st.integers(0, 7), st.lists(st.integers(0, 7), max_size=3, unique=True), max_size=8)
LADDERS = st.lists(st.integers(0, 7), unique=True, max_size=8)


def has_a_circle(edges: set[tuple[int, int]]) -> bool:
    """By Warshall's transitive closure (1962), which knows nothing of sorting."""
    reach = set(edges)
    for middle in range(8):
        reach |= {(a, b) for a in range(8) for b in range(8) if (a, middle) in reach and (middle, b) in reach}
    return any((each, each) in reach for each in range(8))


@given(GRAPHS, LADDERS)
def test_circles_are_those_of_the_transitive_closure(graph: dict[int, list[int]], ladder: list[int]) -> None:
    edges = {(rung, needed) for rung, wanted in graph.items() for needed in wanted}
    edges |= {(ladder[place + 1], ladder[place]) for place in range(len(ladder) - 1)}
    if not has_a_circle(edges):
        check_needs(graph, [ladder], {})
        return
    with pytest.raises(CoreError) as refused:
        check_needs(graph, [ladder], {})
    way = [int(each) for each in refused.value.problems[0].message.split(": ")[1].split(". ")[0].split(" → ")]
    # What is named is a circle: each needs the one that is named after it, and the last is the first.
    assert way[0] == way[-1]
    assert all(step in edges for step in pairwise(way))


def test_musts_come_first_and_what_is_held_is_not_said() -> None:
    needs = [Need("cross", False, False), Need("bounce", True, False), Need("swing", True, True)]
    assert unmet_words(needs) == "hold first: bounce; easier with: cross"
    assert unmet_words(needs[2:]) == ""
