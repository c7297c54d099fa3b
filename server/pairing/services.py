"""Writes of pairings, one each."""

from __future__ import annotations

import secrets
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from uuid import UUID

from django.db import transaction

from accounts.models import Athlete
from config.finding import lock_one
from jolly_core.errors import CoreError, NotFound
from jolly_core.pairing import MOST_WAITING, HandPress, make_code, read_code, read_presses
from pairing.models import Pairing, WaitingPress
from pairing.selectors import get_by_key, hash_of, list_along
from runs.selectors import get_run


@dataclass(frozen=True)
class Said:
    """What one of the two says so that they can connect: an offer by its number, or the answer to one."""

    description: str
    number: int


@transaction.atomic
def open_pairing(athlete: Athlete, run_id: UUID, at: datetime) -> Pairing:
    """A new code for the court of a run. Whoever came in by an earlier one of this athlete's is let out."""
    run = get_run(athlete, run_id)
    Pairing.objects.filter(athlete=athlete).delete()
    return Pairing.objects.create(athlete=athlete, run=run, code=_new_code(), opened_at=at)


def _new_code() -> str:
    """A code that no court shows."""
    shown = set(Pairing.objects.exclude(code=None).values_list("code", flat=True))
    while (code := make_code(secrets.choice)) in shown:
        pass
    return code


@transaction.atomic
def end_pairing(athlete: Athlete, run_id: UUID) -> None:
    """Let the second screen out; nothing where there is none."""
    list_along(get_run(athlete, run_id)).delete()


@transaction.atomic
def go_along(athlete: Athlete, run_id: UUID, *, taken: int, is_playing: bool, answer: Said | None) -> Pairing:
    """Keep what the court of a run says: up to which press it took, whether it counts, its answer to an offer.

    The pairing goes along to that run. Raises ``NotFound`` where none is open.
    """
    run = get_run(athlete, run_id)
    pairing = lock_one(Pairing.objects.filter(pk__in=list_along(run).values("pk")))
    pairing.run, pairing.is_playing = run, is_playing
    pairing.taken = max(pairing.taken, taken)
    if answer and answer.number >= pairing.answer_to:
        pairing.answer, pairing.answer_to = answer.description, answer.number
    pairing.save(update_fields=["run", "is_playing", "taken", "answer", "answer_to"])
    pairing.waiting.filter(number__lte=pairing.taken).delete()
    return pairing


@transaction.atomic
def come_in(code: str, at: datetime) -> tuple[Pairing, str]:
    """Let a second screen in by the code on the court, and hand it the key by which it is known from now on.

    The code is worth nothing afterwards. Raises ``CoreError``: ``bad_code``, ``unknown_code``.
    """
    try:
        pairing = lock_one(Pairing.objects.all(), code=read_code(code))
    except NotFound:
        pairing = None
    if pairing is None or not pairing.is_open(at):
        message = "No court shows this code; show a new one there: it is good for ten minutes, and for one screen."
        raise CoreError.one("unknown_code", message, "code", value=code)
    key = secrets.token_urlsafe(32)
    pairing.code, pairing.key_hash, pairing.opened_at = None, hash_of(key), at
    pairing.save(update_fields=["code", "key_hash", "opened_at"])
    return pairing, key


@transaction.atomic
def hand_in(key: str, presses: Sequence[HandPress], offer: Said | None, at: datetime) -> Pairing:
    """Keep what a second screen says: its presses that were not taken yet, and an offer to connect.

    Raises ``NotFound`` once the pairing has ended, and ``CoreError`` for presses that cannot be.
    """
    pairing = lock_one(Pairing.objects.all(), pk=get_by_key(key, at).pk)
    if offer and offer.number > pairing.offer_number:
        pairing.offer, pairing.offer_number = offer.description, offer.number
        pairing.save(update_fields=["offer", "offer_number"])
    kept = set(pairing.waiting.values_list("number", flat=True))
    fresh = [each for each in read_presses(presses) if each.number > pairing.taken and each.number not in kept]
    room = MOST_WAITING - len(kept)
    rows = [
        WaitingPress(
            pairing=pairing,
            number=each.number,
            client_id=each.id,
            run_id=each.run,
            action=each.action,
            text=each.text,
            gap_ms=each.gap_ms,
            pressed_at=at - timedelta(milliseconds=each.age_ms),
        )
        for each in fresh[:room]
    ]
    WaitingPress.objects.bulk_create(rows)
    return pairing


@transaction.atomic
def leave(key: str, at: datetime) -> None:
    """End the pairing from the second screen."""
    get_by_key(key, at).delete()
