"""The feeder of a rung: its card, and a rung more that is harder by one lever."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from django.db import transaction

from accounts.models import Athlete
from jolly_core.challenges.feeder_card import FeederCard, card_of
from jolly_core.challenges.feeder_levers import Harder, harder
from jolly_core.challenges.formats.feeds import FeedsSettings
from jolly_core.errors import CoreError, NotFound
from jolly_core.ladder.levers import LONGEST_WORDS, Lever
from jolly_core.validation import check_choice
from jolly_core.words import shortened
from ladders.models import Rung
from ladders.rungs import lock_rung, put_in_like
from ladders.selectors import get_rung
from layouts.models import Layout
from layouts.selectors import place_of


@dataclass(frozen=True)
class Feeder:
    """A rung's programme of feeds: its card, how it can be made harder, and what it is drawn over, if anything."""

    card: FeederCard
    harder: list[Harder]
    layout: Layout | None = None
    #: Which surface of its place.
    surface: str | None = None


def get_feeder(athlete: Athlete, rung_id: int) -> Feeder:
    """How a machine is set for a rung's feeds. Raises ``NotFound`` for a rung that is not fed."""
    rung = get_rung(athlete, rung_id)
    settings = rung.game.settings
    if not isinstance(settings, FeedsSettings):
        raise NotFound
    surfaces = place_of(rung.laid).surfaces if rung.laid else ()
    floor = next((each for each in surfaces if not each.is_upright), None)
    if floor is None:
        return Feeder(card_of(settings), harder(settings))
    return Feeder(card_of(settings, (floor.width_m, floor.length_m)), harder(settings), rung.laid, floor.id)


@transaction.atomic
def put_in_harder(athlete: Athlete, rung_id: int, lever: str, at: datetime) -> Rung:
    """Put a rung right above a fed one, its programme harder by one lever.

    Raises ``CoreError`` (``not_a_choice``) for a lever by which it can be made no harder.
    """
    rung = lock_rung(athlete, rung_id)
    settings = rung.game.settings
    ways = {each.lever: each for each in harder(settings)} if isinstance(settings, FeedsSettings) else {}
    if problem := check_choice("lever", lever, tuple(ways)):
        raise CoreError([problem])
    way = ways[lever]
    turned = Lever("own", words=shortened(f"{way.lever}: {way.words}", LONGEST_WORDS))
    values = {
        "title": shortened(f"{way.lever}: {way.words}", 120),
        "set_up": rung.set_up,
        "layout": rung.layout,
        "levers": [turned.as_stored()],
        "settings": way.settings.as_stored(),
    }
    return put_in_like(rung.ladder, rung, rung.number + 1, values, at)
