"""The door of the demo athlete: one press, where there is a demo, and no password anywhere."""

from __future__ import annotations

from typing import Any

import pytest
from django.conf import settings
from django.test import Client, override_settings
from django.urls import clear_url_caches

from accounts.models import Athlete
from accounts.services import make_demo_athlete
from demo import story


@pytest.fixture
def wren(db: None) -> Athlete:
    """The demo athlete, before anything was played."""
    return make_demo_athlete(**story.ATHLETE)


def test_is_entered_with_one_press_only_where_there_is_a_demo(wren: Athlete) -> None:
    assert settings.IS_DEMO is False  # as the tests run: a real installation
    assert Client().post("/api/demo/enter/").status_code == 404


def test_no_password_opens_the_demo_athlete(wren: Athlete) -> None:
    assert not wren.has_usable_password()


@pytest.fixture
def _demo_addresses() -> Any:
    """The addresses as a demo has them."""
    import importlib

    import config.urls

    with override_settings(IS_DEMO=True):
        importlib.reload(config.urls)
        clear_url_caches()
        yield
    importlib.reload(config.urls)
    clear_url_caches()


@pytest.mark.usefixtures("_demo_addresses")
def test_enters_as_the_demo_athlete(wren: Athlete) -> None:
    client = Client()
    assert client.post("/api/demo/enter/").status_code == 204
    assert client.get("/api/athlete/").json()["name"] == "Wren Talloway"
