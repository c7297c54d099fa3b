"""The first minutes of an athlete: from what they say of themselves to a few ladders and a first block."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from django.db import transaction

from accounts.models import Athlete
from accounts.selectors import get_day, list_limits
from accounts.services import add_limit, change_settings
from blocks.models import Block
from jolly_core.errors import CoreError
from jolly_core.planning.first_ladders import Beginning, order_first
from ladders.packs import take_ladder
from ladders.services import acknowledge
from ladders.shelf import OnShelf, get_shelf_ladder, list_shelf, show_on_shelf
from plan.proposals import BlockRequest
from plan.services import plan_block


def offer_first(athlete: Athlete, beginning: Beginning) -> list[OnShelf]:
    """The ladders of the shelf that fit, the ones to begin with first."""
    return [show_on_shelf(athlete, ladder) for ladder in order_first(list_shelf().values(), beginning)]


@transaction.atomic
def begin(
    athlete: Athlete,
    keys: Sequence[str],
    *,
    minutes: int,
    handedness: str,
    spared: Sequence[str],
    has_read: bool,
    at: datetime,
) -> Block:
    """Take the chosen ladders, keep the hand and what is to be spared, and plan the first block.

    Raises ``CoreError``: ``needs_acknowledgement`` where a ladder can injure and its caution was not read.
    """
    change_settings(athlete, {"handedness": handedness})
    day = get_day(athlete, at)
    known = {limit.part for limit in list_limits(athlete, day)}
    for part in spared:
        if part not in known:
            add_limit(athlete, {"part": part, "since": day})
    taken = []
    for place, key in enumerate(dict.fromkeys(keys)):
        packed = get_shelf_ladder(key)
        if packed.traits.risks and not has_read:
            message = f"Read the caution of {packed.title} first, and say that you have."
            raise CoreError.one("needs_acknowledgement", message, "ladders", place, value=key)
        ladder = take_ladder(athlete, key, packed, at)
        for risk in packed.traits.risks:
            acknowledge(athlete, ladder.pk, risk, at)
        taken.append(ladder.pk)
    return plan_block(athlete, BlockRequest(minutes, taken, day))
