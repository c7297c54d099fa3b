"""What has to be laid on a surface: straight stretches of tape, each once, without the lines that are there already."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from math import dist, inf

from jolly_core.places.place import FLOOR, Place, Surface
from jolly_core.places.zone import Zone, corners_of_zone, extent
from jolly_core.shapes.points import Edge, Point
from jolly_core.shapes.shape import LaidWith

#: On the ground, targets at least this wide and deep are marked by cones at their corners. Common practice, no source.
CONES_FROM_M = 1.0
NEAR_M = 0.001
#: The two directions of a surface: to the right, and away or up. A point's coordinates are in this order.
ACROSS, AWAY = 0, 1


@dataclass(frozen=True, order=True)
class Stretch:
    """A straight piece from ``start_m`` to ``end_m`` along one direction; in the other it lies at ``at_m``."""

    along: int
    at_m: float
    start_m: float
    end_m: float

    @property
    def length_m(self) -> float:
        return self.end_m - self.start_m


@dataclass(frozen=True)
class Taped:
    """The tape of a surface: stretches along its directions, and slanting pieces from end to end."""

    stretches: tuple[Stretch, ...]
    slanting: tuple[Edge, ...]

    @property
    def length_m(self) -> float:
        straight = sum(stretch.length_m for stretch in self.stretches)
        return straight + sum(dist(start, end) for start, end in self.slanting)


def shared_corners(zones: Sequence[Zone], surface: Surface) -> list[list[Point]]:
    """The corners of each target; what differs by no more than a hair, as parts of one whole may, is made the same."""
    corners = [corners_of_zone(zone, surface) for zone in zones]
    across, away = (_levelled(sorted(at[axis] for own in corners for at in own)) for axis in (ACROSS, AWAY))
    return [[(across[x], away[y]) for x, y in own] for own in corners]


def _levelled(values: Sequence[float]) -> dict[float, float]:
    """Each of the ascending values with the one it stands for: the first that is not farther away than a hair."""
    level, stands_for = -inf, {}
    for value in values:
        if value - level > NEAR_M:
            level = value
        stands_for[value] = level
    return stands_for


def takes_cones(zone: Zone, surface: Surface) -> bool:
    """Whether cones at its corners do: it lies on the ground, and is a box as wide and deep as that."""
    _, (half_x, half_y) = extent(zone, surface)
    return surface.kind == FLOOR and zone.shape.is_box and 2 * min(half_x, half_y) >= CONES_FROM_M


def cones_of(place: Place, surface: Surface, zones: Sequence[Zone]) -> list[Point]:
    """Where cones stand, row by row from the near left.

    Corners that two targets share take one, and those where lines cross that are there already take none.
    """
    there = list(_there(place, surface))
    boxes = [zone for zone in zones if takes_cones(zone, surface)]
    corners = {corner for own in shared_corners(boxes, surface) for corner in own if not _is_seen(corner, there)}
    return sorted(corners, key=lambda corner: (corner[AWAY], corner[ACROSS]))


def taped(place: Place, surface: Surface, zones: Sequence[Zone]) -> Taped:
    """The tape of all the targets on a surface: what two of them share once, what is painted or an edge not at all.

    >>> from jolly_core.places.registry import get_place
    >>> from jolly_core.shapes.kinds.rectangle import Rectangle
    >>> wall = get_place("plain_wall")
    >>> halves = [Zone("left", "wall", Rectangle(2, 3), (1, 1.5)), Zone("right", "wall", Rectangle(2, 3), (3, 1.5))]
    >>> taped(wall, wall.surfaces[0], halves).stretches
    (Stretch(along=1, at_m=2.0, start_m=0.0, end_m=3.0),)
    """
    straight, slanting = [], []
    own = [zone for zone in zones if zone.shape.laid_with is LaidWith.TAPE and not takes_cones(zone, surface)]
    for zone, corners in zip(own, shared_corners(own, surface), strict=True):
        for one, other in zone.shape.taped(corners):
            start, end = min(one, other), max(one, other)
            if stretch := _straight(start, end):
                straight.append(stretch)
            elif (start, end) not in slanting:
                slanting.append((start, end))
    there = list(_there(place, surface))
    painted = [(min(line.start, line.end), max(line.start, line.end)) for line in place.lines_on(surface.id)]
    slanting = [edge for edge in slanting if not any(_is_same(edge, line) for line in painted)]
    return Taped(tuple(sorted(_without(joined(straight), there))), tuple(slanting))


def joined(stretches: Iterable[Stretch]) -> list[Stretch]:
    """Stretches on one line that touch or overlap, made one.

    >>> joined([Stretch(0, 1.0, 0.0, 1.0), Stretch(0, 1.0, 1.0, 1.5), Stretch(0, 1.0, 2.0, 3.0)])
    [Stretch(along=0, at_m=1.0, start_m=0.0, end_m=1.5), Stretch(along=0, at_m=1.0, start_m=2.0, end_m=3.0)]
    """
    found: list[Stretch] = []
    for stretch in sorted(stretches):
        last = found[-1] if found else None
        if last and _on_one_line(last, stretch) and stretch.start_m <= last.end_m + NEAR_M:
            found[-1] = Stretch(last.along, last.at_m, last.start_m, max(last.end_m, stretch.end_m))
        else:
            found.append(stretch)
    return found


def _without(stretches: Iterable[Stretch], there: Sequence[Stretch]) -> Iterator[Stretch]:
    """What is left of stretches beside those that are there already."""
    for stretch in stretches:
        left = [stretch]
        for painted in there:
            if _on_one_line(painted, stretch):
                left = [piece for each in left for piece in _cut(each, painted)]
        yield from left


def _cut(stretch: Stretch, out: Stretch) -> Iterator[Stretch]:
    """What is left of a stretch on both sides of another on the same line."""
    for start_m, end_m in (
        (stretch.start_m, min(stretch.end_m, out.start_m)),
        (max(stretch.start_m, out.end_m), stretch.end_m),
    ):
        if end_m - start_m > NEAR_M:
            yield Stretch(stretch.along, stretch.at_m, start_m, end_m)


def _there(place: Place, surface: Surface) -> Iterator[Stretch]:
    """The edges of a surface, where there are any to be seen, a net, and the lines painted on it."""
    if place.net and place.net.surface == surface.id:
        yield Stretch(ACROSS, place.net.y_m, 0.0, surface.width_m)
    if surface.edges:
        for along, at_most_m, length_m in (
            (ACROSS, surface.length_m, surface.width_m),
            (AWAY, surface.width_m, surface.length_m),
        ):
            yield Stretch(along, 0.0, 0.0, length_m)
            yield Stretch(along, at_most_m, 0.0, length_m)
    for line in place.lines_on(surface.id):
        if stretch := _straight(min(line.start, line.end), max(line.start, line.end)):
            yield stretch


def _is_seen(corner: Point, there: Sequence[Stretch]) -> bool:
    """Whether lines cross at a corner, or at the end of one."""
    return all(
        any(
            each.along == along
            and abs(each.at_m - corner[1 - along]) <= NEAR_M
            and each.start_m - NEAR_M <= corner[along] <= each.end_m + NEAR_M
            for each in there
        )
        for along in (ACROSS, AWAY)
    )


def _straight(start: Point, end: Point) -> Stretch | None:
    """The piece between two points, where it runs along a direction of its surface."""
    for along, other in ((ACROSS, AWAY), (AWAY, ACROSS)):
        if abs(start[other] - end[other]) < NEAR_M:
            return Stretch(along, start[other], start[along], end[along])
    return None


def _is_same(one: Edge, other: Edge) -> bool:
    return all(dist(end, its_end) <= NEAR_M for end, its_end in zip(one, other, strict=True))


def _on_one_line(one: Stretch, other: Stretch) -> bool:
    return one.along == other.along and abs(one.at_m - other.at_m) < NEAR_M
