"""The tape list, followed to the word: whoever lays what it says has the targets of the layout, and nothing else."""

from __future__ import annotations

import re
from collections.abc import Iterator
from itertools import product
from math import hypot

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import least_squares

from jolly_core.measures import STEPS_M
from jolly_core.places.place import AIR, Place, Surface
from jolly_core.places.registry import PLACES, get_place
from jolly_core.places.tape import tape_list
from jolly_core.places.zone import Zone, corners_of_zone, divide
from jolly_core.shapes.kinds.circle import Circle
from jolly_core.shapes.kinds.line import Line
from jolly_core.shapes.kinds.rectangle import Rectangle
from jolly_core.shapes.kinds.row import Row
from jolly_core.shapes.kinds.strip import Strip
from jolly_core.shapes.points import Point

WALL = get_place("plain_wall")
Segment = tuple[Point, Point]


class Follower:
    """Somebody with a tape measure who knows the place, and reads nothing but the words of the list."""

    def __init__(self, place: Place, surface: Surface) -> None:
        self.surface = surface
        self.wholes = (surface.width_m, surface.length_m)
        self.names: list[dict[str, list[float]]] = [{}, {}]
        for line in place.lines_on(surface.id):
            for axis in (0, 1):
                if line.start[axis] == pytest.approx(line.end[axis]):
                    self.names[axis].setdefault(line.title, []).append(line.start[axis])
        for spot in place.spots:
            if spot.surface == surface.id:
                for axis in (0, 1):
                    self.names[axis].setdefault(spot.title, []).append(spot.at[axis])
        for title, (axis, at_m) in zip(
            surface.edges or (), ((0, 0.0), (0, self.wholes[0]), (1, 0.0), (1, self.wholes[1])), strict=False
        ):
            self.names[axis].setdefault(title, []).append(at_m)
        if surface.is_upright:
            self.names[1]["floor"] = [0.0]
        if place.net:
            self.names[1]["net"] = [place.net.y_m]

    def read(self, words: str, axis: int) -> list[float]:
        """All the positions in a line of the list."""
        return [at_m for part in words.split("; ") for at_m in self._part(part.removeprefix("in each row "), axis)]

    def _part(self, words: str, axis: int) -> Iterator[float]:
        whole = self.wholes[axis]
        if match := re.fullmatch(r"(?:on|at|in line with) the (.+)", words):
            yield self._known(match[1], axis)
        elif words.startswith(("in the middle of", "half-way across", "half-way along")):
            yield whole / 2
        elif match := re.match(r"(a third|two thirds|a quarter|three quarters) of the way (?:across|along)", words):
            yield {"a third": 1 / 3, "two thirds": 2 / 3, "a quarter": 1 / 4, "three quarters": 3 / 4}[match[1]] * whole
        elif match := re.fullmatch(r"half-way between the (.+) and the (.+)", words):
            yield (self._known(match[1], axis) + self._known(match[2], axis)) / 2
        elif match := re.fullmatch(r"a third of the way from the (.+) to the (.+)", words):
            one, other = (self._known(match[each], axis) for each in (1, 2))
            yield one + (other - one) / 3
        else:
            match = re.fullmatch(
                r"(.+?(?:cm|in|ft)) (up|above|below|beyond|short of|right of|left of|from)(?: the (.+))?", words
            )
            assert match, words
            base = 0.0 if match[2] == "up" else self._known(match[3], axis)
            is_back = match[2] in ("below", "short of", "left of") or (match[2] == "from" and base > whole / 2)
            for length in re.split(r", | and ", match[1]):
                yield base + (-1 if is_back else 1) * metres(length)

    def _known(self, title: str, axis: int) -> float:
        known = {round(each, 4) for each in self.names[axis][title]}
        assert len(known) == 1, f"{title} is in {len(known)} places"
        return known.pop()


def metres(words: str) -> float:
    """What a tape reads, in metres.

    >>> metres("112.5 cm"), round(metres("1 ft 3 3/4 in"), 4)
    (1.125, 0.4001)
    """
    if words.endswith("cm"):
        return float(words.removesuffix(" cm")) / 100
    feet, inches = re.fullmatch(r"(?:(\d+) ft)? ?(?:([\d/ ]+) in)?", words).groups()  # type: ignore[union-attr]
    whole = sum(int(part) if "/" not in part else int(part[0]) / int(part[2]) for part in (inches or "0").split())
    return int(feet or 0) * 0.3048 + whole * 0.0254


def followed(place: Place, zones: list[Zone], units: str = "metric") -> tuple[list[Segment], list[Point]]:
    """The tape that lies, and the cones that stand, on one surface when its list has been followed."""
    (tape,) = tape_list(place, zones, units)
    surface = place.surface(tape.surface)
    assert surface
    follower = Follower(place, surface)
    segments: list[Segment] = []
    cones: list[Point] = []
    width, length = follower.wholes

    def lay(along: int, at_m: list[float], ends: tuple[float, float]) -> None:
        for each in at_m:
            start, end = ((ends[0], each), (ends[1], each)) if along == 0 else ((each, ends[0]), (each, ends[1]))
            segments.append((start, end))

    for step in tape.steps:
        if re.fullmatch(r"\d+ strips?", step.what):
            up, across = (line.rpartition(", ")[0] for line in step.where)
            lay(1, follower.read(up, 0), (0.0, length))
            lay(0, follower.read(across, 1), (0.0, width))
        elif match := re.fullmatch(r"\d+ strips? (all across|all along|from bottom to top)", step.what):
            along = 0 if match[1] == "all across" else 1
            lay(along, follower.read(step.where[0], 1 - along), (0.0, (width, length)[along]))
        elif match := re.fullmatch(r"\d+ strips? (across|up|along), .+? long, from (.+)", step.what):
            along = 0 if match[1] == "across" else 1
            # "from 92 cm to 112 cm up", or "from the tin to 20 cm below the service line": several ways to cut at "to".
            lay(along, follower.read(step.where[0], 1 - along), ends_of(follower, match[2], along))
        elif re.fullmatch(r"\d+ cones?( in \d+ rows)?", step.what):
            cones += [(x, y) for y in follower.read(step.where[0], 1) for x in follower.read(step.where[1], 0)]
    return segments, cones


def ends_of(follower: Follower, words: str, along: int) -> tuple[float, float]:
    """Where a strip begins and ends."""
    for cut in re.finditer(" to ", words):
        first, last = words[: cut.start()], words[cut.end() :]
        if re.fullmatch(r"[\d/. ]+(?:cm|in|ft)(?: [\d/ ]+in)?", first):
            first = f"{first} {re.sub(r'^[0-9/. ]+(?:cm|in|ft)(?: [0-9/ ]+in)? ', '', last)}"
        try:
            (start,), (end,) = (
                follower.read(f"on {each}" if each.startswith("the ") else each, along) for each in (first, last)
            )
        except (AssertionError, KeyError):
            continue
        return min(start, end), max(start, end)
    raise AssertionError(words)


def off(point: Point, segment: Segment) -> float:
    """How far a point is from a segment."""
    (x, y), (other_x, other_y) = segment
    length = hypot(other_x - x, other_y - y)
    share = 0.0 if not length else ((point[0] - x) * (other_x - x) + (point[1] - y) * (other_y - y)) / length**2
    share = min(1.0, max(0.0, share))
    return hypot(point[0] - x - share * (other_x - x), point[1] - y - share * (other_y - y))


def along_segment(segment: Segment, steps: int = 8) -> list[Point]:
    (x, y), (other_x, other_y) = segment
    return [(x + (other_x - x) * step / steps, y + (other_y - y) * step / steps) for step in range(steps + 1)]


def sides(zone: Zone, surface: Surface) -> list[Segment]:
    corners = corners_of_zone(zone, surface)
    return list(zip(corners, [*corners[1:], corners[0]], strict=True))


def painted(place: Place, surface: Surface) -> list[Segment]:
    width, length = surface.width_m, surface.length_m
    corners = [(0.0, 0.0), (width, 0.0), (width, length), (0.0, length)]
    around = list(zip(corners, [*corners[1:], corners[0]], strict=True)) if surface.edges else []
    net = place.net and place.net.surface == surface.id and [((0.0, place.net.y_m), (width, place.net.y_m))]
    return around + (net or []) + [(line.start, line.end) for line in place.lines_on(surface.id)]


def crossings(lines: list[Segment]) -> list[Point]:
    """Where one of the lines meets another, or ends on it."""
    level = [(start, end) for start, end in lines if start[1] == pytest.approx(end[1])]
    upright = [(start, end) for start, end in lines if start[0] == pytest.approx(end[0])]
    met = [(one[0][0], other[0][1], one, other) for one in upright for other in level]
    return [(x, y) for x, y, one, other in met if off((x, y), one) < 0.002 and off((x, y), other) < 0.002]


def on_grid(draw: st.DrawFn, surface: Surface) -> tuple[float, float, float, float]:
    """A box anywhere on a surface, often with sides on lines, halves and thirds."""
    xs, ys = (
        sorted(draw(st.sets(st.one_of(st.sampled_from(parts), st.floats(0, whole)), min_size=2, max_size=2)))
        for whole, parts in (
            (whole, [whole * share for share in (0, 1 / 4, 1 / 3, 1 / 2, 2 / 3, 3 / 4, 1)])
            for whole in (surface.width_m, surface.length_m)
        )
    )
    return xs[0], xs[1], ys[0], ys[1]


SURFACES = [
    (place, surface) for place in PLACES.values() for surface in place.surfaces if surface.kind != AIR and surface.edges
]


@st.composite
def boxes_somewhere(draw: st.DrawFn) -> tuple[Place, Surface, list[Zone]]:
    place, surface = draw(st.sampled_from(SURFACES))
    x, far_x, y, far_y = on_grid(draw, surface)
    width, height = max(far_x - x, 0.05), max(far_y - y, 0.05)
    x, y = min(x, surface.width_m - width), min(y, surface.length_m - height)
    whole = Zone("box", surface.id, Rectangle(width, height), (x + width / 2, y + height / 2))
    columns, rows = draw(st.integers(1, 3)), draw(st.integers(1, 3))
    return place, surface, divide(whole, columns, rows)


@given(boxes_somewhere(), st.sampled_from(["metric", "imperial"]))
def test_whoever_follows_the_list_has_the_targets_and_nothing_else(
    case: tuple[Place, Surface, list[Zone]], units: str
) -> None:
    place, surface, zones = case
    tape, cones = followed(place, zones, units)
    slack = STEPS_M[units] * 1.01 + 0.002
    there = [*tape, *painted(place, surface)]
    all_sides = [side for zone in zones for side in sides(zone, surface)]
    if any("cone" in step.what for step in tape_list(place, zones, units)[0].steps) or not tape:
        corners = [corner for zone in zones for corner in corners_of_zone(zone, surface)]
        seen = [*cones, *crossings(painted(place, surface))]
        assert all(min(hypot(x - a, y - b) for a, b in seen) <= slack * 1.5 for x, y in corners)
        assert all(min(hypot(x - a, y - b) for x, y in corners) <= slack * 1.5 for a, b in cones)
        return
    for side in all_sides:
        assert all(min(off(point, segment) for segment in there) <= slack for point in along_segment(side))
    for segment in tape:
        assert all(min(off(point, side) for side in all_sides) <= slack for point in along_segment(segment))
    for one, other in product(tape, tape):  # nothing is laid twice
        if one is not other:
            assert not all(off(point, other) < 0.001 for point in along_segment(one, 2))


@given(boxes_somewhere())
def test_measured_again_by_trilateration_corners_are_where_they_should_be(
    case: tuple[Place, Surface, list[Zone]],
) -> None:
    """A second person measures each corner from three corners of the surface; SciPy finds where those meet."""
    place, surface, zones = case
    tape, cones = followed(place, zones)
    ends = [end for segment in [*tape, *painted(place, surface)] for end in segment]
    xs, ys = {x for x, _ in ends}, {y for _, y in ends}
    stations = [(0.0, 0.0), (surface.width_m, 0.0), (0.0, surface.length_m)]
    for corner in (corner for zone in zones for corner in corners_of_zone(zone, surface)):
        seen = [*cones, (min(xs, key=lambda x: abs(x - corner[0])), min(ys, key=lambda y: abs(y - corner[1])))]
        laid = min(seen, key=lambda at: hypot(at[0] - corner[0], at[1] - corner[1]))
        taped_m = [hypot(laid[0] - x, laid[1] - y) for x, y in stations]

        def misses(at: Point, taped_m: list[float] = taped_m) -> list[float]:
            return [hypot(at[0] - x, at[1] - y) - each for (x, y), each in zip(stations, taped_m, strict=True)]

        found = least_squares(misses, (surface.width_m / 2, surface.length_m / 2)).x
        assert hypot(found[0] - corner[0], found[1] - corner[1]) <= 0.0075


def steps_of(place_id: str, *zones: Zone, units: str = "metric") -> list[tuple[str, ...]]:
    return [(step.what, *step.where) for tape in tape_list(get_place(place_id), zones, units) for step in tape.steps]


class TestInWords:
    """Lists as one person would write them on a card. Common practice, no source."""

    def test_four_quarters_are_two_strips(self) -> None:
        quarters = [
            Zone("low left", "wall", Rectangle(2, 1.12), (1, 0.56)),
            Zone("low right", "wall", Rectangle(2, 1.12), (3, 0.56)),
            Zone("high left", "wall", Rectangle(2, 1.88), (1, 2.06)),
            Zone("high right", "wall", Rectangle(2, 1.88), (3, 2.06)),
        ]
        assert steps_of("plain_wall", *quarters) == [
            ("2 strips", "in the middle of the wall, from bottom to top", "112 cm up, all across")
        ]

    def test_what_is_painted_is_not_laid(self) -> None:
        for place in PLACES.values():
            for ready in place.ready:
                # Halves are no more than named: all else lies between lines, walls and a net.
                steps = steps_of(place.id, Zone("box", ready.surface, ready.shape, ready.at))
                assert steps == [] or "half" in ready.title, (place.id, ready.title, steps)
        sheet = Zone("strip", "front_wall", Strip(1.3), (0, 1.13))
        assert steps_of("squash_court", sheet) == []

    def test_a_corner_is_said_from_the_lines_that_are_nearest(self) -> None:
        corner = Zone("corner", "court", Rectangle(0.6, 0.6), (1.67, 17.985))
        assert steps_of("tennis_court", corner) == [
            (
                "1 strip across, 60 cm long, from the left singles line to 60 cm right of the left singles line",
                "60 cm short of the far service line",
            ),
            (
                "1 strip along, 60 cm long, from 60 cm short of the far service line to the far service line",
                "60 cm right of the left singles line",
            ),
        ]

    def test_what_lies_far_apart_is_measured_from_the_nearest_each(self) -> None:
        boxes = [Zone(f"box {at}", "wall", Rectangle(0.6, 0.4), (at, 1.0)) for at in (0.5, 3.4)]
        up = next(step for step in steps_of("plain_wall", *boxes) if "strips up" in step[0])
        assert up[1] == "20 cm and 80 cm from the left edge; 90 cm and 30 cm from the right edge"

    def test_cones_stand_in_rows_and_shared_ones_once(self) -> None:
        lanes = [Zone(f"lane {n}", "mat", Rectangle(1, 2), (0.5 + n, 2)) for n in range(2)]
        assert steps_of("plain_mat", *lanes) == [
            (
                "6 cones in 2 rows",
                "100 cm and 300 cm from the near edge",
                "in each row at the left edge; in the middle of the mat; at the right edge",
            )
        ]

    def test_on_open_ground_a_diagonal_makes_it_square(self) -> None:
        zone = Zone("box", "ground", Rectangle(2, 2), (6, 6))
        (tape,) = tape_list(get_place("disc_basket"), [zone])
        assert [step.what for step in tape.steps] == ["4 cones in 2 rows"]
        assert tape.steps[0].where[0] == "550 cm and 350 cm short of the foot of the pole"
        # The diagonal of a square of 2 m: 2 * sqrt(2) = 2.828 m.
        assert tape.checks[0].size == "200 cm by 200 cm; from corner to corner 283 cm"

    def test_chalk_balls_and_slanting_tape(self) -> None:
        ring = Zone("ring", "wall", Circle(0.2), (1.37, 1.6))
        assert steps_of("plain_wall", ring, units="imperial") == [
            ("Chalk 1 circle 1 ft 3 3/4 in across", "ring: its middle 4 ft 6 in from the left edge, 5 ft 3 in up")
        ]
        row = Zone("row", "table", Row(1.17, 0.0, 0.01, 0.05715), (0.635, 1.905))
        assert steps_of("pool_table_9ft", row) == [
            (
                "18 balls in a row",
                "from 5 cm from the left cushion, on the foot string",
                "to 8 cm from the right cushion, on the foot string",
                "6.7 cm from middle to middle",
            )
        ]
        line = Zone("line", "mat", Line(1, 1, 0.1), (1, 1))
        assert steps_of("plain_mat", line) == [
            (
                "1 strip aslant",
                "from a quarter of the way across the mat, 50 cm from the near edge",
                "to three quarters of the way across the mat, a quarter of the way along the mat",
            )
        ]

    def test_over_a_net_hang_strings_and_ribbons(self) -> None:
        gap = Zone("gap", "air", Rectangle(2.0, 0.6), (5.485, 1.3))
        low = Zone("low", "air", Strip(0.4), (0, 0.7))  # reaches down into the net
        assert steps_of("tennis_court", gap)[0] == ("1 string all across, level", "160 cm above the court")
        assert steps_of("tennis_court", low) == []


def test_what_rounding_does_is_said_where_it_can_be_seen() -> None:
    # 10.2 cm is laid as 10 cm: 2 % less, as the width stays.
    narrow = Zone("narrow", "wall", Rectangle(1.0, 0.102), (2.0, 1.051))
    (tape,) = tape_list(WALL, [narrow])
    assert (tape.checks[0].size, tape.checks[0].rounding) == ("100 cm by 10 cm", "rounding makes it 2.0 % smaller")
    (even,) = tape_list(WALL, [Zone("even", "wall", Rectangle(1.0, 0.5), (2.0, 1.0))])
    assert even.checks[0].rounding == ""
