"""Deciding on a verdict: the core advises, the athlete decides, and both are kept."""

from __future__ import annotations

from datetime import datetime

from climb.selectors import get_standing
from ladders.models import Ladder, Move
from ladders.services import record_move


def decide(ladder: Ladder, decision: str, at: datetime) -> Move:
    """Climb, stay or step back. What the rules advise at this moment is kept with the decision."""
    verdict = get_standing(ladder).verdict
    return record_move(ladder, decision, verdict.kind, [reason.words for reason in verdict.reasons], at)
