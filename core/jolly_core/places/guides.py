"""What a target snaps to: the lines and landmarks of a surface, its edges, halves, thirds and quarters."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from jolly_core.places.place import Place, Surface

#: Fractions found by folding a cord: the name alone, and the name before what it is a fraction of.
SHARES = (
    (1 / 2, "half", "half"),
    (1 / 3, "a third", "a third of"),
    (2 / 3, "two thirds", "two thirds of"),
    (1 / 4, "a quarter", "a quarter of"),
    (3 / 4, "three quarters", "three quarters of"),
)
NEAR_M = 0.001


@dataclass(frozen=True)
class Guide:
    """A straight line across a surface or up it, its position in metres, and what it is."""

    at_m: float
    title: str


@dataclass(frozen=True)
class Guides:
    """``x`` are lines up or away, by their distance from the left; ``y`` lines across, from the near or bottom edge."""

    x: tuple[Guide, ...]
    y: tuple[Guide, ...]


def guides_of(place: Place, surface: Surface) -> Guides:
    """The guides of a surface; where two fall together the more telling name stays: lines, landmarks, edges, parts."""
    return Guides(
        tuple(_once(_along(place, surface, 0, surface.width_m))),
        tuple(_once(_along(place, surface, 1, surface.length_m))),
    )


def _along(place: Place, surface: Surface, axis: int, whole_m: float) -> Iterator[Guide]:
    for line in place.lines_on(surface.id):
        if abs(line.start[axis] - line.end[axis]) < NEAR_M:
            yield Guide(line.start[axis], line.title)
    for spot in place.spots:
        if spot.surface == surface.id:
            yield Guide(spot.at[axis], spot.title)
    if surface.edges:
        lowest, highest = ("bottom", "top") if surface.is_upright and axis else surface.edges[2 * axis : 2 * axis + 2]
        yield Guide(0.0, lowest)
        yield Guide(whole_m, highest)
    for share, title, _ in SHARES:
        yield Guide(share * whole_m, title)


def _once(guides: Iterator[Guide]) -> list[Guide]:
    kept: list[Guide] = []
    for guide in guides:
        if all(abs(guide.at_m - other.at_m) >= NEAR_M for other in kept):
            kept.append(guide)
    return sorted(kept, key=lambda guide: guide.at_m)
