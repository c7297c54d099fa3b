"""Rungs put in, moved and taken out: the order, and which stay held, against a plain model."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.errors import CoreError
from jolly_core.ladder.order import held_after, put_in, take_out

LADDERS = st.integers(1, 8).flatmap(lambda rungs: st.tuples(st.just(list(range(rungs))), st.integers(0, rungs)))


@given(LADDERS, st.data())
def test_a_rung_put_in_leaves_the_same_rungs_held(ladder: tuple[list[int], int], data: st.DataObject) -> None:
    rungs, held = ladder
    number = data.draw(st.integers(1, len(rungs) + 1))
    after = put_in(rungs, 99, number)
    assert after[number - 1] == 99
    assert [rung for rung in after if rung != 99] == rungs
    now = held_after(rungs, held, after)
    # Whoever held a rung holds it still; the new one is held only below those that are.
    assert [rung for rung in after[:now] if rung != 99] == rungs[:held]
    assert (99 in after[:now]) == (number <= held)


@given(LADDERS, st.data())
def test_a_rung_taken_out_takes_nothing_else_along(ladder: tuple[list[int], int], data: st.DataObject) -> None:
    rungs, held = ladder
    if len(rungs) == 1:
        with pytest.raises(CoreError):
            take_out(rungs, rungs[0])
        return
    gone = data.draw(st.sampled_from(rungs))
    after = take_out(rungs, gone)
    assert after[: held_after(rungs, held, after)] == [rung for rung in rungs[:held] if rung != gone]


@given(LADDERS, st.data())
def test_taken_out_and_put_back_is_as_before(ladder: tuple[list[int], int], data: st.DataObject) -> None:
    rungs, held = ladder
    place = data.draw(st.integers(0, len(rungs) - 1))
    if len(rungs) == 1 or place == held - 1:
        return  # who takes out the rung they hold begins with it anew
    without = take_out(rungs, rungs[place])
    still = held_after(rungs, held, without)
    back = put_in(without, rungs[place], place + 1)
    assert back == rungs
    assert held_after(without, still, back) == held


@given(LADDERS, st.data())
def test_a_moved_rung_never_makes_one_above_it_held(ladder: tuple[list[int], int], data: st.DataObject) -> None:
    rungs, held = ladder
    moved = data.draw(st.sampled_from(rungs))
    others = [rung for rung in rungs if rung != moved]
    after = put_in(others, moved, data.draw(st.integers(1, len(rungs))))
    now = held_after(rungs, held, after, moved)
    if after == rungs:
        assert now == held
        return
    assert 0 <= now <= len(after)
    assert {rung for rung in after[:now] if rung != moved} <= set(rungs[:held])
    assert [rung for rung in rungs[:held] if rung != moved] == [rung for rung in after[:now] if rung != moved]


@pytest.mark.parametrize("number", [0, 5, -1])
def test_a_number_that_leaves_a_gap_is_refused(number: int) -> None:
    with pytest.raises(CoreError) as refused:
        put_in(["a", "b", "c"], "d", number)
    assert refused.value.problems[0].path == ("number",)
