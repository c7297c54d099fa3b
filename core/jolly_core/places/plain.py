"""Plain places: a wall of its own size, a mat, and an athlete's own, made from what was measured."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from jolly_core.errors import CoreError, Problem
from jolly_core.places.place import FLOOR, KINDS, WALL, Landmark, Place, Surface
from jolly_core.stored import Stored
from jolly_core.validation import check_choice

MEASURED = "measured on the spot"
WALL_SIZES, MAT_SIZES = {"width": 4.0, "height": 3.0}, {"width": 2.0, "length": 6.0}
SMALLEST_M, LARGEST_M = 0.1, 200.0

PLAIN_WALL = Place(
    "plain_wall", "Plain wall", MEASURED, (Surface("wall", "the wall", WALL, 4.0, 3.0),), sizes=WALL_SIZES
)
PLAIN_MAT = Place("plain_mat", "Plain mat", MEASURED, (Surface("mat", "the mat", FLOOR, 2.0, 6.0),), sizes=MAT_SIZES)


@dataclass(frozen=True)
class MeasuredSpot:
    """A landmark on a place of the athlete's own: metres from its left edge, and from the near edge or up."""

    title: str
    at: tuple[float, float]


@dataclass(frozen=True)
class Measured(Stored):
    """What an athlete measured of a place: one surface with what is on it to measure from, such as a drainpipe."""

    kind: str
    width_m: float
    length_m: float
    spots: tuple[MeasuredSpot, ...] = ()

    def place(self, place_id: str, title: str) -> Place:
        """The place to scale. Raises ``CoreError`` with every size that cannot be, and every spot off the surface."""
        return make_place(
            place_id,
            title,
            kind=self.kind,
            width_m=self.width_m,
            length_m=self.length_m,
            spots=[{"title": spot.title, "at": spot.at} for spot in self.spots],
        )


def make_place(
    place_id: str,
    title: str,
    *,
    kind: str,
    width_m: float,
    length_m: float,
    spots: Sequence[Mapping[str, Any]] = (),
) -> Place:
    """An athlete's own place: one surface with what is on it to measure from, such as a drainpipe.

    Raises ``CoreError`` with every size that cannot be, and every spot that is not on the surface.

    >>> make_place("yard", "Yard wall", kind="wall", width_m=4.2, length_m=3,
    ...            spots=[{"title": "foot of the drainpipe", "at": (3.6, 0)}]).landmarks("surface")[-1].title
    'foot of the drainpipe'
    """
    problems = [check_choice("kind", kind, KINDS)]
    for name, value in (("width_m", width_m), ("length_m", length_m)):
        if not SMALLEST_M <= value <= LARGEST_M:
            allowed = [SMALLEST_M, LARGEST_M]
            message = f"A place is {SMALLEST_M:g} to {LARGEST_M:g} m wide and long; {value:g} is outside."
            problems.append(Problem("out_of_range", message, (name,), value, allowed))
    for place, spot in enumerate(spots):
        x, y = spot["at"]
        if not (0 <= x <= width_m and 0 <= y <= length_m):
            message = f"{spot['title']} does not lie on a surface of {width_m:g} by {length_m:g} m."
            problems.append(Problem("off_the_surface", message, ("spots", place, "at"), [x, y]))
    if found := [problem for problem in problems if problem]:
        raise CoreError(found)
    surface = Surface("surface", f"the {kind}", kind, width_m, length_m)
    sizes = {"width": width_m, "height" if surface.is_upright else "length": length_m}
    marked = tuple(Landmark("surface", str(spot["title"]), (spot["at"][0], spot["at"][1])) for spot in spots)
    return Place(place_id, title, MEASURED, (surface,), spots=marked, sizes=sizes)
