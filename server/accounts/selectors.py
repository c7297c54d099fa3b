"""Reads about an athlete."""

from __future__ import annotations

from datetime import UTC, date, datetime
from zoneinfo import ZoneInfo

from accounts.models import Athlete


def get_day(athlete: Athlete, at: datetime) -> date:
    """The athlete's own calendar day at that moment: a threshold's days are theirs, not the server's."""
    return at.astimezone(ZoneInfo(athlete.timezone)).date()


def get_today(athlete: Athlete) -> date:
    return get_day(athlete, datetime.now(UTC))


def get_demo_athlete() -> Athlete | None:
    return Athlete.objects.filter(is_demo=True).first()
