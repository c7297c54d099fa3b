"""Targets laid on a place: named zones on its surfaces, divided, mirrored, checked."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from jolly_core.aim.targets import Circle, Rectangle, Strip, Target, check_target
from jolly_core.errors import CoreError, Problem
from jolly_core.places.place import Place, Point, Surface

MOST_ZONES = 40
#: Rounding in a drawing may carry a target this far over an edge.
HAIR_M = 0.0005


@dataclass(frozen=True)
class Zone:
    """A target on a surface: its name, its shape, and where its middle is. A strip runs all across its surface."""

    name: str
    surface: str
    shape: Target
    at: Point


def corners_of_zone(zone: Zone, surface: Surface) -> list[Point]:
    """The corners of a zone, going round; of a circle its middle alone."""
    if isinstance(zone.shape, Circle):
        return [zone.at]
    (x, y), (half_x, half_y) = _extent(zone, surface)
    return [(x - half_x, y - half_y), (x + half_x, y - half_y), (x + half_x, y + half_y), (x - half_x, y + half_y)]


def _extent(zone: Zone, surface: Surface) -> tuple[Point, Point]:
    """The middle of a zone, and how far it reaches from there to the side and up; a strip reaches all across."""
    shape = zone.shape
    if isinstance(shape, Circle):
        return zone.at, (shape.radius_m, shape.radius_m)
    if isinstance(shape, Strip):
        return (surface.width_m / 2, zone.at[1]), (surface.width_m / 2, shape.width_m / 2)
    return zone.at, (shape.width_m / 2, shape.height_m / 2)


def check_layout(place: Place, zones: Sequence[Zone]) -> None:
    """Raises ``CoreError`` with every zone that cannot be laid, by its place in the list."""
    problems: list[Problem] = []
    if len(zones) > MOST_ZONES:
        problems.append(Problem("too_many", f"A layout holds {MOST_ZONES} targets at most.", ("zones",), len(zones)))
    names = [zone.name for zone in zones]
    for number, zone in enumerate(zones):
        surface = place.surface(zone.surface)
        found = _check_zone(zone, surface, place) if surface else [_no_surface(zone, place)]
        if names.index(zone.name) != number:
            message = f"There are two targets named {zone.name}; give one another name."
            found.append(Problem("taken", message, ("name",), zone.name))
        problems += [problem.under("zones", number) for problem in found]
    if problems:
        raise CoreError(problems)


def _no_surface(zone: Zone, place: Place) -> Problem:
    known = [surface.id for surface in place.surfaces]
    return Problem("unknown_surface", f"{place.title} has no {zone.surface!r}.", ("surface",), zone.surface, known)


def _check_zone(zone: Zone, surface: Surface, place: Place) -> list[Problem]:
    try:
        check_target(zone.shape)
    except CoreError as error:
        return list(error.under("shape").problems)
    (x, y), (half_x, half_y) = _extent(zone, surface)
    over = max(half_x - x, x + half_x - surface.width_m, half_y - y, y + half_y - surface.length_m)
    if over <= HAIR_M:
        return []
    message = f"{zone.name or 'The target'} lies {100 * over:.1f} cm over the edge of {surface.title} of {place.title}."
    return [Problem("off_the_surface", message, ("at",), list(zone.at))]


def mirrored(place: Place, zones: Sequence[Zone]) -> list[Zone]:
    """The layout as a left-hander sees it: left and right of every surface change places."""
    widths = {surface.id: surface.width_m for surface in place.surfaces}
    return [replace(zone, at=(widths[zone.surface] - zone.at[0], zone.at[1])) for zone in zones]


def divide(zone: Zone, columns: int, rows: int) -> list[Zone]:
    """A rectangle in equal parts (halves, thirds, quarters, a cross), row by row from the near or bottom left.

    Raises ``CoreError`` (``not_a_rectangle``) for a round or a strip.

    >>> from jolly_core.aim.targets import Rectangle
    >>> [part.at for part in divide(Zone("box", "wall", Rectangle(2, 1), (1, 0.5)), 2, 1)]
    [(0.5, 0.5), (1.5, 0.5)]
    """
    if not isinstance(zone.shape, Rectangle):
        raise CoreError.one("not_a_rectangle", "Only a rectangle is divided; choose another target.", "shape")
    width_m, height_m = zone.shape.width_m / columns, zone.shape.height_m / rows
    left, low = zone.at[0] - zone.shape.width_m / 2, zone.at[1] - zone.shape.height_m / 2
    return [
        Zone(
            f"{zone.name} {row * columns + column + 1}",
            zone.surface,
            Rectangle(width_m, height_m),
            (left + (column + 0.5) * width_m, low + (row + 0.5) * height_m),
        )
        for row in range(rows)
        for column in range(columns)
    ]


def points_in_row(start: Point, end: Point, apart_m: float, size_m: float = 0.0) -> list[Point]:
    """Where things of a size stand in a row from one spot towards another, with a gap between each two.

    >>> len(points_in_row((0, 0), (0.5, 0), 0.01, 0.05715))
    8
    """
    length = ((end[0] - start[0]) ** 2 + (end[1] - start[1]) ** 2) ** 0.5
    step = apart_m + size_m
    if step <= 0:
        raise CoreError.one("out_of_range", "Things in a row need a size or a gap.", "apart_m", value=apart_m)
    count = int(length / step + 1e-9) + 1
    shares = [number * step / length if length else 0.0 for number in range(count)]
    return [(start[0] + share * (end[0] - start[0]), start[1] + share * (end[1] - start[1])) for share in shares]
