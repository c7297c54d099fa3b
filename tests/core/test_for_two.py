"""Scores of games for two, against the public rules and against a player who keeps them on paper."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.challenges.for_two import GAMES, ForTwo, check_for_two, check_presses
from jolly_core.errors import CoreError

TIE_BREAK, ELEVEN, FEED, DEPTH = (
    ForTwo("tie_break", 7, partner="Pell"),
    ForTwo("points", 11, partner="Pell"),
    ForTwo("feed", partner="Pell"),
    ForTwo("depth", partner="Pell"),
)


def servers(two: ForTwo, points: str) -> str:
    """Who serves before each point, A or B."""
    turns = [two.score(points[:many]).turn for many in range(len(points) + 1)]
    return "".join({"You serve": "A", "Pell serves": "B"}.get(turn, "-") for turn in turns)


def test_in_a_tie_break_one_point_is_served_first_and_then_two_by_turns() -> None:
    """ITF Rules of Tennis, rule 5b (from memory): one serves the first point, the other the next two."""
    assert servers(TIE_BREAK, "abababababab") == "ABBAABBAABBAA"
    assert servers(TIE_BREAK, "sabab") == "ABAABB"


def test_in_a_tie_break_ends_change_after_every_six_points() -> None:
    """ITF Rules of Tennis, rule 10 (from memory)."""
    points = "ababab" * 3
    changes = [many for many in range(len(points)) if TIE_BREAK.score(points[:many]).call == "Change ends"]
    assert changes == [6, 12]


def test_the_serve_of_eleven_points_changes_every_two_and_from_ten_all_every_one() -> None:
    """ITTF Laws of Table Tennis, 2.13.3 (from memory)."""
    assert servers(ELEVEN, "abab") == "AABBA"
    assert servers(ELEVEN, "ab" * 10 + "abab")[20:] == "ABABA"


def test_at_half_of_the_points_ends_change_once() -> None:
    points = "aaaaaabbbbbbb"
    changes = [many for many in range(len(points)) if ELEVEN.score(points[:many]).call]
    assert changes == [6]


@pytest.mark.parametrize(
    ("two", "points", "words"),
    [
        (TIE_BREAK, "a" * 7, "You win: You 7, Pell 0"),
        (TIE_BREAK, "ab" * 6 + "a", "You 7, Pell 6"),
        (TIE_BREAK, "ab" * 6 + "bb", "Pell wins: You 6, Pell 8"),
        (ELEVEN, "a" * 10 + "b" * 9 + "a", "You win: You 11, Pell 9"),
        (ELEVEN, "ab" * 10 + "a", "You 11, Pell 10"),
        (ForTwo("points", 21), "b" * 21, "Your partner wins: You 0, your partner 21"),
    ],
)
def test_it_is_won_at_so_many_points_two_clear(two: ForTwo, points: str, words: str) -> None:
    score = two.score(points)
    assert score.words == words
    assert score.is_over == ("win" in words)


@given(st.sampled_from([TIE_BREAK, ELEVEN, ForTwo("points", 5)]), st.text("ab", max_size=80))
def test_the_score_is_that_of_a_tally_on_paper(two: ForTwo, points: str) -> None:
    own = other = 0
    for played, point in enumerate(points):
        assert not two.score(points[:played]).is_over
        own, other = own + (point == "a"), other + (point == "b")
        if max(own, other) >= two.to and abs(own - other) > 1:
            points = points[: played + 1]
            break
    score = two.score(points)
    assert (score.own, score.other) == (own, other)
    assert score.is_over == (max(own, other) >= two.to and abs(own - other) > 1)
    assert [pad.press for pad in score.pads][:2] == ([] if score.is_over else ["b", "a"])
    check_presses(two, points)


def test_in_a_feed_each_has_twenty_balls_and_the_two_change_over() -> None:
    score = FEED.score("o" * 15 + "x" * 5)
    assert (score.call, score.turn) == ("Change over", "Pell hits: 20 balls to the change")
    score = FEED.score("o" * 15 + "x" * 5 + "o" * 12 + "x" * 8 + "oox")
    assert score.words == "You 17 of 23, Pell 12 of 20"
    assert (score.own, score.own_of, score.other, score.other_of, score.call) == (17, 23, 12, 20, "")
    assert FEED.score("o" * 39).turn == "Pell hits: 1 ball to the change"


def test_depth_is_scored_by_turns_on_both_strokes_for_both() -> None:
    """Forehand of each, then backhand of each; summed by hand beside: 2+2+0+1, 1+1, 2+2, 0+2+2."""
    presses = ["2201", "11", "22", "022"]
    turns = ["You: forehand", "Pell: forehand", "You: backhand", "Pell: backhand"]
    for turn, name in enumerate(turns):
        before = "c".join(presses[:turn]) + "c" * (turn > 0)
        assert DEPTH.score(before).turn == f"{name}, 0 balls"
        assert DEPTH.score(before).call == ("Change over" if turn else "")
        assert DEPTH.score(before).pads[-1].words == ("That is all" if name == turns[-1] else "Change over")
    score = DEPTH.score("c".join(presses) + "c")
    assert (score.words, score.is_over, score.pads) == ("You win: You 9, Pell 6", True, ())
    assert DEPTH.score("2c2ccc").words == "Even: You 2, Pell 2"
    check_presses(DEPTH, "c".join(presses) + "c")


@pytest.mark.parametrize(
    ("two", "presses", "code"),
    [
        (FEED, "oa", "not_a_choice"),
        (DEPTH, "213", "not_a_choice"),
        (DEPTH, "2cccc1", "run_is_over"),
        (TIE_BREAK, "as", "not_a_choice"),
        (TIE_BREAK, "a" * 8, "run_is_over"),
        (TIE_BREAK, "ab" * 1001, "no_room"),
    ],
)
def test_presses_that_cannot_be_are_refused(two: ForTwo, presses: str, code: str) -> None:
    with pytest.raises(CoreError) as refused:
        check_presses(two, presses)
    assert refused.value.code == code


def test_a_game_that_cannot_be_is_refused_by_field() -> None:
    problems = check_for_two(ForTwo("darts", 99, "c" * 999, "n" * 99))
    assert [problem.path for problem in problems] == [("game",), ("to",), ("condition",), ("partner",)]


def test_every_game_says_its_rule_with_its_condition() -> None:
    for game in GAMES:
        assert ForTwo(game, condition="only to the backhand").rule.endswith("; only to the backhand")
