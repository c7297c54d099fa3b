"""Answers that were given, for requests that come again."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from accounts.models import GivenAnswer


@dataclass(frozen=True)
class Answer:
    status: int
    content_type: str
    body: bytes


def read_answer(athlete_id: int, key: UUID) -> Answer | None:
    """The answer that was given to that key; None for a new one."""
    known = GivenAnswer.objects.filter(athlete_id=athlete_id, key=key).first()
    return None if known is None else Answer(known.status, known.content_type, bytes(known.body))


def keep_answer(athlete_id: int, key: UUID, answer: Answer) -> None:
    GivenAnswer.objects.create(
        athlete_id=athlete_id, key=key, status=answer.status, content_type=answer.content_type, body=answer.body
    )


def forget_old(before: datetime) -> None:
    """Answers that are old enough not to be asked for again."""
    GivenAnswer.objects.filter(at__lt=before).delete()
