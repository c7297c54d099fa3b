"""Athletes, their ladders, and a client that speaks for one of them."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any
from uuid import uuid4

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from ladders.models import Ladder
from ladders.packs import take_ladder
from ladders.shelf import list_shelf
from tests.server.moments import MOMENT
from tests.server.player import Player


@pytest.fixture(autouse=True)
def _quick_passwords(settings: Any, monkeypatch: pytest.MonkeyPatch) -> None:
    """Guessing passwords and codes is to be slow for attackers, not for tests."""
    monkeypatch.setattr("accounts.recovery.ROUNDS", 1)
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]


@pytest.fixture
def athlete(db: None) -> Athlete:
    return Athlete.objects.create_user("wren", password="a-long-quiet-afternoon", handedness="left")


@pytest.fixture
def stranger(db: None) -> Athlete:
    return Athlete.objects.create_user(f"stranger-{uuid4().hex[:6]}", password="another-quiet-afternoon")


@pytest.fixture
def client(athlete: Athlete) -> APIClient:
    client = APIClient()
    client.force_login(athlete)
    return client


@pytest.fixture
def nobody() -> APIClient:
    return APIClient()


@pytest.fixture
def ladder_of(db: None) -> Callable[[Athlete, str], Ladder]:
    def take(athlete: Athlete, key: str) -> Ladder:
        return take_ladder(athlete, key, list_shelf()[key], MOMENT)

    return take


@pytest.fixture
def putting(athlete: Athlete, ladder_of: Callable[[Athlete, str], Ladder]) -> Ladder:
    """Ten putts, without sides; its first rung asks for 8 makes in 2 of the last 3 runs, with a floor of 4."""
    return ladder_of(athlete, "putting-circle")


@pytest.fixture
def serving(athlete: Athlete, ladder_of: Callable[[Athlete, str], Ladder]) -> Ladder:
    """Ten serves, each side on its own."""
    return ladder_of(athlete, "serve-to-box")


@pytest.fixture
def player(client: APIClient) -> Player:
    return Player(client)


def rung_id(ladder: Ladder, number: int = 1) -> int:
    rung: Any = ladder.rungs.get(number=number)
    return int(rung.pk)
