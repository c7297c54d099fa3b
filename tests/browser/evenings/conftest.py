"""Each file of evenings has an installation of its own, so that its days can pass."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest

from tests.browser.conftest import OpenPage, serve
from tests.browser.evenings.evening import Evening
from tests.serving import Application


@pytest.fixture(scope="module")
def application(empty_world: Path, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Application]:
    """Nobody has signed up to it yet."""
    yield from serve(empty_world, tmp_path_factory.mktemp("evening"), is_demo=False)


@pytest.fixture
def evening(open_page: OpenPage, application: Application) -> Evening:
    """At the desk, before signing up."""
    return Evening(open_page(), application)


@pytest.fixture
def phone_evening(open_page: OpenPage, application: Application) -> Evening:
    """The same with a phone and a thumb."""
    return Evening(open_page(is_phone=True), application)
