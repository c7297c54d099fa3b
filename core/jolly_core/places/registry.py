"""All places that ship with the application, by their ids. A new place is a new module and a line here."""

from __future__ import annotations

from jolly_core.errors import CoreError
from jolly_core.places import pickleball, plain, pool, snooker, squash, table_tennis, tennis, tenpin
from jolly_core.places.place import Place

PLACES: dict[str, Place] = {
    place.id: place
    for place in (
        tennis.PLACE,
        table_tennis.PLACE,
        squash.PLACE,
        pickleball.PLACE,
        pool.PLACE,
        snooker.PLACE,
        tenpin.PLACE,
        plain.PLAIN_WALL,
        plain.PLAIN_MAT,
    )
}


def get_place(place_id: str) -> Place:
    """The place of that id. Raises ``CoreError`` (``unknown_place``) with those there are."""
    if place_id not in PLACES:
        known = list(PLACES)
        message = f"There is no place {place_id!r}; known: {', '.join(known)}."
        raise CoreError.one("unknown_place", message, "place", value=place_id, allowed=known)
    return PLACES[place_id]
