"""How many things of a kind there is room for, so that every list of them has an end."""

from __future__ import annotations

from typing import Any

from django.db.models import QuerySet

from jolly_core.errors import CoreError


def check_room(kept: QuerySet[Any], most: int, things: str, *, instead: str) -> None:
    """Raise ``CoreError`` (``no_room``) where as many are kept as there is room for, saying what to do instead."""
    if kept.count() >= most:
        message = f"There is room for {most} {things}; {instead}."
        raise CoreError.one("no_room", message, value=most, allowed=f"< {most}")
