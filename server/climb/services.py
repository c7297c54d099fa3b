"""Deciding on a verdict: the core advises, the athlete decides, and both are kept."""

from __future__ import annotations

from datetime import datetime

from climb.selectors import get_standing
from ladders.models import Ladder, Move
from ladders.services import record_move


def decide(ladder: Ladder, decision: str, held: int, at: datetime) -> Move | None:
    """Climb, stay or step back from the rung that is ``held``. What the rules advise now is kept with the decision.

    None where the athlete has moved on since: the same press once more, or another screen, decides nothing.
    """
    if ladder.held != held:
        return None
    verdict = get_standing(ladder).verdict
    return record_move(ladder, decision, verdict.kind, [reason.words for reason in verdict.reasons], at)
