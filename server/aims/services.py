"""Making a rung from what the aim foretells."""

from __future__ import annotations

from dataclasses import replace
from datetime import datetime

from django.db import transaction

from accounts.models import Athlete
from aims.selectors import Offer, list_next_rungs
from jolly_core.errors import CoreError
from jolly_core.places.standing import stand_words
from jolly_core.planning.rung_maker import DISTANCE
from ladders.models import Rung
from ladders.selectors import get_rung
from ladders.services import insert_rung
from layouts.selectors import core_layout, place_of
from layouts.services import keep_layout


@transaction.atomic
def add_next_rung(athlete: Athlete, rung_id: int, lever: str, at: datetime) -> Rung:
    """Put the step that moves this lever onto the ladder, right above the rung or right below it, with its own layout.

    Raises ``CoreError`` (``not_a_choice``) for a lever that nothing is offered for.
    """
    rung = get_rung(athlete, rung_id)
    offers = {offer.step.lever: offer for offer in list_next_rungs(rung)}
    if lever not in offers or rung.layout is None:
        known = ", ".join(offers) or "none"
        raise CoreError.one("not_a_choice", f"Levers that can be moved here: {known}.", "lever", value=lever)
    offer, units = offers[lever], athlete.units
    kept = core_layout(rung.layout)
    words = _words(rung, offer)
    zones = (replace(offer.zone, shape=offer.step.target), *kept.zones[1:])
    layout = replace(kept, title=f"{rung.ladder.title}: {words}"[:80], stand=offer.stand, zones=zones, pattern="")
    laid = keep_layout(athlete, rung.layout.place_key, layout.as_dict())
    where = stand_words(place_of(laid), offer.stand, units)
    set_up = f"Stand {where}. {offer.zone.name.capitalize()}: {zones[0].shape.words(units)}."
    number = rung.number + 1 if offer.step.is_harder else rung.number
    return insert_rung(athlete, rung_id, number, title=words, set_up=set_up, lever=words, layout_id=laid.pk, at=at)


def _words(rung: Rung, offer: Offer) -> str:
    units = rung.ladder.athlete.units
    if offer.step.lever == DISTANCE and rung.layout:
        return stand_words(place_of(rung.layout), offer.stand, units)
    return f"{offer.zone.name} {offer.step.target.words(units)}"
