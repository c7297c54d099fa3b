"""Every format by its id."""

from __future__ import annotations

from typing import Any

from jolly_core.challenges.calls import Calls
from jolly_core.challenges.capped_attempts import CappedAttempts
from jolly_core.challenges.checklist import Checklist
from jolly_core.challenges.circuit import Circuit
from jolly_core.challenges.collect import Collect
from jolly_core.challenges.combination import Combination
from jolly_core.challenges.contract import Challenge
from jolly_core.challenges.frames import Frames
from jolly_core.challenges.intervals import Intervals
from jolly_core.challenges.long_run import LongRun
from jolly_core.challenges.makes_of_n import MakesOfN
from jolly_core.challenges.open_count import OpenCount
from jolly_core.challenges.pattern import Pattern
from jolly_core.challenges.quality_reps import QualityReps
from jolly_core.challenges.quota import Quota
from jolly_core.challenges.race import Race
from jolly_core.challenges.streak import Streak
from jolly_core.challenges.tempo_ladder import TempoLadder
from jolly_core.challenges.timed_count import TimedCount
from jolly_core.challenges.two_chance_walk import TwoChanceWalk
from jolly_core.challenges.zone_points import ZonePoints
from jolly_core.errors import CoreError

CHALLENGES: dict[str, Challenge[Any]] = {
    challenge.id: challenge
    for challenge in (
        Streak(),
        TimedCount(),
        MakesOfN(),
        Quota(),
        ZonePoints(),
        Pattern(),
        Circuit(),
        TwoChanceWalk(),
        Collect(),
        LongRun(),
        Frames(),
        Race(),
        TempoLadder(),
        Intervals(),
        QualityReps(),
        CappedAttempts(),
        Calls(),
        Combination(),
        Checklist(),
        OpenCount(),
    )
}


def get_challenge(format_id: str) -> Challenge[Any]:
    """The format of that id. Raises ``CoreError`` (``unknown_format``)."""
    try:
        return CHALLENGES[format_id]
    except KeyError:
        known = list(CHALLENGES)
        raise CoreError.one(
            "unknown_format",
            f"There is no challenge format {format_id!r}; known: {', '.join(known)}.",
            "format",
            value=format_id,
            allowed=known,
        ) from None
