"""The shelf: ready-made ladders in JSON packs that ship with the application."""

from __future__ import annotations

import json
from functools import cache
from typing import Any

from django.conf import settings

from jolly_core.errors import NotFound


@cache
def list_shelf() -> dict[str, dict[str, Any]]:
    """Every ladder on the shelf by its key, in the order of the files."""
    shelf: dict[str, dict[str, Any]] = {}
    for file in sorted(settings.SHELF.glob("*.json")):
        for ladder in json.loads(file.read_text())["ladders"]:
            shelf[ladder["key"]] = ladder
    return shelf


def get_shelf_ladder(key: str) -> dict[str, Any]:
    try:
        return list_shelf()[key]
    except KeyError:
        raise NotFound from None
