"""What a layout needs to be laid: how much tape, how many cones, a string over the net."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from math import ceil

from jolly_core.measures import FOOT_M, IMPERIAL, METRIC
from jolly_core.places.place import AIR, FLOOR, TABLE, WALL, Place, Surface
from jolly_core.places.stretches import cones_of, taped
from jolly_core.places.zone import Zone
from jolly_core.shapes.shape import LaidWith
from jolly_core.words import quantity

#: One of the things that stand, or stick, there.
THING = {FLOOR: "cone", TABLE: "ball", WALL: "sticker", AIR: "ribbon"}
#: How wide such a thing is, where the place does not say. Common practice, no source.
THING_M = {FLOOR: 0.2, TABLE: 0.05715, WALL: 0.05, AIR: 0.05}


def thing_m(place: Place, surface: Surface) -> float:
    """How wide a thing is that a row is made of there, in metres: on a table with balls of its own, one of those.

    >>> from jolly_core.places.registry import get_place
    >>> place = get_place("cue_table_full")
    >>> thing_m(place, place.surfaces[0])
    0.0525
    """
    return place.sizes.get("ball", THING_M[TABLE]) if surface.kind == TABLE else THING_M[surface.kind]


def thing_name(surface: Surface) -> str:
    """What is set out there: a cone, a ball, a sticker."""
    return THING[surface.kind]


def kit_of(place: Place, zones: Sequence[Zone], units: str = METRIC) -> list[str]:
    """What to bring for a layout. Lines that are there already, and edges that targets share, need no tape.

    >>> from jolly_core.places.registry import get_place
    >>> from jolly_core.shapes.kinds.rectangle import Rectangle
    >>> kit_of(get_place("plain_wall"), [Zone("box", "wall", Rectangle(1.0, 0.5), (2.0, 1.0))])
    ['3 m of tape', 'a tape measure']
    """
    tape_m, circles = 0.0, 0
    things = {THING[FLOOR]: 0}
    for surface in place.surfaces:
        own = [zone for zone in zones if zone.surface == surface.id]
        if surface.kind == AIR or not own:
            continue
        tape_m += taped(place, surface, own).length_m
        things[THING[FLOOR]] += len(cones_of(place, surface, own))
        circles += sum(zone.shape.laid_with == LaidWith.CHALK for zone in own)
        for zone in own:
            if zone.shape.laid_with == LaidWith.THINGS:
                name = thing_name(surface)
                things[name] = things.get(name, 0) + len(zone.shape.things(zone.at))
    kit = [f"{_long(tape_m, units)} of tape"] if tape_m else []
    kit += [quantity(number, name) for name, number in things.items() if number]
    kit += [f"chalk for {quantity(circles, 'circle')}"] if circles else []
    kit += ["a tape measure"] if kit else []
    return [*kit, *_string(place, zones, units)]


def _long(length_m: float, units: str) -> str:
    """A length to take along, rounded up to half a metre or a foot."""
    if units == IMPERIAL:
        return f"{ceil(length_m / FOOT_M - 1e-6)} ft"
    return f"{ceil(2 * length_m - 1e-6) / 2:g} m"


def _string(place: Place, zones: Sequence[Zone], units: str) -> Iterator[str]:
    """The string over the net that targets in the air lie under: one, all across."""
    airs = {surface.id: surface.width_m for surface in place.surfaces if surface.kind == AIR}
    longest_m = max((airs[zone.surface] for zone in zones if zone.surface in airs), default=0.0)
    if longest_m:
        yield f"{_long(longest_m, units)} of string and two poles to hold it over the net"
