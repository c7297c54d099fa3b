"""How many attempts the limits of a game allow at a pace."""

from __future__ import annotations

from jolly_core.challenges.counted import limit_of_attempts, limit_of_seconds
from jolly_core.challenges.settings import Settings
from jolly_core.foretelling.pace import MOST_ATTEMPTS, Pace


def most_attempts(settings: Settings, pace: Pace, within_s: int | None) -> int:
    """The most attempts that the limits of a game leave at a pace, ``within_s`` seconds where it has no time limit."""
    seconds = limit_of_seconds(settings) or within_s
    by_time = MOST_ATTEMPTS if seconds is None else pace.tries_in(seconds)
    limit = limit_of_attempts(settings)
    return by_time if limit is None else min(by_time, limit)
