"""Making a rung from what the aim foretells."""

from __future__ import annotations

from dataclasses import replace
from datetime import datetime

from django.db import transaction

from accounts.models import Athlete
from aims.by_record import list_lever_offers
from aims.selectors import Offer, list_next_rungs
from jolly_core.errors import CoreError
from jolly_core.ladder.levers import LENGTH, Lever, levers_words, step_between, with_lever
from jolly_core.places.standing import stand_words
from jolly_core.planning.lever_moves import with_lever_moved
from jolly_core.planning.rung_maker import DISTANCE
from ladders.models import Rung
from ladders.rungs import insert_rung
from ladders.selectors import get_rung, get_threshold
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
    reshaped = replace(offer.zone, shape=offer.step.target)
    zones = tuple(reshaped if zone == offer.zone else zone for zone in kept.zones)
    layout = replace(kept, title=f"{rung.ladder.title}: {words}"[:80], stand=offer.stand, zones=zones, pattern="")
    laid = keep_layout(athlete, rung.layout.place_key, layout.as_dict())
    where = stand_words(place_of(laid), offer.stand, units)
    set_up = f"Stand {where}. {offer.zone.name.capitalize()}: {reshaped.shape.words(units)}."
    number = rung.number + 1 if offer.step.is_harder else rung.number
    return insert_rung(
        athlete, rung_id, number, title=words, set_up=set_up, levers=_moved(rung, offer), layout_id=laid.pk, at=at
    )


def _moved(rung: Rung, offer: Offer) -> list[Lever]:
    """The rung's levers with the one that the step moves; a size is that of the target's width."""
    step = offer.step
    value = step.distance_m if step.lever == DISTANCE else next(iter(step.target.lengths.values()))
    return with_lever(rung.known_levers, Lever(step.lever, round(value, 3)))


@transaction.atomic
def add_lever_rung(athlete: Athlete, rung_id: int, kind: str, what_for: str, at: datetime) -> Rung:
    """Put a step that the record foretells onto the ladder: above the rung where it is harder, else below it.

    Raises ``CoreError`` (``not_a_choice``) for a step that is not offered.
    """
    rung = get_rung(athlete, rung_id)
    offers = {(offer.lever.kind, offer.what_for): offer for offer in list_lever_offers(rung)}
    if (kind, what_for) not in offers:
        known = ", ".join(f"{kind} ({what_for})" for kind, what_for in offers) or "none"
        raise CoreError.one("not_a_choice", f"Steps that are offered here: {known}.", "lever", value=kind)
    offer, before = offers[kind, what_for], next(lever for lever in rung.known_levers if lever.kind == kind)
    game, threshold = with_lever_moved(rung.game, get_threshold(rung), before, offer.lever)
    levers = with_lever(rung.known_levers, offer.lever)
    words = levers_words(levers, athlete.units)
    return insert_rung(
        athlete,
        rung_id,
        rung.number + 1 if offer.is_harder else rung.number,
        title=words,
        set_up=f"{step_between(rung.known_levers, levers, athlete.units).words}. {rung.set_up}".strip(),
        levers=levers,
        # A target that was laid for another distance or size would be wrong.
        layout_id=None if offer.lever.known.takes == LENGTH or rung.laid is None else rung.laid.pk,
        at=at,
        game=game,
        threshold=threshold,
    )


def _words(rung: Rung, offer: Offer) -> str:
    units = rung.ladder.athlete.units
    if offer.step.lever == DISTANCE and rung.layout:
        return stand_words(place_of(rung.layout), offer.stand, units)
    return f"{offer.zone.name} {offer.step.target.words(units)}"
