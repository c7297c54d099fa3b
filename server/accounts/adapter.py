"""Signing up as allauth does it, with the name known when the password is looked at."""

from __future__ import annotations

import json
from typing import Any

from allauth.account.adapter import DefaultAccountAdapter
from allauth.core import context
from django.core.exceptions import ValidationError

from accounts.models import Athlete


class AccountAdapter(DefaultAccountAdapter):  # type: ignore[misc]  # allauth has no types
    def clean_password(self, password: str, user: Any = None) -> str:
        """The password, if it can be one. A name is no password, whatever its case, nor what is much like it."""
        name = user.username if user else _name_asked_for()
        if name and password.strip().casefold() == name.strip().casefold():
            raise ValidationError("The password is the name; choose another.", code="password_too_similar")
        cleaned: str = super().clean_password(password, user or Athlete(username=name))
        return cleaned


def _name_asked_for() -> str:
    """The name in the request that signs up: allauth looks at its password by itself."""
    body = context.request.body if context.request else b""
    try:
        name = json.loads(body or b"{}").get("username", "")
    except (ValueError, AttributeError):
        return ""
    return name if isinstance(name, str) else ""
