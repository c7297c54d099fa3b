"""Writes of places, one each."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from django.db import transaction
from django.db.models import RestrictedError

from accounts.models import Athlete
from config.bounds import check_room
from config.finding import lock_one
from jolly_core.ear.lessons import read_lessons
from jolly_core.errors import CoreError, errors_under
from jolly_core.places.plain import Measured
from places.models import Place

MOST_PLACES = 100


@transaction.atomic
def keep_place(athlete: Athlete, name: str, offers: Sequence[str], drawing: Mapping[str, Any] | None = None) -> Place:
    """Keep a place, or what an own one of that name offers now; with a drawing, what it measures, and offers besides.

    Raises ``CoreError``: ``empty`` for no name, sizes that cannot be, ``in_use`` for other measures of a place that
    targets were laid on.
    """
    name = name.strip()
    if not name:
        raise CoreError.one("empty", "Give the place a name.", "name")
    known = Place.objects.select_for_update().filter(athlete=athlete, name=name).first()
    if known is None:
        check_room(Place.objects.filter(athlete=athlete), MOST_PLACES, "places", instead="forget one first")
    values: dict[str, Any] = {}
    if drawing is not None:
        values["drawing"] = _checked_drawing(known, name, drawing).as_stored()
        # It was measured, not emptied: what it offered stays.
        offers = [*(known.offers if known else ()), *offers]
    values["offers"] = list(dict.fromkeys(each.strip() for each in offers if each.strip()))
    return Place.objects.update_or_create(athlete=athlete, name=name, defaults=values)[0]


def _checked_drawing(known: Place | None, name: str, drawing: Mapping[str, Any]) -> Measured:
    measured = Measured.from_stored(drawing)
    with errors_under("drawing"):
        measured.place("new", name)
    if known and known.layouts.exists() and Measured.from_stored(known.drawing or {}) != measured:
        message = f"Targets lie on {name} as it was measured; keep the new measures under another name."
        raise CoreError.one("in_use", message, "drawing")
    return measured


@transaction.atomic
def teach_ear(athlete: Athlete, place_id: int, given: Mapping[str, Any]) -> Place:
    """Keep what a recording has taught the ear of a place. Raises ``CoreError`` for what are no lessons."""
    place = lock_one(Place.objects.filter(athlete=athlete), pk=place_id)
    place.ear = read_lessons(given).stored()
    place.save(update_fields=["ear"])
    return place


@transaction.atomic
def drop_place(athlete: Athlete, place_id: int) -> None:
    """Forget a place. Raises ``CoreError`` (``in_use``) for one that targets were laid on."""
    place = lock_one(Place.objects.filter(athlete=athlete), pk=place_id)
    try:
        place.delete()
    except RestrictedError:
        message = f"Targets lie on {place.name}; it stays as long as their layouts do."
        raise CoreError.one("in_use", message, "place", value=place.pk) from None
