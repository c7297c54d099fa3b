"""Reads about an athlete."""

from __future__ import annotations

from datetime import UTC, date, datetime
from zoneinfo import ZoneInfo

from django.db.models import Q, QuerySet

from accounts.models import Athlete, BodyLimit
from config.finding import find_one
from jolly_core.body.limits import Limit


def get_day(athlete: Athlete, at: datetime) -> date:
    """The athlete's own calendar day at that moment: a threshold's days are theirs, not the server's."""
    return at.astimezone(ZoneInfo(athlete.timezone)).date()


def get_today(athlete: Athlete) -> date:
    return get_day(athlete, datetime.now(UTC))


def get_demo_athlete() -> Athlete | None:
    return Athlete.objects.filter(is_demo=True).first()


def list_body_limits(athlete: Athlete, day: date) -> QuerySet[BodyLimit]:
    """The limits that hold on that day or begin later."""
    return BodyLimit.objects.filter(Q(until=None) | Q(until__gte=day), athlete=athlete)


def list_limits(athlete: Athlete, day: date) -> tuple[Limit, ...]:
    """The limits in force on that day, as the core takes them."""
    return tuple(kept.limit for kept in list_body_limits(athlete, day) if kept.limit.holds_on(day))


def get_body_limit(athlete: Athlete, limit_id: int) -> BodyLimit:
    return find_one(BodyLimit.objects.all(), pk=limit_id, athlete=athlete)


def find_athlete(name: str) -> Athlete | None:
    """The athlete who signs in with that name."""
    return Athlete.objects.filter(username=name).first()
