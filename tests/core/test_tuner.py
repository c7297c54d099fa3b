"""The target tuner: what a mark costs at today's rate, a safe one and a stretch."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from jolly_core.challenges.registry import read_game
from jolly_core.errors import CoreError
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of
from jolly_core.planning.tuner import SAFE, STRETCH, Tuning, tune

PACE = Pace(attempt_ms=6000, rate=0.8, is_prior=False)


def tuned(format_id: str, settings: dict[str, Any], pace: Pace, metric: str, mark: float, minutes: int = 5) -> Tuning:
    return tune(read_game(format_id, settings), pace, metric=metric, mark=mark, minutes=minutes)


def test_ten_in_a_row_in_five_minutes() -> None:
    # Fifty tries of six seconds: 0.717110 (exact recursion; Uspensky 1937, V.3). Mean 41.57, nine in ten within 86.
    tuning = tuned("streak", {"goal": 12}, PACE, "best_streak", 10)
    assert tuning.chance == pytest.approx(0.7171100990305956)
    assert tuning.words[1] == (
        "A row of 10 takes about 42 tries on average, nine times in ten no more than 86: 4 minutes, at most 9 minutes."
    )
    assert tuning.words[2] == "In one run you reach it about 72 times in 100."


def test_limits_of_the_game_come_before_the_minutes() -> None:
    short = tuned("streak", {"goal": 12, "attempts_limit": 30}, PACE, "best_streak", 10, minutes=60)
    assert short.chance == pytest.approx(0.49305989482493984)  # thirty tries; the same source
    timed = tuned("streak", {"goal": 12, "seconds_limit": 180}, PACE, "best_streak", 10, minutes=60)
    assert timed.chance == short.chance


def test_one_life_is_a_power_of_the_rate() -> None:
    tuning = tuned("streak", {"goal": 5, "on_miss": "ends"}, PACE, "best_streak", 3)
    assert tuning.chance == pytest.approx(0.8**3)
    assert (tuning.safe, tuning.stretch) == (None, 1)  # 0.8, 0.64


def test_a_streak_that_takes_an_hour_is_said_to() -> None:
    # (1 - 0.8^30) / (0.2 * 0.8^30) = 4035 tries of six seconds: six hours and three quarters.
    tuning = tuned("streak", {"goal": 30}, PACE, "best_streak", 30)
    assert "A row of 30 would take over an hour at today's rate: take a nearer goal first." in tuning.words


def test_a_mark_beyond_the_game_is_out_of_reach() -> None:
    assert "In one run that is out of reach for now." in tuned("streak", {"goal": 5}, PACE, "best_streak", 6).words


@pytest.mark.parametrize(("metric", "mark", "makes"), [("makes", 8, 8), ("rate", 75, 8), ("makes", 7.5, 8)])
def test_makes_of_ten_follow_the_binomial(metric: str, mark: float, makes: int) -> None:
    tuning = tuned("makes_of_n", {"attempts": 10}, PACE, metric, mark)
    assert tuning.chance == pytest.approx(stats.binom.sf(makes - 1, 10, 0.8))


def test_timed_counts_follow_the_athletes_own_spread() -> None:
    pace = Pace(1000, 0.95, is_prior=False, usual=20.0, spread=4.0)
    tuning = tuned("timed_count", {"seconds": 30}, pace, "total", 24)
    assert tuning.chance == pytest.approx(stats.norm.sf(23.5, 20, 4))
    # 20 + 0.5 - 1.2816 * 4 = 15.4 and 20 + 0.5 - 0.5244 * 4 = 18.4: the highest whole marks below them.
    assert (tuning.safe, tuning.stretch) == (15, 18)
    assert tuning.words[0] == "Today's rate: 95 % made, usual 20.0 ± 4.0."


def test_says_when_there_is_no_record_or_too_little() -> None:
    assert tuned("streak", {}, Pace(), "best_streak", 5).words[0].startswith("No record here yet")
    short = tuned("timed_count", {"seconds": 30}, Pace(1000, 0.9, is_prior=False), "total", 20)
    assert (short.chance, short.words) == (None, ("The record cannot say what this mark asks of you.",))


GAMES: list[tuple[str, dict[str, Any], str]] = [
    ("streak", {"goal": 40}, "best_streak"),
    ("streak", {"goal": 20, "attempts_limit": 60}, "best_streak"),
    ("makes_of_n", {"attempts": 25}, "makes"),
    ("makes_of_n", {"attempts": 12}, "rate"),
    ("makes_of_n", {"attempts": 30}, "best_streak"),
]


@pytest.mark.parametrize(("format_id", "settings", "metric"), GAMES)
@given(rate=st.floats(0.05, 0.98))
def test_offers_are_the_hardest_that_keep_their_chance(
    format_id: str, settings: dict[str, Any], metric: str, rate: float
) -> None:
    pace = Pace(5000, rate, is_prior=False)
    tuning = tuned(format_id, settings, pace, metric, 1)
    for offer, chance in ((tuning.safe, SAFE), (tuning.stretch, STRETCH)):
        if offer is not None:
            assert (tuned(format_id, settings, pace, metric, offer).chance or 0) >= chance
        beyond = tuned(format_id, settings, pace, metric, (offer or 0) + 1).chance
        assert beyond is None or beyond < chance or offer == forecast_of(read_game(format_id, settings)).span(metric)[1]


@pytest.mark.parametrize(
    ("metric", "mark", "minutes", "field"),
    [("speed", 5, 5, "metric"), ("best_streak", -1, 5, "mark"), ("best_streak", 5, 0, "minutes")],
)
def test_what_cannot_be_tuned_is_refused(metric: str, mark: float, minutes: int, field: str) -> None:
    with pytest.raises(CoreError) as refused:
        tuned("streak", {}, PACE, metric, mark, minutes)
    assert refused.value.problems[0].path == (field,)
