"""Writes of places, one each."""

from __future__ import annotations

from collections.abc import Sequence

from accounts.models import Athlete
from jolly_core.errors import CoreError
from places.models import Place


def keep_place(athlete: Athlete, name: str, offers: Sequence[str]) -> Place:
    """Keep a place, or what an own one of that name offers now. Raises ``CoreError`` for an empty name."""
    name = name.strip()
    if not name:
        raise CoreError.one("empty", "Give the place a name.", "name")
    clean = list(dict.fromkeys(each.strip() for each in offers if each.strip()))
    return Place.objects.update_or_create(athlete=athlete, name=name, defaults={"offers": clean})[0]


def drop_place(place: Place) -> None:
    place.delete()
