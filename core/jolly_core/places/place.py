"""What a place is: surfaces, the lines that are on them already, landmarks to measure from, and its published sizes."""

from __future__ import annotations

from dataclasses import dataclass, field

from jolly_core.shapes.points import Point

FLOOR, WALL, TABLE, AIR = "floor", "wall", "table", "air"
#: What an athlete can measure and draw; air is only above a net.
KINDS = (FLOOR, WALL, TABLE)


@dataclass(frozen=True)
class Surface:
    """A flat part of a place that targets can lie on, ``width_m`` to the right and ``length_m`` away or up.

    Its near left corner lies ``left_m`` to the right of the place's own and ``away_m`` farther away.
    """

    id: str
    title: str
    kind: str
    width_m: float
    length_m: float
    left_m: float = 0.0
    away_m: float = 0.0

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

    def surface(self, surface_id: str) -> Surface | None:
        """The surface of that id, if there is one."""
        return next((each for each in self.surfaces if each.id == surface_id), None)

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


def over_net(base: Surface, net: Net, height_m: float) -> tuple[Surface, tuple[PaintedLine, ...], tuple[Landmark, ...]]:
    """The air above a net, up to ``height_m`` over the floor or table it stands on, with the net's upper edge."""
    air = Surface("air", "the air over the net", AIR, base.width_m, height_m, away_m=net.y_m)
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
