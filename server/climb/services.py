"""Deciding on a verdict: the core advises, the athlete decides, and both are kept."""

from __future__ import annotations

from datetime import datetime

from django.db import transaction

from accounts.models import Athlete
from climb.selectors import get_standing
from ladders.models import Move
from ladders.selectors import get_ladder, get_ladder_to_change
from ladders.services import record_move, take_move_back
from runs.keeping import begin_keeping


@transaction.atomic
def decide(
    athlete: Athlete, ladder_id: int, decision: str, held: int, at: datetime, *, overruling: str = ""
) -> Move | None:
    """Climb, stay or step back from the rung that is ``held``. What the rules advise now is kept with the decision.

    ``overruling`` is why the athlete decides against it. None where the athlete has moved on since: the same press once
    more, or another screen, decides nothing.
    """
    if get_ladder_to_change(athlete, ladder_id).held != held:
        return None
    verdict = get_standing(get_ladder(athlete, ladder_id)).verdict
    reasons = [reason.words for reason in verdict.reasons]
    move = record_move(
        athlete, ladder_id, decision, verdict=verdict.kind, reasons=reasons, overruling=overruling, at=at
    )
    if move.from_held != move.to_held:
        begin_keeping(get_ladder_to_change(athlete, ladder_id))
    return move


@transaction.atomic
def take_back(athlete: Athlete, ladder_id: int, at: datetime) -> Move:
    """Undo the last decision that stands. Raises ``CoreError`` (``no_move``) when there is none."""
    move = take_move_back(athlete, ladder_id, at)
    begin_keeping(get_ladder_to_change(athlete, ladder_id))
    return move
