"""What waits on the device is sent while no page of the application is open."""

from __future__ import annotations

import signal
from typing import Any

import pytest
from playwright.sync_api import BrowserContext, CDPSession, Page

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage
from tests.browser.on_device import count_on, wait_until_ready
from tests.serving import Application


class Waker:
    """Wakes the service worker as the browser does once there is a network again: the tests' browser never does."""

    def __init__(self, page: Page) -> None:
        self.origin = page.url.split("/", 3)[0] + "//" + page.url.split("/", 3)[2]
        self.registrations: set[str] = set()
        self.follow(page.context.new_cdp_session(page))

    def follow(self, session: CDPSession) -> None:
        self.session = session
        session.on("ServiceWorker.workerRegistrationUpdated", self._hear)
        session.send("ServiceWorker.enable")

    def _hear(self, told: dict[str, Any]) -> None:
        self.registrations |= {each["registrationId"] for each in told["registrations"]}

    def wake(self, tag: str) -> None:
        for registration in self.registrations:
            told = {"origin": self.origin, "registrationId": registration, "tag": tag, "lastChance": False}
            self.session.send("ServiceWorker.dispatchSyncEvent", told)


def leave_waiting(page: Page, application: Application) -> tuple[str, str, Waker]:
    """Two presses that wait when the last page closes and the server comes back: whose they are, and of which run."""
    athlete = AthleteAtTheScreen(page)
    name = athlete.sign_up()
    athlete.take_ladder("Putts from the circle")
    wait_until_ready(page)
    count_on(page)
    run, waker = page.url.rsplit("/", 1)[1], Waker(page)
    application.stop(signal.SIGKILL)
    athlete.press("make", "make")
    athlete.expect_waiting(2)
    elsewhere = page.context.new_page()
    page.close()
    elsewhere.wait_for_timeout(1000)
    application.start()
    elsewhere.goto(f"{waker.origin}/icon.svg")
    waker.follow(page.context.new_cdp_session(elsewhere))
    return name, f"{waker.origin}/api/runs/{run}/", waker


def count_at(window: BrowserContext, run: str, wanted: int) -> int:
    """How many events the server has of a run, once it is as many as wanted, or has had a while."""
    for _ in range(20):
        if window.request.get(run).json()["last_seq"] == wanted:
            return wanted
        window.pages[0].wait_for_timeout(250)
    found: int = window.request.get(run).json()["last_seq"]
    return found


def test_presses_are_sent_with_no_page_open(open_page: OpenPage, fresh_application: Application) -> None:
    page = open_page(fresh_application.url, is_quiet=True)
    window = page.context
    name, run, waker = leave_waiting(page, fresh_application)
    assert window.request.get(run).json()["last_seq"] == 2
    waker.wake(f"send for {name}")
    assert count_at(window, run, 4) == 4


@pytest.mark.slow
def test_nothing_is_sent_for_somebody_else(open_page: OpenPage, fresh_application: Application) -> None:
    """Another athlete has signed in meanwhile: what waits is not theirs to send."""
    page = open_page(fresh_application.url, is_quiet=True)
    window = page.context
    name, run, waker = leave_waiting(page, fresh_application)
    before = window.cookies()
    window.clear_cookies(name="sessionid")
    stranger = window.new_page()
    AthleteAtTheScreen(stranger).sign_up()
    stranger.close()
    waker.wake(f"send for {name}")
    window.pages[0].wait_for_timeout(2000)
    window.add_cookies(before)  # type: ignore[arg-type]  # as they came
    assert window.request.get(run).json()["last_seq"] == 2
