"""Targets on a surface: a zone's name, shape and place, its reach, its corners, its parts, and how it is kept."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

from jolly_core.errors import CoreError, Problem
from jolly_core.places.place import Surface
from jolly_core.shapes.points import Point
from jolly_core.shapes.registry import read_shape, write_shape
from jolly_core.shapes.shape import Shape
from jolly_core.validation import check_choice, check_number

LONGEST_NAME = 40
#: How what lies there counts: by itself; with another target, by one ball that meets both, or as a part of it, as where
#: it goes on round a corner; or not at all, as a ball or a cone that is only set out.
ALONE, BOTH, PART, SET_OUT = "alone", "both", "part", "set_out"
WAYS_TO_COUNT = (ALONE, BOTH, PART, SET_OUT)


@dataclass(frozen=True)
class Zone:
    """A target on a surface: its name, its shape, and where its middle is. A strip runs all across its surface.

    ``joined_to`` names the target that it counts with.
    """

    name: str
    surface: str
    shape: Shape
    at: Point
    counts: str = ALONE
    joined_to: str = ""

    @property
    def is_joined(self) -> bool:
        """Whether it counts with another target."""
        return self.counts in (BOTH, PART)

    def as_dict(self) -> dict[str, Any]:
        """As it is kept and sent."""
        written = {"name": self.name, "surface": self.surface, "shape": write_shape(self.shape), "at": list(self.at)}
        joined = {"joined_to": self.joined_to} if self.is_joined else {}
        return written if self.counts == ALONE else {**written, "counts": self.counts, **joined}


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
    counts = given.get("counts", ALONE)
    if problem := check_choice("counts", counts, WAYS_TO_COUNT):
        problems.append(problem)
    try:
        shape = read_shape(given.get("shape", {}))
    except CoreError as error:
        raise CoreError([*problems, *error.under("shape").problems]) from None
    if problems:
        raise CoreError(problems)
    joined_to = str(given.get("joined_to", "")).strip() if counts in (BOTH, PART) else ""
    return Zone(name, str(given.get("surface", "")), shape, (float(at[0]), float(at[1])), counts, joined_to)


def list_targets(zones: Sequence[Zone]) -> tuple[Zone, ...]:
    """What counts by itself, in its order: not what is joined to another target, nor what is only set out."""
    return tuple(zone for zone in zones if zone.counts == ALONE)


def extent(zone: Zone, surface: Surface) -> tuple[Point, Point]:
    """The middle of a zone, and how far it reaches from there to the side and up; a strip reaches all across."""
    x = surface.width_m / 2 if zone.shape.runs_across else zone.at[0]
    return (x, zone.at[1]), zone.shape.half(surface.width_m)


def corners_of_zone(zone: Zone, surface: Surface) -> list[Point]:
    """The corners of a zone, going round; of a line or row its two ends, of a circle its middle alone."""
    middle, _ = extent(zone, surface)
    return zone.shape.corners(middle, surface.width_m)


def divide(zone: Zone, columns: int, rows: int) -> list[Zone]:
    """A rectangle in equal parts (halves, thirds, quarters, a cross), row by row from the near or bottom left.

    Raises ``CoreError`` (``not_a_rectangle``) for another shape, (``out_of_range``) for more parts than can be told
    apart.

    >>> from jolly_core.shapes.kinds.rectangle import Rectangle
    >>> [part.at for part in divide(Zone("box", "wall", Rectangle(2, 1), (1, 0.5)), 2, 1)]
    [(0.5, 0.5), (1.5, 0.5)]
    """
    x, y = zone.at
    return [
        replace(zone, name=f"{zone.name} {number}", shape=shape, at=(x + right, y + above))
        for number, (shape, (right, above)) in enumerate(zone.shape.divide(columns, rows), start=1)
    ]
