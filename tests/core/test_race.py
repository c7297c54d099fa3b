"""A race of points between partners: expected length against the closed form and a simulation."""

from __future__ import annotations

from random import Random

import pytest

from jolly_core.errors import CoreError
from jolly_core.stats.race import expected_points, points_within


# Race to N, two clear, independent points. Carter and Crews 1974 (Am. Statistician 28:130) and Newton and Keller 2005
# for the game of four; the others from the same closed form, second check by dynamic programming.
@pytest.mark.parametrize(
    ("to", "rate", "expected"),
    [
        (4, 0.6, 6.484184615384615),
        (4, 0.55, 6.680915099009901),
        (4, 0.5, 6.75),
        (11, 0.55, 18.552050552824376),
        (11, 0.6, 17.80522742165563),
        (7, 0.55, 11.602613538581982),
    ],
)
def test_expected_points(to: int, rate: float, expected: float) -> None:
    assert expected_points(to, rate) == pytest.approx(expected, abs=1e-9)


def play(to: int, rate: float, chance: Random) -> int:
    own = other = 0
    while max(own, other) < to or abs(own - other) < 2:
        if chance.random() < rate:
            own += 1
        else:
            other += 1
    return own + other


@pytest.mark.parametrize(("to", "rate"), [(7, 0.5), (11, 0.5), (11, 0.7)])
def test_nine_in_ten_races_lie_within_their_ends(to: int, rate: float) -> None:
    chance = Random(5)
    played = [play(to, rate, chance) for _ in range(4000)]
    low, high = points_within(to, rate, 0.05), points_within(to, rate, 0.95)
    # The chance of at most ``high`` is 0.95 or a little more; 4000 draws of it have a standard deviation of 0.0035.
    assert sum(points <= high for points in played) / 4000 >= 0.94
    assert sum(points < low for points in played) / 4000 <= 0.06
    assert sum(played) / 4000 == pytest.approx(expected_points(to, rate), rel=0.01)


def test_a_race_to_one_is_refused() -> None:
    with pytest.raises(CoreError):
        expected_points(1, 0.5)
