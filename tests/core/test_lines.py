"""Lines of flight: mirror images and similar triangles, against hand-worked cases."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.aim.lines import (
    bank,
    bounce_off_wall,
    can_land_before,
    shortest_landing,
    window_under_string,
)
from jolly_core.errors import CoreError

away = st.floats(0.5, 20)
along = st.floats(-10, 10)


# Hero's mirror principle, image method.
@pytest.mark.parametrize(
    ("here", "there", "at_m", "path_m", "angle_deg"),
    [
        ((0, 2), (3, 4), 1.0, 6.708203932499369, 26.56505117707799),
        ((1, 1.5), (5, 1.5), 3.0, 5.0, 53.13010235415598),
        ((0, 4.26), (6.4, 9.75), 1.9460385438972163, 15.40260042979756, 24.551705568598877),
    ],
)
def test_bounce_off_a_wall(
    here: tuple[float, float], there: tuple[float, float], at_m: float, path_m: float, angle_deg: float
) -> None:
    bounce = bounce_off_wall(here, there)
    assert (bounce.at_m, bounce.path_m, bounce.angle_deg) == pytest.approx((at_m, path_m, angle_deg))


@given(along, away, along, away)
def test_angles_are_alike_on_both_sides_of_the_bounce(x1: float, d1: float, x2: float, d2: float) -> None:
    at_m = bounce_off_wall((x1, d1), (x2, d2)).at_m
    assert (at_m - x1) / d1 == pytest.approx((x2 - at_m) / d2, abs=1e-9)


# Repeated mirror images on a playing surface of 2.54 by 1.27 m, point ball.
@pytest.mark.parametrize(
    ("here", "there", "walls", "touched"),
    [
        ((0.635, 0.3175), (1.905, 0.635), ["T"], [(1.397, 1.27)]),
        ((0.4, 0.3), (1.8, 0.2), ["T", "R"], [(1.7694117647058825, 1.27), (2.54, 0.7241666666666668)]),
    ],
)
def test_bank_off_one_and_two_walls(
    here: tuple[float, float], there: tuple[float, float], walls: list[str], touched: list[tuple[float, float]]
) -> None:
    found = bank(here, there, walls, (2.54, 1.27))
    assert [each for point in found for each in point] == pytest.approx([each for point in touched for each in point])


def test_a_way_that_leaves_the_room_is_none() -> None:
    with pytest.raises(CoreError) as refused:
        bank((0.1, 1.2), (2.4, 1.2), ["R", "L", "T"], (2.54, 1.27))
    assert refused.value.problems[0].code == "no_way"


def test_nobody_stands_behind_the_wall() -> None:
    with pytest.raises(CoreError) as refused:
        bounce_off_wall((0, -1), (1, 1))
    assert refused.value.problems[0].path == ("here",)


def test_similar_triangles_over_a_net() -> None:
    # From 2.8 m high, 11.885 m before a net of 0.914 m: the line falls 1.886 m on the way to it, and the last 0.914 m
    # on 0.914 · 11.885 / 1.886 = 5.760 m more, before a service line 6.40 m away.
    assert shortest_landing(2.8, 11.885, 0.914) == pytest.approx(5.7598, abs=1e-4)
    assert can_land_before(2.8, 11.885, 0.914, 6.4)
    # From 2.6 m: 0.914 · 11.885 / 1.686 = 6.443 m: a straight line from there is long.
    assert not can_land_before(2.6, 11.885, 0.914, 6.4)


def test_from_below_the_net_no_straight_line_comes_down() -> None:
    assert shortest_landing(0.8, 5, 0.914) is None
    assert not can_land_before(0.8, 5, 0.914, 100)
    assert window_under_string(0.8, 5, 0.914, 1.5) is None


def test_the_window_under_a_string() -> None:
    # From 3 m high and 12 m off: over 0.9 m lands 0.9 · 12 / 2.1 = 5.143 m behind, under 1.5 m at most 12 m.
    assert window_under_string(3, 12, 0.9, 1.5) == pytest.approx((5.142857, 12.0))
    assert window_under_string(1.2, 12, 0.9, 1.5) == (pytest.approx(36.0), None)
