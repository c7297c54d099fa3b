"""Aim: hit chances, the spread estimated from makes and misses, predictions, and what contradicts the model."""

from __future__ import annotations

from math import log, pi, sqrt
from random import Random
from statistics import NormalDist

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import optimize, stats

from jolly_core.aim.record import Beside, Landed, Tries
from jolly_core.aim.spread import Aim, distance_for, estimate_aim, predict, scale_for
from jolly_core.errors import CoreError
from jolly_core.shapes.chances import chance_in_box, chance_off_centre, log_beyond
from jolly_core.shapes.kinds.circle import Circle
from jolly_core.shapes.kinds.rectangle import Rectangle
from jolly_core.shapes.kinds.strip import Strip
from jolly_core.shapes.shape import Shape
from jolly_core.stats.chi_square import chi_square_above

Pair = tuple[float, float]
targets = st.one_of(
    st.builds(Circle, st.floats(0.05, 1)),
    st.builds(Strip, st.floats(0.05, 2)),
    st.builds(Rectangle, st.floats(0.05, 2), st.floats(0.05, 2)),
)


# --- hit chances ------------------------------------------------------------------------------------------------------


# Rayleigh distribution, scipy 1.17.1 rayleigh.cdf.
@pytest.mark.parametrize(
    ("radius_m", "sd_m", "chance"),
    [
        (1, 1, 0.3934693402873666),
        (2, 1, 0.8646647167633873),
        (3, 1, 0.9888910034617577),
        (0.2, 0.15, 0.5888877094928127),
        (0.5, 0.4, 0.5421666382283857),
        (0.028575, 0.02, 0.639644156386685),
    ],
)
def test_chance_in_a_circle(radius_m: float, sd_m: float, chance: float) -> None:
    assert Circle(radius_m).chance(sd_m) == pytest.approx(chance, abs=1e-12)


# Product of two normal intervals, scipy 1.17.1 norm.cdf.
@pytest.mark.parametrize(
    ("x_m", "y_m", "aim_m", "sd_m", "chance"),
    [
        ((-1, 1), (-1, 1), (0, 0), (1, 1), 0.4660649426743922),
        ((-0.5, 0.5), (-0.25, 0.25), (0, 0), (0.4, 0.3), 0.46954748135976376),
        ((0, 1), (0, 2), (0.4, 0.9), (0.5, 0.8), 0.5284578902848936),
        ((-0.1, 0.1), (-0.15, 0.15), (0.03, 0), (0.08, 0.12), 0.5971501679384691),
    ],
)
def test_chance_in_a_box(
    x_m: tuple[float, float],
    y_m: tuple[float, float],
    aim_m: tuple[float, float],
    sd_m: tuple[float, float],
    chance: float,
) -> None:
    assert chance_in_box(x_m, y_m, aim_m, sd_m) == pytest.approx(chance, abs=1e-12)


# Non-central chi-square with two degrees of freedom, scipy 1.17.1 ncx2.cdf.
@pytest.mark.parametrize(
    ("radius_m", "sd_m", "off_m", "chance"),
    [(1, 1, 1, 0.2671201962031797), (0.5, 0.4, 0.3, 0.4497747517854798), (0.2, 0.15, 0.0, 0.5888877094928127)],
)
def test_chance_beside_the_middle(radius_m: float, sd_m: float, off_m: float, chance: float) -> None:
    assert chance_off_centre(radius_m, sd_m, off_m) == pytest.approx(chance, abs=1e-10)


@pytest.mark.parametrize(("radius_m", "sd_m", "off_m"), [(0.2, 0.1, 0.0), (0.2, 0.1, 0.15), (0.5, 0.3, 1.2)])
def test_off_centre_agrees_with_slices_of_the_circle(radius_m: float, sd_m: float, off_m: float) -> None:
    """Summed slice by slice by the normal distribution in each direction, without a non-central chi-square."""
    across, up = NormalDist(off_m, sd_m), NormalDist(0, sd_m)
    slices, total = 4000, 0.0
    for number in range(slices):
        x = radius_m * (2 * (number + 0.5) / slices - 1)
        half = sqrt(radius_m**2 - x**2)
        total += across.pdf(x) * (up.cdf(half) - up.cdf(-half)) * 2 * radius_m / slices
    assert chance_off_centre(radius_m, sd_m, off_m) == pytest.approx(total, rel=1e-5)


def test_a_far_tail_agrees_with_its_asymptotic_series() -> None:
    """Source: Abramowitz and Stegun 26.2.12, from memory: the upper tail is pdf(x) / x (1 - 1/x² + 3/x⁴ - 15/x⁶ …)."""
    x = 40.0
    series = 1 - x**-2 + 3 * x**-4 - 15 * x**-6 + 105 * x**-8
    expected = -(x**2) / 2 - log(x * sqrt(2 * pi)) + log(series) + log(2)
    assert log_beyond(x * 0.1, 0.1) == pytest.approx(expected, rel=1e-12)
    assert log_beyond(0.1, 0.1) == pytest.approx(log(2 * (1 - NormalDist().cdf(1))), rel=1e-12)


@given(targets, st.floats(0.01, 2))
def test_a_box_and_a_rectangle_agree_and_strips_are_endless_rectangles(target: Shape, sd_m: float) -> None:
    chance = target.chance(sd_m)
    assert 0 <= chance <= 1
    assert target.scaled(1.1).chance(sd_m) >= chance
    if isinstance(target, Strip):
        assert Rectangle(target.width_m, 100).chance(sd_m) == pytest.approx(chance, abs=1e-9)
    if isinstance(target, Rectangle):
        half = (target.width_m / 2, target.height_m / 2)
        edges = [(-each, each) for each in half]
        assert chance_in_box(*edges, (0, 0), (sd_m, sd_m)) == pytest.approx(chance, abs=1e-12)


@pytest.mark.parametrize("target", [Circle(0), Strip(-1), Rectangle(1, 101)])
def test_targets_that_no_tape_lays_are_refused(target: Shape) -> None:
    with pytest.raises(CoreError) as refused:
        target.check()
    assert refused.value.problems[0].code == "out_of_range"


@given(st.floats(0, 200), st.integers(1, 40))
def test_chi_square_as_scipy_has_it(value: float, degrees: int) -> None:
    assert chi_square_above(value, degrees) == pytest.approx(stats.chi2.sf(value, degrees), abs=1e-12)


# --- the estimate -----------------------------------------------------------------------------------------------------


# Inverse of the Rayleigh distribution: R / sqrt(-2 ln(1 - f)).
@pytest.mark.parametrize(
    ("radius_m", "makes", "sd_m"), [(0.2, 50, 0.16986436005760383), (0.15, 80, 0.08360632759424153)]
)
def test_one_circle_gives_the_spread_of_its_rate(radius_m: float, makes: int, sd_m: float) -> None:
    aim = estimate_aim([Tries(1.0, Circle(radius_m), makes, 100)])
    assert aim.spread == pytest.approx(sd_m, rel=1e-6)
    assert aim.fit is None  # one distance and size fits anything


def test_agrees_with_scipy_on_several_distances() -> None:
    played = [
        Tries(4.0, Circle(0.3), 17, 20),
        Tries(6.0, Circle(0.3), 22, 40),
        Tries(8.0, Rectangle(0.8, 0.4), 13, 30),
        Tries(8.0, Strip(0.5), 15, 30),
    ]

    def minus_log_likelihood(spread: float) -> float:
        return -sum(
            stats.binom.logpmf(each.makes, each.attempts, each.target.chance(spread * each.distance_m))
            for each in played
        )

    best = optimize.minimize_scalar(
        minus_log_likelihood, bounds=(0.005, 0.5), method="bounded", options={"xatol": 1e-9}
    )
    aim = estimate_aim(played)
    assert aim.spread == pytest.approx(best.x, rel=1e-5)
    drop = stats.chi2.ppf(0.95, 1) / 2
    for end in (aim.low, aim.high):
        assert minus_log_likelihood(end) == pytest.approx(best.fun + drop, abs=1e-3)


def simulate(spread: float, sights: list[tuple[float, float]], attempts: int, chance: Random) -> list[Tries]:
    """Throws with an angle's error in both directions at circles of a radius, from distances."""
    tries = []
    for distance_m, radius_m in sights:
        makes = sum(
            chance.gauss(0, spread * distance_m) ** 2 + chance.gauss(0, spread * distance_m) ** 2 <= radius_m**2
            for _ in range(attempts)
        )
        tries.append(Tries(distance_m, Circle(radius_m), makes, attempts))
    return tries


def test_the_interval_holds_the_true_spread_nineteen_times_in_twenty() -> None:
    chance = Random(3)
    held = fits = 0
    for _ in range(300):
        aim = estimate_aim(simulate(0.05, [(4, 0.25), (6, 0.25), (9, 0.4)], 30, chance))
        held += aim.low <= 0.05 <= aim.high
        fits += not aim.is_contradicted
    # 300 draws of 0.95 have a standard deviation of 0.0126.
    assert 0.91 <= held / 300 <= 0.99
    assert fits / 300 >= 0.97


def test_says_when_the_record_contradicts_the_model() -> None:
    steady = [Tries(4, Circle(0.25), 18, 30), Tries(8, Circle(0.25), 18, 30)]  # twice as far, and no worse
    assert estimate_aim(steady).is_contradicted
    assert not estimate_aim([Tries(4, Circle(0.25), 20, 30), Tries(8, Circle(0.25), 8, 30)]).is_contradicted


@pytest.mark.parametrize(("makes", "open_end"), [(0, "high"), (20, "low")])
def test_a_record_of_only_one_kind_leaves_an_end_open(makes: int, open_end: str) -> None:
    aim = estimate_aim([Tries(5, Circle(0.2), makes, 20)])
    ends = {"low": aim.low, "high": aim.high}
    assert ends[open_end] == pytest.approx({"low": 0.0017, "high": 1.05}[open_end], rel=0.01)
    assert aim.low <= aim.spread <= aim.high


def test_ten_years_are_merged_before_they_are_weighed() -> None:
    many = [Tries(5, Circle(0.2), 1, 2)] * 1000
    assert estimate_aim(many).spread == pytest.approx(estimate_aim([Tries(5, Circle(0.2), 1000, 2000)]).spread)


def test_without_a_record_there_is_nothing_to_tell() -> None:
    with pytest.raises(CoreError) as refused:
        estimate_aim([Tries(5, Circle(0.2), 0, 0)])
    assert refused.value.problems[0].code == "no_record"


# --- predictions ------------------------------------------------------------------------------------------------------

AIM = Aim(0.05, 0.04, 0.065, 90)


@given(targets, st.floats(1, 20), st.floats(0.05, 0.9))
def test_the_inverse_undoes_the_prediction(target: Shape, distance_m: float, wanted: float) -> None:
    far = distance_for(AIM, target, wanted)
    if 0.02 < far < 99:
        assert predict(AIM, target, far).chance == pytest.approx(wanted, abs=1e-6)
    scaled = target.scaled(scale_for(AIM, target, distance_m, wanted))
    assert predict(AIM, scaled, distance_m).chance == pytest.approx(wanted, abs=1e-6)


@given(targets, st.floats(1, 20))
def test_farther_is_harder_and_the_interval_holds_the_chance(target: Shape, distance_m: float) -> None:
    near, far = predict(AIM, target, distance_m), predict(AIM, target, distance_m * 1.5)
    assert far.chance <= near.chance
    assert near.low <= near.chance <= near.high


def test_one_in_two_on_the_drive_to_the_corner() -> None:
    """Common practice, no source: a rate near one in two to the corner is ordinary for a good amateur."""
    aim = estimate_aim([Tries(18.0, Strip(1.5), 52, 100)])
    assert 0.03 < aim.spread < 0.08  # two to four degrees


# --- how many landed in each zone -------------------------------------------------------------------------------------

#: A box of 0.6 m cut in a left and a right half, aimed at the middle of the left one; a ring above it; and out.
HALVES = (
    Beside(Rectangle(0.3, 0.6), 0.0, 0.0),
    Beside(Rectangle(0.3, 0.6), 0.3, 0.0),
    Beside(Circle(0.2), 0.15, 0.6),
)


def chances_by_scipy(sd: float) -> list[float]:
    """Normal boxes, and the ring by a non-central chi-square with two degrees of freedom."""
    up = stats.norm.cdf(0.3, scale=sd) - stats.norm.cdf(-0.3, scale=sd)
    left, right = (stats.norm.cdf(x + 0.3, scale=sd) - stats.norm.cdf(x, scale=sd) for x in (-0.15, 0.15))
    off = (0.15**2 + 0.6**2) / sd**2
    inside = [left * up, right * up, stats.ncx2.cdf(0.2**2 / sd**2, 2, off)]
    return [float(chance) for chance in (*inside, 1 - sum(inside))]


@pytest.mark.parametrize(
    ("counts", "distance_m"), [((30, 12, 3, 15), 4.0), ((5, 0, 0, 1), 2.0), ((100, 90, 40, 400), 6.0)]
)
def test_a_zone_tally_is_estimated_as_scipy_does(counts: tuple[int, ...], distance_m: float) -> None:
    found = estimate_aim([Landed(distance_m, HALVES, counts[:3], counts[3])])

    def cost(spread: float) -> float:
        return -float(stats.multinomial.logpmf(counts, sum(counts), chances_by_scipy(spread * distance_m)))

    best = optimize.minimize_scalar(cost, bounds=(0.002, 1.0), method="bounded", options={"xatol": 1e-9})
    assert found.spread == pytest.approx(best.x, rel=1e-4)
    if found.is_contradicted:
        return  # then the interval is wider than that
    for end in (found.low, found.high):  # where twice the log-likelihood has fallen by 3.841 (Wilks 1938)
        assert 2 * (cost(end) - best.fun) == pytest.approx(stats.chi2.ppf(0.95, 1), abs=1e-3)
    assert found.fit is not None  # one set-up, but three free counts


def test_zones_and_tries_are_told_together() -> None:
    tries = [Tries(4.0, Circle(0.3), 40, 60)]
    landed = [Landed(4.0, HALVES, (30, 12, 3), 15)]
    both, one = estimate_aim([*tries, *landed]), estimate_aim(landed)
    assert both.attempts == 120
    assert both.high - both.low < one.high - one.low
    assert estimate_aim([*landed, *landed]).spread == pytest.approx(one.spread, rel=1e-6)


def test_a_record_that_is_no_angle_is_said_to_be_none() -> None:
    # Seven in ten from near and from far alike: no angle does that.
    aim = estimate_aim([Tries(2.0, Circle(0.2), 70, 100), Tries(8.0, Circle(0.2), 70, 100)])
    assert aim.is_contradicted
    assert "does not fit one angle" in aim.words
    assert "one distance and size" in estimate_aim([Tries(2.0, Circle(0.2), 70, 100)]).words


def test_counts_are_as_many_as_the_zones() -> None:
    with pytest.raises(CoreError) as refused:
        Landed(4.0, HALVES, (1, 2), 3)
    assert refused.value.code == "other_length"
