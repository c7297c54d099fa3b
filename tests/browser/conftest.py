"""The application in a process of its own, with the demo world in it, and windows onto it."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, ConsoleMessage, Page

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.chromium import open_browser, open_window
from tests.serving import Application

#: The client asks who is signed in before it knows; the browser writes the answer "nobody" into its console.
EXPECTED = "401"


@pytest.fixture(scope="package")
def application(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Application]:
    application = Application(tmp_path_factory.mktemp("demo") / "demo.sqlite3")
    application.manage("prepare_demo")
    yield application.start()
    application.stop()


@pytest.fixture
def fresh_application(tmp_path: Path) -> Iterator[Application]:
    """A server of a test's own that it may stop and kill; not a demo."""
    application = Application(tmp_path / "own.sqlite3", is_demo=False)
    application.manage("migrate")
    yield application.start()
    application.stop()


@pytest.fixture(scope="package")
def browser() -> Iterator[Browser]:
    with open_browser() as browser:
        yield browser


OpenPage = Callable[..., Page]


@pytest.fixture
def open_page(browser: Browser, application: Application) -> Iterator[OpenPage]:
    """Opens pages in windows of their own; afterwards none may have complained into its console."""
    complaints: list[str] = []
    windows = []

    def heard(message: ConsoleMessage) -> None:
        if message.type in ("error", "warning") and EXPECTED not in message.text:
            complaints.append(message.text)

    def open_one(url: str = application.url, *, is_phone: bool = False, is_quiet: bool = False) -> Page:
        window = open_window(browser, url, is_phone=is_phone)
        windows.append(window)
        page = window.new_page()
        if not is_quiet:
            page.on("console", heard)
            page.on("pageerror", lambda error: complaints.append(str(error)))
        return page

    yield open_one
    for window in windows:
        window.close()
    assert complaints == []


@pytest.fixture
def athlete(open_page: OpenPage) -> AthleteAtTheScreen:
    return AthleteAtTheScreen(open_page())
