"""Reads of places: the athlete's own, and the library of those to scale."""

from __future__ import annotations

from django.db.models import QuerySet

from accounts.models import Athlete
from config.finding import find_one
from jolly_core.errors import NotFound
from jolly_core.places.place import Place as DrawnPlace
from jolly_core.places.plain import Measured
from jolly_core.places.registry import PLACES
from places.models import Place

#: Before the number of an athlete's own place, where places of the library have their ids.
OWN = "own-"


def list_places(athlete: Athlete) -> QuerySet[Place]:
    return Place.objects.filter(athlete=athlete)


def get_place(athlete: Athlete, place_id: int) -> Place:
    return find_one(Place.objects.all(), pk=place_id, athlete=athlete)


def list_library(athlete: Athlete) -> list[DrawnPlace]:
    """Every place to scale: those that the athlete measured first, then those that ship with the application."""
    own = Place.objects.filter(athlete=athlete, drawing__isnull=False).order_by("name")
    return [*map(draw_place, own), *PLACES.values()]


def get_drawn_place(athlete: Athlete, key: str) -> DrawnPlace:
    """A place of the library, or one that the athlete measured. Not there: one of somebody else's."""
    if key in PLACES:
        return PLACES[key]
    number = key.removeprefix(OWN)
    if not key.startswith(OWN) or not number.isdecimal():
        raise NotFound
    return draw_place(find_one(Place.objects.all(), pk=int(number), athlete=athlete, drawing__isnull=False))


def get_own_place(athlete: Athlete, key: str) -> Place | None:
    """The athlete's own place of that key; None where the key is one of the library's."""
    return get_place(athlete, int(key.removeprefix(OWN))) if key.startswith(OWN) else None


def draw_place(place: Place) -> DrawnPlace:
    """A measured place as the core takes it."""
    return Measured.from_stored(place.drawing or {}).place(f"{OWN}{place.pk}", place.name)
