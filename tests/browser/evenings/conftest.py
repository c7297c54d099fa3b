"""Each file of evenings has an installation of its own, so that its days can pass."""

from __future__ import annotations

import pytest

from tests.browser.conftest import OpenPage
from tests.browser.evenings.evening import Evening
from tests.serving import Application


@pytest.fixture
def evening(open_page: OpenPage, fresh_application: Application) -> Evening:
    """At the desk, before signing up."""
    return Evening(open_page(fresh_application.url), fresh_application)


@pytest.fixture
def phone_evening(open_page: OpenPage, fresh_application: Application) -> Evening:
    """The same with a phone and a thumb."""
    return Evening(open_page(fresh_application.url, is_phone=True), fresh_application)
