"""The tape list: each corner of a target from two landmarks, rounded to what a tape can do.

Where two measured distances meet is the corner; rounding moves it a little, and what that does to the target's area is
said beside it.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations
from math import hypot, sqrt

from jolly_core.measures import METRIC, STEPS_M, read_tape, to_tape
from jolly_core.places.guides import SHARES
from jolly_core.places.place import Landmark, Place, Surface
from jolly_core.places.zone import Zone, corners_of_zone, extent
from jolly_core.shapes.points import Point

#: Two landmarks nearly in line with a corner do not fix it: the sine of the angle between them is at least this.
LEAST_SINE = 0.3
CORNERS = ("near left", "near right", "far right", "far left")
UPRIGHT_CORNERS = ("bottom left", "bottom right", "top right", "top left")
#: How high up a wall one holds a tape without a ladder. Common practice, no source.
ARM_M = 2.1
ENDS = ("one end", "the other end")
#: A change of area too small to see on a tape.
UNSEEN = 0.0005


@dataclass(frozen=True)
class Reach:
    """One distance to lay out: from which landmark, how far, and how it is read off a tape."""

    landmark: str
    distance_m: float
    words: str


@dataclass(frozen=True)
class Fix:
    """Where a corner (or the middle of a circle) is: two distances that meet there."""

    corner: str
    reaches: tuple[Reach, Reach]


@dataclass(frozen=True)
class Taped:
    """A zone's part of the tape list; ``area_change`` is what rounding does to its area, as a share.

    ``size`` is the target itself in words, to check by; ``parts`` says what divides what.
    """

    zone: str
    surface: str
    fixes: tuple[Fix, ...]
    area_change: float
    size: str = ""
    parts: tuple[str, ...] = ()

    @property
    def rounding(self) -> str:
        """What rounding does to it, in words; empty where it has no area."""
        if len(self.fixes) < len(CORNERS):
            return ""
        if abs(self.area_change) < UNSEEN:
            return "rounding leaves its area as it is"
        larger = "larger" if self.area_change > 0 else "smaller"
        return f"rounding makes it {100 * abs(self.area_change):.1f} % {larger}"


def tape_list(place: Place, zones: Sequence[Zone], units: str = METRIC) -> list[Taped]:
    """Where the tape goes, zone by zone."""
    taped = []
    for zone in zones:
        surface = place.surface(zone.surface)
        if surface:
            taped.append(_tape(zone, surface, place.landmarks(zone.surface), units))
    return taped


def _tape(zone: Zone, surface: Surface, landmarks: Sequence[Landmark], units: str) -> Taped:
    corners = corners_of_zone(zone, surface)
    names = _names(corners, surface)
    fixes, moved = [], []
    for name, corner in zip(names, corners, strict=True):
        one, other = _best_pair(corner, landmarks, surface)
        reaches = tuple(_reach(spot, corner, units) for spot in (one, other))
        fixes.append(Fix(name, (reaches[0], reaches[1])))
        moved.append(_meet(one.at, other.at, [to_tape(each.distance_m, units) for each in reaches], corner))
    area = _area(corners)
    change = _area(moved) / area - 1 if area else 0.0
    return Taped(
        zone.name, zone.surface, tuple(fixes), change, zone.shape.words(units), tuple(_parts(zone, surface, units))
    )


def _names(corners: Sequence[Point], surface: Surface) -> Sequence[str]:
    by_count = {1: ("middle",), len(ENDS): ENDS}
    return by_count.get(len(corners), UPRIGHT_CORNERS if surface.is_upright else CORNERS)


def _parts(zone: Zone, surface: Surface, units: str) -> Iterator[str]:
    """Where a target is just a half, third or quarter of what it lies on, or begins there: easier than measuring."""
    if not zone.shape.is_box:
        return
    _, (half_x, half_y) = extent(zone, surface)
    up = "height" if surface.is_upright else "length"
    for name, reach, whole in (("width", 2 * half_x, surface.width_m), (up, 2 * half_y, surface.length_m)):
        for share, _, words in SHARES:
            if abs(reach - share * whole) < STEPS_M[units] / 2:
                yield f"{words} the {name} of {surface.title}"


def _reach(spot: Landmark, corner: Point, units: str) -> Reach:
    distance_m = _distance(spot.at, corner)
    return Reach(spot.title, distance_m, read_tape(distance_m, units))


def _distance(one: Point, other: Point) -> float:
    return hypot(one[0] - other[0], one[1] - other[1])


def _is_in_reach(spot: Landmark, surface: Surface) -> bool:
    return not surface.is_upright or spot.at[1] <= ARM_M


def _best_pair(corner: Point, landmarks: Sequence[Landmark], surface: Surface) -> tuple[Landmark, Landmark]:
    """The two that fix the corner best: within reach, short distances that cross at a wide angle."""

    def cost(pair: tuple[Landmark, Landmark]) -> float:
        one, other = (_distance(spot.at, corner) for spot in pair)
        return (one + other + 0.001) / max(1e-9, _sine(corner, pair))

    pairs = list(combinations(landmarks, 2))
    wide = [pair for pair in pairs if _sine(corner, pair) >= LEAST_SINE]
    near = [pair for pair in wide if all(_is_in_reach(spot, surface) for spot in pair)]
    return min(near or wide or pairs, key=cost)


def _sine(corner: Point, pair: tuple[Landmark, Landmark]) -> float:
    """Of the angle between the ways to two landmarks; 1 where the corner is at one of them, which fixes it alone."""
    (ax, ay), (bx, by) = ((spot.at[0] - corner[0], spot.at[1] - corner[1]) for spot in pair)
    lengths = hypot(ax, ay) * hypot(bx, by)
    return abs(ax * by - ay * bx) / lengths if lengths else 1.0


def _meet(one: Point, other: Point, distances: Sequence[float], near: Point) -> Point:
    """Where two circles meet, the crossing nearer to a point; where they just miss, between them."""
    apart = _distance(one, other)
    first, second = distances
    along = (first**2 - second**2 + apart**2) / (2 * apart)
    up = sqrt(max(0.0, first**2 - along**2))
    ux, uy = (other[0] - one[0]) / apart, (other[1] - one[1]) / apart
    x, y = one[0] + along * ux, one[1] + along * uy
    return min(((x - up * uy, y + up * ux), (x + up * uy, y - up * ux)), key=lambda point: _distance(point, near))


def _area(corners: Sequence[Point]) -> float:
    """By the shoelace formula."""
    pairs = zip(corners, [*corners[1:], *corners[:1]], strict=True)
    return abs(sum(x1 * y2 - x2 * y1 for (x1, y1), (x2, y2) in pairs)) / 2
