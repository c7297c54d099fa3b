"""Orders of woven runs, against all orders that there are, tried one by one."""

from __future__ import annotations

from datetime import date
from itertools import groupby, permutations
from random import Random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.errors import CoreError
from jolly_core.planning.arrangement import check_terms
from jolly_core.planning.candidate import Terms
from jolly_core.planning.weaving import BLOCKED, WEAVES, Drill, find_braids, most_alike, next_turn

RUNS = st.lists(st.integers(1, 8), min_size=1, max_size=6)
SMALL = [(1, 1), (2, 1), (2, 2), (3, 1), (3, 2), (4, 1), (3, 3), (2, 2, 1), (3, 1, 1), (2, 2, 2), (5, 2)]


def order_of(weave: str, runs: tuple[int, ...] | list[int], seed: int = 0) -> list[int]:
    return WEAVES[weave].order(runs, Random(seed))


def longest_row(order: list[int] | tuple[int, ...]) -> int:
    return max(len(list(row)) for _, row in groupby(order))


def all_orders(runs: tuple[int, ...]) -> set[tuple[int, ...]]:
    return set(permutations([drill for drill, many in enumerate(runs) for _ in range(many)]))


@given(st.sampled_from(list(WEAVES)), RUNS, st.integers(0, 50))
def test_each_drill_keeps_its_number_of_runs(weave: str, runs: list[int], seed: int) -> None:
    order = order_of(weave, runs, seed)
    assert [order.count(drill) for drill in range(len(runs))] == runs


@pytest.mark.parametrize("runs", SMALL)
def test_the_fewest_alike_in_a_row_are_those_of_the_best_order_there_is(runs: tuple[int, ...]) -> None:
    assert most_alike(runs) == min(longest_row(order) for order in all_orders(runs))


@given(RUNS, st.integers(0, 200))
def test_a_mixture_has_at_most_two_alike_in_a_row_or_as_few_as_can_be(runs: list[int], seed: int) -> None:
    assert longest_row(order_of("mixed", runs, seed)) <= max(2, most_alike(runs))


@pytest.mark.parametrize("runs", [runs for runs in SMALL if sum(runs) < 6])
def test_every_mixture_that_keeps_the_rule_can_come_up(runs: tuple[int, ...]) -> None:
    most = max(2, most_alike(runs))
    fair = {order for order in all_orders(runs) if longest_row(order) <= most}
    assert {tuple(order_of("mixed", runs, seed)) for seed in range(600)} == fair


@given(st.lists(st.integers(1, 8), min_size=1, max_size=4))
def test_in_turn_every_drill_is_within_one_run_of_its_share(runs: list[int]) -> None:
    order = order_of("in_turn", runs)
    for turn in range(1, len(order) + 1):
        for drill, many in enumerate(runs):
            assert abs(order[:turn].count(drill) - many * turn / sum(runs)) < 1
    if len(set(runs)) == 1:
        assert order == list(range(len(runs))) * runs[0]


def test_the_orders_of_the_examples_are_those_that_are_shown() -> None:
    shown = {name: "".join("AB"[drill] for drill in order_of(name, (4, 2))) for name in ("in_turn", "two_and_one")}
    assert shown == {"in_turn": "ABAABA", "two_and_one": "AABAAB"}


def block(*runs: int) -> list[Drill]:
    return [Drill(f"part {place}", many) for place, many in enumerate(runs)]


def test_each_stretch_of_drills_is_woven_for_itself() -> None:
    braids = find_braids(block(0, 2, 2, 0, 1, 0, 1, 1), "in_turn")
    assert [braid.keys for braid in braids] == [("part 1", "part 2"), ("part 6", "part 7")]
    assert braids[0].order == ("part 1", "part 2") * 2
    assert find_braids(block(0, 2, 2), BLOCKED) == ()


@given(st.sampled_from(list(WEAVES)), st.lists(st.integers(0, 4), min_size=1, max_size=7), st.integers(0, 30))
def test_run_after_run_a_block_is_played_in_its_order(weave: str, runs: list[int], seed: int) -> None:
    parts = block(*runs)
    played: list[str] = []
    while (key := next_turn(parts, weave, seed)) is not None:
        place = [part.key for part in parts].index(key)
        part = parts[place]
        if part.played < part.runs:
            played.append(key)
            parts[place] = Drill(key, part.runs, part.played + 1)
        else:
            # Whose runs are all played is left behind; in a braid only once all of its turns are over.
            braid = next((each for each in find_braids(parts, weave, seed) if key in each.keys), None)
            assert braid is None or all(drill.played == drill.runs for drill in braid.drills)
            parts[place] = Drill(key, part.runs, part.played, is_open=False)
    woven = [key for braid in find_braids(block(*runs), weave, seed) for key in braid.order]
    in_braids = {key for braid in find_braids(block(*runs), weave, seed) for key in braid.keys}
    assert [key for key in played if key in in_braids] == woven
    assert sorted(played) == sorted(part.key for part in block(*runs) for _ in range(part.runs))


def test_what_is_left_out_passes_its_turns_on() -> None:
    serves, rally = Drill("serves", 2, played=1), Drill("rally", 2, is_open=False)
    assert next_turn([serves, rally], "in_turn") == "serves"
    more = [Drill("serves", 2, played=4), Drill("rally", 2, played=1)]
    assert next_turn(more, "in_turn") == "rally"
    assert next_turn([Drill("serves", 1, 1, is_open=False)], "in_turn") is None


def test_an_unknown_order_is_refused() -> None:
    with pytest.raises(CoreError) as refused:
        check_terms(Terms(30, date(2026, 5, 1), weave="plaited"))
    assert refused.value.problems[0].path == ("weave",)
