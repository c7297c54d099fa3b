"""Every format by its id."""

from __future__ import annotations

from typing import Any

from jolly_core.challenges.contract import Challenge
from jolly_core.challenges.makes_of_n import MakesOfN
from jolly_core.challenges.race import Race
from jolly_core.challenges.streak import Streak
from jolly_core.challenges.timed_count import TimedCount
from jolly_core.errors import CoreError

CHALLENGES: dict[str, Challenge[Any]] = {
    challenge.id: challenge for challenge in (Streak(), TimedCount(), MakesOfN(), Race())
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
