"""Targets on a surface: a zone's name, shape and place, its reach, its corners, its parts, and how it is kept."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, fields, replace
from math import hypot
from typing import Any

from jolly_core.aim.targets import SHAPES, Circle, Line, Rectangle, Row, Strip, Target, name_of_shape
from jolly_core.errors import CoreError, Problem
from jolly_core.places.place import Point, Surface
from jolly_core.validation import check_number

LONGEST_NAME = 40
MOST_PARTS = 16


@dataclass(frozen=True)
class Zone:
    """A target on a surface: its name, its shape, and where its middle is. A strip runs all across its surface."""

    name: str
    surface: str
    shape: Target
    at: Point

    def as_dict(self) -> dict[str, Any]:
        """As it is kept and sent."""
        return {"name": self.name, "surface": self.surface, "shape": write_shape(self.shape), "at": list(self.at)}


def read_zone(given: Mapping[str, Any]) -> Zone:
    """A zone as it was kept or sent.

    Raises ``CoreError``: a name that is empty or too long, a shape of no known kind, a length that is no number.

    >>> read_zone({"name": "sheet", "surface": "wall", "shape": {"kind": "circle", "radius_m": 0.2}, "at": [1, 2]}).at
    (1.0, 2.0)
    """
    name = str(given.get("name", "")).strip()
    problems = []
    if not 1 <= len(name) <= LONGEST_NAME or not name.isprintable():
        message = f"Give the target a name of at most {LONGEST_NAME} letters."
        problems.append(Problem("empty" if not name else "too_long", message, ("name",), name))
    elif "," in name:
        message = "Leave commas out of a target's name: they stand between targets in a pattern."
        problems.append(Problem("has_comma", message, ("name",), name))
    at = list(given.get("at", ()))
    if [check_number("at", each, -1000, 1000) for each in at] != [None, None]:
        problems.append(
            Problem("not_a_number", "Say where the target's middle is: two lengths in metres.", ("at",), at)
        )
    try:
        shape = read_shape(given.get("shape", {}))
    except CoreError as error:
        raise CoreError([*problems, *error.under("shape").problems]) from None
    if problems:
        raise CoreError(problems)
    return Zone(name, str(given.get("surface", "")), shape, (float(at[0]), float(at[1])))


def write_shape(shape: Target) -> dict[str, Any]:
    """A shape as it is kept and sent, which ``read_shape`` reads: its kind and its lengths."""
    return {"kind": name_of_shape(shape), **vars(shape)}


def read_shape(given: Mapping[str, Any]) -> Target:
    """A shape by its kind and lengths. Raises ``CoreError`` with every length that is missing or no number."""
    kind = SHAPES.get(given.get("kind", ""))
    if kind is None:
        message = f"A target is one of {', '.join(SHAPES)}."
        raise CoreError.one("not_a_choice", message, "kind", value=given.get("kind"), allowed=list(SHAPES))
    names = [each.name for each in fields(kind)]
    if found := [problem for name in names if (problem := check_number(name, given.get(name), -1000, 1000))]:
        raise CoreError(found)
    return kind(**{name: float(given[name]) for name in names})


def extent(zone: Zone, surface: Surface) -> tuple[Point, Point]:
    """The middle of a zone, and how far it reaches from there to the side and up; a strip reaches all across."""
    shape = zone.shape
    if isinstance(shape, Circle):
        return zone.at, (shape.radius_m, shape.radius_m)
    if isinstance(shape, Strip):
        return (surface.width_m / 2, zone.at[1]), (surface.width_m / 2, shape.width_m / 2)
    if isinstance(shape, Rectangle):
        return zone.at, (shape.width_m / 2, shape.height_m / 2)
    half = shape.size_m / 2 if isinstance(shape, Row) else 0.0
    return zone.at, (abs(shape.across_m) / 2 + half, abs(shape.up_m) / 2 + half)


def ends_of(zone: Zone) -> tuple[Point, Point]:
    """The two spots that a line or a row lies between."""
    shape = zone.shape
    if not isinstance(shape, (Line, Row)):
        raise CoreError.one("no_ends", f"{zone.name} is neither a line nor a row.", "shape")
    (x, y), across, up = zone.at, shape.across_m / 2, shape.up_m / 2
    return (x - across, y - up), (x + across, y + up)


def corners_of_zone(zone: Zone, surface: Surface) -> list[Point]:
    """The corners of a zone, going round; of a line or row its two ends, of a circle its middle alone."""
    if isinstance(zone.shape, Circle):
        return [zone.at]
    if isinstance(zone.shape, (Line, Row)):
        return list(ends_of(zone))
    (x, y), (half_x, half_y) = extent(zone, surface)
    return [(x - half_x, y - half_y), (x + half_x, y - half_y), (x + half_x, y + half_y), (x - half_x, y + half_y)]


def divide(zone: Zone, columns: int, rows: int) -> list[Zone]:
    """A rectangle in equal parts (halves, thirds, quarters, a cross), row by row from the near or bottom left.

    Raises ``CoreError`` (``not_a_rectangle``) for another shape, (``out_of_range``) for more parts than can be told
    apart.

    >>> [part.at for part in divide(Zone("box", "wall", Rectangle(2, 1), (1, 0.5)), 2, 1)]
    [(0.5, 0.5), (1.5, 0.5)]
    """
    if not isinstance(zone.shape, Rectangle):
        raise CoreError.one("not_a_rectangle", "Only a rectangle is divided; choose another target.", "shape")
    if columns < 1 or rows < 1 or columns * rows > MOST_PARTS:
        message = f"A target is divided into {MOST_PARTS} parts at most."
        raise CoreError.one("out_of_range", message, "columns", value=[columns, rows], allowed=MOST_PARTS)
    width_m, height_m = zone.shape.width_m / columns, zone.shape.height_m / rows
    left, low = zone.at[0] - zone.shape.width_m / 2, zone.at[1] - zone.shape.height_m / 2
    return [
        replace(
            zone,
            name=f"{zone.name} {row * columns + column + 1}",
            shape=Rectangle(width_m, height_m),
            at=(left + (column + 0.5) * width_m, low + (row + 0.5) * height_m),
        )
        for row in range(rows)
        for column in range(columns)
    ]


def things_in_row(zone: Zone) -> list[Point]:
    """Where the things of a row stand."""
    if not isinstance(zone.shape, Row):
        raise CoreError.one("no_ends", f"{zone.name} is no row.", "shape")
    return points_in_row(*ends_of(zone), zone.shape.apart_m, zone.shape.size_m)


def points_in_row(start: Point, end: Point, apart_m: float, size_m: float = 0.0) -> list[Point]:
    """Where things of a size stand in a row from one spot towards another, with a gap between each two.

    >>> len(points_in_row((0, 0), (0.5, 0), 0.01, 0.05715))
    8
    """
    length = hypot(end[0] - start[0], end[1] - start[1])
    step = apart_m + size_m
    if step <= 0:
        raise CoreError.one("out_of_range", "Things in a row need a size or a gap.", "apart_m", value=apart_m)
    count = int(length / step + 1e-9) + 1
    shares = [number * step / length if length else 0.0 for number in range(count)]
    return [(start[0] + share * (end[0] - start[0]), start[1] + share * (end[1] - start[1])) for share in shares]
