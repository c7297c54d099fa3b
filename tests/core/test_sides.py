"""The two sides of a drill: pairs and their words, and which side the record finds to be the weaker."""

from __future__ import annotations

from random import Random

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import mannwhitneyu

from jolly_core.errors import CoreError
from jolly_core.record.weaker import Finding, SideResults, find_weaker
from jolly_core.sides import PAIR_KINDS, Pair, other_side, read_pair, side_from
from jolly_core.stats.ranks import chance_of_difference, rank_sum

GROUPS = st.lists(st.integers(0, 12), min_size=3, max_size=20)


@pytest.mark.parametrize("kind", [kind for kind in PAIR_KINDS if kind not in ("none", "own")])
def test_every_pair_has_two_words_and_reads_back(kind: str) -> None:
    pair = read_pair({"kind": kind})
    assert pair.words("first")
    assert pair.words("second")
    assert pair.words("first") != pair.words("second")
    assert Pair.from_stored(pair.as_stored()) == pair
    assert set(pair.order(None)) == {"first", "second"}


@pytest.mark.parametrize(
    ("given_words", "at"),
    [
        ({"first": "", "second": "uphill"}, "first"),
        ({"first": "Uphill", "second": "uphill"}, "second"),
        ({"first": "uphill", "second": "a" * 25}, "second"),
    ],
)
def test_own_words_must_tell_two_sides(given_words: dict[str, str], at: str) -> None:
    with pytest.raises(CoreError) as refused:
        read_pair({"kind": "own", **given_words})
    assert [problem.path for problem in refused.value.problems] == [(at,)]


def test_a_kind_that_is_not_known_is_refused() -> None:
    with pytest.raises(CoreError):
        read_pair({"kind": "wings"})


def test_both_in_turn_are_one_record() -> None:
    pair = read_pair({"kind": "hands", "is_in_turn": True})
    assert (pair.order(None), pair.has_sides) == (("both",), False)
    assert pair.words("both") == "left and right hand, in turn"
    assert pair.assumed_weaker("right") is None


def test_a_drill_without_sides_is_never_in_turn() -> None:
    assert read_pair({"kind": "none", "is_in_turn": True}) == Pair()


@pytest.mark.parametrize("handedness", ["left", "right"])
def test_what_was_stored_as_strong_and_weak_is_the_hand_it_was(handedness: str) -> None:
    hands = Pair("hands")
    assert hands.words(side_from("strong", handedness)) == f"{handedness} hand"
    assert side_from("weak", handedness) == other_side(side_from("strong", handedness))
    assert hands.assumed_weaker(handedness) == side_from("weak", handedness)
    assert [side_from(each, handedness) for each in ("first", "none")] == ["first", "none"]


@given(GROUPS, GROUPS)
def test_ranks_are_those_of_scipy(values: list[int], others: list[int]) -> None:
    """Oracle: scipy.stats.mannwhitneyu, asymptotic, with its corrections for ties and continuity."""
    ours = rank_sum(values, others)
    if len({*values, *others}) == 1:
        assert chance_of_difference([(ours, len(values) + len(others))]) == 1
        return
    theirs = mannwhitneyu(values, others, alternative="two-sided", method="asymptotic", use_continuity=True)
    assert ours.above == theirs.statistic
    assert chance_of_difference([(ours, len(values) + len(others))]) == pytest.approx(theirs.pvalue, abs=1e-12)


def test_two_alike_strata_tell_more_than_one() -> None:
    one = (rank_sum([5, 6, 7, 8], [3, 4, 5, 6]), 8)
    assert chance_of_difference([one, one]) < chance_of_difference([one])


@given(GROUPS, GROUPS)
def test_swapping_the_sides_swaps_the_finding(first: list[int], second: list[int]) -> None:
    found = find_weaker([SideResults(first, second)])
    swapped = find_weaker([SideResults(second, first)])
    assert swapped.weaker == (other_side(found.weaker) if found.weaker else None)
    assert swapped.by_chance == pytest.approx(found.by_chance)
    down = find_weaker([SideResults(first, second, "down")])
    assert down.weaker == swapped.weaker


def test_equal_sides_are_seldom_called_weaker() -> None:
    """Players with the same rate on both sides: one is called the weaker about as often as is said, one in twenty."""
    chance, called, players = Random(7), 0, 2000
    for _ in range(players):
        first, second = ([sum(chance.random() < 0.6 for _ in range(10)) for _ in range(8)] for _ in range(2))
        called += find_weaker([SideResults(first, second)]).weaker is not None
    assert 0.02 < called / players < 0.065


def test_a_weak_side_is_found() -> None:
    """Six against eight in ten, eight runs a side: found more often than not, and never the wrong one of forty."""
    chance = Random(8)
    found = [
        find_weaker(
            [SideResults(*([sum(chance.random() < rate for _ in range(10)) for _ in range(8)] for rate in (0.6, 0.8)))]
        ).weaker
        for _ in range(40)
    ]
    assert found.count("first") > 20
    assert "second" not in found


def test_the_words_carry_their_numbers() -> None:
    strokes = Pair("strokes")
    few = find_weaker([SideResults([5, 6], [7])])
    assert few.words(strokes) == (
        "Which of forehand and backhand is weaker cannot be told yet: 2 runs and 1 on the same rung, "
        "3 on each are the least."
    )
    same = find_weaker([SideResults([5, 6, 7], [5, 6, 7])])
    assert same.words(strokes) == "No clear difference between forehand and backhand so far (3 runs each)."
    clear = find_weaker([SideResults([9, 8, 9, 9, 8, 9], [4, 5, 4, 5, 5, 4])])
    assert clear.words(strokes) == "Backhand is clearly the weaker side: worse in 10 of 10 comparisons (6 runs each)."


def test_the_hand_is_assumed_until_the_record_tells() -> None:
    hands = Pair("hands")
    assert Finding().weaker_of(hands, "right") == "first"
    assert Finding(runs=(12, 11)).weaker_of(hands, "right") is None  # so many, and no difference
    assert Finding("second", 0.9, 0.01, (5, 5)).weaker_of(hands, "right") == "second"
    assert Finding().weaker_of(Pair("strokes"), "right") is None
