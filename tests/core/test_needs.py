"""Needs of rungs: a circle is found exactly where some rung can be come to from itself."""

from __future__ import annotations

from itertools import pairwise

import networkx
import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.errors import CoreError
from jolly_core.ladder.needs import Need, check_needs, unmet_words

GRAPHS = st.dictionaries(st.integers(0, 7), st.lists(st.integers(0, 7), max_size=3, unique=True), max_size=8)
LADDERS = st.lists(st.integers(0, 7), unique=True, max_size=8)


@given(GRAPHS, LADDERS)
def test_circles_are_those_that_networkx_finds(graph: dict[int, list[int]], ladder: list[int]) -> None:
    edges = {(rung, needed) for rung, wanted in graph.items() for needed in wanted}
    edges |= {(ladder[place + 1], ladder[place]) for place in range(len(ladder) - 1)}
    if networkx.is_directed_acyclic_graph(networkx.DiGraph(edges)):
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
