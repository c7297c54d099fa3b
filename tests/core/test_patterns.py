"""Patterns: read by names or numbers, made from where targets lie."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.errors import CoreError
from jolly_core.patterns.draw import draw
from jolly_core.patterns.offers import list_orders
from jolly_core.patterns.written import MOST_STEPS, read_notation, read_pattern, write_pattern
from jolly_core.places.named_orders import MADE, make_pattern
from jolly_core.places.zone import Zone
from jolly_core.shapes.kinds.circle import Circle

NAMES = ["left", "right", "low middle"]
#: Whatever a target may be called: no comma, no space at an end.
names = st.text(st.characters(categories=("L", "N", "P", "Zs"), exclude_characters=","), min_size=1, max_size=8).filter(
    lambda name: name == name.strip() and name.isprintable()
)


def at(name: str, x: float, y: float, surface: str = "wall") -> Zone:
    return Zone(name, surface, Circle(0.1), (x, y))


SQUARE = [at("near left", 0, 0), at("near right", 1, 0), at("far left", 0, 1), at("far right", 1, 1)]


@pytest.mark.parametrize(
    ("text", "zones"),
    [
        ("", ()),
        ("left left right right", ("left", "left", "right", "right")),
        ("LEFT, Low Middle", ("left", "low middle")),
        ("1 2 3", ("left", "right", "low middle")),
        ("low middle", ("low middle",)),
        (" 3 ,, 1 ", ("low middle", "left")),
        ("2le 1R", ("left", "left", "right")),
        ("2 LEFT, 3 low middle", ("left", "left", *["low middle"] * 3)),
        ("10right", ("right",) * 10),
        ("(2left 1r)x2", ("left", "left", "right") * 2),
    ],
)
def test_reads_names_and_numbers(text: str, zones: tuple[str, ...]) -> None:
    assert read_pattern(text, NAMES) == zones


def test_every_word_that_is_no_target_is_named() -> None:
    with pytest.raises(CoreError) as refused:
        read_pattern("left, up, 4", NAMES)
    assert [(problem.path, problem.value) for problem in refused.value.problems] == [
        (("pattern", 1), "up"),
        (("pattern", 2), "4"),
    ]
    assert "left (1), right (2), low middle (3)" in refused.value.problems[0].message


def test_a_pattern_without_end_is_refused() -> None:
    with pytest.raises(CoreError) as refused:
        read_pattern("1 " * (MOST_STEPS + 1), NAMES)
    assert refused.value.code == "too_long"


@given(st.lists(names, min_size=1, max_size=6, unique=True), st.data())
def test_what_is_written_is_read_back(zones: list[str], data: st.DataObject) -> None:
    steps = data.draw(st.lists(st.sampled_from(zones), min_size=1, max_size=12))
    assert list(read_pattern(write_pattern(steps), zones)) == steps


@pytest.mark.parametrize(
    ("made", "order"),
    [
        ("alternate", ["near left", "near right", "far left", "far right"]),
        ("one_and_two", ["near left", "near right", "near right", "far left", "far right", "far right"]),
        ("clock", ["far right", "near right", "near left", "far left"]),
        ("counter_clock", ["far right", "far left", "near left", "near right"]),
        ("opposite", ["far right", "near left", "near right", "far left"]),
    ],
)
def test_orders_go_by_where_the_targets_lie(made: str, order: list[str]) -> None:
    assert list(make_pattern(made, SQUARE)) == order


@given(st.sampled_from(sorted(MADE)), st.integers(2, 9))
def test_every_order_plays_every_target(made: str, count: int) -> None:
    zones = [at(f"z{number}", number % 3, number // 3) for number in range(count)]
    assert set(make_pattern(made, zones)) == {zone.name for zone in zones}


@pytest.mark.parametrize(
    ("made", "zones", "code"),
    [
        ("zigzag", SQUARE, "unknown_pattern"),
        ("clock", SQUARE[:1], "too_few"),
        ("clock", [*SQUARE, at("floor", 0, 0, "floor")], "several_surfaces"),
    ],
)
def test_orders_that_cannot_be_made_are_refused(made: str, zones: list[Zone], code: str) -> None:
    with pytest.raises(CoreError) as refused:
        make_pattern(made, zones)
    assert refused.value.code == code


@pytest.mark.parametrize(
    ("text", "steps"),
    [
        ("L L R R", "left left right right"),
        ("(L R)x2 M", "left right left right middle"),
        ("((L)x2 R) x 2", "left left right left left right"),
        ("2 and 2", "left left middle middle right right"),
        ("1 and 2", "left middle middle right"),
        ("3 and 1", "left left left middle right right right"),
        ("counter-clock", "left right middle"),
        ("1 3", "left right"),
    ],
)
def test_the_notation(text: str, steps: str) -> None:
    assert read_notation(text, ["left", "middle", "right"]).steps == tuple(steps.split())


def test_initials_stand_for_names_of_several_words() -> None:
    quarters = ["above left", "above right", "below left", "below right"]
    assert read_notation("AL BR", quarters).steps == ("above left", "below right")
    assert read_notation("crossing", quarters).steps == ("above left", "below right", "above right", "below left")
    assert read_notation("columns", quarters).steps == ("above left", "below left", "above right", "below right")


@pytest.mark.parametrize(
    ("text", "code"),
    [
        ("(L R", "unclosed"),
        ("L R)", "unclosed"),
        ("up", "unknown_zone"),
        ("l r", "ambiguous_zone"),
        ("  ", "empty"),
        ("(L R)x60", "too_long"),
        ("99 and 99", "too_long"),
    ],
)
def test_what_cannot_be_read_is_refused_with_what_to_write(text: str, code: str) -> None:
    names = ["low", "left", "right"] if code == "ambiguous_zone" else ["left", "right"]
    with pytest.raises(CoreError) as refused:
        read_notation(text, names)
    assert refused.value.code == code


def test_at_random_by_a_seed() -> None:
    drawn = read_notation("random(7)", ["A", "B", "C"])
    zones = [drawn.at(place) for place in range(3000)]
    assert zones[: drawn.lap] == list(drawn.steps)
    # A third each; 3000 draws of a third have a standard deviation of 26.
    assert all(abs(zones.count(name) - 1000) < 105 for name in "ABC")
    assert read_notation("random", ["A", "B", "C"], 7) == drawn


def test_drawing_follows_the_published_generator() -> None:
    # splitmix64 seeded with 0: its first outputs, from memory.
    assert [draw(0, place) for place in range(3)] == [0xE220A8397B1DCDAF, 0x6E789E6AA1B965F4, 0x06C45D188009454F]


def test_above_and_below_left_and_right_are_made_from_where_zones_lie() -> None:
    lie = {"a": (0.0, 2.0), "b": (2.0, 2.1), "c": (0.1, 0.5), "d": (2.2, 0.4)}
    zones = [Zone(name, "surface", Circle(0.2), at) for name, at in lie.items()]
    assert "".join(make_pattern("rows", zones[::-1])) == "abcd"
    assert "".join(make_pattern("columns", zones)) == "acbd"
    assert "".join(make_pattern("crossing", zones)) == "adbc"


def test_what_a_target_is_called_is_no_number_of_them() -> None:
    assert read_pattern("2 m, 3 m", ["2 m", "3 m"]) == ("2 m", "3 m")
    assert read_pattern("2 m", ["2 m", "m"]) == ("2 m",)


def test_usual_orders_are_offered_as_they_are_read() -> None:
    for names in (["left", "right"], ["above left", "above right", "below left", "below right"], ["2 and 2", "out"]):
        offers = list_orders(names)
        assert len({offer.written for offer in offers}) == len(offers)
        for offer in offers:
            if offer.written != "random":
                assert read_notation(offer.written, names).steps == offer.steps
