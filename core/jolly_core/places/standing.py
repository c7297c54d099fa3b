"""Where one may stand, and how that is said: before a wall, behind a line, inside a court."""

from __future__ import annotations

from jolly_core.measures import METRIC, read_long
from jolly_core.places.layout import Stand
from jolly_core.places.place import Place

FROM_WALL_M, BEHIND_M = 15.0, 8.0
NEAREST_M, STEP_M = 0.5, 0.05


def stand_range(place: Place) -> tuple[float, float]:
    """The least and the most that one may stand back, in metres, as a slider goes."""
    wall_m = place.wall_m
    if wall_m is not None:
        return NEAREST_M - wall_m, max(FROM_WALL_M - wall_m, 0.0)
    surface = place.surfaces[0]
    return -surface.length_m * 0.75, BEHIND_M


def stand_words(place: Place, stand: Stand, units: str = METRIC) -> str:
    """Where one stands, in words.

    >>> from jolly_core.places.registry import get_place
    >>> stand_words(get_place("plain_wall"), Stand(2.0, 4.0)), stand_words(get_place("tennis_court"), Stand(5.0, 0.5))
    ('4 m from the wall', '0.5 m behind the near baseline')
    """
    wall_m = place.wall_m
    if wall_m is not None:
        return f"{read_long(stand.back_m + wall_m, units)} from {place.surfaces[0].title}"
    near = next((line.title for line in place.lines if line.is_across and line.start[1] == 0), "near edge")
    if abs(stand.back_m) < STEP_M / 2:
        return f"on the {near}"
    return f"{read_long(abs(stand.back_m), units)} {'behind' if stand.back_m > 0 else 'inside'} the {near}"
