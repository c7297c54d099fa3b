"""What a place is: surfaces, the lines that are on them already, landmarks to measure from, and its published sizes."""

from __future__ import annotations

from dataclasses import dataclass, field
from itertools import pairwise
from math import cos, radians, sin, sqrt

from jolly_core.shapes.kinds.line import Line
from jolly_core.shapes.kinds.rectangle import Rectangle
from jolly_core.shapes.points import Point
from jolly_core.shapes.shape import Shape

FLOOR, WALL, TABLE, AIR = "floor", "wall", "table", "air"
#: What an athlete can measure and draw; air is only above a net.
KINDS = (FLOOR, WALL, TABLE)
#: Where an upright surface stands for somebody who looks away from the near edge.
AHEAD, LEFT, RIGHT, BEHIND = "ahead", "left", "right", "behind"
EDGES = ("left edge", "right edge", "near edge", "far edge")
#: How near its mouth a ball is that falls into a pocket. Common practice, no source.
MOUTH_DEPTH_M = 0.03


@dataclass(frozen=True)
class Closer:
    """A part of a long surface to be looked at closer, from one distance to another: the pins at the end of a lane."""

    title: str
    from_m: float
    to_m: float


@dataclass(frozen=True)
class Surface:
    """A flat part of a place that targets can lie on, ``width_m`` to the right and ``length_m`` away or up.

    Its near left corner lies ``left_m`` to the right of the place's own and ``away_m`` farther away. A wall at the side
    or ``BEHIND`` is measured as whoever turns to it sees it; its corner that is nearest to the place's own lies there.
    """

    id: str
    title: str
    kind: str
    width_m: float
    length_m: float
    left_m: float = 0.0
    away_m: float = 0.0
    stands: str = AHEAD
    #: What its left, right, near and far edges are, to measure from; None of open ground, which ends nowhere.
    edges: tuple[str, str, str, str] | None = EDGES
    #: Parts of it that are too small to be seen on the whole.
    closer: tuple[Closer, ...] = ()

    @property
    def is_ahead(self) -> bool:
        """Whether it is met head on: of what lies at the side or behind an angle of aim tells nothing."""
        return self.stands == AHEAD

    def plan(self, at: Point) -> Point:
        """Where a spot on it lies, seen from above: how far to the right of the place's corner, and how far away.

        >>> Surface("left_wall", "the left wall", WALL, 9.75, 4.57, stands=LEFT).plan((2.0, 1.0))
        (0.0, 2.0)
        """
        across, up = at
        if self.stands == LEFT:
            return self.left_m, self.away_m + across
        if self.stands == RIGHT:
            return self.left_m, self.away_m + self.width_m - across
        if self.stands == BEHIND:
            return self.left_m + self.width_m - across, self.away_m
        return self.left_m + across, self.away_m + (0.0 if self.is_upright else up)

    @property
    def is_upright(self) -> bool:
        """Whether its length goes up, and not away."""
        return self.kind in (WALL, AIR)


@dataclass(frozen=True)
class PaintedLine:
    """A line that is there already, from one point to another."""

    surface: str
    title: str
    start: Point
    end: Point

    @property
    def is_across(self) -> bool:
        """Whether it runs straight across its surface."""
        return self.start[1] == self.end[1]


@dataclass(frozen=True)
class Landmark:
    """A landmark: something one can hold the end of a tape to."""

    surface: str
    title: str
    at: Point


@dataclass(frozen=True)
class Net:
    """A net across the floor or table at ``y_m``, so high in the middle and at its sides."""

    surface: str
    y_m: float
    centre_m: float
    side_m: float


@dataclass(frozen=True)
class Ready:
    """A shape that is there already: a service box, a half, what lies under a line on the wall, a pocket's mouth."""

    surface: str
    title: str
    at: Point
    shape: Shape


def ready(surface: Surface, title: str, across_m: Point, away_m: Point) -> Ready:
    """The rectangle from one line to another: across, and away or up."""
    (left, right), (near, far) = across_m, away_m
    return Ready(surface.id, title, ((left + right) / 2, (near + far) / 2), Rectangle(right - left, far - near))


def pocket_mouths(
    bed: Surface, corner_m: float, middle_m: float, ends: tuple[str, str]
) -> tuple[tuple[PaintedLine, ...], tuple[Ready, ...]]:
    """The mouths of the six pockets of a cue table: the lines between their jaws, and each as a target.

    ``ends`` are the names of the near and the far end. A pocket is hit by a ball whose middle crosses its mouth.
    """
    leg, half, (near, far) = corner_m / sqrt(2), middle_m / 2, ends
    width, length, middle = bed.width_m, bed.length_m, bed.length_m / 2
    mouths = {
        f"left pocket at the {near}": ((0.0, leg), (leg, 0.0)),
        f"right pocket at the {near}": ((width - leg, 0.0), (width, leg)),
        "left middle pocket": ((0.0, middle - half), (0.0, middle + half)),
        "right middle pocket": ((width, middle - half), (width, middle + half)),
        f"left pocket at the {far}": ((0.0, length - leg), (leg, length)),
        f"right pocket at the {far}": ((width - leg, length), (width, length - leg)),
    }
    lines = tuple(PaintedLine(bed.id, f"mouth of the {title}", *ends) for title, ends in mouths.items())
    pockets = tuple(
        Ready(bed.id, title, ((x + end_x) / 2, (y + end_y) / 2), Line(end_x - x, end_y - y, MOUTH_DEPTH_M))
        for title, ((x, y), (end_x, end_y)) in mouths.items()
    )
    return lines, pockets


@dataclass(frozen=True)
class Place:
    """``sizes`` are the published dimensions by their names, ``source`` says whose they are.

    ``front_m`` is how far away the wall stands that balls are played off to land on the floor; None without one.
    """

    id: str
    title: str
    source: str
    surfaces: tuple[Surface, ...]
    lines: tuple[PaintedLine, ...] = ()
    spots: tuple[Landmark, ...] = ()
    net: Net | None = None
    sizes: dict[str, float] = field(default_factory=dict)
    front_m: float | None = None
    #: What lies between its printed lines, ready to be taken as a target.
    ready: tuple[Ready, ...] = ()

    @property
    def wall_m(self) -> float | None:
        """How far away the upright surface stands that everything is measured from; None for a court or table."""
        first = self.surfaces[0]
        return first.away_m if first.is_upright else None

    def surface(self, surface_id: str) -> Surface | None:
        """The surface of that id, if there is one."""
        return next((each for each in self.surfaces if each.id == surface_id), None)

    def twin(self, surface: Surface) -> Surface:
        """The surface that is its mirror image: the wall at the other side; of all others they themselves."""
        other = {LEFT: RIGHT, RIGHT: LEFT}.get(surface.stands)
        return next((each for each in self.surfaces if each.stands == other), surface)

    def landmarks(self, surface_id: str) -> tuple[Landmark, ...]:
        """What can be measured from on a surface: its corners, and the spots that are on it."""
        surface = self.surface(surface_id)
        own = tuple(spot for spot in self.spots if spot.surface == surface_id)
        return (*corners_of(surface), *own) if surface else own

    def lines_on(self, surface_id: str) -> tuple[PaintedLine, ...]:
        """The lines that are on a surface already."""
        return tuple(line for line in self.lines if line.surface == surface_id)

    def lines_behind_net(self) -> list[tuple[str, float]]:
        """The lines straight across behind the net, the nearest first, and how far behind it each lies."""
        if self.net is None:
            return []
        net_y_m = self.net.y_m
        across = [line for line in self.lines_on(self.net.surface) if line.is_across and line.start[1] > net_y_m]
        return sorted(((line.title, line.start[1] - net_y_m) for line in across), key=lambda line: line[1])


def corners_of(surface: Surface) -> tuple[Landmark, ...]:
    """The corners of a surface, by the names they have for whoever stands before it."""
    near, far = ("bottom", "top") if surface.is_upright else ("near", "far")
    depths = ((near, 0.0), (far, surface.length_m))
    return tuple(
        Landmark(surface.id, f"{depth} {side} corner", (x, y))
        # Only landmarks at a height where a tape's end can be held.
        for depth, y in (depths[:1] if surface.kind == AIR else depths)
        for side, x in (("left", 0.0), ("right", surface.width_m))
    )


def across(surface: Surface, title: str, y_m: float, width_m: float | None = None) -> PaintedLine:
    """A line straight across a surface, centred where it is narrower."""
    half = (width_m or surface.width_m) / 2
    middle = surface.width_m / 2
    return PaintedLine(surface.id, title, (middle - half, y_m), (middle + half, y_m))


def along(surface: Surface, title: str, x_m: float, start_m: float, end_m: float) -> PaintedLine:
    """A line straight away from one (or up, on a wall)."""
    return PaintedLine(surface.id, title, (x_m, start_m), (x_m, end_m))


def arc(
    surface: Surface, title: str, centre: Point, radius_m: float, *, turn: Point, steps: int = 16
) -> tuple[PaintedLine, ...]:
    """A painted arc as short straight lines, counter-clockwise between two angles in degrees from the right.

    >>> lines = arc(Surface("bed", "the bed", TABLE, 2, 2), "the D", (1.0, 1.0), 0.5, turn=(180, 360), steps=2)
    >>> [(round(x, 3), round(y, 3)) for x, y in (lines[0].start, lines[0].end, lines[1].end)]
    [(0.5, 1.0), (1.0, 0.5), (1.5, 1.0)]
    """
    first, last = turn
    angles = [radians(first + (last - first) * step / steps) for step in range(steps + 1)]
    points = [(centre[0] + radius_m * cos(angle), centre[1] + radius_m * sin(angle)) for angle in angles]
    return tuple(PaintedLine(surface.id, title, start, end) for start, end in pairwise(points))


def over_net(base: Surface, net: Net, height_m: float) -> tuple[Surface, tuple[PaintedLine, ...], tuple[Landmark, ...]]:
    """The air above a net, up to ``height_m`` over the floor or table it stands on, with the net's upper edge."""
    sides = ("left side line", "right side line", "floor", "top")
    air = Surface("air", "the air over the net", AIR, base.width_m, height_m, away_m=net.y_m, edges=sides)
    middle = base.width_m / 2
    left, top, right = (0.0, net.side_m), (middle, net.centre_m), (base.width_m, net.side_m)
    lines = (
        PaintedLine("air", "left half of the net", left, top),
        PaintedLine("air", "right half of the net", top, right),
    )
    spots = (
        Landmark("air", "left end of the net's edge", left),
        Landmark("air", "middle of the net's edge", top),
        Landmark("air", "right end of the net's edge", right),
    )
    return air, lines, spots
