"""One write at a time for each athlete, and one answer to the same request however often it is sent.

A view that writes runs in one transaction from its first read on: what it checks still holds when it writes. A client
names what it wants with a key of its own making (``Idempotency-Key``); a double click or a retry brings the same key
and gets the same answer, and nothing is done twice. A view that names its events by ids of their own, as presses do,
says that it ``is_repeatable``: it needs no key, and keeps no answer.
"""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta
from typing import Any
from uuid import UUID

from django.contrib.auth import get_user_model
from django.db import connection, transaction
from django.db.models import F
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from config.answered import Answer, forget_old, keep_answer, read_answer
from config.database import one_writer
from config.parsing import LARGEST
from config.problems import not_found

SAFE = ("GET", "HEAD", "OPTIONS", "TRACE")
HEADER = "Idempotency-Key"
#: Nobody sends the same request again after that long.
KEPT_FOR = timedelta(days=1)
#: The first client error, as HTTP numbers them.
REFUSED = 400


class OneWriteAtATimeMiddleware:
    """Puts each write of the API into a transaction, and answers a request that was answered as it was answered."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        return self.get_response(request)

    def process_view(
        self, request: HttpRequest, view: Callable[..., HttpResponse], args: tuple[Any, ...], values: dict[str, Any]
    ) -> HttpResponse | None:
        """Answer in place of the view, where it writes."""
        if any(isinstance(value, int) and value > LARGEST for value in values.values()):
            return not_found(request)  # no row has such a number
        says = getattr(view, "view_class", None)
        if request.method in SAFE or getattr(says, "keeps_nothing", False) or not request.path.startswith("/api/"):
            return None
        with one_writer(connection), transaction.atomic():
            key = None if getattr(says, "is_repeatable", False) else _key(request)
            return _answer_once(request, key, lambda: view(request, *args, **values))


def _answer_once(request: HttpRequest, key: UUID | None, ask: Callable[[], HttpResponse]) -> HttpResponse:
    athlete = request.user.pk
    if athlete is not None:
        # This locks the athlete's row, where the database has rows to lock, and empties what was cached of the record.
        get_user_model().objects.filter(pk=athlete).update(record_version=F("record_version") + 1)
    if athlete is None or key is None:
        return _asked(ask)
    known = read_answer(athlete, key)
    if known is not None:
        return HttpResponse(known.body, status=known.status, content_type=known.content_type)
    answer = _asked(ask)
    if answer.status_code < REFUSED:
        forget_old(timezone.now() - KEPT_FOR)
        keep_answer(athlete, key, Answer(answer.status_code, answer.get("Content-Type", ""), bytes(answer.content)))
    return answer


def _asked(ask: Callable[[], HttpResponse]) -> HttpResponse:
    answer = ask()
    render = getattr(answer, "render", None)
    if render is not None:
        answer = render()
    if answer.status_code >= REFUSED:
        transaction.set_rollback(True)
    return answer


def _key(request: HttpRequest) -> UUID | None:
    try:
        return UUID(request.headers.get(HEADER, ""))
    except ValueError:
        return None
