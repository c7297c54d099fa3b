"""How long things are waited for: published closed forms, SciPy's distributions, and simulated athletes."""

from __future__ import annotations

from collections.abc import Callable
from random import Random
from statistics import fmean, pvariance

import pytest
from scipy import stats

from jolly_core.errors import CoreError
from jolly_core.stats.circuit import RESTART, RETRY, STEP_BACK, wait_for_circuit
from jolly_core.stats.collecting import balls_to_hit_each, wait_for_each
from jolly_core.stats.quota import cdf, wait_for_makes
from jolly_core.stats.waiting import Wait, until_made
from jolly_core.stats.walk import wait_for_walk
from jolly_core.streaks.expectation import wait_for_streak

RUNS = 6000


# Negative binomial: mean m/p, variance m(1-p)/p², and P(N <= n) = P(Bin(n, p) >= m); values from scipy 1.17.1 nbinom,
# second check by fractions.
@pytest.mark.parametrize(
    ("makes", "rate", "within", "mean", "variance", "chance"),
    [
        (10, 0.7, 15, 14.285714285714286, 6.122448979591836, 0.721621440204364),
        (50, 0.8, 65, 62.5, 15.625, 0.7845864578932819),
        (5, 0.5, 10, 10.0, 10.0, 0.623046875),
        (25, 0.9, 30, 27.77777777777778, 3.0864197530864197, 0.9268098916001202),
    ],
)
def test_a_quota(makes: int, rate: float, within: int, mean: float, variance: float, chance: float) -> None:
    wait = wait_for_makes(makes, rate)
    assert (wait.mean, wait.variance) == (pytest.approx(mean), pytest.approx(variance))
    assert cdf(makes, rate, within) == pytest.approx(chance, abs=1e-9)


@pytest.mark.parametrize(("makes", "rate"), [(10, 0.7), (50, 0.8), (5, 0.5), (25, 0.9), (1, 0.3)])
@pytest.mark.parametrize("chance", [0.05, 0.5, 0.9, 0.95])
def test_quantiles_are_near_those_of_the_negative_binomial(makes: int, rate: float, chance: float) -> None:
    # SciPy counts the misses before the last make. An attempt is a whole one, and so is the tolerance, and a twentieth.
    exact = makes + stats.nbinom.ppf(chance, makes, rate)
    assert wait_for_makes(makes, rate).quantile(chance) == pytest.approx(exact, abs=1.05, rel=0.05)


# First-step analysis with fractions: (1 + p1 + p1 p2 + …)/(p1 … pm), the sum of 1/p, and the chain that goes back one.
@pytest.mark.parametrize(
    ("rates", "restart", "retry", "step_back"),
    [
        ([0.9, 0.8, 0.7, 0.6], 10.33068783068783, 5.4563492063492065, 7.777777777777778),
        ([0.5] * 3, 14.0, 6.0, 12.0),
        ([0.8] * 5, 10.2587890625, 6.25, 7.7783203125),
        ([0.6, 0.7, 0.8, 0.9], 7.791005291005291, 5.4563492063492065, 6.904761904761905),
    ],
)
def test_a_circuit(rates: list[float], restart: float, retry: float, step_back: float) -> None:
    means = [wait_for_circuit(rates, rule).mean for rule in (RESTART, RETRY, STEP_BACK)]
    assert means == pytest.approx([restart, retry, step_back], abs=1e-9)


def test_a_circuit_that_restarts_at_one_rate_is_a_streak() -> None:
    # Feller 1968, XIII.7: the variance of the wait for a row of r.
    circuit, streak = wait_for_circuit([0.8] * 5, RESTART), wait_for_streak(0.8, 5)
    assert (circuit.mean, circuit.variance) == (pytest.approx(streak.mean), pytest.approx(streak.variance))
    assert circuit.variance == pytest.approx(44.98396396636963)


# The coupon collector, n H_n and the sum of (1-p)/p². Source: Feller 1968, IX.3(d).
@pytest.mark.parametrize(
    ("targets", "mean", "variance"),
    [(6, 14.7, 38.99), (4, 25 / 3, 14.444444444444445), (9, 25.460714285714285, 99.26047193877551)],
)
def test_collecting_when_all_are_as_likely(targets: int, mean: float, variance: float) -> None:
    wait = wait_for_each(targets, 1.0)
    assert (wait.mean, wait.variance) == (pytest.approx(mean), pytest.approx(variance))
    assert balls_to_hit_each([1 / targets] * targets) == pytest.approx(mean)


# Inclusion and exclusion by fractions, second check by the chain of subsets.
@pytest.mark.parametrize(("shares", "mean"), [([0.25, 0.25, 0.2, 0.1], 12.98953823953824), ([0.3, 0.3, 0.2], 7.25)])
def test_collecting_when_some_are_likelier(shares: list[float], mean: float) -> None:
    assert balls_to_hit_each(shares) == pytest.approx(mean, abs=1e-9)


@pytest.mark.parametrize("shares", [[0.5, 0.6], [0.0, 0.5], [0.05] * 15])
def test_shares_that_cannot_be_are_refused(shares: list[float]) -> None:
    with pytest.raises(CoreError):
        balls_to_hit_each(shares)


def walk(rates: list[float], chance: Random, *, starts_again: bool) -> int:
    place = balls = 0
    while place < len(rates):
        visit = 1 if chance.random() < rates[place] else 2
        balls += visit
        if visit == 1 or chance.random() < rates[place]:
            place += 1
        elif starts_again:
            place = 0
    return balls


def circuit(rates: list[float], chance: Random, rule: str) -> int:
    place = attempts = 0
    while place < len(rates):
        attempts += 1
        if chance.random() < rates[place]:
            place += 1
        else:
            place = {RESTART: 0, RETRY: place, STEP_BACK: max(0, place - 1)}[rule]
    return attempts


def collected(targets: int, rate: float, chance: Random) -> int:
    hit: set[int] = set()
    balls = 0
    while len(hit) < targets:
        balls += 1
        if chance.random() < rate:
            hit.add(chance.randrange(targets))
    return balls


RATES = [0.9, 0.6, 0.75]
SIMULATED: dict[str, tuple[Wait, Callable[[Random], int]]] = {
    "walk, staying": (
        wait_for_walk(RATES, starts_again=False),
        lambda chance: walk(RATES, chance, starts_again=False),
    ),
    "walk, starting again": (
        wait_for_walk(RATES, starts_again=True),
        lambda chance: walk(RATES, chance, starts_again=True),
    ),
    "circuit, restart": (wait_for_circuit(RATES, RESTART), lambda chance: circuit(RATES, chance, RESTART)),
    "circuit, retry": (wait_for_circuit(RATES, RETRY), lambda chance: circuit(RATES, chance, RETRY)),
    "circuit, step back": (wait_for_circuit(RATES, STEP_BACK), lambda chance: circuit(RATES, chance, STEP_BACK)),
    "collecting": (wait_for_each(5, 0.7), lambda chance: collected(5, 0.7, chance)),
}


@pytest.mark.parametrize("name", list(SIMULATED))
def test_mean_variance_and_ends_are_those_of_a_simulated_athlete(name: str) -> None:
    wait, play = SIMULATED[name]
    chance = Random(name)
    took = [play(chance) for _ in range(RUNS)]
    # Four standard errors of a mean of so many; the variance of such skewed counts is known to about 6 %.
    assert fmean(took) == pytest.approx(wait.mean, abs=4 * (wait.variance / RUNS) ** 0.5)
    assert pvariance(took) == pytest.approx(wait.variance, rel=0.12)
    within = sum(each <= wait.quantile(0.9) + 0.5 for each in took) / RUNS
    assert 0.86 <= within <= 0.96


def test_a_cdf_is_the_other_way_round() -> None:
    wait = wait_for_makes(10, 0.7)
    for chance in (0.1, 0.5, 0.9):
        assert wait.cdf(wait.quantile(chance)) == pytest.approx(chance)
    assert (wait.cdf(9), Wait(5, 0, 5).cdf(5), until_made(1.0).quantile(0.9)) == (0.0, 1.0, 1.0)
