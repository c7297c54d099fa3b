"""Places to scale, targets on them, and where the tape goes."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise
from math import hypot

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.errors import CoreError
from jolly_core.measures import read_tape
from jolly_core.places.layout import Layout, Stand, check_layout, distance_to, mirrored, read_layout, tells_aim
from jolly_core.places.place import Place
from jolly_core.places.plain import make_place
from jolly_core.places.registry import PLACES, get_place
from jolly_core.places.tape import tape_list
from jolly_core.places.zone import Zone, corners_of_zone, divide
from jolly_core.shapes.kinds.circle import Circle
from jolly_core.shapes.kinds.rectangle import Rectangle
from jolly_core.shapes.kinds.strip import Strip
from jolly_core.shapes.points import points_in_row

ALL = pytest.mark.parametrize("place", PLACES.values(), ids=PLACES)


# --- published sizes --------------------------------------------------------------------------------------------------


# ITF Rules of Tennis 1; ITTF Laws 2.1, 2.2; WSF court specification; USA Pickleball rulebook 2; WPA and WPBSA
# equipment; USBC lane and pins. All from memory, checked against exact conversions from feet and inches.
@pytest.mark.parametrize(
    ("place_id", "sizes", "exact_m"),
    [
        (
            "tennis_court",
            {"length": 23.77, "singles_width": 8.23, "doubles_width": 10.97, "service_line_from_net": 6.4},
            {"length": 23.7744, "singles_width": 8.2296, "doubles_width": 10.9728, "service_line_from_net": 6.4008},
        ),
        (
            "tennis_court",
            {"half_length": 11.885, "alley": 1.37, "service_box_width": 4.115, "backcourt": 5.485},
            {"half_length": 11.8872, "net_centre": 0.9144, "net_post": 1.0668},
        ),
        (
            "table_tennis_table",
            {"length": 2.74, "width": 1.525, "height": 0.76, "net_height": 0.1525, "net_overhang": 0.1525},
            {"length": 2.7432, "width": 1.524, "height": 0.762, "net_height": 0.1524},
        ),
        (
            "squash_court",
            {"length": 9.75, "width": 6.4, "short_from_back": 4.26, "short_from_front": 5.49, "box": 1.6},
            {"length": 9.7536, "width": 6.4008, "short_from_front": 5.4864, "box": 1.6002},
        ),
        ("squash_court", {"front_out": 4.57, "service": 1.78, "tin": 0.48}, {"front_out": 4.572, "tin": 0.4826}),
        (
            "pickleball_court",
            {
                "length": 13.411,
                "width": 6.096,
                "non_volley_depth": 2.134,
                "service_depth": 4.572,
                "service_width": 3.048,
            },
            {"length": 13.4112, "width": 6.096, "non_volley_depth": 2.1336, "service_depth": 4.572, "net_side": 0.9144},
        ),
        (
            "pool_table_9ft",
            {"length": 2.54, "width": 1.27, "sight": 0.3175, "foot_spot": 0.635, "ball": 0.05715},
            {"length": 2.54, "width": 1.27, "sight": 0.3175, "foot_spot": 0.635},
        ),
        (
            "cue_table_full",
            {"length": 3.569, "width": 1.778, "baulk": 0.737, "d_radius": 0.292, "ball": 0.0525},
            {"length": 3.5687, "width": 1.778, "baulk": 0.7366, "d_radius": 0.2921},
        ),
        # USHA handball rules, one-wall court (20 by 34 ft, wall 16 ft, short line 16 ft): feet, from memory.
        ("one_wall_court", {"width": 6.096, "length": 10.3632}, {"wall_height": 4.8768, "short_from_wall": 4.8768}),
        # BWF Law 1, diagram A (44 by 20 ft; 6 ft 6 in and 2 ft 6 in), from memory.
        (
            "badminton_court",
            {"length": 13.4, "width": 6.1, "singles_width": 5.18, "net_centre": 1.524, "net_post": 1.55},
            {"short_from_net": 1.9812, "doubles_long_from_back": 0.762},
        ),
        # PDGA Technical Standards, target; World Aquatics facilities rules: from memory.
        ("disc_basket", {"circle": 10.0, "rim_height": 0.82, "opening": 0.52, "chains_width": 0.55}, {}),
        ("swim_lane_25m", {"length": 25.0, "flags": 5.0, "line_end": 2.0}, {}),
        (
            "tenpin_lane",
            {
                "foul_to_headpin": 18.288,
                "width": 1.054,
                "approach_min": 4.572,
                "pin_spacing": 0.3048,
                "pin_side": 0.9144,
            },
            {"foul_to_headpin": 18.288, "width": 1.0541, "pin_row": 0.2639645430734969},
        ),
    ],
)
def test_sizes_are_those_of_the_rulebook(place_id: str, sizes: dict[str, float], exact_m: dict[str, float]) -> None:
    place = get_place(place_id)
    for name, value in sizes.items():
        assert place.sizes[name] == pytest.approx(value, abs=5e-4), name
    for name, value in exact_m.items():  # rulebooks round feet and inches to centimetres
        assert place.sizes[name] == pytest.approx(value, abs=5e-3), name


@ALL
def test_everything_lies_on_its_surface_and_has_a_source(place: Place) -> None:
    assert place.source
    ends = [(line.surface, end) for line in place.lines for end in (line.start, line.end)]
    for surface_id, (x, y) in [*ends, *((spot.surface, spot.at) for spot in place.spots)]:
        surface = place.surface(surface_id)
        assert surface
        assert -1e-9 <= x <= surface.width_m + 1e-9
        assert -1e-9 <= y <= surface.length_m + 1e-9
    names = [spot.title for surface in place.surfaces for spot in place.landmarks(surface.id)]
    assert len(names) >= 4


FOOT = 0.3048
ACROSS, AWAY = 0, 1

#: Where lines are painted, by the clause that says so, all from memory: place, line, direction, how far in metres.
PAINTED = [
    # ITF Rules of Tennis, Rule 1: 27 ft between the singles lines of 36 ft; service lines 21 ft from a net at 39 ft.
    ("tennis_court", "left singles line", ACROSS, 4.5 * FOOT),
    ("tennis_court", "right singles line", ACROSS, 31.5 * FOOT),
    ("tennis_court", "near service line", AWAY, 18 * FOOT),
    ("tennis_court", "far service line", AWAY, 60 * FOOT),
    ("tennis_court", "centre service line", ACROSS, 18 * FOOT),
    # ITTF Laws 2.1.6: a centre line divides the surface into two equal half-courts.
    ("table_tennis_table", "centre line", ACROSS, 1.525 / 2),
    # WSF specification, singles court: lines of the front wall and of the floor, boxes of 1.6 m by the short line.
    ("squash_court", "tin", AWAY, 19 / 12 * FOOT),
    ("squash_court", "service line", AWAY, 70 / 12 * FOOT),
    ("squash_court", "short line", AWAY, 4.26),
    ("squash_court", "half-court line", ACROSS, 3.2),
    ("squash_court", "inner side of the left service box", ACROSS, 1.6),
    ("squash_court", "back of the left service box", AWAY, 4.26 - 1.6),
    # USA Pickleball rulebook 2.A and 2.B: 44 ft long, the non-volley lines 7 ft from the net.
    ("pickleball_court", "near non-volley line", AWAY, 15 * FOOT),
    ("pickleball_court", "far non-volley line", AWAY, 29 * FOOT),
    ("pickleball_court", "far centre line", ACROSS, 10 * FOOT),
    # BWF Laws, Law 1 and diagram A: 44 ft by 20 ft; 6.5 ft, 2.5 ft and 1.5 ft inside.
    ("badminton_court", "far short service line", AWAY, 28.5 * FOOT),
    ("badminton_court", "far doubles long service line", AWAY, 41.5 * FOOT),
    ("badminton_court", "left singles line", ACROSS, 1.5 * FOOT),
    # WPA equipment specifications: strings through the second sights, of eight equal parts of 100 in.
    ("pool_table_9ft", "head string", AWAY, 25 / 12 * FOOT),
    ("pool_table_9ft", "foot string", AWAY, 75 / 12 * FOOT),
    # Official Rules of Snooker, section 1: baulk line 29 in from the face of the bottom cushion.
    ("cue_table_full", "baulk line", AWAY, 29 / 12 * FOOT),
    # USHA rules, one-wall courts: short line 16 ft from the wall, service markers 9 ft behind it, of 34 ft.
    ("one_wall_court", "short line", AWAY, 18 * FOOT),
    ("one_wall_court", "left service marker", AWAY, 9 * FOOT),
    # World Aquatics facilities rules: flags 5 m, ends of the lane lines 2 m from the end walls.
    ("swim_lane_25m", "far backstroke flags", AWAY, 20.0),
    ("swim_lane_25m", "near cross of the line", AWAY, 2.0),
]


@pytest.mark.parametrize(("place_id", "title", "axis", "at_m"), PAINTED)
def test_lines_are_painted_where_the_rules_have_them(place_id: str, title: str, axis: int, at_m: float) -> None:
    lines = [line for line in get_place(place_id).lines if line.title == title]
    assert lines
    for line in lines:
        assert (line.start[axis], line.end[axis]) == pytest.approx((at_m, at_m), abs=0.01)  # rulebooks round


def test_arrows_and_dots_are_on_their_boards() -> None:
    """USBC equipment specifications, from memory: 39 boards, seven arrows on every fifth, ten dots in two halves."""
    spots = {spot.title: spot.at for spot in get_place("tenpin_lane").spots}
    board = 1.054 / 39
    for kind, boards in (("arrow", range(5, 36, 5)), ("dot", (3, 5, 8, 11, 14, 26, 29, 32, 35, 37))):
        known = [at for title, at in spots.items() if title.startswith(kind)]
        assert [round(x / board + 0.5, 2) for x, _ in known] == pytest.approx(list(boards))
    assert all(6 * FOOT <= y <= 8 * FOOT for title, (_, y) in spots.items() if title.startswith("dot"))


def test_pins_stand_in_a_triangle() -> None:
    pins = [spot.at for spot in get_place("tenpin_lane").spots if spot.title.startswith("pin ")]
    apart = [hypot(a[0] - b[0], a[1] - b[1]) for place, a in enumerate(pins) for b in pins[place + 1 :]]
    assert len(pins) == 10
    assert sorted(apart)[:18] == pytest.approx([0.3048] * 18)  # 18 pairs of neighbours in a triangle of ten
    assert max(apart) == pytest.approx(0.9144)


def test_unknown_place_is_refused_with_those_there_are() -> None:
    with pytest.raises(CoreError) as refused:
        get_place("the moon")
    assert refused.value.problems[0].allowed == list(PLACES)


def test_a_yard_wall_of_ones_own() -> None:
    pipe = {"title": "foot of the drainpipe", "at": (3.6, 0.0)}
    yard = make_place("yard", "Yard wall", kind="wall", width_m=4.2, length_m=3.0, spots=[pipe])
    assert [spot.title for spot in yard.landmarks("surface")][-1] == "foot of the drainpipe"
    assert yard.sizes == {"width": 4.2, "height": 3.0}
    with pytest.raises(CoreError) as refused:
        make_place("yard", "Yard", kind="roof", width_m=0, length_m=3, spots=[{"title": "pipe", "at": (9, 0)}])
    assert [problem.path for problem in refused.value.problems] == [("kind",), ("width_m",), ("spots", 0, "at")]


# --- layouts ----------------------------------------------------------------------------------------------------------

WALL = make_place("wall", "Wall", kind="wall", width_m=4.0, length_m=3.0)
BOX = Zone("box", "surface", Rectangle(1.0, 0.6), (1.0, 1.0))


def test_a_line_halfway_between_service_line_and_baseline() -> None:
    """Common practice, no source: depth is practised to a line halfway between the service line and the baseline."""
    court = get_place("tennis_court")
    far = {line.title: line.start[1] for line in court.lines}
    back = Zone("back", "court", Rectangle(8.23, 5.485), (10.97 / 2, (far["far service line"] + 23.77) / 2))
    _, deep = divide(back, 1, 2)
    assert corners_of_zone(deep, court.surfaces[0])[0][1] == pytest.approx(23.77 - 5.485 / 2)


def test_a_service_toss_lands_a_foot_to_a_foot_and_a_half_inside_the_court() -> None:
    """Common practice, no source: a toss that is let fall lands 1 to 1.5 ft inside; half a foot of tape lines it."""
    court = get_place("tennis_court")
    toss = Zone("toss", "court", Rectangle(0.5, 0.5 * 0.3048), (6.0, 1.25 * 0.3048))
    check_layout(court, [toss])
    (check,) = tape_list(court, [toss], "imperial")[0].checks
    near, far = (corners_of_zone(toss, court.surfaces[0])[corner][1] for corner in (0, 2))
    assert (read_tape(near, "imperial"), read_tape(far, "imperial")) == ("1 ft", "1 ft 6 in")
    assert check.size == "1 ft 7 3/4 in by 6 in"


def test_a_sheet_of_a4_half_way_up_between_the_two_lines_of_the_front_wall() -> None:
    """Common practice, no source: a sheet of A4 (ISO 216: 210 by 297 mm) on the wall between tin and service line."""
    court = get_place("squash_court")
    sheet = Zone("sheet", "front_wall", Rectangle(0.210, 0.297), (3.2, (0.48 + 1.78) / 2))
    check_layout(court, [sheet])
    low, high = (corners_of_zone(sheet, court.surfaces[1])[corner][1] for corner in (0, 2))
    assert low - 0.48 == pytest.approx(1.78 - high)


def test_balls_a_centimetre_apart_in_a_row() -> None:
    """Common practice, no source: balls are lined up with a gap of a centimetre, here along the foot string."""
    points = points_in_row((0.1, 1.905), (1.17, 1.905), 0.01, 0.05715)
    gaps = {round(b[0] - a[0] - 0.05715, 9) for a, b in pairwise(points)}
    assert gaps == {0.01}
    assert points[-1][0] <= 1.17


@pytest.mark.parametrize(
    ("zones", "path"),
    [
        ([Zone("a", "roof", Circle(0.2), (1, 1))], ("zones", 0, "surface")),
        ([Zone("a", "surface", Circle(0.2), (0.1, 1))], ("zones", 0, "at")),
        ([Zone("a", "surface", Strip(0.5), (2, 2.9))], ("zones", 0, "at")),
        ([BOX, BOX], ("zones", 1, "name")),
        ([Zone("a", "surface", Circle(0), (1, 1))], ("zones", 0, "shape", "radius_m")),
        ([Zone(str(number), "surface", Circle(0.1), (1, 1)) for number in range(41)], ("zones",)),
    ],
    ids=["surface", "over the edge", "strip over the edge", "name", "size", "too many"],
)
def test_targets_that_cannot_be_laid_are_named(zones: list[Zone], path: tuple[object, ...]) -> None:
    with pytest.raises(CoreError) as refused:
        check_layout(WALL, zones)
    assert refused.value.problems[0].path == path


zones = st.builds(
    lambda width, height, x, y: Zone("zone", "surface", Rectangle(width, height), (x, y)),
    st.floats(0.1, 1.0),
    st.floats(0.1, 1.0),
    st.floats(0.5, 3.5),
    st.floats(0.5, 2.5),
)


@given(zones, st.integers(1, 4), st.integers(1, 4))
def test_parts_fill_the_whole_and_are_alike(zone: Zone, columns: int, rows: int) -> None:
    parts = divide(zone, columns, rows)
    corners = [corner for part in parts for corner in corners_of_zone(part, WALL.surfaces[0])]
    whole = corners_of_zone(zone, WALL.surfaces[0])
    for axis in (0, 1):
        found = (min(corner[axis] for corner in corners), max(corner[axis] for corner in corners))
        assert found == pytest.approx((min(c[axis] for c in whole), max(c[axis] for c in whole)))
    assert len({part.name for part in parts}) == columns * rows


@given(zones)
def test_mirrored_twice_is_as_it_was(zone: Zone) -> None:
    once = mirrored(WALL, [zone])
    assert once[0].at[0] == pytest.approx(4.0 - zone.at[0])
    assert mirrored(WALL, once)[0].at == pytest.approx(zone.at)


# --- the tape list ----------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("distance_m", "metric", "imperial"),
    [
        (0.0, "0 cm", "0 in"),
        (1.2345, "123.5 cm", "4 ft 0 1/2 in"),
        (0.3048, "30.5 cm", "1 ft"),
        (0.0254, "2.5 cm", "1 in"),
        (2.0066, "200.5 cm", "6 ft 7 in"),
    ],
)
def test_reads_as_a_tape_does(distance_m: float, metric: str, imperial: str) -> None:
    assert (read_tape(distance_m), read_tape(distance_m, "imperial")) == (metric, imperial)


class TestWallsAllRound:
    """The walls of a court at the side and behind, by hand on paper: seen from above, and mirrored."""

    COURT = get_place("squash_court")

    @pytest.mark.parametrize(
        ("surface", "at", "seen"),
        [
            ("front_wall", (1.0, 2.0), (1.0, 9.75)),
            ("left_wall", (2.0, 1.0), (0.0, 2.0)),
            # Whoever turns to the right wall has the front wall at the left hand.
            ("right_wall", (2.0, 1.0), (6.4, 7.75)),
            # Whoever turns to the back wall has the right wall at the left hand.
            ("back_wall", (1.0, 1.0), (5.4, 0.0)),
            ("floor", (1.0, 2.0), (1.0, 2.0)),
        ],
    )
    def test_where_a_spot_lies_seen_from_above(
        self, surface: str, at: tuple[float, float], seen: tuple[float, float]
    ) -> None:
        found = self.COURT.surface(surface)
        assert found
        assert found.plan(at) == pytest.approx(seen)

    @pytest.mark.parametrize("surface", ["front_wall", "left_wall", "right_wall", "back_wall"])
    @given(across=st.floats(1.0, 5.0))
    def test_mirrored_it_lies_as_far_from_the_other_side(self, surface: str, across: float) -> None:
        zone = Zone("ring", surface, Circle(0.2), (across, 1.0))
        (other,) = mirrored(self.COURT, [zone])
        assert mirrored(self.COURT, [other])[0].at == pytest.approx(zone.at)
        here, there = (self.COURT.surface(each.surface).plan(each.at) for each in (zone, other))  # type: ignore[union-attr]
        assert there == pytest.approx((6.4 - here[0], here[1]))

    def test_how_far_a_ball_flies_to_a_side_wall(self) -> None:
        """From the middle of the court, 3 m before the back wall, to 6 m up the left wall: 3-4-5 would be 3.2 and 3."""
        zone = Zone("ring", "left_wall", Circle(0.2), (6.0, 1.0))
        assert distance_to(self.COURT, Stand(3.2, -3.0), zone) == pytest.approx((3.2**2 + 3.0**2) ** 0.5)
        assert not tells_aim(self.COURT, Layout("side", (zone,), Stand(3, 0)), zone)
        ahead = replace(zone, surface="front_wall")
        assert tells_aim(self.COURT, Layout("ahead", (ahead,), Stand(3, 0)), ahead)

    def test_nobody_stands_behind_the_wall(self) -> None:
        given = {"title": "Ring", "zones": [], "stand": {"x_m": 3.0, "back_m": -9.8}}
        with pytest.raises(CoreError, match="behind the wall"):
            read_layout(self.COURT, given)
        assert read_layout(self.COURT, {**given, "stand": {"x_m": 3.0, "back_m": -9.7}})

    @pytest.mark.parametrize("place", [each for each in PLACES.values() if each.ready], ids=lambda place: place.id)
    def test_what_lies_between_lines_fits_on_its_surface(self, place: Place) -> None:
        zones = [Zone(each.title, each.surface, each.shape, each.at) for each in place.ready]
        check_layout(place, zones)

    def test_the_d_is_a_half_circle_behind_the_baulk_line(self) -> None:
        """Official Rules of Snooker, section 1, from memory: 29 in (737 mm) from the cushion, a radius of 11.5 in."""
        place = get_place("cue_table_full")
        ends = [line.end for line in place.lines if line.title == "the D"]
        assert all(hypot(x - 0.889, y - 0.737) == pytest.approx(0.292) for x, y in ends)
        assert max(y for _, y in ends) <= 0.737 + 1e-9

    def test_a_service_box_is_as_the_rules_have_it(self) -> None:
        """ITF Rules of Tennis, Rule 1, from memory: 21 ft (6.40 m) deep, half of 27 ft (8.23 m) wide."""
        box = next(each for each in get_place("tennis_court").ready if each.title == "left service box")
        assert (box.shape.lengths["width_m"], box.shape.lengths["height_m"]) == pytest.approx((4.115, 6.4))
