"""The application in a process of its own, with the demo world in it, and windows onto it."""

from __future__ import annotations

import fcntl
import os
import shutil
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, ConsoleMessage, Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.chromium import HEADLESS, open_browser, open_window
from tests.serving import Application

#: The client asks who is signed in before it knows; the browser writes the answer "nobody" into its console.
EXPECTED = "401"
QUICK = "tests.quick_settings"
#: How long a screen may take: machines that are shared have been three times slower than at other hours.
PATIENCE_MS = 15_000
expect.set_options(timeout=PATIENCE_MS)


@pytest.fixture(scope="session")
def demo_world(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The demo world as it is told at first. It takes a while, so all processes of the tests share one telling."""
    return prepared_once(tmp_path_factory, "prepare_demo")


@pytest.fixture(scope="session")
def empty_world(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A database that nobody has signed up to."""
    return prepared_once(tmp_path_factory, "migrate")


def prepared_once(tmp_path_factory: pytest.TempPathFactory, command: str) -> Path:
    """The database that a command of the application makes, made by whichever process comes first."""
    base = tmp_path_factory.getbasetemp()
    shared = base.parent if "PYTEST_XDIST_WORKER" in os.environ else base
    made, making = shared / f"{command}.sqlite3", shared / f"{command}-making.sqlite3"
    with (shared / f"{command}.lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not made.exists():
            Application(making).manage(command)
            making.rename(made)
    return made


def serve(world: Path, folder: Path, *, is_demo: bool) -> Iterator[Application]:
    """A server on a copy of a world."""
    application = Application(folder / "own.sqlite3", is_demo=is_demo, settings=QUICK)
    shutil.copy(world, application.database)
    yield application.start()
    application.stop()


@pytest.fixture(scope="module")
def application(demo_world: Path, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Application]:
    """A server for each file of tests, so that none finds what another has left."""
    yield from serve(demo_world, tmp_path_factory.mktemp("demo"), is_demo=True)


@pytest.fixture
def fresh_application(empty_world: Path, tmp_path: Path) -> Iterator[Application]:
    """A server of a test's own that it may stop and kill; not a demo."""
    yield from serve(empty_world, tmp_path, is_demo=False)


@pytest.fixture(scope="module")
def browser() -> Iterator[Browser]:
    """A browser for each file of tests: one that was driven for a quarter of an hour has stopped drawing once."""
    with open_browser(HEADLESS) as browser:
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
