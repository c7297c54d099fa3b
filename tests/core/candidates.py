"""Candidates and terms of a block, written short."""

from __future__ import annotations

from datetime import date
from typing import Any

from jolly_core.body.traits import Traits
from jolly_core.foretelling.pace import Estimate
from jolly_core.planning.arrangement import CHALLENGE, Arrangement, Part
from jolly_core.planning.candidate import Candidate, Terms

TODAY = date(2026, 9, 1)
SERVES = Traits(regions=("shoulder", "elbow"), actions=("overhead",), effort="hard")
HOPS = Traits(regions=("knee", "ankle"), actions=("jumping",), effort="hard", needs=("flat floor",))
#: The weaker side of a pair, and the one that is played after it.
WEAKER: dict[str, Any] = {"side": "second", "is_weaker": True}
OTHER: dict[str, Any] = {"side": "first", "is_other_side": True}


def candidate(key: str, seconds: int = 60, **values: Any) -> Candidate:
    """A candidate whose runs take exactly so many seconds, on a ladder of its own unless one is named."""
    ladder = str(values.pop("ladder", key))
    side = str(values.pop("side", "none"))
    run = values.pop("run", Estimate(seconds, seconds, seconds))
    return Candidate(key, ladder, f"Drill {key}", side, run, **values)


def terms(minutes: int = 30, **values: Any) -> Terms:
    return Terms(minutes, TODAY, **values)


def challenges(block: Arrangement) -> list[Part]:
    return [part for part in block.parts if part.kind == CHALLENGE]


def reasons_out(block: Arrangement) -> dict[str, str]:
    """Why what is not in the block is not."""
    return {each.key: each.reason for each in block.left_out}
