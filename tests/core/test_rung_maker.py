"""The rung maker: one lever at a time, to about seven in ten, in lengths that a tape lays."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.aim.spread import Aim
from jolly_core.planning.rung_maker import DISTANCE, SIZE, propose_rungs
from jolly_core.shapes.kinds.circle import Circle
from jolly_core.shapes.kinds.line import Line
from jolly_core.shapes.kinds.rectangle import Rectangle
from jolly_core.shapes.kinds.row import Row
from jolly_core.shapes.kinds.strip import Strip

AIM = Aim(0.05, 0.045, 0.056, 200)


def test_a_ring_for_seven_in_ten_by_hand() -> None:
    # Rayleigh: 1 - exp(-r^2 / 2 s^2) = 0.7 at r = 1.5518 s. With 0.05 rad and a radius of 0.3 m, s = 0.19333 m at
    # 3.867 m; from 2 m s = 0.1 m, and the radius is 0.155 m.
    farther, smaller = propose_rungs(AIM, Circle(0.3), 2.0)
    assert (farther.lever, farther.distance_m) == (DISTANCE, pytest.approx(3.85))
    assert farther.words == "Farther: 3.85 m instead of 2 m"
    assert (smaller.lever, smaller.target) == (SIZE, Circle(0.155))
    assert smaller.words == "Smaller: 52 % of each length"
    assert farther.is_harder


def test_what_is_too_hard_comes_nearer_and_larger() -> None:
    nearer, larger = propose_rungs(AIM, Rectangle(0.3, 0.3), 5.0)
    assert nearer.distance_m < 5.0
    assert isinstance(larger.target, Rectangle)
    assert larger.target.width_m > 0.3
    assert not nearer.is_harder


def test_nothing_is_moved_where_it_is_fair_already() -> None:
    assert propose_rungs(AIM, Circle(0.155), 2.0) == []


def test_balls_in_a_row_are_as_large_as_they_are() -> None:
    assert [each.lever for each in propose_rungs(AIM, Row(1.0, 0.0, 0.01, 0.05), 0.2)] == [DISTANCE]


shapes = st.one_of(
    st.builds(Circle, st.floats(0.1, 1)),
    st.builds(Strip, st.floats(0.2, 2)),
    st.builds(Rectangle, st.floats(0.2, 2), st.floats(0.2, 2)),
    st.builds(Line, st.floats(-2, -0.5), st.just(0.0), st.floats(0.05, 0.5)),
)


@given(shapes, st.floats(1, 8))
def test_every_step_comes_to_about_seven_in_ten(target: Circle | Strip | Rectangle | Line, distance_m: float) -> None:
    for step in propose_rungs(AIM, target, distance_m):
        # As near as lengths that a tape lays allow.
        assert step.predicted.chance == pytest.approx(0.7, abs=0.06)
        assert step.predicted.low <= step.predicted.chance <= step.predicted.high


def test_feet_and_inches_are_rounded_to_a_quarter_of_an_inch() -> None:
    smaller = propose_rungs(AIM, Circle(0.3), 2.0, units="imperial")[-1]
    assert isinstance(smaller.target, Circle)
    assert smaller.target.radius_m / 0.00635 == pytest.approx(round(smaller.target.radius_m / 0.00635), abs=1e-3)
