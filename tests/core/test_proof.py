"""Proof that it was not luck: who climbs by it and after how many runs, by athletes whose true rate is known."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta
from random import Random
from statistics import median

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from jolly_core.challenges.registry import AnyGame, read_game
from jolly_core.thresholds.condition import Mark, RunResult, Seen
from jolly_core.thresholds.conditions.proof import FADE, PRIOR, Judging, Proof, rate_of

RUNS, ATHLETES = 20, 1000
DAY = date(2026, 3, 2)
TEN = read_game("makes_of_n", {"attempts": 10})
FIVE = read_game("makes_of_n", {"attempts": 5})


def mark_of(game: AnyGame, value: float) -> Mark:
    metric = game.metric("makes")
    assert metric
    return Mark(metric, value)


def waits(rate_at: Callable[[int], float], mark: float, game: AnyGame = TEN, attempts: int = 10) -> list[int]:
    """After how many runs each athlete climbs; beyond the last run for those who do not."""
    chance, judging, found = Random(f"{mark} {attempts}"), Judging(Proof(), mark_of(game, mark), game), []
    for _ in range(ATHLETES):
        known = judging.known([])
        for run in range(1, RUNS + 1):
            rate = rate_at(run)
            known = known.after(float(sum(chance.random() < rate for _ in range(attempts))), attempts)
            if judging.is_filled(known):
                break
        else:
            run = RUNS + 1
        found.append(run)
    return sorted(found)


def climbed(found: list[int]) -> float:
    return sum(run <= RUNS for run in found) / len(found)


def test_who_is_ten_points_under_the_mark_seldom_climbs_and_who_is_ten_over_hardly_waits() -> None:
    """What was promised for a mark of 7 of 10: at most 10 of 100 by luck; 3 runs in the median, 6 nine times in ten."""
    assert climbed(waits(lambda _: 0.6, 7)) <= 0.10
    ready = waits(lambda _: 0.8, 7)
    assert median(ready) <= 3
    assert ready[int(0.9 * len(ready))] <= 6


def test_who_learns_is_not_held_up_by_their_past() -> None:
    """From half to nine in ten over twenty runs: nearly all climb, and when they truly make about 8 of 10."""
    learners = waits(lambda run: 0.5 + 0.4 * (run - 1) / (RUNS - 1), 7)
    assert climbed(learners) >= 0.95
    assert 0.7 <= 0.5 + 0.4 * (median(learners) - 1) / (RUNS - 1) <= 0.86


def test_a_streaky_athlete_is_promoted_a_little_more_often() -> None:
    """Days that differ by ten points: what a rule for steady ones lets through then is stated, and not promised."""
    days = Random(3)
    assert climbed(waits(lambda _: 0.6 + days.choice((-0.1, 0.1)), 7)) <= 0.15


def test_makes_of_five_tell_less() -> None:
    assert climbed(waits(lambda _: 0.5, 3.5, FIVE, 5)) <= 0.25


@given(st.lists(st.tuples(st.integers(0, 10), st.integers(0, 5)), min_size=1, max_size=8))
def test_the_chance_is_that_of_the_beta_distribution(record: list[tuple[int, int]]) -> None:
    """Beta prior and binomial tries are conjugate; SciPy 1.17, scipy.stats.beta.sf, with weights fading by age."""
    judging = Judging(Proof(margin=5), mark_of(TEN, 7), TEN)
    runs = [RunResult(DAY + timedelta(n), "none", made, made, made + missed) for n, (made, missed) in enumerate(record)]
    weights = [FADE**age for age in reversed(range(len(record)))]
    makes = PRIOR + sum(weight * made for weight, (made, _) in zip(weights, record, strict=True))
    misses = PRIOR + sum(weight * missed for weight, (_, missed) in zip(weights, record, strict=True))
    assert judging.known(runs).chance_of(0.65) == pytest.approx(stats.beta.sf(0.65, makes, misses), abs=1e-9)


@given(st.integers(1, 9), st.integers(2, 10))
def test_as_many_more_as_are_said_do_and_one_fewer_does_not(made: int, mark: int) -> None:
    asked, runs = mark_of(TEN, mark), [RunResult(DAY, "none", made, made, 10)]
    state = Proof().state(Seen(asked, runs, TEN))
    if not state.more_runs:
        assert state.missing
        return
    ready = min(10, mark + 1)
    for more, is_enough in ((state.more_runs, True), (state.more_runs - 1, False)):
        further = [RunResult(DAY, "none", ready, ready, 10)] * more
        assert Proof().state(Seen(asked, [*runs, *further], TEN)).is_filled == is_enough
    runs_wanted = f"{state.more_runs} more run{'s' * (state.more_runs > 1)}"
    assert state.missing == f"90 % wanted: about {runs_wanted} of {ready} of 10 would do"


@pytest.mark.parametrize(
    ("format_id", "settings", "metric", "mark"),
    [
        ("makes_of_n", {"attempts": 20}, "makes", 14),
        ("streak", {"goal": 20, "attempts_limit": 60}, "best_streak", 12),
        ("streak", {"goal": 10}, "attempts_to_goal", 40),
        ("capped_attempts", {"cap": 30}, "makes", 20),
    ],
)
def test_a_mark_stands_for_the_rate_that_reaches_it_every_second_time(
    format_id: str, settings: dict[str, int], metric: str, mark: float
) -> None:
    rate = rate_of(read_game(format_id, settings), metric, mark)
    assert rate is not None
    assert 0.5 < rate < 1
    if format_id == "streak" and metric == "best_streak":
        chance = Random(5)
        assert 0.45 < sum(longest(chance, rate, 60) >= mark for _ in range(4000)) / 4000 < 0.55


def longest(chance: Random, rate: float, tries: int) -> int:
    """The longest row of makes, by playing."""
    best = row = 0
    for _ in range(tries):
        row = row + 1 if chance.random() < rate else 0
        best = max(best, row)
    return best


def test_where_tries_do_not_tell_runs_at_the_mark_do() -> None:
    game = read_game("timed_count", {"seconds": 30, "goal": 20})
    metric = game.metrics[0]
    asked = Mark(metric, 20)
    runs = [RunResult(DAY, "none", value) for value in (22, 25, 21, 24, 26, 20, 23)]
    assert rate_of(game, metric.id, 20) is None
    proof = Proof()
    assert "of your runs reach the mark" in proof.state(Seen(asked, runs[:1], game)).so_far
    assert proof.state(Seen(asked, runs, game)).is_filled
