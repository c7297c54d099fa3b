"""One way back from a forgotten password that needs no mail: codes that are shown once, each good for one time."""

from __future__ import annotations

import secrets

from django.contrib.auth.hashers import PBKDF2PasswordHasher
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction
from django.utils import timezone

from accounts.models import Athlete, RecoveryCode
from jolly_core.errors import CoreError, Problem

CODES = 6
#: Letters and digits that are not taken for one another on paper.
SIGNS = "abcdefghjkmnpqrstuvwxyz23456789"
GROUPS, SIGNS_A_GROUP = 3, 4
ROUNDS = 50_000


@transaction.atomic
def make_codes(athlete: Athlete) -> list[str]:
    """New codes in place of all before, to be written down: only their hashes are kept."""
    RecoveryCode.objects.filter(athlete=athlete).delete()
    codes = [_draw() for _ in range(CODES)]
    RecoveryCode.objects.bulk_create(
        RecoveryCode(athlete=athlete, number=number, code=_hash(code)) for number, code in enumerate(codes, 1)
    )
    return [f"{number}-{code}" for number, code in enumerate(codes, 1)]


@transaction.atomic
def recover(username: str, code: str, password: str) -> Athlete:
    """Set a new password by a code, which is used up by it.

    Raises ``CoreError``: ``bad_code`` for a name and code that do not go together, ``bad_password`` for a password
    that cannot be one.
    """
    number, _, secret = code.strip().lower().partition("-")
    known = RecoveryCode.objects.filter(
        athlete__username=username, number=int(number) if number.isdecimal() and len(number) == 1 else 0, used_at=None
    ).first()
    # Takes as long for an unknown name as for a known one, so that names cannot be probed.
    is_right = PBKDF2PasswordHasher().verify(secret, known.code if known else _hash("nobody"))
    if known is None or not is_right:
        message = "This name and code do not go together, or the code was used before. Try another of your codes."
        raise CoreError.one("bad_code", message, "code")
    athlete = known.athlete
    try:
        validate_password(password, athlete)
    except ValidationError as error:
        raise CoreError([Problem("bad_password", message, ("password",)) for message in error.messages]) from None
    athlete.set_password(password)
    athlete.save(update_fields=["password"])
    known.used_at = timezone.now()
    known.save(update_fields=["used_at"])
    return athlete


def _hash(code: str) -> str:
    """Hashed as passwords are; a drawn code of 59 bits needs fewer rounds than what people make up."""
    hasher = PBKDF2PasswordHasher()
    return hasher.encode(code, hasher.salt(), iterations=ROUNDS)


def _draw() -> str:
    groups = ("".join(secrets.choice(SIGNS) for _ in range(SIGNS_A_GROUP)) for _ in range(GROUPS))
    return "-".join(groups)
