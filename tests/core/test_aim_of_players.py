"""Aim against SciPy's optimiser over simulated players, at its ends, and by its directions."""

from __future__ import annotations

from math import radians
from random import Random

import numpy as np
import pytest
from scipy import optimize, stats

from jolly_core.aim.directions import estimate_directions
from jolly_core.aim.record import Beside, Landed, Tries
from jolly_core.aim.spread import Aim, estimate_aim
from jolly_core.shapes.kinds.circle import Circle
from jolly_core.shapes.kinds.rectangle import Rectangle
from jolly_core.shapes.kinds.strip import Strip
from jolly_core.shapes.shape import Shape


def chance_by_scipy(target: Shape, sd_m: float) -> tuple[float, float]:
    """The logarithms of the chances of a hit and of a miss."""
    if isinstance(target, Circle):
        return float(stats.rayleigh.logcdf(target.radius_m, scale=sd_m)), float(
            stats.rayleigh.logsf(target.radius_m, scale=sd_m)
        )
    halves = [target.width_m / 2] + ([target.height_m / 2] if isinstance(target, Rectangle) else [])
    beyond = [float(np.log(2) + stats.norm.logsf(half, scale=sd_m)) for half in halves]
    hit = sum(float(np.log1p(-np.exp(each))) for each in beyond)
    miss = beyond[0] if len(beyond) == 1 else float(np.logaddexp(beyond[0], beyond[1] + np.log1p(-np.exp(beyond[0]))))
    return hit, miss


def scipy_spread(record: list[Tries]) -> float:
    """The most likely spread, from many starts of a bounded search."""

    def unlikely(log_spread: float) -> float:
        total = 0.0
        for each in record:
            hit, miss = chance_by_scipy(each.target, np.exp(log_spread) * each.distance_m)
            total -= each.makes * hit + (each.attempts - each.makes) * miss
        return total

    ends = np.linspace(np.log(0.0017), np.log(1.05), 9)
    found = [
        optimize.minimize_scalar(unlikely, bounds=(a, b), method="bounded")
        for a, b in zip(ends, ends[2:], strict=False)
    ]
    return float(np.exp(min(found, key=lambda each: each.fun).x))


@pytest.mark.parametrize("players", [60, pytest.param(500, marks=pytest.mark.slow)])
def test_players_as_scipy_has_them(players: int) -> None:
    chance = Random(12)
    tried = 0
    for _ in range(players):
        spread = np.exp(chance.uniform(np.log(0.004), np.log(0.6)))
        target = chance.choice([Circle(0.3), Strip(0.6), Rectangle(2.0, 2.0), Rectangle(0.5, 1.0)])
        record = []
        for distance_m in chance.sample([1.0, 1.5, 3.0, 6.0, 12.0], chance.choice([1, 2])):
            hit = np.exp(chance_by_scipy(target, spread * distance_m)[0])
            makes = sum(chance.random() < hit for _ in range(100))
            record.append(Tries(distance_m, target, makes, 100))
        if 0 < sum(each.makes for each in record) < sum(each.attempts for each in record):
            tried += 1
            aim = estimate_aim(record)
            assert aim.spread == pytest.approx(scipy_spread(record), rel=2e-3)
            assert aim.low <= aim.spread <= aim.high
    assert tried > players / 3


def test_a_big_near_target_is_no_plateau() -> None:
    # 85 of 100 in a box of 2 m by 2 m from 1.5 m: each side holds 0.85^½ = 0.922, 1.762 standard deviations, so that
    # the spread is 1 / 1.762 / 1.5 = 0.378 rad = 21.7°.
    aim = estimate_aim([Tries(1.5, Rectangle(2.0, 2.0), 85, 100)])
    assert aim.spread == pytest.approx(radians(21.7), abs=radians(0.1))


@pytest.mark.parametrize(
    ("makes", "bound", "said"),
    [(20, "at_most", "at most"), (0, "at_least", "at least")],
)
def test_makes_alone_and_misses_alone_know_one_end(makes: int, bound: str, said: str) -> None:
    target = Circle(0.2)
    aim = estimate_aim([Tries(5.0, target, makes, 20)])
    assert (aim.bound, said in aim.words) == (bound, True)
    # At that end, so many makes (or misses) running come one time in twenty: 0.05^(1/20) = 0.861.
    chance = target.chance(aim.spread * 5.0)
    assert (chance if makes else 1 - chance) == pytest.approx(0.05 ** (1 / 20), rel=1e-4)


def test_a_record_that_contradicts_one_angle_is_said_less_surely() -> None:
    near, far = Tries(2.0, Circle(0.2), 60, 100), Tries(8.0, Circle(0.2), 55, 100)
    both = estimate_aim([near, far])
    assert both.is_contradicted

    def width(aim: Aim) -> float:
        return float(np.log(aim.high / aim.low))

    # Without the excess scatter the interval of 200 attempts would be narrower than that of 100 alone.
    assert width(both) > width(estimate_aim([near]))


def quarters(across: float, up: float, right: float, above: float, balls: int, chance: Random) -> Landed:
    """Balls of a player with those angles, at 5 m, onto nine boxes of 40 cm about the middle."""
    zones = tuple(Beside(Rectangle(0.4, 0.4), 0.4 * x, 0.4 * y) for y in (-1, 0, 1) for x in (-1, 0, 1))
    counts, out = [0] * 9, 0
    for _ in range(balls):
        x, y = chance.gauss(5 * right, 5 * across), chance.gauss(5 * above, 5 * up)
        column, row = round(x / 0.4) + 1, round(y / 0.4) + 1
        if 0 <= column <= 2 and 0 <= row <= 2:
            counts[3 * row + column] += 1
        else:
            out += 1
    return Landed(5.0, zones, tuple(counts), out)


def test_bias_and_unequal_spreads_are_told_by_the_zones() -> None:
    landed = quarters(0.04, 0.08, 0.03, -0.02, 4000, Random(3))
    found = estimate_directions([landed])
    assert found is not None
    assert found.is_needed
    assert (found.across, found.up) == (pytest.approx(0.04, rel=0.08), pytest.approx(0.08, rel=0.08))
    assert (found.right, found.above) == (pytest.approx(0.03, abs=0.004), pytest.approx(-0.02, abs=0.006))
    assert "right" in found.words
    assert "low" in found.words


def test_an_even_aim_needs_no_directions() -> None:
    found = estimate_directions([quarters(0.06, 0.06, 0.0, 0.0, 400, Random(5))])
    assert found is not None
    assert (found.is_needed, found.words) == (False, "")
    assert estimate_directions([Tries(5.0, Circle(0.2), 10, 20)]) is None
