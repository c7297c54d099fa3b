"""What a layout needs to be laid: how much tape, how many cones, a string over the net."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from math import ceil, hypot

from jolly_core.measures import FOOT_M, IMPERIAL, METRIC
from jolly_core.places.place import AIR, FLOOR, TABLE, WALL, PaintedLine, Place, Surface
from jolly_core.places.zone import Zone, corners_of_zone, extent
from jolly_core.shapes.points import Edge, Point, sides_of
from jolly_core.shapes.shape import LaidWith

#: On the ground, targets at least this wide and deep are marked by cones at their corners. Common practice, no source.
CONES_FROM_M = 1.0
THINGS = {FLOOR: "cones", TABLE: "balls", WALL: "stickers", AIR: "ribbons"}
#: How wide such a thing is, where the place does not say. Common practice, no source.
THING_M = {FLOOR: 0.2, TABLE: 0.05715, WALL: 0.05, AIR: 0.05}
NEAR_M = 0.001


def thing_m(place: Place, surface: Surface) -> float:
    """How wide a thing is that a row is made of there, in metres: on a table with balls of its own, one of those.

    >>> from jolly_core.places.registry import get_place
    >>> place = get_place("cue_table_full")
    >>> thing_m(place, place.surfaces[0])
    0.0525
    """
    return place.sizes.get("ball", THING_M[TABLE]) if surface.kind == TABLE else THING_M[surface.kind]


def kit_of(place: Place, zones: Sequence[Zone], units: str = METRIC) -> list[str]:
    """What to bring for a layout. Lines that are there already, and edges that targets share, need no tape.

    >>> from jolly_core.places.registry import get_place
    >>> from jolly_core.shapes.kinds.rectangle import Rectangle
    >>> kit_of(get_place("plain_wall"), [Zone("box", "wall", Rectangle(1.0, 0.5), (2.0, 1.0))])
    ['3 m of tape', 'a tape measure']
    """
    count = _Count()
    for zone in zones:
        surface = place.surface(zone.surface)
        if surface is not None and surface.kind != AIR:
            count.add(zone, surface, place)
    return [*count.words(units), *_string(place, zones, units)]


@dataclass
class _Count:
    """What has been counted so far: edges to tape, corners to put cones on, things to set out, circles to chalk."""

    edges: set[Edge] = field(default_factory=set)
    cones: set[Point] = field(default_factory=set)
    things: dict[str, int] = field(default_factory=dict)
    circles: int = 0

    def add(self, zone: Zone, surface: Surface, place: Place) -> None:
        if zone.shape.laid_with == LaidWith.CHALK:
            self.circles += 1
        elif zone.shape.laid_with == LaidWith.THINGS:
            name = THINGS[surface.kind]
            self.things[name] = self.things.get(name, 0) + len(zone.shape.things(zone.at))
        elif _takes_cones(zone, surface):
            self.cones.update(_rounded(corner) for corner in corners_of_zone(zone, surface))
        else:
            self.edges |= {edge for edge in _edges(zone, surface) if not _is_there(edge, place, surface)}

    def words(self, units: str) -> Iterator[str]:
        tape_m = sum(_length(edge) for edge in self.edges)
        if tape_m:
            yield f"{_long(tape_m, units)} of tape"
        things = {**self.things, "cones": self.things.get("cones", 0) + len(self.cones)}
        yield from (f"{number} {name[: None if number > 1 else -1]}" for name, number in things.items() if number)
        if self.circles:
            yield f"chalk for {self.circles} circle{'s' if self.circles > 1 else ''}"
        if tape_m or self.circles or any(things.values()):
            yield "a tape measure"


def _long(length_m: float, units: str) -> str:
    """A length to take along, rounded up to half a metre or a foot."""
    if units == IMPERIAL:
        return f"{ceil(length_m / FOOT_M - 1e-6)} ft"
    return f"{ceil(2 * length_m - 1e-6) / 2:g} m"


def _takes_cones(zone: Zone, surface: Surface) -> bool:
    """Whether cones at its corners do: it lies on the ground, and is a box as wide and deep as that."""
    _, (half_x, half_y) = extent(zone, surface)
    return surface.kind == FLOOR and zone.shape.is_box and 2 * min(half_x, half_y) >= CONES_FROM_M


def _edges(zone: Zone, surface: Surface) -> list[Edge]:
    """What is taped of a target, so that edges that two targets share are the same."""
    corners = [_rounded(corner) for corner in corners_of_zone(zone, surface)]
    return [(min(edge), max(edge)) for edge in zone.shape.taped(corners)]


def _rounded(point: Point) -> Point:
    return round(point[0], 3), round(point[1], 3)


def _length(edge: Edge) -> float:
    return hypot(edge[1][0] - edge[0][0], edge[1][1] - edge[0][1])


def _is_there(edge: Edge, place: Place, surface: Surface) -> bool:
    """Whether an edge lies along the edge of its surface, or along a line that is on it already."""
    corners: list[Point] = [(0, 0), (surface.width_m, 0), (surface.width_m, surface.length_m), (0, surface.length_m)]
    around = [PaintedLine(surface.id, "", one, other) for one, other in sides_of(corners)]
    return any(_lies_on(edge, line) for line in (*around, *place.lines_on(surface.id)))


def _lies_on(edge: Edge, line: PaintedLine) -> bool:
    return all(
        abs(
            hypot(x - line.start[0], y - line.start[1])
            + hypot(x - line.end[0], y - line.end[1])
            - _length((line.start, line.end))
        )
        < NEAR_M
        for x, y in edge
    )


def _string(place: Place, zones: Sequence[Zone], units: str) -> Iterator[str]:
    """The string over the net that targets in the air lie under: one, all across."""
    airs = {surface.id: surface.width_m for surface in place.surfaces if surface.kind == AIR}
    longest_m = max((airs[zone.surface] for zone in zones if zone.surface in airs), default=0.0)
    if longest_m:
        yield f"{_long(longest_m, units)} of string and two poles to hold it over the net"
