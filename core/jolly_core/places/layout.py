"""A layout: targets on a place, where the athlete stands, and the order in which the targets are played."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from math import hypot, sqrt
from typing import Any, Self

from jolly_core.errors import CoreError, Problem
from jolly_core.places.place import FLOOR, TABLE, Place, Surface
from jolly_core.places.zone import ALONE, SET_OUT, Zone, extent, list_targets, read_zone
from jolly_core.shapes.points import Point
from jolly_core.sided import turned_over
from jolly_core.stored import Stored, from_plain, to_plain, upgraded
from jolly_core.validation import check_number

MOST_ZONES = 40
LONGEST_TITLE = 80
#: Rounding in a drawing may carry a target this far over an edge.
HAIR_M = 0.0005
#: How far behind the near edge, or beside the place, one may stand; and how near to a target.
FARTHEST_M, NEAREST_M = 40.0, 0.1


@dataclass(frozen=True)
class Stand:
    """Where the athlete stands: ``x_m`` from the left edge, ``back_m`` behind the near edge or before the wall.

    It is negative inside a court.
    """

    x_m: float
    back_m: float


@dataclass(frozen=True)
class Layout(Stored):
    """Targets on a place, and where the athlete stands."""

    title: str
    zones: tuple[Zone, ...]
    stand: Stand
    #: The zones in the order they are played, as it was written; empty without one.
    pattern: str = ""

    @property
    def targets(self) -> tuple[Zone, ...]:
        """What counts by itself, in its order."""
        return list_targets(self.zones)

    def is_whole(self, zone: Zone) -> bool:
        """Whether a target is all that a ball has to meet, and the only thing: nothing is joined to it."""
        return zone.counts == ALONE and all(each.joined_to != zone.name for each in self.zones)

    def as_dict(self) -> dict[str, Any]:
        """As it is kept and sent."""
        zones = [zone.as_dict() for zone in self.zones]
        return {"title": self.title, "zones": zones, "stand": to_plain(self.stand), "pattern": self.pattern}

    @classmethod
    def from_stored(cls, stored: Mapping[str, Any]) -> Self:
        values = upgraded(cls, stored)
        zones = tuple(read_zone(zone) for zone in values.get("zones", ()))
        stand: Stand = from_plain(Stand, values.get("stand") or {"x_m": 0.0, "back_m": 0.0})
        return cls(values.get("title", ""), zones, stand, values.get("pattern", ""))


def read_layout(place: Place, given: Mapping[str, Any], *, is_named: bool = True) -> Layout:
    """A layout as it was kept or sent, checked: every problem at once, by its path.

    One that is only being laid need not have a name yet: then ``is_named`` is false.
    Raises ``CoreError`` for fields that cannot be read, and for zones that cannot be laid on the place.
    """
    problems: list[Problem] = []
    title = str(given.get("title", "")).strip()
    if is_named and not 1 <= len(title) <= LONGEST_TITLE:
        message = f"Give the layout a name of at most {LONGEST_TITLE} letters."
        problems.append(Problem("empty" if not title else "too_long", message, ("title",), title))
    stand = given.get("stand", {})
    for name in ("x_m", "back_m"):
        if problem := check_number(name, stand.get(name), -FARTHEST_M, FARTHEST_M):
            problems.append(problem.under("stand"))
    zones = []
    for number, each in enumerate(given.get("zones", ())):
        try:
            zones.append(read_zone(each))
        except CoreError as error:
            problems += error.under("zones", number).problems
    if problems:
        raise CoreError(problems)
    check_layout(place, zones)
    _check_stand(place, float(stand["back_m"]))
    return Layout(
        title, tuple(zones), Stand(float(stand["x_m"]), float(stand["back_m"])), str(given.get("pattern", ""))
    )


def _check_stand(place: Place, back_m: float) -> None:
    """Raise where one would stand behind the wall that is played at."""
    wall_m = place.wall_m if place.front_m is None else place.front_m
    if wall_m is not None and back_m < -wall_m:
        message = "Nobody can stand behind the wall: stand farther back."
        raise CoreError.one("behind_the_wall", message, "stand", "back_m", value=back_m, allowed=f">= {-wall_m}")


def distance_to(place: Place, stand: Stand, zone: Zone) -> float:
    """How far a ball flies from the athlete to the middle of a zone, in metres, seen from above.

    A target on the floor before a wall that balls are played off is as far away as its mirror image behind that wall.

    >>> from jolly_core.shapes.kinds.circle import Circle
    >>> from jolly_core.places.registry import get_place
    >>> distance_to(get_place("plain_wall"), Stand(2.0, 4.0), Zone("ring", "wall", Circle(0.2), (2.0, 1.0)))
    4.0
    """
    across_m, away_m = _way_to(place, stand, zone)
    return max(NEAREST_M, hypot(across_m, away_m + stand.back_m))


def _way_to(place: Place, stand: Stand, zone: Zone) -> Point:
    """How far a zone lies to the side of where one stands, and how far away from the place's near edge."""
    surface = place.surface(zone.surface)
    if surface is None:
        raise CoreError([_no_surface(zone, place)])
    middle = extent(zone, surface)[0]
    x_m, away_m = surface.plan((zone.at[0], middle[1]))
    across_m = x_m - stand.x_m
    if surface.kind == FLOOR and place.front_m is not None:
        away_m = 2 * place.front_m - away_m
    return across_m, away_m


def stand_at(place: Place, stand: Stand, zone: Zone, distance_m: float) -> Stand | None:
    """Where to stand, straight back from here, for a zone to be so far away; None where it is farther to the side."""
    across_m, away_m = _way_to(place, stand, zone)
    if distance_m < abs(across_m):
        return None
    return replace(stand, back_m=round(sqrt(distance_m**2 - across_m**2) - away_m, 3))


def first_stand(place: Place) -> Stand:
    """Where one stands before anything is said: in the middle, a few steps from a wall, at the near edge of a court."""
    surface = place.surfaces[0]
    middle = surface.left_m + surface.width_m / 2
    if not surface.is_upright:
        return Stand(middle, 0.0)
    return Stand(middle, 4.0 - surface.away_m)


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
        problems += [problem.under("zones", number) for problem in [*found, *_check_joined(zone, zones)]]
    if problems:
        raise CoreError(problems)


def _check_joined(zone: Zone, zones: Sequence[Zone]) -> Iterator[Problem]:
    """What counts with another target names one that counts by itself."""
    alone = [each.name for each in zones if each.counts == ALONE and each is not zone]
    if zone.is_joined and zone.joined_to not in alone:
        message = f"{zone.name} counts with {zone.joined_to or 'another target'}: choose one that counts by itself."
        yield Problem("not_a_choice", message, ("joined_to",), zone.joined_to, alone)


def _no_surface(zone: Zone, place: Place) -> Problem:
    known = [surface.id for surface in place.surfaces]
    return Problem("unknown_surface", f"{place.title} has no {zone.surface!r}.", ("surface",), zone.surface, known)


def _check_zone(zone: Zone, surface: Surface, place: Place) -> list[Problem]:
    try:
        zone.shape.check()
    except CoreError as error:
        return list(error.under("shape").problems)
    (x, y), (half_x, half_y) = extent(zone, surface)
    over = max(half_x - x, x + half_x - surface.width_m, half_y - y, y + half_y - surface.length_m)
    if over <= HAIR_M:
        return []
    message = f"{zone.name or 'The target'} lies {100 * over:.1f} cm over the edge of {surface.title} of {place.title}."
    return [Problem("off_the_surface", message, ("at",), list(zone.at))]


def mirrored(place: Place, zones: Sequence[Zone]) -> list[Zone]:
    """The layout as a left-hander sees it: left and right of every surface change places, and in names with them."""
    known = {surface.id: surface for surface in place.surfaces}
    return [
        replace(
            zone,
            name=turned_over(zone.name),
            joined_to=turned_over(zone.joined_to),
            surface=place.twin(known[zone.surface]).id,
            at=(known[zone.surface].width_m - zone.at[0], zone.at[1]),
            shape=zone.shape.turned_over(),
        )
        for zone in zones
    ]


def tells_aim(place: Place, layout: Layout, zone: Zone) -> bool:
    """Whether what hits and misses a target tells of the aim from where one stands.

    It lies ahead, not at a slant, and counts by itself; and no ball is set out on its table, to be struck from there.
    """
    surface = place.surface(zone.surface)
    if surface is None or not surface.is_ahead or not layout.is_whole(zone):
        return False
    return surface.kind != TABLE or all(each.counts != SET_OUT for each in layout.zones if each.surface == zone.surface)


def mirror_layout(place: Place, layout: Layout) -> Layout:
    """All of a layout mirrored, and where one stands with it."""
    wide = place.surfaces[0]
    stand = replace(layout.stand, x_m=2 * wide.left_m + wide.width_m - layout.stand.x_m)
    zones = tuple(mirrored(place, layout.zones))
    return replace(layout, zones=zones, stand=stand, pattern=turned_over(layout.pattern))
