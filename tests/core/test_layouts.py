"""Layouts: where one stands and how far that is, kit, guides, lines and rows, and reading what was kept."""

from __future__ import annotations

from dataclasses import replace
from math import hypot

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.errors import CoreError
from jolly_core.places.guides import guides_of
from jolly_core.places.kit import kit_of
from jolly_core.places.layout import (
    Layout,
    Stand,
    check_layout,
    distance_to,
    first_stand,
    mirror_layout,
    read_layout,
    tells_aim,
)
from jolly_core.places.place import Place
from jolly_core.places.plain import make_place
from jolly_core.places.registry import PLACES, get_place
from jolly_core.places.standing import stand_range, stand_words
from jolly_core.places.tape import TapeStep, tape_list
from jolly_core.places.zone import BOTH, PART, SET_OUT, Zone, list_targets, read_zone
from jolly_core.shapes.kinds.circle import Circle
from jolly_core.shapes.kinds.line import Line
from jolly_core.shapes.kinds.rectangle import Rectangle
from jolly_core.shapes.kinds.row import Row
from jolly_core.shapes.kinds.strip import Strip
from jolly_core.shapes.kinds.thing import Thing

WALL = make_place("wall", "Wall", kind="wall", width_m=4.0, length_m=3.0)
TENNIS, ONE_WALL, POOL = get_place("tennis_court"), get_place("one_wall_court"), get_place("pool_table_9ft")


# --- where one stands -------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("place", "stand", "zone", "distance_m"),
    [
        (WALL, Stand(2, 4), Zone("ring", "surface", Circle(0.2), (2, 1)), 4),
        (WALL, Stand(2, 4), Zone("ring", "surface", Circle(0.2), (0.5, 1)), hypot(1.5, 4)),
        # From the baseline to the far service line: half the court and 6.4 m.
        (TENNIS, Stand(5.485, 0), Zone("deep", "court", Circle(0.5), (5.485, 18.285)), 18.285),
        # A metre behind the baseline to the net: half the court and a metre.
        (TENNIS, Stand(5.485, 1), Zone("gap", "air", Circle(0.2), (5.485, 1.4)), 12.885),
        # From 4 m before the wall to a ring 6 m before it, off the wall: 10 m, as to its mirror image behind the wall.
        (ONE_WALL, Stand(3, -6.3632), Zone("ring", "floor", Circle(0.2), (3, 4.3632)), 10),
        (ONE_WALL, Stand(3, -6.3632), Zone("low", "wall", Circle(0.2), (3, 1)), 4),
        # Four metres before the pole; the basket's own middle is the pole's.
        (get_place("disc_basket"), Stand(6, -6.5), Zone("chains", "basket", Rectangle(0.5, 0.5), (0.375, 1.08)), 4),
    ],
    ids=["straight", "aslant", "across the net", "to the net", "off the wall", "to the wall", "to the pole"],
)
def test_how_far_a_ball_flies(place: Place, stand: Stand, zone: Zone, distance_m: float) -> None:
    assert distance_to(place, stand, zone) == pytest.approx(distance_m)


@pytest.mark.parametrize("place", PLACES.values(), ids=PLACES)
def test_every_place_says_where_one_stands(place: Place) -> None:
    low, high = stand_range(place)
    stand = first_stand(place)
    assert low <= stand.back_m <= high
    assert stand_words(place, stand).split()[0] in ("on", "0", "4")
    assert place.surface("nowhere") is None


def test_standing_is_said_from_the_wall_or_the_line() -> None:
    assert stand_words(ONE_WALL, Stand(3, -5)) == "5.36 m from the wall"
    assert stand_words(TENNIS, Stand(5, -1), "imperial") == "3 ft 3 1/4 in inside the near baseline"
    assert stand_words(TENNIS, Stand(5, 0)) == "on the near baseline"


# --- what to bring ----------------------------------------------------------------------------------------------------


def test_tape_is_counted_edge_by_edge() -> None:
    # Two boxes of 1 by 0.5 m side by side: 3 m around each, less the edge of 0.5 m that they share.
    boxes = [Zone(name, "surface", Rectangle(1.0, 0.5), (x, 1.0)) for name, x in (("left", 1.5), ("right", 2.5))]
    assert kit_of(WALL, boxes[:1]) == ["3 m of tape", "a tape measure"]
    assert kit_of(WALL, boxes) == ["5.5 m of tape", "a tape measure"]
    assert kit_of(WALL, boxes, "imperial") == ["19 ft of tape", "a tape measure"]


def test_what_is_there_already_needs_no_tape() -> None:
    # A strip along the foot of the wall: its lower edge is the floor.
    assert kit_of(WALL, [Zone("low", "surface", Strip(0.6), (2, 0.3))]) == ["4 m of tape", "a tape measure"]
    # The back of the left service box of a squash court: lines on three sides, and the wall.
    box = Zone("box", "floor", Rectangle(1.6, 0.8), (0.8, 4.26 - 0.4))
    assert kit_of(get_place("squash_court"), [box]) == ["2 m of tape", "a tape measure"]


def test_cones_balls_chalk_and_string() -> None:
    zones = [
        Zone("deep", "court", Rectangle(4.0, 2.0), (5.0, 21.0)),
        Zone("ring", "court", Circle(0.5), (5.0, 15.0)),
        Zone("gap", "air", Rectangle(2.0, 0.6), (5.0, 1.3)),
    ]
    assert kit_of(TENNIS, zones) == [
        "4 cones",
        "chalk for 1 circle",
        "a tape measure",
        "11 m of string and two poles to hold it over the net",
    ]
    assert kit_of(POOL, [Zone("row", "table", Row(0.6, 0, 0.01, 0.05715), (0.6, 1.0))])[0] == "9 balls"
    assert kit_of(WALL, [Zone("line", "surface", Line(2, 0, 0.1), (2, 1))])[0] == "2 m of tape"


# --- lines and rows ---------------------------------------------------------------------------------------------------


def test_a_row_stands_between_its_two_spots() -> None:
    # A pool ball is 57.15 mm; with a centimetre between, from one foot sight to the other: 19 balls in 1.27 m.
    row = Zone("row", "table", Row(1.27 - 0.1, 0.0, 0.01, 0.05715), (0.635, 1.905))
    assert isinstance(row.shape, Row)
    points = row.shape.things(row.at)
    assert points[0] == pytest.approx(row.shape.ends(row.at)[0])
    assert len(points) == int(1.17 / 0.06715) + 1


def test_guides_name_what_is_there_before_halves() -> None:
    squash = get_place("squash_court")
    wall = guides_of(squash, squash.surfaces[1])
    assert {guide.title: guide.at_m for guide in wall.y} | {"tin": 0.48, "service line": 1.78, "bottom": 0.0} == {
        guide.title: guide.at_m for guide in wall.y
    }
    assert [guide.at_m for guide in wall.x if guide.title in ("half", "a third")] == pytest.approx([6.4 / 3, 3.2])
    floor = guides_of(squash, squash.surfaces[0])
    assert next(guide.title for guide in floor.x if guide.at_m == 3.2) == "half-court line"  # not "half"


def test_nothing_in_the_air_holds_a_tape() -> None:
    names = {spot.title: spot.at for spot in TENNIS.landmarks("air")}
    assert "top left corner" not in names
    # The net sags from 1.07 m at its posts to 0.914 m: ITF Rule 1.
    assert names["middle of the net's edge"][1] == 0.914
    assert names["left end of the net's edge"][1] == 1.07


# --- kept and read ----------------------------------------------------------------------------------------------------

lengths = st.floats(0.05, 0.9)
shapes = st.one_of(
    st.builds(Rectangle, lengths, lengths),
    st.builds(Circle, lengths),
    st.builds(Line, lengths, lengths, lengths),
    st.builds(Row, lengths, lengths, st.just(0.01), lengths),
)
zones = st.builds(Zone, st.just("zone"), st.just("surface"), shapes, st.tuples(st.floats(0.95, 3), st.floats(0.95, 2)))


@given(zones, st.floats(0, 5))
def test_a_layout_is_read_as_it_was_kept(zone: Zone, back_m: float) -> None:
    layout = Layout("one", (zone,), Stand(1.0, back_m), "zone")
    assert read_layout(WALL, layout.as_dict()) == layout


@given(zones)
def test_mirrored_twice_a_whole_layout_is_as_it_was(zone: Zone) -> None:
    layout = Layout("one", (zone,), Stand(1.0, 4.0))
    once = mirror_layout(WALL, layout)
    assert once.stand == Stand(3.0, 4.0)
    again = mirror_layout(WALL, once)
    assert again.zones[0].shape == zone.shape
    assert again.zones[0].at == pytest.approx(zone.at)


def test_a_name_with_a_comma_could_not_be_told_from_two_in_a_pattern() -> None:
    with pytest.raises(CoreError) as refused:
        read_zone({**Zone("a, b", "surface", Circle(0.1), (1, 1)).as_dict()})
    assert refused.value.code == "has_comma"


def test_every_field_that_cannot_be_read_is_named() -> None:
    zones = [
        {"name": "", "at": [1], "shape": {"kind": "star"}},
        {"name": "a", "at": [1, 1], "shape": {"kind": "circle"}},
    ]
    with pytest.raises(CoreError) as refused:
        read_layout(WALL, {"title": " ", "stand": {"x_m": "left"}, "zones": zones})
    assert [problem.path for problem in refused.value.problems] == [
        ("title",),
        ("stand", "x_m"),
        ("stand", "back_m"),
        ("zones", 0, "name"),
        ("zones", 0, "at"),
        ("zones", 0, "shape", "kind"),
        ("zones", 1, "shape", "radius_m"),
    ]


# --- how what lies there counts ---------------------------------------------------------------------------------------


class TestHowItCounts:
    """Common practice, no source: a serve under the string onto the paper; an object ball and where to strike it."""

    TABLE = get_place("table_tennis_table")
    PAPER = Zone("paper", "table", Rectangle(0.297, 0.21), (1.2, 2.4))
    GAP = Zone("under the string", "air", Strip(0.15), (0.0, 0.2275), BOTH, "paper")

    def test_a_pair_is_one_target_that_tells_nothing_of_the_aim(self) -> None:
        layout = Layout("low serve", (self.PAPER, self.GAP), Stand(0.76, 0.3))
        check_layout(self.TABLE, layout.zones)
        assert [zone.name for zone in layout.targets] == ["paper"]
        assert not layout.is_whole(self.PAPER)
        assert not tells_aim(self.TABLE, layout, self.PAPER)
        assert tells_aim(self.TABLE, Layout("paper", (self.PAPER,), Stand(0.76, 0.3)), self.PAPER)

    def test_what_is_set_out_is_laid_and_brought_but_not_counted(self) -> None:
        ball = Zone("object ball", "table", Thing(0.05715), (0.635, 1.6), SET_OUT)
        box = Zone("position box", "table", Rectangle(0.3, 0.2), (0.3, 0.4), BOTH, "left pocket at the foot")
        pocket = next(each for each in POOL.ready if each.title == "left pocket at the foot")
        zones = [ball, Zone(pocket.title, "table", pocket.shape, pocket.at), box]
        check_layout(POOL, zones)
        assert [zone.name for zone in list_targets(zones)] == ["left pocket at the foot"]
        assert not tells_aim(POOL, Layout("pot", (ball, zones[1]), Stand(0.6, 0)), zones[1])
        assert kit_of(POOL, zones) == ["1 m of tape", "1 ball", "a tape measure"]
        (tape,) = tape_list(POOL, zones)
        assert tape.steps[-1] == TapeStep(
            "1 ball", ("object ball: in the middle of the table, 30.5 cm short of the foot string",)
        )

    @pytest.mark.parametrize("joined_to", ["", "chair", "under the string", "edge"])
    def test_it_counts_with_another_that_counts_by_itself(self, joined_to: str) -> None:
        edge = Zone("edge", "table", Strip(0.1), (0.0, 2.69), PART, "paper")
        with pytest.raises(CoreError) as caught:
            check_layout(self.TABLE, [self.PAPER, edge, replace(self.GAP, joined_to=joined_to)])
        (problem,) = caught.value.problems
        assert (problem.path, problem.code) == (("zones", 2, "joined_to"), "not_a_choice")
        assert problem.allowed == ["paper"]

    def test_it_is_kept_as_it_was(self) -> None:
        for zone in (self.PAPER, self.GAP, replace(self.PAPER, counts=SET_OUT)):
            assert read_zone(zone.as_dict()) == zone
        assert "counts" not in self.PAPER.as_dict()
        with pytest.raises(CoreError, match="counts must be one of"):
            read_zone({**self.PAPER.as_dict(), "counts": "twice"})
