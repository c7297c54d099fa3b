"""Lines of flight, straight ones: off a wall by mirror images, over a net by similar triangles. Lengths in metres.

Real balls drop, spin and rub: these lines say where to aim first, not where a ball will go.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import atan2, degrees, hypot

from jolly_core.errors import CoreError

Point = tuple[float, float]
Point3 = tuple[float, float, float]


@dataclass(frozen=True)
class Bounce:
    """Where a wall is hit, how long the whole way is, and the angle from the wall's normal, in degrees."""

    at_m: float
    path_m: float
    angle_deg: float


@dataclass(frozen=True)
class Flight:
    """Where walls are met, as (x, y, height); how long the way is seen from above, and each leg of it."""

    touches: tuple[Point3, ...]
    path_m: float
    legs_m: tuple[float, ...]


def bounce_off_wall(here: Point, there: Point) -> Bounce:
    """Where on a wall to aim from here to reach there, seen from above (Hero's mirror principle).

    Points are (along the wall, away from it). Raises ``CoreError`` (``behind_wall``) for one on or behind the wall.

    >>> bounce_off_wall((0, 2), (3, 4)).at_m
    1.0
    """
    (x1, away1), (x2, away2) = here, there
    for name, away in (("here", away1), ("there", away2)):
        if away <= 0:
            raise CoreError.one("behind_wall", "Stand and aim in front of the wall.", name, value=away, allowed="> 0")
    along = x2 - x1
    at_m = x1 + along * away1 / (away1 + away2)
    return Bounce(at_m, hypot(along, away1 + away2), degrees(atan2(abs(along), away1 + away2)))


def bank(here: Point, there: Point, walls: Sequence[str], room: Point) -> list[Point]:
    """Where a ball touches the walls of a room on its way, in order; seen from above, by repeated mirror images.

    ``walls`` are of "L", "R" (where x is 0 or the room's width) and "B", "T" (y is 0 or its length); for a ball of
    some size shrink the room by its radius on each side. Raises ``CoreError`` (``no_way``) where there is no such line.

    >>> [round(x, 3) for x in bank((0.635, 0.3175), (1.905, 0.635), ["T"], (2.54, 1.27))[0]]
    [1.397, 1.27]
    """
    image = there
    images = [there]
    for wall in reversed(walls):
        image = _mirror(image, wall, room)
        images.append(image)
    touched: list[Point] = []
    at = here
    for wall, aim in zip(walls, reversed(images[1:]), strict=True):
        at = _meet(at, aim, wall, room)
        touched.append(at)
    return touched


def fly(here: Point3, there: Point3, walls: Sequence[str], room: Point) -> Flight:
    """A straight flight off the walls of a room, from above and from the side: points are (x, y, height).

    Seen along its way a straight line rises or falls evenly, also over its mirror images; so a wall is met at that
    share of the height which lies behind it. Raises ``CoreError`` as ``bank``, and ``below_floor`` for heights that
    cannot be.

    >>> flight = fly((0, 2, 1.2), (3, 4, 0.6), ["B"], (6, 50))
    >>> [round(each, 3) for each in flight.touches[0]], round(flight.path_m, 3)
    ([1.0, 0.0, 1.0], 6.708)
    """
    for name, (_, _, height_m) in (("here", here), ("there", there)):
        if height_m < 0:
            message = "A height is above the floor."
            raise CoreError.one("below_floor", message, name, value=height_m, allowed=">= 0")
    stops = [here[:2], *bank(here[:2], there[:2], walls, room), there[:2]]
    legs = [hypot(b[0] - a[0], b[1] - a[1]) for a, b in pairwise(stops)]
    path_m, flown_m, touches = sum(legs), 0.0, []
    for (x, y), leg in zip(stops[1:-1], legs, strict=False):
        flown_m += leg
        touches.append((x, y, here[2] + (there[2] - here[2]) * (flown_m / path_m if path_m else 0.0)))
    return Flight(tuple(touches), path_m, tuple(legs))


def _mirror(point: Point, wall: str, room: Point) -> Point:
    x, y = point
    return {"L": (-x, y), "R": (2 * room[0] - x, y), "B": (x, -y), "T": (x, 2 * room[1] - y)}[wall]


def _meet(at: Point, aim: Point, wall: str, room: Point) -> Point:
    axis = 0 if wall in "LR" else 1
    line = {"L": 0.0, "B": 0.0, "R": room[0], "T": room[1]}[wall]
    if aim[axis] == at[axis]:
        raise CoreError.one("no_way", "From here no line goes off that wall to there.", "walls", value=wall)
    share = (line - at[axis]) / (aim[axis] - at[axis])
    other = at[1 - axis] + share * (aim[1 - axis] - at[1 - axis])
    if not share >= 0 or not 0 <= other <= room[1 - axis]:
        raise CoreError.one("no_way", "From here no line goes off that wall to there.", "walls", value=wall)
    return (line, other) if axis == 0 else (other, line)


def shortest_landing(contact_m: float, from_net_m: float, net_m: float) -> float | None:
    """How far behind the net a straight line just over it lands; None where it never comes down.

    From a contact ``contact_m`` high and ``from_net_m`` before a net ``net_m`` high, by similar triangles.

    >>> round(shortest_landing(2.8, 11.885, 0.914), 2)
    5.76
    """
    return net_m * from_net_m / (contact_m - net_m) if contact_m > net_m else None


def can_land_before(contact_m: float, from_net_m: float, net_m: float, line_m: float) -> bool:
    """Whether a straight line over the net can land before a line ``line_m`` behind it."""
    shortest = shortest_landing(contact_m, from_net_m, net_m)
    return shortest is not None and shortest <= line_m


def window_under_string(
    contact_m: float, from_net_m: float, net_m: float, string_m: float
) -> tuple[float, float | None] | None:
    """Between which distances behind the net the straight lines over it and under a string above it land.

    None where not even the lowest comes down; the farther end is None where lines under the string never do.
    """
    nearest = shortest_landing(contact_m, from_net_m, net_m)
    return None if nearest is None else (nearest, shortest_landing(contact_m, from_net_m, string_m))
