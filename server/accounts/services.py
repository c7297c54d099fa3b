"""Writes about an athlete, one each."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date, datetime, timedelta
from typing import Any
from uuid import uuid4
from zoneinfo import available_timezones

from django.db import transaction

from accounts.models import Athlete, BodyLimit, BodySide, discipline_key
from accounts.selectors import get_today
from config.bounds import check_room
from config.finding import lock_one
from jolly_core.body.limits import read_limit
from jolly_core.errors import CoreError
from jolly_core.side_finder import SideFinding, find_side
from jolly_core.sides import HANDS
from jolly_core.validation import check_choice

#: No name that somebody signs up with begins so.
STAND_IN = "~"
MOST_LIMITS = 50
MOST_BODY_SIDES = 200


def change_settings(athlete: Athlete, changes: dict[str, Any]) -> Athlete:
    """Change some of the athlete's settings. Raises ``CoreError`` for a time zone that is unknown."""
    zone = changes.get("timezone")
    if zone is not None and zone not in available_timezones():
        raise CoreError.one("unknown_timezone", f"There is no time zone {zone!r}.", "timezone", value=zone)
    for name, value in changes.items():
        setattr(athlete, name, value)
    if changes:
        athlete.save(update_fields=list(changes))
    return athlete


def make_demo_athlete(username: str, **settings: Any) -> Athlete:
    """The athlete that the demo's button enters; no password opens it."""
    athlete = Athlete(username=username, is_demo=True, **settings)
    athlete.set_unusable_password()
    athlete.save()
    return athlete


def add_limit(athlete: Athlete, given: Mapping[str, Any]) -> BodyLimit:
    """Keep a body limit. Raises ``CoreError`` for a part, side or dates that cannot be."""
    read_limit(given)
    kept = BodyLimit.objects.filter(athlete=athlete).exclude(until__lt=get_today(athlete))
    check_room(kept, MOST_LIMITS, "limits at a time", instead="lift one first")
    return BodyLimit.objects.create(athlete=athlete, **given)


@transaction.atomic
def lift_limit(athlete: Athlete, limit_id: int, today: date) -> None:
    """End a limit with yesterday; one that has not begun by then never was."""
    limit = lock_one(BodyLimit.objects.filter(athlete=athlete), pk=limit_id)
    limit.until = today - timedelta(days=1)
    if limit.until < limit.since:
        limit.delete()
    else:
        limit.save(update_fields=["until"])


@transaction.atomic
def keep_side(
    athlete: Athlete, discipline: str, trait: str, way: str, *, tries: Sequence[str], at: datetime
) -> SideFinding:
    """Keep which side the athlete's body uses in a discipline, or with "" in all; with the tries it was found by.

    An empty ``way`` forgets it. Raises ``CoreError`` for a way that is no side, and as ``find_side``.
    """
    found = find_side(trait, tries)
    if way and (problem := check_choice("way", way, HANDS)):
        raise CoreError([problem])
    here: dict[str, Any] = {"athlete": athlete, "discipline": discipline_key(discipline), "trait": trait}
    athlete.__dict__.pop("known_sides", None)
    if not way:
        BodySide.objects.filter(**here).delete()
        return found
    kept = BodySide.objects.filter(athlete=athlete)
    if not kept.filter(**here).exists():
        check_room(kept, MOST_BODY_SIDES, "sides", instead="say it for all disciplines at once")
    values = {"way": way, "lefts": found.lefts, "rights": found.rights, "said_at": at}
    BodySide.objects.update_or_create(**here, defaults=values)
    return found


def note_taken_out(athlete: Athlete, at: datetime) -> None:
    """The whole record went out, to the last byte."""
    Athlete.objects.filter(pk=athlete.pk).update(taken_out_at=at)


def make_stand_in() -> Athlete:
    """Somebody whom nobody knows and who cannot sign in, to hold rows that are not an athlete's yet."""
    stand_in = Athlete(username=f"{STAND_IN}{uuid4().hex}", is_active=False)
    stand_in.set_unusable_password()
    stand_in.save()
    return stand_in


def forget_stand_ins(before: datetime) -> None:
    """Take away those that were left when a server was ended in the middle of its work."""
    Athlete.objects.filter(username__startswith=STAND_IN, is_active=False, date_joined__lt=before).delete()
