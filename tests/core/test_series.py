"""Limits, averages, trends, shifts and sequences: against handbooks, tables, other libraries and simulation."""

from __future__ import annotations

from itertools import product
from random import Random

import numpy as np
import pytest
from scipy import stats

from jolly_core.errors import CoreError
from jolly_core.series.change_point import change_point
from jolly_core.series.moving_average import half_width, moving_average
from jolly_core.series.process_limits import D2, D4, process_limits, runs_on_one_side
from jolly_core.series.sequences import Breaks, breaks_more_p_value, breaks_of, following
from jolly_core.series.trend import kendall, kendall_within, theil_sen
from jolly_core.stats.false_discovery import adjusted, passing
from jolly_core.stats.shift import rate_difference, shift_between, signed_rank_p_value

# NIST/SEMATECH e-Handbook 6.3.2.2, flow rates (data and limits from memory, recomputed in exact decimals).
FLOW_RATES = [49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1]
# lme4 sleepstudy, subject 308: reaction times on ten days without sleep (Belenky et al. 2003).
REACTIONS = [249.56, 258.7047, 250.8006, 321.4398, 356.8519, 414.6901, 382.2038, 290.1486, 430.5853, 466.3535]


def test_process_limits_of_the_handbook() -> None:
    limits = process_limits(FLOW_RATES)
    assert limits is not None
    assert (limits.centre, limits.mean_range) == pytest.approx((50.81, 1.87777777777), abs=1e-9)
    assert (limits.low, limits.high) == pytest.approx((45.81591016548463, 55.80408983451537), abs=1e-9)
    assert limits.range_high == pytest.approx(6.1347, abs=1e-9)
    assert limits.outside(FLOW_RATES) == []
    assert limits.outside([50.0, 56.0, 45.0]) == [1, 2]


def test_process_limits_of_reaction_times() -> None:
    # The same formula worked with pandas 3.1: Series.diff().abs().mean().
    limits = process_limits(REACTIONS)
    assert limits is not None
    assert (limits.low, limits.high) == pytest.approx((199.79201557919626, 484.47564442080386), abs=1e-9)


def test_constants_of_moving_ranges_as_the_normal_distribution_gives_them() -> None:
    d2, d3 = 2 / np.sqrt(np.pi), np.sqrt(2 - 4 / np.pi)
    assert pytest.approx(d2, abs=5e-4) == D2
    assert pytest.approx(1 + 3 * d3 / d2, abs=5e-4) == D4


def test_no_limits_of_one_result() -> None:
    assert process_limits([4.0]) is None


def test_eight_on_one_side_come_by_chance_once_in_128() -> None:
    # NIST/SEMATECH 6.3.2, Western Electric: all 256 ways that eight results can fall to either side.
    found = [ways for ways in product((-1, 1), repeat=8) if runs_on_one_side(ways, 0)]
    assert len(found) / 256 == 1 / 128
    assert runs_on_one_side([1] * 9 + [0] + [1] * 8 + [-1] * 7, 0) == [(0, 8), (10, 17)]


def test_moving_average_of_the_handbook() -> None:
    # NIST/SEMATECH 6.3.2.4: lambda 0.3, from 50; the row as it is printed there (from memory, recomputed).
    values = [52.0, 47.0, 53.0, 49.3, 50.1, 47.0, 51.0, 50.1, 51.2, 50.5, 49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6]
    printed = [50.6, 49.52, 50.56, 50.18, 50.16, 49.21, 49.75, 49.85, 50.26, 50.33, 50.11, 49.36, 49.52, 50.05, 49.38]
    assert moving_average(values, 50.0)[: len(printed)] == pytest.approx(printed, abs=5e-3)
    # The limits that the handbook prints hold after many results: 52.5884 and 47.4115.
    assert half_width(2.0539, after=1000) == pytest.approx(2.588431738, abs=1e-8)


@pytest.mark.parametrize(("after", "width"), [(1, 1.84851), (2, 2.256394012), (3, 2.43140557), (10, 2.5873988)])
def test_exact_width_of_the_moving_average(after: int, width: float) -> None:
    # Montgomery, Introduction to Statistical Quality Control; after one result it is three spreads times lambda.
    assert half_width(2.0539, after) == pytest.approx(width, abs=1e-7)


def _order_of_score(many: int, score: int) -> list[int]:
    """An order of so many results with that score of Kendall's: sorted, then one neighbour after another exchanged."""
    order, left = list(range(many)), (many * (many - 1) // 2 - score) // 2
    for begin in range(many):
        for place in range(many - 1, begin, -1):
            if left:
                order[place - 1], order[place] = order[place], order[place - 1]
                left -= 1
    return order


@pytest.mark.parametrize(
    ("many", "shares"),
    [
        # Kendall's S without ties, one-sided: Gilbert 1987, table A18 (from memory, confirmed by counting orders).
        (4, {2: 0.375, 4: 0.167, 6: 0.042}),
        (5, {2: 0.408, 4: 0.242, 6: 0.117, 8: 0.042, 10: 0.0083}),
        (8, {8: 0.199, 16: 0.031, 24: 0.00087, 28: 0.000025}),
        (10, {13: 0.146, 21: 0.036, 29: 0.0046, 37: 0.00018}),
    ],
)
def test_exact_trend_test_of_the_table(many: int, shares: dict[int, float]) -> None:
    for score, share in shares.items():
        found = kendall(_order_of_score(many, score))
        assert found.score == score
        assert found.p_value / 2 == pytest.approx(share, rel=0.03)


@pytest.mark.parametrize(
    "values", [[50, 55, 53, 60, 62], [10, 12, 11, 14, 15, 17, 16, 19], [70, 68, 71, 69, 72, 66], REACTIONS]
)
def test_trend_test_without_ties_as_scipy_has_it(values: list[float]) -> None:
    expected = stats.kendalltau(range(len(values)), values, method="exact").pvalue
    assert kendall(values).p_value == pytest.approx(expected, abs=1e-9)


def test_trend_test_with_ties_as_the_handbook_has_it() -> None:
    # Gilbert 1987, 16.4; pymannkendall 1.4.3 gives the same.
    found = kendall([5, 5, 6, 6, 6, 8, 7])
    assert (found.score, found.variance) == (15, pytest.approx(39.6666666667))
    assert found.p_value == pytest.approx(0.02622418134873805, abs=1e-9)


def test_trend_within_groups_knows_nothing_of_the_groups_levels() -> None:
    rising = kendall_within([[1, 2, 3, 4], [101, 102, 103, 104], [51, 52, 53, 54]])
    assert (rising.score, rising.p_value < 0.001) == (18, True)
    assert kendall_within([[1], [5], [9]]).p_value == 1


@pytest.mark.parametrize(
    ("times", "values"),
    [
        ([1, 2, 3, 4, 5], [1.26, 1.27, 1.12, 1.16, 1.03]),
        ([1, 2, 3, 4, 5, 6, 7, 8], [10, 12, 13, 15, 60, 18, 19, 21]),
        ([0, 1, 3, 7, 8, 14], [50, 52, 51, 58, 60, 66]),
        (list(range(10)), REACTIONS),
        ([1, 1, 2, 2, 3, 3, 4], [4, 5, 4, 6, 6, 7, 7]),
    ],
)
def test_slope_as_scipy_has_it(times: list[float], values: list[float]) -> None:
    expected = stats.theilslopes(values, times)
    found = theil_sen(times, values)
    assert found is not None
    assert (found.slope, found.low, found.high, found.intercept) == pytest.approx(
        (expected.slope, expected.low_slope, expected.high_slope, expected.intercept), abs=1e-9
    )


def test_no_slope_at_one_time() -> None:
    assert theil_sen([3, 3], [1, 2]) is None


def test_change_point_where_it_was_put() -> None:
    random = Random(7)
    values = [random.gauss(10, 1) for _ in range(30)] + [random.gauss(13, 1) for _ in range(20)]
    found = change_point(values)
    assert found is not None
    assert abs(found.place - 30) <= 3
    assert found.p_value < 0.001


def test_change_point_promises_no_more_than_it_holds() -> None:
    random, passed = Random(3), 0
    for _ in range(400):
        # Results with a long tail, as rows have them.
        found = change_point([random.expovariate(1) for _ in range(24)], least=4)
        passed += found is not None and found.p_value <= 0.05
    assert passed / 400 == pytest.approx(0.05, abs=2 * 0.011)  # two standard errors of a share of 400


def test_no_change_point_where_nothing_varies() -> None:
    assert change_point([4, 4, 4]) is None
    assert change_point([4]) is None


def test_false_discovery_as_scipy_has_it() -> None:
    random = Random(5)
    values = [random.random() ** 3 for _ in range(60)]
    assert adjusted(values) == pytest.approx(list(stats.false_discovery_control(values)), abs=1e-12)
    assert passing([], 0.05) == []


def test_false_discovery_example_of_its_paper() -> None:
    # Benjamini and Hochberg 1995, section 3.2: at 5 % the first four of fifteen pass (from memory).
    values = [0.0001, 0.0004, 0.0019, 0.0095, 0.0201, 0.0278, 0.0298, 0.0344, 0.0459, 0.324, 0.4262, 0.5719, 0.6528]
    assert passing([*values, 0.759, 1.0], 0.05) == [0, 1, 2, 3]


@pytest.mark.parametrize(
    ("counts", "low", "high"),
    [
        # Newcombe 1998, Statistics in Medicine 17:873-890, table II, method 10.
        ((56, 70, 48, 80), 0.0524, 0.3339),
        ((9, 10, 3, 10), 0.1705, 0.8090),
        ((6, 7, 2, 7), 0.0582, 0.8062),
        ((5, 56, 0, 29), -0.0381, 0.1926),
        ((0, 10, 0, 10), -0.2775, 0.2775),
    ],
)
def test_interval_of_a_difference_of_rates(counts: tuple[int, int, int, int], low: float, high: float) -> None:
    assert rate_difference(*counts)[1:] == pytest.approx((low, high), abs=5e-5)


def test_shift_between_groups() -> None:
    before, after = [4.0, 6, 5, 7, 5, 6, 4], [8.0, 9, 7, 9, 8, 10]
    found = shift_between(before, after)
    expected = stats.mannwhitneyu(after, before, use_continuity=True, method="asymptotic").pvalue
    assert found is not None
    assert found.p_value == pytest.approx(expected, abs=1e-9)
    assert found.low < 3 <= found.by <= 4 < found.high
    assert shift_between([], after) is None


def test_interval_of_a_shift_holds_as_often_as_it_says() -> None:
    random, held = Random(11), 0
    for _ in range(400):
        found = shift_between([random.gauss(0, 1) for _ in range(15)], [random.gauss(1, 1) for _ in range(12)])
        held += found is not None and found.low <= 1 <= found.high
    assert 0.92 <= held / 400 <= 0.985


def test_signed_ranks_as_scipy_has_them() -> None:
    random = Random(2)
    differences = [round(random.gauss(0.4, 1), 1) for _ in range(30)]
    expected = stats.wilcoxon(differences, correction=True, method="asymptotic", zero_method="wilcox").pvalue
    assert signed_rank_p_value(differences) == pytest.approx(expected, abs=1e-9)
    assert signed_rank_p_value([0, 0]) == 1


def test_bias_of_picking_places_after_three_in_a_row() -> None:
    """Miller and Sanjurjo 2018: after three heads in 100 tosses the expected share of heads is 0.46, not a half.

    A sequence's own share, averaged over sequences; shuffles of many sequences with their own heads show the same.
    """
    rng, shares = np.random.default_rng(1), []
    for tosses in rng.integers(0, 2, (4000, 100)):
        after = [tosses[place] for place in range(3, 100) if tosses[place - 3 : place].all()]
        if after:
            shares.append(np.mean(after))
    assert np.mean(shares) == pytest.approx(0.46, abs=0.008)  # four standard errors


def test_expected_difference_of_short_sequences_is_below_nothing() -> None:
    """Of all orders of four makes and four misses, what follows a make is a make 3 times in 7."""
    found = following(["11110000", "10101010", "01100110"] * 20)
    assert found is not None
    assert found.expected == pytest.approx(3 / 7 - 4 / 7, abs=0.02)


def test_streaky_and_even_sequences() -> None:
    streaky, even = following(["1111100000", "0000011111"] * 4), following(["10110100101", "01101011010"] * 4)
    assert streaky is not None
    assert even is not None
    assert streaky.p_value < 0.01
    assert streaky.difference > 0.5
    assert even.difference < 0


def test_nothing_follows_in_sequences_that_are_too_short() -> None:
    assert following(["1", "0", ""]) is None
    assert following(["1111"] * 5) is None
    with pytest.raises(CoreError):
        following(["1010"], 0)


def test_breaks_add_up_to_misses() -> None:
    found = breaks_of(["1101110", "0", "11"], 2)
    assert found == Breaks((4, 3, 3), (1, 0, 2))
    assert sum(found.broken) == 3


def test_breaks_trend_as_armitage_has_it() -> None:
    """Armitage 1955, by hand: places weigh 0, 1, 2; of 20 each 2, 5 and 8 break: chi-square 4.8 on one degree."""
    table = Breaks((20, 20, 20), (2, 5, 8))
    score, variance = (5 + 16) - 15 * 1, 0.25 * 0.75 * 40
    assert breaks_more_p_value([table], [0, 1, 2]) == pytest.approx(stats.norm.sf(score / variance**0.5), abs=1e-12)
    assert (score / variance**0.5) ** 2 == pytest.approx(4.8)
    assert breaks_more_p_value([Breaks((0, 0), (0, 0))], [0, 1]) == 1
