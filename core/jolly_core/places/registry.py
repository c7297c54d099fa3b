"""All places that ship with the application, by their ids. A new place is a new module and a line here."""

from __future__ import annotations

from jolly_core.errors import CoreError
from jolly_core.places import (
    badminton,
    disc_basket,
    one_wall,
    pickleball,
    plain,
    pool,
    snooker,
    squash,
    swim_lane,
    table_tennis,
    tennis,
    tenpin,
)
from jolly_core.places.place import Place

PLACES: dict[str, Place] = {
    place.id: place
    for place in (
        plain.PLAIN_WALL,
        one_wall.PLACE,
        squash.PLACE,
        tennis.PLACE,
        pickleball.PLACE,
        badminton.PLACE,
        table_tennis.PLACE,
        pool.PLACE,
        snooker.PLACE,
        tenpin.PLACE,
        disc_basket.PLACE,
        plain.PLAIN_MAT,
        swim_lane.PLACE,
    )
}


def get_place(place_id: str) -> Place:
    """The place of that id. Raises ``CoreError`` (``unknown_place``) with those there are."""
    if place_id not in PLACES:
        known = list(PLACES)
        message = f"There is no place {place_id!r}; known: {', '.join(known)}."
        raise CoreError.one("unknown_place", message, "place", value=place_id, allowed=known)
    return PLACES[place_id]
