"""Intervals, streak expectations, averages: against published tables, closed forms and other libraries."""

from __future__ import annotations

import math
import statistics

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from jolly_core.challenges.metric import Metric
from jolly_core.errors import CoreError
from jolly_core.record.usual import best_of, compare, usual_of
from jolly_core.stats.proportions import wilson_interval
from jolly_core.streaks.expectation import attempts_to_streak


# Newcombe 1998, Statistics in Medicine 17:857-872, table I, method 3 (score, no continuity correction), for the first
# four; the others computed with statsmodels 0.15 proportion_confint(method="wilson").
@pytest.mark.parametrize(
    ("makes", "attempts", "low", "high"),
    [
        (81, 263, 0.2552885198782742, 0.36620957698280004),
        (15, 148, 0.062386399530736276, 0.16048724172330803),
        (0, 20, 0.0, 0.16112515805281938),
        (1, 29, 0.00611321429276266, 0.17175521879320288),
        (18, 20, 0.6989663547715127, 0.9721335187862318),
        (20, 20, 0.8388748419471806, 1.0),
        (7, 10, 0.3967781474611453, 0.8922087325936989),
        (33, 40, 0.6805000966821229, 0.9125458625396409),
    ],
)
def test_wilson_interval_of_published_counts(makes: int, attempts: int, low: float, high: float) -> None:
    assert wilson_interval(makes, attempts) == pytest.approx((low, high), abs=1e-9)


@pytest.mark.parametrize(
    ("makes", "attempts", "confidence", "low", "high"),
    [(18, 20, 0.9, 0.7383369536731331, 0.9663367764380953), (33, 40, 0.8, 0.7356415069259964, 0.8887225060573986)],
)
def test_wilson_interval_at_other_confidences(
    makes: int, attempts: int, confidence: float, low: float, high: float
) -> None:
    assert wilson_interval(makes, attempts, confidence) == pytest.approx((low, high), abs=1e-9)


@given(st.integers(1, 400).flatmap(lambda n: st.tuples(st.integers(0, n), st.just(n))), st.floats(0.5, 0.999))
def test_wilson_interval_is_that_of_scipy(counts: tuple[int, int], confidence: float) -> None:
    interval = stats.binomtest(*counts).proportion_ci(confidence, method="wilson")
    assert wilson_interval(*counts, confidence) == pytest.approx((interval.low, interval.high), abs=1e-9)


def test_normal_quantile_is_that_of_scipy() -> None:
    # 1.959963984540054: standard normal tables, scipy.stats.norm.ppf.
    assert statistics.NormalDist().inv_cdf(0.975) == pytest.approx(stats.norm.ppf(0.975), abs=1e-12)


@pytest.mark.parametrize(("makes", "attempts"), [(1, 0), (-1, 5), (6, 5)])
def test_counts_that_cannot_be_are_refused(makes: int, attempts: int) -> None:
    with pytest.raises(CoreError, match="0 <= makes <= attempts"):
        wilson_interval(makes, attempts)


# Mean of the waiting time for a run of successes, exact: (1 − p^r) / ((1 − p) p^r), Feller 1968, XIII.7 (7.7).
@pytest.mark.parametrize(
    ("rate", "goal", "mean"),
    [
        (0.5, 3, 14.0),
        (0.5, 10, 2046.0),
        (0.8, 5, 10.2587890625),
        (0.8, 10, 41.566128730773926),
        (0.9, 20, 72.25263339969959),
        (0.7, 5, 16.499672755399537),
        (0.6, 10, 410.954292198005),
        (1 / 6, 2, 42.0),
        (1.0, 7, 7.0),
        (0.0, 1, math.inf),
    ],
)
def test_mean_attempts_to_a_streak(rate: float, goal: int, mean: float) -> None:
    assert attempts_to_streak(rate, goal) == pytest.approx(mean, rel=1e-9)


# Feller 1968, XIII.7, the table of mean recurrence times at one trial a second (published values from memory,
# confirmed by calculation).
@pytest.mark.parametrize(
    ("rate", "goal", "seconds_a_unit", "published", "within"),
    [
        (1 / 2, 5, 60, 1.0, 0.05),
        (1 / 2, 10, 60, 34.1, 0.05),
        (1 / 2, 15, 3600, 18.2, 0.05),
        (3 / 5, 15, 3600, 1.5, 0.05),
        (1 / 6, 5, 3600, 2.6, 0.05),
    ],
)
def test_fellers_table_of_success_runs(
    rate: float, goal: int, seconds_a_unit: int, published: float, within: float
) -> None:
    assert attempts_to_streak(rate, goal) / seconds_a_unit == pytest.approx(published, abs=within)


@given(st.floats(0.2, 0.95), st.integers(1, 12))
def test_mean_attempts_solve_the_equations_of_the_chain(rate: float, goal: int) -> None:
    # Independent of the closed form: expected steps of the Markov chain "row of k", solved with numpy.
    chain = np.eye(goal)
    for row in range(goal):
        chain[row, 0] -= 1 - rate
        if row + 1 < goal:
            chain[row, row + 1] -= rate
    expected = np.linalg.solve(chain, np.ones(goal))[0]
    assert attempts_to_streak(rate, goal) == pytest.approx(expected, rel=1e-6)


def test_usual_of_nearly_equal_large_numbers() -> None:
    # NIST StRD univariate, NumAcc1: mean 10000002, sample standard deviation 1 (from memory).
    usual = usual_of([10_000_001, 10_000_003, 10_000_002])
    assert usual is not None
    assert (usual.mean, usual.spread) == (10_000_002.0, 1.0)


def test_usual_of_a_long_run_of_nearly_equal_numbers() -> None:
    # NIST StRD univariate, NumAcc3: mean 1000000.2, sample standard deviation 0.1 (from memory).
    usual = usual_of([1000000.2, *([1000000.1, 1000000.3] * 500)], last=1001)
    assert usual is not None
    assert (usual.mean, usual.spread) == pytest.approx((1000000.2, 0.1), abs=1e-7)


@given(st.lists(st.integers(0, 200), min_size=1, max_size=30))
def test_usual_is_mean_and_sample_deviation_of_the_last_ten(values: list[int]) -> None:
    usual = usual_of(values)
    last = np.array(values[-10:], dtype=float)
    assert usual is not None
    assert usual.mean == pytest.approx(last.mean())
    assert usual.spread == (None if len(last) == 1 else pytest.approx(last.std(ddof=1)))


def test_best_follows_the_better_way() -> None:
    assert (best_of([4, 9, 7], "up"), best_of([4, 9, 7], "down"), best_of([], "up")) == (9, 4, None)


@pytest.mark.parametrize(
    ("value", "earlier", "direction", "words"),
    [
        (9, [], "up", "Your first run here: this is where your record starts."),
        (9, [6, 8, 7], "up", "A new best: 9 makes, up from 8."),
        (3, [6, 8, 7], "down", "A new best: 3 makes, down from 6."),
        (8, [6, 8, 7], "up", "About your usual, which is 7."),
        (4, [6, 8, 7], "up", "Short of your usual, which is 7."),
        (7, [3, 4, 9, 4], "up", "About your usual, which is 5."),
        (8, [5, 5, 9, 5, 5, 5, 5], "up", "Better than your usual, which is 5.6."),
    ],
)
def test_a_result_is_told_beside_usual_and_best(value: float, earlier: list[float], direction: str, words: str) -> None:
    assert compare(value, earlier, Metric("makes", "makes", direction, "makes", "make")).words == words
