"""Streaks: sets, rests, what a miss does, limits."""

from __future__ import annotations

from typing import Any

import pytest

from jolly_core.challenges.registry import read_game
from jolly_core.errors import CoreError
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of
from jolly_core.lessons.registry import lessons_of
from tests.core.playing import play


@pytest.mark.parametrize(
    ("settings", "line", "ending", "number"),
    [
        pytest.param({"goal": 3}, "ooo", "goal", 3, id="goal reached"),
        pytest.param({"goal": 3}, "ooxoo", None, 2, id="a miss starts the row again"),
        pytest.param({"goal": 3, "on_miss": "ends"}, "oox", "missed", 0, id="one life"),
        pytest.param({"goal": 3, "attempts_limit": 4}, "ooxo", "attempts", 1, id="attempts run out"),
        pytest.param({"goal": 9, "seconds_limit": 10}, "ooo ooo ooo", "goal", 9, id="goal before the time is up"),
        pytest.param({"goal": 3}, "oof", "stopped", 2, id="stopped by hand"),
        pytest.param({"goal": 3}, "ool", None, 2, id="a let leaves the row standing"),
        pytest.param({"goal": 3}, "ooxu", None, 2, id="undo brings the row back"),
        pytest.param({"goal": 3}, "oof u o", "goal", 3, id="undo takes the stop back"),
    ],
)
def test_how_a_streak_ends(settings: dict[str, Any], line: str, ending: str | None, number: int) -> None:
    tally = play("streak", settings, line)
    assert (tally.ending, tally.number) == (ending, number)


def test_twenty_with_no_miss_before_going_faster() -> None:
    """Common practice, no source: twenty volleys in a row before the next speed."""
    nineteen, twenty = play("streak", {"goal": 20}, "o" * 19), play("streak", {"goal": 20}, "o" * 20)
    assert (nineteen.is_over, nineteen.next) == (False, "1 more")
    assert (twenty.ending, twenty.metrics["attempts_to_goal"]) == ("goal", 20)


def test_ten_a_rest_and_ten_more() -> None:
    """Common practice, no source: ten straight, a rest, ten more."""
    settings = {"goal": 10, "sets": 2, "rest_s": 60}
    first = play("streak", settings, "o" * 10)
    assert (first.number, first.next, first.rest_left_ms) == (0, "Rest, then set 2 of 2", 60_000)
    both = play("streak", settings, "o" * 20)
    assert (both.ending, both.metrics["sets_done"], both.detail.streaks) == ("goal", 2, (10, 10))


def test_rest_runs_down_with_the_clock_and_a_press_ends_it() -> None:
    settings = {"goal": 2, "sets": 2, "rest_s": 30}
    assert play("streak", settings, "oo", at_ms=12_000).rest_left_ms == 20_000
    assert play("streak", settings, "oo", at_ms=40_000).rest_left_ms == 0
    assert play("streak", settings, "ooo").rest_left_ms == 0


def test_every_streak_is_kept() -> None:
    assert play("streak", {"goal": 9}, "oox xoooxo").detail.streaks == (2, 0, 3, 1)


def test_time_limit_ends_at_the_limit() -> None:
    settings = {"goal": 50, "seconds_limit": 10}
    assert play("streak", settings, "ooo", at_ms=10_000).ending is None
    assert play("streak", settings, "ooo", at_ms=10_001).ending == "time"


def test_limit_that_cannot_hold_the_sets_is_refused() -> None:
    with pytest.raises(CoreError) as refused:
        read_game("streak", {"goal": 10, "sets": 2, "attempts_limit": 19})
    assert refused.value.problems[0].path == ("attempts_limit",)
    assert refused.value.problems[0].allowed == ">= 20"


def test_estimate_follows_the_expected_attempts() -> None:
    # (1 − 0.8^5) / (0.2 · 0.8^5) = 10.2588 attempts (Feller 1968, XIII.7), 3 s each.
    estimate = forecast_of(read_game("streak", {"goal": 5})).estimate(Pace(3000, 0.8, is_prior=False))
    assert estimate.expected_s == 31
    assert estimate.low_s <= estimate.expected_s <= estimate.high_s


def test_one_life_is_expected_to_be_short() -> None:
    # Up to the first miss, cut at the goal: (1 − 0.5^3) / (1 − 0.5) = 1.75 attempts of 4 s.
    game = read_game("streak", {"goal": 3, "on_miss": "ends"})
    assert forecast_of(game).estimate(Pace(4000, 0.5)).expected_s == 7


def test_lesson_says_when_a_goal_is_far_off() -> None:
    far = lessons_of(read_game("streak", {"goal": 40}), play("streak", {"goal": 40}, "ox" * 10))
    assert far[1] == "At that rate 40 in a row is far off: take a shorter goal for now."


def test_lesson_says_how_many_attempts_a_goal_takes() -> None:
    # 18 of 20 made, so Laplace's rule gives 19 / 22; (1 − p^5) / ((1 − p) p^5) = 7.9.
    line = "o" * 9 + "x" + "o" * 9 + "x"
    lessons = lessons_of(read_game("streak", {"goal": 5}), play("streak", {"goal": 20}, line))
    assert lessons == ("You made 18 of 20.", "At that rate 5 in a row takes about 8 attempts on average.")
