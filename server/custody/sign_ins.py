"""Sessions of an athlete's: noted when they begin, listed, ended; and the password that they hang on."""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import Any

from django.contrib.auth import update_session_auth_hash
from django.contrib.auth.password_validation import validate_password
from django.contrib.sessions.models import Session
from django.core.exceptions import ValidationError
from django.db import transaction
from django.http import HttpRequest
from django.utils import timezone

from accounts.models import Athlete
from config.finding import find_one
from custody.models import LONGEST_AGENT, SignIn
from jolly_core.errors import CoreError, Problem

#: By what browsers say of themselves; the first that fits. Some name others before themselves.
BROWSERS = {"Edg": "Edge", "OPR": "Opera", "Firefox": "Firefox", "Chrom": "Chromium", "Safari": "Safari"}
SYSTEMS = {
    **{"Android": "Android", "iPhone": "an iPhone", "iPad": "an iPad", "Windows": "Windows", "Mac OS": "a Mac"},
    **{"CrOS": "ChromeOS", "Linux": "Linux"},
}


def note_sign_in(*, request: HttpRequest | None, user: Athlete, **_signal: Any) -> None:
    """Somebody came in: remember by what, so that they can tell their sessions apart."""
    session = getattr(request, "session", None)
    if request is None or session is None:
        return
    if not session.session_key:
        session.save()
    agent = request.META.get("HTTP_USER_AGENT", "")[:LONGEST_AGENT]
    values = {"athlete": user, "user_agent": agent, "at": timezone.now()}
    SignIn.objects.update_or_create(session_key=session.session_key, defaults=values)


def list_sign_ins(athlete: Athlete) -> Sequence[SignIn]:
    """Those that are still good, the latest first."""
    good = Session.objects.filter(expire_date__gt=timezone.now()).values("session_key")
    return list(SignIn.objects.filter(athlete=athlete, session_key__in=good))


@transaction.atomic
def end_sign_in(athlete: Athlete, sign_in_id: int) -> None:
    """End one; whoever uses it has to sign in again."""
    sign_in = find_one(SignIn.objects.all(), pk=sign_in_id, athlete=athlete)
    Session.objects.filter(session_key=sign_in.session_key).delete()
    sign_in.delete()


@transaction.atomic
def end_others(athlete: Athlete, session_key: str | None) -> int:
    """End all but this one; how many these were."""
    others = SignIn.objects.filter(athlete=athlete).exclude(session_key=session_key)
    ended, _ = Session.objects.filter(session_key__in=others.values("session_key")).delete()
    others.delete()
    return ended


@transaction.atomic
def change_password(request: HttpRequest, athlete: Athlete, old: str, new: str) -> None:
    """Set a new password and end all other sessions.

    Raises ``CoreError``: ``bad_password`` where the old one is wrong, or the new one cannot be one.
    """
    check_password(athlete, old)
    try:
        validate_password(new, athlete)
    except ValidationError as error:
        raise CoreError([Problem("bad_password", message, ("new",)) for message in error.messages]) from None
    athlete.set_password(new)
    athlete.save(update_fields=["password"])
    end_others(athlete, request.session.session_key)
    before = request.session.session_key
    update_session_auth_hash(request, athlete)
    # The session goes on under another key.
    SignIn.objects.filter(session_key=before).update(session_key=request.session.session_key)


def check_password(athlete: Athlete, password: str) -> None:
    """Raise ``CoreError`` (``bad_password``) where it is not the athlete's."""
    if not athlete.check_password(password):
        raise CoreError.one("bad_password", "That is not your password.", "password")


def words_of(user_agent: str) -> str:
    """What a browser is, as far as it says.

    >>> words_of("Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0")
    'Firefox on Linux'
    >>> words_of("curl/8")
    'something else'
    """
    found = [
        next((words for sign, words in known.items() if re.search(sign, user_agent)), "")
        for known in (BROWSERS, SYSTEMS)
    ]
    return " on ".join(filter(None, found)) or "something else"
