"""An account that is to be deleted: after the record was taken out, and with a week to take it back."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.db import transaction

from accounts.models import Athlete
from custody.sign_ins import check_password
from jolly_core.errors import CoreError

#: Between the wish and the deletion; and how long ago the record may have been taken out.
TO_TAKE_BACK, TAKEN_OUT_WITHIN = timedelta(days=7), timedelta(days=1)


def has_taken_out(athlete: Athlete, at: datetime) -> bool:
    """Whether the record was taken out lately."""
    return athlete.taken_out_at is not None and athlete.taken_out_at > at - TAKEN_OUT_WITHIN


def leave(athlete: Athlete, password: str, at: datetime) -> datetime:
    """Have the account deleted in a week; when that will be.

    Raises ``CoreError``: ``bad_password``; ``take_it_out_first`` where the record was not taken out within a day.
    """
    if athlete.is_demo:
        raise CoreError.one("not_yours", "The demo's account stays: it is everybody's.", "password")
    check_password(athlete, password)
    if not has_taken_out(athlete, at):
        raise CoreError.one(
            "take_it_out_first", "Take your whole record out first, on the page In and out.", "password"
        )
    athlete.leaves_at = at + TO_TAKE_BACK
    athlete.save(update_fields=["leaves_at"])
    return athlete.leaves_at


def stay(athlete: Athlete) -> None:
    """Take it back."""
    athlete.leaves_at = None
    athlete.save(update_fields=["leaves_at"])


def delete_left(at: datetime) -> int:
    """Delete the accounts whose week is over, with everything in them; how many these were."""
    due = list(Athlete.objects.filter(leaves_at__lte=at))
    for athlete in due:
        with transaction.atomic():
            athlete.delete()
    return len(due)
