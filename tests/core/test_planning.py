"""A block that fits: warm-up first, never over the minutes, and every choice with its reason."""

from __future__ import annotations

from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.challenges.contract import Estimate
from jolly_core.errors import CoreError
from jolly_core.planning.arrangement import Arrangement, Wish, arrange_block
from jolly_core.planning.warmup import warm_up_minutes, warm_up_parts

TODAY = date(2026, 9, 1)


def wish(key: str, seconds: int = 60, **values: object) -> Wish:
    ladder = str(values.pop("ladder", key))
    side = str(values.pop("side", "none"))
    return Wish(key, ladder, f"Drill {key}", side, Estimate(seconds, seconds, seconds), **values)  # type: ignore[arg-type]


def challenges(block: Arrangement) -> list[str | None]:
    return [segment.key for segment in block.segments if segment.kind == "challenge"]


wishes = st.lists(
    st.builds(
        lambda number, seconds, side, days, missing: wish(
            f"w{number}",
            seconds,
            ladder=f"l{number // 2}",
            side=side,
            last_day=None if days is None else TODAY - timedelta(days),
            runs_to_climb=missing,
        ),
        st.integers(0, 30),
        st.integers(5, 1500),
        st.sampled_from(["weak", "strong", "none"]),
        st.none() | st.integers(0, 90),
        st.none() | st.integers(0, 5),
    ),
    max_size=10,
    unique_by=lambda each: each.key,
)


@given(st.integers(10, 180), wishes)
def test_a_block_never_runs_over_and_leaves_no_gap(minutes: int, chosen: list[Wish]) -> None:
    block = arrange_block(minutes, chosen, TODAY)
    at_s = 0
    for segment in block.segments:
        assert segment.start_s == at_s
        at_s += segment.duration_s
    assert at_s + block.spare_s == minutes * 60
    assert block.spare_s >= 0


@given(st.integers(10, 180), wishes)
def test_warm_up_comes_first_and_the_note_last(minutes: int, chosen: list[Wish]) -> None:
    kinds = [segment.kind for segment in arrange_block(minutes, chosen, TODAY).segments]
    assert (kinds[0], kinds[-1]) == ("warm_up", "cool_down")
    assert set(kinds[1:-1]) <= {"challenge"}


@given(st.integers(10, 180), wishes)
def test_every_wish_is_played_or_named_as_left_out(minutes: int, chosen: list[Wish]) -> None:
    block = arrange_block(minutes, chosen, TODAY)
    assert sorted([*challenges(block), *(each.key for each in block.left_out)]) == sorted(each.key for each in chosen)
    assert all(segment.reasons for segment in block.segments)


@given(st.integers(10, 180), wishes, st.randoms(use_true_random=False))
def test_the_order_of_the_wishes_changes_nothing(minutes: int, chosen: list[Wish], order: object) -> None:
    shuffled = list(chosen)
    order.shuffle(shuffled)  # type: ignore[attr-defined]
    assert arrange_block(minutes, shuffled, TODAY) == arrange_block(minutes, chosen, TODAY)


def test_half_an_hour_by_hand() -> None:
    # 5 min warm-up and 1 min to write leave 24 min = 1440 s. A: set-up 60 + 4 · 300 + 3 · 30 = 1350 s, 90 s to spare.
    block = arrange_block(30, [wish("A", 300)], TODAY)
    assert [(each.kind, each.start_s, each.duration_s, each.runs) for each in block.segments] == [
        ("warm_up", 0, 300, 0),
        ("challenge", 300, 1350, 4),
        ("cool_down", 1650, 60, 0),
    ]
    assert block.spare_s == 90


def test_what_was_left_longest_comes_first() -> None:
    chosen = [
        wish("A", last_day=TODAY - timedelta(2)),
        wish("B", last_day=TODAY - timedelta(16)),
        wish("C", last_day=None),
    ]
    block = arrange_block(60, chosen, TODAY)
    assert challenges(block) == ["C", "B", "A"]
    assert [segment.reasons[0] for segment in block.segments[1:3]] == ["not played yet", "not practised for 16 days"]


def test_what_is_nearest_to_its_next_rung_comes_first_within_a_week() -> None:
    yesterday = TODAY - timedelta(1)
    chosen = [wish("A", last_day=yesterday, runs_to_climb=3), wish("B", last_day=yesterday, runs_to_climb=1)]
    block = arrange_block(60, chosen, TODAY)
    assert challenges(block) == ["B", "A"]
    assert block.segments[1].reasons == ("1 good run from the next rung",)


def test_weak_side_is_played_before_the_strong_one_of_its_ladder() -> None:
    chosen = [wish("S", ladder="x", side="strong"), wish("W", ladder="x", side="weak"), wish("O")]
    block = arrange_block(60, chosen, TODAY)
    assert challenges(block).index("W") + 1 == challenges(block).index("S")


def test_says_what_did_not_fit() -> None:
    # 15 min less 3 of warm-up and 1 to write: 660 s. A: set-up 60 + 2 · 200 + 30 = 490 s, so B finds 170 s.
    block = arrange_block(15, [wish("A", 200), wish("B", 3000)], TODAY)
    assert challenges(block) == ["A"]
    assert [(each.key, each.reason) for each in block.left_out] == [
        ("B", "needs 51 minutes with its set-up; 2 minutes left")
    ]


@pytest.mark.parametrize("minutes", [9, 181, 30.5, True])
def test_minutes_that_are_no_block_are_refused(minutes: int) -> None:
    with pytest.raises(CoreError) as refused:
        arrange_block(minutes, [], TODAY)
    assert refused.value.problems[0].path == ("minutes",)


def test_warm_up_of_a_half_hour_takes_five_minutes() -> None:
    """Common practice, no source: a half hour split five, ten, five, ten minutes begins with five of warming up."""
    assert warm_up_minutes(30) == 5


@given(st.integers(10, 180), st.integers(10, 180))
def test_a_longer_block_warms_up_no_shorter(minutes: int, other: int) -> None:
    short, long = sorted((minutes, other))
    assert 3 <= warm_up_minutes(short) <= warm_up_minutes(long) <= 12


@given(st.integers(30, 1200))
def test_parts_of_a_warm_up_last_exactly_as_long(seconds: int) -> None:
    parts = warm_up_parts(seconds)
    assert sum(part.seconds for part in parts) == seconds
    assert all(part.seconds > 0 for part in parts)
