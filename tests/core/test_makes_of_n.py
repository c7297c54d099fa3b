"""Makes of n: all attempts are played, and the rate comes with its interval."""

from __future__ import annotations

import pytest

from jolly_core.challenges.registry import read_game
from jolly_core.errors import CoreError
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of
from jolly_core.lessons.registry import lessons_of
from tests.core.playing import play


def test_all_attempts_are_played_after_the_goal_too() -> None:
    tally = play("makes_of_n", {"attempts": 5, "goal": 2}, "oox")
    assert (tally.is_over, tally.next) == (False, "Goal reached, 2 left")
    assert play("makes_of_n", {"attempts": 5, "goal": 2}, "ooxxx").ending == "attempts"


def test_words_lead_through_the_run() -> None:
    settings = {"attempts": 5, "goal": 4}
    said = [play("makes_of_n", settings, line).next for line in ("", "oo", "xx", "oooox")]
    assert said == ["4 more of 5", "2 more of 3", "3 left, play on", "Done"]


def test_rate_waits_for_all_attempts() -> None:
    assert play("makes_of_n", {"attempts": 4}, "oox").metrics["rate"] is None
    assert play("makes_of_n", {"attempts": 4}, "ooxo").metrics["rate"] == 75.0


def test_interval_of_seven_of_ten() -> None:
    # Wilson score interval of 7 of 10 at 95 %: 0.39678, 0.89221 (statsmodels proportion_confint, method wilson).
    tally = play("makes_of_n", {"attempts": 10}, "ooooooo xxx")
    assert tally.detail.interval == (0.3968, 0.8922)
    lessons = lessons_of(read_game("makes_of_n", {"attempts": 10}), tally)
    assert lessons[0].startswith("Making 7 of 10 fits a true rate anywhere from 40 to 89 %")


def test_goal_beyond_the_attempts_is_refused() -> None:
    with pytest.raises(CoreError) as refused:
        read_game("makes_of_n", {"attempts": 10, "goal": 11})
    assert refused.value.problems[0].path == ("goal",)


def test_estimate_is_attempts_times_pace() -> None:
    estimate = forecast_of(read_game("makes_of_n", {"attempts": 20})).estimate(Pace(4500, 0.5))
    # 20 tries of 4.5 s; the tempo differs by a quarter, as a logarithm: 90 · e^(∓1.6449 · 0.25).
    assert (estimate.low_s, estimate.expected_s, estimate.high_s) == (60, 90, 136)
