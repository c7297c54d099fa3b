"""The contract of shapes, for each that is registered: whichever module defines it, it is held to the same."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import fields
from math import exp, hypot, log1p
from random import Random
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jolly_core.errors import CoreError
from jolly_core.measures import IMPERIAL, METRIC
from jolly_core.shapes.chances import chance_in_box
from jolly_core.shapes.kinds.rectangle import Rectangle
from jolly_core.shapes.points import Point
from jolly_core.shapes.registry import SHAPES, read_shape, write_shape
from jolly_core.shapes.shape import ENDLESS_M, LaidWith, Shape

KINDS = list(SHAPES)
SURFACE_M = 6.1
BALLS = 40_000


def shape_of(kind: str, lengths: list[float]) -> Shape:
    return SHAPES[kind](*lengths[: len(fields(SHAPES[kind]))])


shapes = st.builds(shape_of, st.sampled_from(KINDS), st.lists(st.floats(0.05, 2), min_size=8, max_size=8))
spreads = st.floats(0.05, 1.5)


# --- chances ----------------------------------------------------------------------------------------------------------

#: Whether a ball that lands there, seen from the middle, is a hit: by what each shape is, not by its formula.
Hit = Callable[[Any, float, float], bool]
HITS: dict[str, Hit] = {
    "circle": lambda shape, x, y: hypot(x, y) <= shape.radius_m,
    "rectangle": lambda shape, x, y: abs(x) <= shape.width_m / 2 and abs(y) <= shape.height_m / 2,
    "strip": lambda shape, x, y: abs(y) <= shape.width_m / 2,
    # Turned so that it lies along: errors are the same in every direction.
    "line": lambda shape, x, y: abs(x) <= hypot(shape.across_m, shape.up_m) / 2 and abs(y) <= shape.within_m,
    "row": lambda shape, x, y: hypot(x, y) <= shape.size_m / 2,
    "thing": lambda shape, x, y: hypot(x, y) <= shape.size_m / 2,
}


@pytest.mark.parametrize("kind", HITS)
@pytest.mark.parametrize("sd_m", [0.15, 0.4])
def test_a_chance_is_the_share_of_balls_that_land_on_it(kind: str, sd_m: float) -> None:
    """Played: four standard errors of a share of that many balls are at most one in a hundred."""
    chance, shape = Random(f"{kind} {sd_m}"), shape_of(kind, [0.5, 0.3, 0.2, 0.4])
    landed = sum(HITS[kind](shape, chance.gauss(0, sd_m), chance.gauss(0, sd_m)) for _ in range(BALLS))
    assert shape.chance(sd_m) == pytest.approx(landed / BALLS, abs=0.01)


@given(shapes, spreads)
def test_a_hit_or_a_miss_is_certain(shape: Shape, sd_m: float) -> None:
    chance = shape.chance(sd_m)
    assert 0 <= chance <= 1
    if chance < 1 - 1e-9:
        assert shape.log_miss(sd_m) == pytest.approx(log1p(-chance), rel=1e-5)


@given(shapes, spreads, st.floats(1.05, 3))
def test_a_wider_spread_hits_less_and_only_the_ratio_counts(shape: Shape, sd_m: float, by: float) -> None:
    assert shape.chance(sd_m * by) <= shape.chance(sd_m)
    if shape.can_be_scaled:
        assert shape.scaled(by).chance(sd_m * by) == pytest.approx(shape.chance(sd_m), rel=1e-9)


@given(shapes, spreads)
def test_one_lands_within_most_often_by_aiming_at_the_middle(shape: Shape, sd_m: float) -> None:
    if not shape.has_inside:
        return
    middle = shape.chance_beside(0, 0, sd_m)
    assert middle == pytest.approx(shape.chance(sd_m), abs=1e-9)
    for right_m, above_m in ((0.2, 0), (0, 0.3), (-0.4, 0.1)):
        beside = shape.chance_beside(right_m, above_m, sd_m)
        assert beside <= middle + 1e-12
        assert beside == pytest.approx(shape.chance_beside(-right_m, -above_m, sd_m), abs=1e-9)


@given(st.floats(0.1, 3), st.floats(0.1, 3), st.integers(1, 4), st.integers(1, 4), spreads)
def test_the_parts_of_a_rectangle_are_the_whole(
    width_m: float, height_m: float, columns: int, rows: int, sd_m: float
) -> None:
    whole = Rectangle(width_m, height_m)
    parts = whole.divide(columns, rows)
    assert len(parts) == columns * rows
    chances = [part.chance_beside(*middle, sd_m) for part, middle in parts]
    assert sum(chances) == pytest.approx(whole.chance(sd_m), abs=1e-9)
    assert sum(x for _, (x, _) in parts) == pytest.approx(0, abs=1e-9)
    # From the bottom left on, row by row.
    assert [middle for _, middle in parts] == sorted((middle for _, middle in parts), key=lambda each: each[::-1])


@pytest.mark.parametrize(("columns", "rows"), [(0, 1), (1, 0), (-1, 2), (17, 1), (5, 4)])
def test_nothing_is_divided_into_no_parts_or_into_too_many(columns: int, rows: int) -> None:
    with pytest.raises(CoreError) as refused:
        Rectangle(1, 1).divide(columns, rows)
    assert refused.value.problems[0].code == "out_of_range"


@pytest.mark.parametrize("kind", [kind for kind in KINDS if SHAPES[kind] is not Rectangle])
def test_what_is_no_rectangle_says_so_when_it_is_divided(kind: str) -> None:
    with pytest.raises(CoreError) as refused:
        shape_of(kind, [0.5] * 8).divide(2, 1)
    assert refused.value.problems[0].code == "not_a_rectangle"


# --- where it lies ----------------------------------------------------------------------------------------------------


@given(shapes, st.floats(1, 5), st.floats(1, 5))
def test_what_is_measured_and_set_out_lies_within_its_reach(shape: Shape, x_m: float, y_m: float) -> None:
    half_x, half_y = shape.half(SURFACE_M)
    assert half_x >= 0
    assert half_y >= 0
    at: Point = (SURFACE_M / 2 if shape.runs_across else x_m, y_m)
    corners = shape.corners(at, SURFACE_M)
    assert corners
    for x, y in [*corners, *shape.things(at)]:
        assert abs(x - at[0]) <= half_x + 1e-9
        assert abs(y - at[1]) <= half_y + 1e-9
    assert all(one in corners and other in corners for one, other in shape.taped(corners))


@given(shapes)
def test_each_is_laid_with_something(shape: Shape) -> None:
    taped = shape.taped(shape.corners((0, 0), SURFACE_M))
    assert bool(taped) == (shape.laid_with is LaidWith.TAPE)
    assert bool(shape.things((0, 0))) == (shape.laid_with is LaidWith.THINGS)


@given(shapes, spreads)
def test_a_mirror_changes_no_chance_and_shows_the_same_when_looked_at_twice(shape: Shape, sd_m: float) -> None:
    turned = shape.turned_over()
    assert turned.turned_over() == shape
    assert turned.chance(sd_m) == pytest.approx(shape.chance(sd_m), rel=1e-12)
    assert turned.half(SURFACE_M) == pytest.approx(shape.half(SURFACE_M))


@pytest.mark.parametrize("kind", KINDS)
def test_what_runs_across_reaches_over_any_surface(kind: str) -> None:
    shape = shape_of(kind, [0.5] * 8)
    reaches = [shape.half(width_m)[0] for width_m in (2.0, 9.0)]
    assert (reaches == [1.0, 4.5]) == shape.runs_across
    if shape.is_box and not shape.runs_across:
        half_x, half_y = shape.half(ENDLESS_M)
        box = chance_in_box((-half_x, half_x), (-half_y, half_y), (0, 0), (0.2, 0.2))
        assert shape.chance(0.2) == pytest.approx(box, rel=1e-12)


# --- as it is kept and sent -------------------------------------------------------------------------------------------


@given(shapes)
def test_what_is_written_is_read_again(shape: Shape) -> None:
    written = write_shape(shape)
    assert written["kind"] == shape.kind
    assert all(name.endswith("_m") for name in written if name != "kind")
    assert read_shape(written) == shape


@settings(max_examples=30)
@given(shapes, st.sampled_from([None, "wide", float("nan"), float("inf"), True, [], {}]))
def test_a_length_that_is_no_number_is_named(shape: Shape, wrong: Any) -> None:
    for name in shape.lengths:
        with pytest.raises(CoreError) as refused:
            read_shape({**write_shape(shape), name: wrong})
        assert [each.path for each in refused.value.problems] == [(name,)]


@pytest.mark.parametrize("kind", KINDS)
def test_every_length_that_is_missing_is_named_at_once(kind: str) -> None:
    with pytest.raises(CoreError) as refused:
        read_shape({"kind": kind})
    assert {each.path for each in refused.value.problems} == {(each.name,) for each in fields(SHAPES[kind])}


@pytest.mark.parametrize("kind", ["", "cloud", "Circle"])
def test_an_unknown_shape_is_answered_with_the_known_ones(kind: str) -> None:
    with pytest.raises(CoreError) as refused:
        read_shape({"kind": kind})
    assert refused.value.problems[0].allowed == KINDS


@given(shapes)
def test_lengths_that_no_tape_lays_are_refused_by_name(shape: Shape) -> None:
    shape.check()
    for name in shape.lengths:
        with pytest.raises(CoreError) as refused:
            SHAPES[shape.kind](**{**shape.lengths, name: 1e6}).check()
        assert (name,) in {each.path for each in refused.value.problems}


@given(shapes)
def test_its_size_is_said_in_both_units(shape: Shape) -> None:
    metric, imperial = shape.words(METRIC), shape.words(IMPERIAL)
    assert "cm" in metric or " m" in metric
    assert "in" in imperial or "ft" in imperial
    assert " cm" not in imperial


def test_a_chance_of_nothing_left_over_keeps_its_logarithm() -> None:
    """A miss that is as good as impossible still has a logarithm: exp gives 0 there, and no error is raised."""
    for kind in KINDS:
        logarithm = shape_of(kind, [2.0] * 8).log_miss(0.02)
        assert -1e5 < logarithm < -100
        assert exp(logarithm) == pytest.approx(0, abs=1e-40)
