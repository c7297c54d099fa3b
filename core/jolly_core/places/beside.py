"""Targets of a layout as they lie beside the one that is aimed at, where balls are counted target by target."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from itertools import combinations
from typing import Any

from jolly_core.aim.record import Beside
from jolly_core.errors import CoreError
from jolly_core.places.place import Place
from jolly_core.places.zone import Zone, extent
from jolly_core.shapes.registry import read_shape, write_shape

#: Targets that share an edge may overlap by this much, which is measuring error.
HAIR_M = 0.005


def zones_beside(place: Place, zones: Sequence[Zone]) -> dict[str, Beside]:
    """Each target by its name, to the right of the middle of the first, which is aimed at, and above it.

    Empty where the counts cannot tell where balls land: targets on several surfaces or on the floor, lines and rows,
    targets that overlap.

    >>> from jolly_core.places.registry import get_place
    >>> from jolly_core.shapes.kinds.rectangle import Rectangle
    >>> low, high = (Zone(name, "wall", Rectangle(1, 1), (1, up)) for name, up in (("low", 0.5), ("high", 1.5)))
    >>> zones_beside(get_place("plain_wall"), [low, high])["high"].above_m
    1.0
    """
    surface = place.surface(zones[0].surface) if zones else None
    if surface is None or not surface.is_upright or not surface.is_ahead:
        return {}
    (x, y), _ = extent(zones[0], surface)
    found = {}
    for zone in zones:
        if zone.surface != surface.id or not zone.shape.has_inside:
            return {}
        (zone_x, zone_y), _ = extent(zone, surface)
        found[zone.name] = Beside(zone.shape, zone_x - x, zone_y - y)
    return {} if any(_overlap(*pair) for pair in combinations(found.values(), 2)) else found


def write_beside(zone: Beside) -> dict[str, Any]:
    """As it is kept; ``read_beside`` reads it."""
    return {
        "shape": write_shape(zone.target),
        "right_m": round(zone.right_m, 3),
        "above_m": round(zone.above_m, 3),
    }


def read_beside(kept: Mapping[str, Any]) -> Beside:
    """A target beside the one aimed at, as it was kept. Raises ``CoreError`` for a shape that counts cannot tell of."""
    shape = read_shape(kept["shape"])
    if not shape.has_inside:
        raise CoreError.one("not_a_choice", "Lines and rows do not tell where balls land.", "shape")
    return Beside(shape, kept["right_m"], kept["above_m"])


def _overlap(one: Beside, other: Beside) -> bool:
    return all(
        min(high, other_high) - max(low, other_low) > HAIR_M
        for (low, high), (other_low, other_high) in zip(one.box, other.box, strict=True)
    )
