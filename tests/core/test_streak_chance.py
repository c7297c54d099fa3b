"""Chances of streaks: published values, a simulation, the whole distribution by another way, and speed of growth."""

from __future__ import annotations

import math
from itertools import product

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from jolly_core.errors import CoreError
from jolly_core.stats.binomial import chance_of_at_least
from jolly_core.streaks.chance import attempts_for_chance, chance_of_streak, longest_streak
from jolly_core.streaks.expectation import attempts_to_streak, spread_of_attempts


# De Moivre, Doctrine of Chances (three in a row in ten fair trials: 65/128; by way of Hald's history, from memory);
# the others by the exact recursion and the closed form of Uspensky 1937, V.3.
@pytest.mark.parametrize(
    ("rate", "attempts", "goal", "chance"),
    [
        (0.5, 10, 3, 65 / 128),
        (0.5, 10, 2, 0.859375),
        (0.5, 10, 4, 0.2451171875),
        (0.5, 5, 3, 0.25),
        (0.5, 16, 4, 0.39501953125),
        (0.5, 100, 5, 0.810109599196358),
        (0.5, 100, 7, 0.3175203874966058),
        (0.8, 30, 10, 0.49305989482493984),
        (0.8, 50, 10, 0.7171100990305956),
        (0.7, 20, 5, 0.7307945964216334),
        (0.9, 50, 20, 0.46487433809719697),
        (0.5, 200, 8, 0.31969791376289647),
    ],
)
def test_chance_of_a_streak(rate: float, attempts: int, goal: int, chance: float) -> None:
    assert chance_of_streak(rate, goal, attempts) == pytest.approx(chance, abs=1e-12)


@pytest.mark.parametrize("rate", [0.3, 0.5, 0.8])
@pytest.mark.parametrize(("goal", "attempts"), [(1, 6), (2, 9), (4, 10), (9, 9)])
def test_chance_is_that_of_all_sequences_written_out(rate: float, goal: int, attempts: int) -> None:
    chance = 0.0
    for presses in product("ox", repeat=attempts):
        if "o" * goal in "".join(presses):
            made = presses.count("o")
            chance += rate**made * (1 - rate) ** (attempts - made)
    assert chance_of_streak(rate, goal, attempts) == pytest.approx(chance, abs=1e-12)


# Exact recursion: the fewest attempts whose chance reaches the wanted one.
@pytest.mark.parametrize(
    ("rate", "goal", "chance", "attempts"),
    [(0.8, 10, 0.5, 31), (0.8, 10, 0.9, 86), (0.7, 5, 0.5, 12), (0.9, 20, 0.9, 147), (1.0, 7, 0.9, 7)],
)
def test_attempts_for_a_chance(rate: float, goal: int, chance: float, attempts: int) -> None:
    assert attempts_for_chance(rate, goal, chance) == attempts


@given(st.floats(0.05, 0.97), st.integers(1, 60), st.floats(0.05, 0.95))
def test_attempts_for_a_chance_are_the_fewest(rate: float, goal: int, chance: float) -> None:
    attempts = attempts_for_chance(rate, goal, chance)
    if attempts < 1e7:
        assert chance_of_streak(rate, goal, int(attempts)) >= chance - 1e-9
        assert chance_of_streak(rate, goal, int(attempts) - 1) < chance + 1e-9


@given(st.floats(0.3, 0.9), st.integers(1, 12), st.integers(1, 3000))
def test_the_shortcut_agrees_with_the_powers_of_the_chain(rate: float, goal: int, attempts: int) -> None:
    # Independent of the recursion: the Markov chain of the row in hand, its end absorbing, raised by numpy.
    chain = np.zeros((goal + 1, goal + 1))
    chain[goal, goal] = 1
    for row in range(goal):
        chain[row, 0] += 1 - rate
        chain[row, row + 1] += rate
    expected = np.linalg.matrix_power(chain, attempts)[0, goal]
    assert chance_of_streak(rate, goal, attempts) == pytest.approx(expected, abs=1e-9)


def test_the_shortcut_never_stops_too_early() -> None:
    # The recursion without any shortcut, over a grid; at (0.5, 3) the ratio once comes by the same value twice.
    for rate in (0.1, 0.3, 0.5, 0.6, 0.75, 0.9, 0.98):
        for goal in range(1, 40):
            without = [1.0] * goal + [1 - rate**goal]
            while len(without) <= 400:
                without.append(without[-1] - (1 - rate) * rate**goal * without[len(without) - 1 - goal])
            for attempts in (goal, 2 * goal, 100, 400):
                assert chance_of_streak(rate, goal, attempts) == pytest.approx(1 - without[attempts], abs=1e-12)


def test_a_simulated_athlete_agrees() -> None:
    random = np.random.default_rng(417)
    makes = random.random((20_000, 50)) < 0.8
    row, has_ten = np.zeros(20_000, dtype=int), np.zeros(20_000, dtype=bool)
    for attempt in range(50):
        row = np.where(makes[:, attempt], row + 1, 0)
        has_ten |= row >= 10
    # Three standard errors of a share of 20,000.
    assert has_ten.mean() == pytest.approx(chance_of_streak(0.8, 10, 50), abs=3 * math.sqrt(0.25 / 20_000))


# Exact sums; Schilling 1990, College Mathematics Journal 21:196-207, gives the approximation they lie by.
@pytest.mark.parametrize(
    ("rate", "attempts", "longest"),
    [
        (0.5, 10, 2.798828125),
        (0.5, 100, 5.991780255696744),
        (0.8, 50, 12.495977861263327),
        (0.9, 100, 26.928112694020776),
    ],
)
def test_longest_streak_to_expect(rate: float, attempts: int, longest: float) -> None:
    assert longest_streak(rate, attempts) == pytest.approx(longest, abs=1e-9)


# Feller 1968, XIII.7: the standard deviation beside the mean.
@pytest.mark.parametrize(
    ("rate", "goal", "spread"),
    [
        (0.5, 3, 11.916375287812984),
        (0.5, 10, 2037.4724538015232),
        (0.8, 5, 6.707008570619962),
        (0.7, 5, 12.9385967462),
        (0.9, 20, 57.47293042639),
        (1 / 6, 2, 40.620192023179804),
        (1.0, 5, 0.0),
        (0.0, 5, math.inf),
    ],
)
def test_spread_of_attempts_to_a_streak(rate: float, goal: int, spread: float) -> None:
    assert spread_of_attempts(rate, goal) == pytest.approx(spread, rel=1e-9)


@pytest.mark.parametrize(("rate", "goal"), [(0.6, 3), (0.8, 6)])
def test_mean_is_the_sum_of_the_chances_of_not_having_it_yet(rate: float, goal: int) -> None:
    still_without = sum(1 - chance_of_streak(rate, goal, attempts) for attempts in range(2000))
    assert attempts_to_streak(rate, goal) == pytest.approx(still_without, rel=1e-9)


def test_a_goal_out_of_sight_costs_no_time_and_no_error() -> None:
    assert chance_of_streak(0.3, 200, 20_000) == pytest.approx(0, abs=1e-12)
    assert attempts_for_chance(0.3, 200, 0.9) > 1e90
    assert attempts_for_chance(0.0, 1, 0.9) == math.inf


@pytest.mark.parametrize(("rate", "goal"), [(-0.1, 5), (1.1, 5), (0.5, 0), (0.5, 1001)])
def test_what_is_no_streak_is_refused(rate: float, goal: int) -> None:
    with pytest.raises(CoreError):
        chance_of_streak(rate, goal, 10)


@given(st.integers(1, 1000).flatmap(lambda n: st.tuples(st.integers(0, n + 1), st.just(n))), st.floats(0.01, 0.99))
def test_binomial_tail_is_that_of_scipy(counts: tuple[int, int], rate: float) -> None:
    makes, attempts = counts
    assert chance_of_at_least(makes, attempts, rate) == pytest.approx(
        stats.binom.sf(makes - 1, attempts, rate), abs=1e-9
    )
