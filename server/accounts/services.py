"""Writes about an athlete, one each."""

from __future__ import annotations

from typing import Any
from zoneinfo import available_timezones

from accounts.models import Athlete
from jolly_core.errors import CoreError


def change_settings(athlete: Athlete, changes: dict[str, Any]) -> Athlete:
    """Change some of the athlete's settings. Raises ``CoreError`` for a time zone that is unknown."""
    zone = changes.get("timezone")
    if zone is not None and zone not in available_timezones():
        raise CoreError.one("unknown_timezone", f"There is no time zone {zone!r}.", "timezone", value=zone)
    for name, value in changes.items():
        setattr(athlete, name, value)
    athlete.save(update_fields=list(changes) or None)
    return athlete


def make_demo_athlete(username: str, **settings: Any) -> Athlete:
    """The athlete that the demo's button enters; no password opens it."""
    athlete = Athlete(username=username, is_demo=True, **settings)
    athlete.set_unusable_password()
    athlete.save()
    return athlete
