"""Two ways on oneself: the order, the randomisation test, and what may be said."""

from __future__ import annotations

from itertools import product
from math import inf
from random import Random
from statistics import fmean

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from jolly_core.challenges.registry import read_game
from jolly_core.errors import CoreError
from jolly_core.trials.decision import FIRST, MOST_RUNS, RUNNING, SECOND, UNTOLD, Plan, decide, read_plan, stand
from jolly_core.trials.order import CHOICES, draw_order
from jolly_core.trials.randomisation import Blocks

MAKES = read_game("makes_of_n", {}).metrics[0]
RESPONSE = next(metric for metric in read_game("streak", {}).metrics if metric.direction == "down")


@given(st.integers(3, 10), st.integers(0, 10_000))
def test_every_four_runs_have_two_of_each_way(fours: int, seed: int) -> None:
    order = draw_order(4 * fours, seed)
    assert len(order) == 4 * fours
    assert all(sorted(order[start : start + 4]) == [0, 0, 1, 1] for start in range(0, len(order), 4))


def test_all_216_orders_of_twelve_runs_come_alike() -> None:
    """A chi-square test over 21,600 seeds; each order is due a hundred times."""
    seen: dict[tuple[int, ...], int] = {}
    for seed in range(21_600):
        order = draw_order(12, seed)
        seen[order] = seen.get(order, 0) + 1
    assert len(seen) == 216 == len(CHOICES) ** 3
    assert stats.chisquare(list(seen.values())).pvalue > 0.001


def _orders(fours: int) -> list[tuple[int, ...]]:
    one = [tuple(0 if place in first else 1 for place in range(4)) for first in CHOICES]
    return [sum(choice, ()) for choice in product(one, repeat=fours)]


def _difference(values: tuple[float, ...], ways: tuple[int, ...]) -> float:
    return fmean(v for v, way in zip(values, ways, strict=True) if way) - fmean(
        v for v, way in zip(values, ways, strict=True) if not way
    )


@given(st.lists(st.integers(0, 10), min_size=12, max_size=12), st.integers(0, 215))
def test_the_chance_of_such_a_difference_by_trying_every_order(values: list[int], which: int) -> None:
    orders, numbers = _orders(3), tuple(float(value) for value in values)
    seen = abs(_difference(numbers, orders[which]))
    far = sum(abs(_difference(numbers, order)) >= seen - 1e-9 for order in orders)
    assert Blocks(numbers, orders[which]).p_value() == pytest.approx(far / 216)


def test_the_same_as_a_permutation_test_of_a_library_where_there_is_one_block() -> None:
    """SciPy permutes all runs; within one block of four that is the same six orders."""
    values, ways = np.array([5.0, 9.0, 4.0, 8.0]), (0, 1, 0, 1)
    theirs = stats.permutation_test(
        (values[[1, 3]], values[[0, 2]]), lambda a, b: np.mean(a) - np.mean(b), n_resamples=inf, vectorized=False
    )
    assert Blocks(tuple(values), ways).p_value() == pytest.approx(theirs.pvalue)


def test_the_interval_holds_the_differences_that_are_not_rejected() -> None:
    random = Random(3)
    ways = draw_order(20, 4)
    values = tuple(random.gauss(6 + 1.5 * way, 1.2) for way in ways)
    low, high = Blocks(values, ways).interval(0.95)
    blocks = Blocks(values, ways)
    assert low < blocks.difference < high
    for shift, is_inside in ((low + 0.01, True), (low - 0.01, False), (high - 0.01, True), (high + 0.01, False)):
        assert (blocks.p_value(shift) > 0.05) is is_inside
    assert Blocks(values[:8], ways[:8]).interval(0.95) == (-inf, inf)


def _trial(random: Random, runs: int, adds: float) -> str:
    """A trial of an athlete who gets better, then tired, within every evening; what it comes to."""
    plan = Plan(("a", "b"), runs, random.randrange(2**31))
    values = [
        5 + 0.15 * place - 0.4 * (place % 4) + adds * way + random.gauss(0, 1.2) for place, way in enumerate(plan.order)
    ]
    at_looks = [decide(plan, values[:look], MAKES) for look in plan.looks]
    return next((verdict for verdict in at_looks if verdict != RUNNING), RUNNING)


def _errors(trials: int, runs: int) -> float:
    random = Random(16)
    return sum(_trial(random, runs, 0.0) in (FIRST, SECOND) for _ in range(trials)) / trials


def test_it_keeps_its_promised_error_in_spite_of_drift_and_finds_what_is_there() -> None:
    random = Random(7)
    assert _errors(300, 24) < 0.05 + 3 * (0.05 * 0.95 / 300) ** 0.5
    found = [_trial(random, 24, 2.0) for _ in range(40)]
    assert found.count(SECOND) > 33
    assert FIRST not in found


@pytest.mark.slow
@pytest.mark.parametrize("runs", [12, 24])
def test_it_keeps_its_promised_error_over_ten_thousand_trials(runs: int) -> None:
    assert _errors(10_000, runs) < 0.05 + 3 * (0.05 * 0.95 / 10_000) ** 0.5


def test_a_decision_falls_at_a_look_and_stays() -> None:
    plan = Plan(("old grip", "new grip"), 12, 5)
    values: list[float | None] = [6 + 2 * way + place % 3 for place, way in enumerate(plan.order)]
    assert [stand(plan, values[:many], MAKES).verdict for many in (0, 8, 11, 12)] == [*[RUNNING] * 3, SECOND]
    said = stand(plan, values, MAKES).words
    assert said[0] == "“new grip” is better by 2 makes (0.7 to 3.3)."
    assert said[1].startswith("That is more than luck")
    assert stand(plan, values[:4], MAKES).words[-1] == "No decision before run 12."
    assert Plan(("a", "b"), 24).looks == (12, 24)
    assert Plan(("a", "b"), MOST_RUNS).error == 0.025


def test_less_is_better_where_the_metric_says_so() -> None:
    plan = Plan(("old grip", "new grip"), 12, 5)
    values: list[float | None] = [30 + 9 * way + place % 3 for place, way in enumerate(plan.order)]
    standing = stand(plan, values, RESPONSE)
    assert standing.verdict == FIRST
    assert standing.words[0].startswith("“old grip” is better by 9")


def test_it_never_says_that_there_is_no_difference() -> None:
    plan = Plan(("old grip", "new grip"), 12, 5)
    random = Random(1)
    standing = stand(plan, [random.randint(4, 8) for _ in range(12)], MAKES)
    assert standing.verdict == UNTOLD
    assert standing.words[0].startswith("12 runs could not tell the two apart")
    assert " worse to " in standing.words[0]
    assert standing.words[1] == "That does not say that they are the same."


def test_a_run_without_a_number_takes_its_four_out() -> None:
    plan = Plan(("a", "b"), 12, 5)
    values: list[float | None] = [float(5 + way) for way in plan.order]
    values[5] = None
    standing = stand(plan, values, MAKES)
    assert (standing.played, standing.p_value) == (12, pytest.approx(2 / 36))
    assert standing.verdict == UNTOLD


@pytest.mark.parametrize(
    ("first", "second", "runs", "code"),
    [
        ("", "new", 12, "bad_name"),
        ("old", "x" * 25, 12, "bad_name"),
        ("Old", "old ", 12, "name_twice"),
        ("old", "new", 8, "out_of_range"),
        ("old", "new", 14, "not_in_fours"),
        ("old", "new", True, "not_an_integer"),
    ],
)
def test_what_cannot_be_tried(first: str, second: str, runs: object, code: str) -> None:
    with pytest.raises(CoreError) as error:
        read_plan(first, second, runs, 1)
    assert code in {problem.code for problem in error.value.problems}


def test_runs_that_are_not_balanced_are_refused() -> None:
    with pytest.raises(CoreError):
        Blocks((1.0, 2.0, 3.0, 4.0), (0, 0, 0, 1))
