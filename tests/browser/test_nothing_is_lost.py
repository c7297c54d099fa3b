"""Servers are killed, browsers crash, two screens count on one run: the count stands."""

from __future__ import annotations

import contextlib
import re
import signal

import pytest
from playwright.sync_api import Browser, Error, Page, Route, expect

from tests.browser.athlete import PASSWORD, AthleteAtTheScreen
from tests.browser.chromium import launch, open_window
from tests.browser.conftest import OpenPage
from tests.browser.wire import Wire
from tests.serving import Application


def begin(page: Page) -> tuple[AthleteAtTheScreen, str]:
    """An athlete two putts into a run, and their name."""
    athlete = AthleteAtTheScreen(page)
    name = athlete.sign_up()
    athlete.take_ladder("Putts from the circle")
    athlete.open_run("Putts from the circle")
    athlete.start()
    athlete.press("make", "make")
    athlete.expect_count(2)
    return athlete, name


@pytest.mark.slow
def test_presses_while_the_server_is_dead_are_counted_when_it_is_back(
    open_page: OpenPage, fresh_application: Application
) -> None:
    athlete, _ = begin(open_page(fresh_application.url, is_quiet=True))
    fresh_application.stop(signal.SIGKILL)
    athlete.press("make", "miss", "make")
    athlete.expect_waiting(3)
    fresh_application.start()
    athlete.expect_waiting(0)
    athlete.expect_count(4)


@pytest.mark.slow
def test_presses_survive_a_reload_of_the_page_while_the_server_is_dead(
    open_page: OpenPage, fresh_application: Application
) -> None:
    athlete, _ = begin(open_page(fresh_application.url, is_quiet=True))
    address = athlete.page.url
    fresh_application.stop(signal.SIGKILL)
    athlete.press("make", "make")
    with contextlib.suppress(Error):  # there is nobody to load it from
        athlete.page.reload()
    fresh_application.start()
    athlete.page.goto(address)
    athlete.start()
    athlete.expect_count(4)


def test_a_crashed_browser_comes_back_to_the_same_count(browser: Browser, fresh_application: Application) -> None:
    doomed = launch(browser.browser_type)
    athlete, name = begin(open_window(doomed, fresh_application.url).new_page())
    address = athlete.page.url
    with contextlib.suppress(Error):  # a browser that crashes does not answer
        doomed.new_browser_cdp_session().send("Browser.crash")
    page = open_window(browser, fresh_application.url).new_page()
    page.goto(address)
    page.get_by_label("Name to sign in with").fill(name)
    page.get_by_label("Password").fill(PASSWORD)
    page.get_by_role("button", name="Sign in", exact=True).click()
    page.wait_for_url(address)  # the way in leads back to where one was going
    back = AthleteAtTheScreen(page)
    back.start()
    back.expect_count(2)
    page.context.close()


@pytest.mark.slow
def test_an_open_run_is_offered_to_be_carried_on(athlete: AthleteAtTheScreen) -> None:
    begun, _ = begin(athlete.page)
    begun.page.get_by_role("link", name="Leave").click()
    expect(begun.page.get_by_text("2 made so far, Putts from the circle")).to_be_visible()
    begun.page.get_by_role("link", name="Carry on").click()
    begun.start()
    begun.press("make")
    begun.expect_count(3)


@pytest.mark.slow
def test_two_screens_on_one_run_come_to_one_count(open_page: OpenPage) -> None:
    first, _ = begin(open_page(is_quiet=True))  # the browser writes each refusal into its console
    second = AthleteAtTheScreen(first.page.context.new_page())
    second.page.goto(first.page.url)
    second.start()
    second.press("make")
    second.expect_count(3)
    first.press("miss", "make")  # numbered behind what the other screen has counted
    first.expect_count(4)
    second.press("make")
    second.expect_count(5)
    first.press("undo")
    first.expect_count(4)


#: Presses the big key in the very task in which the court begins to take presses.
PRESS_AT_ONCE = """() => new MutationObserver((_, watch) => {
    const pad = document.querySelector("[data-pad]:not(:disabled)");
    if (!pad) return;
    watch.disconnect();
    pad.dispatchEvent(new KeyboardEvent("keydown", { key: " ", code: "Space", bubbles: true }));
}).observe(document.body, { subtree: true, attributes: true, childList: true })"""


@pytest.mark.slow
def test_the_first_press_on_another_screen_is_no_double_tap_of_the_last(open_page: OpenPage) -> None:
    first, _ = begin(open_page())
    address = first.page.url
    first.page.goto("/")
    first.page.evaluate("localStorage.clear()")  # as after a crash: its clock was not kept
    second = AthleteAtTheScreen(first.page.context.new_page())
    second.page.goto(address)
    expect(second.page.get_by_role("button", name=re.compile("(Start|Carry on): 3, 2, 1"))).to_be_visible()
    second.page.evaluate(PRESS_AT_ONCE)
    second.start()
    second.expect_count(3)


def on_another_device(first: AthleteAtTheScreen, open_page: OpenPage) -> AthleteAtTheScreen:
    """The same athlete on the same run, in a browser that shares nothing with the first."""
    page = open_page(is_quiet=True)
    page.context.add_cookies(first.page.context.cookies())  # type: ignore[arg-type]  # as they came
    page.goto(first.page.url)
    second = AthleteAtTheScreen(page)
    second.start()
    return second


@pytest.mark.slow
def test_presses_of_a_device_that_was_cut_off_are_counted_behind_those_of_another(open_page: OpenPage) -> None:
    page = open_page(is_quiet=True)
    wire = Wire(page)
    first, _ = begin(page)
    first.expect_counted("here")
    second = on_another_device(first, open_page)
    wire.is_cut = True
    first.press("make")
    first.expect_waiting(1)
    first.expect_count(3)  # counted here all the same
    second.press("make", "make")
    second.expect_count(4)
    wire.is_cut = False
    first.expect_count(5)
    first.expect_waiting(0)


def test_two_windows_show_each_others_presses_with_no_server_between(open_page: OpenPage) -> None:
    page = open_page(is_quiet=True)
    first, _ = begin(page)
    first.expect_counted("here")
    second = AthleteAtTheScreen(page.context.new_page())
    second.page.goto(page.url)
    second.start()
    second.expect_counted("here")
    page.context.set_offline(True)
    first.press("make")
    second.expect_count(3)
    second.press("make", "make")
    first.expect_count(5)
    page.context.set_offline(False)
    first.expect_waiting(0)
    run = page.url.rsplit("/", 1)[1]
    assert page.request.get(f"/api/runs/{run}/").json()["tally"]["makes"] == 5


@pytest.mark.slow
def test_a_device_that_was_overtaken_while_the_server_fails_tries_again(open_page: OpenPage) -> None:
    """What another device has sent has to be read before what waits is counted behind it; that may fail, too."""
    page = open_page(is_quiet=True)
    failures: list[bool] = []
    page.route("**/events/?*", lambda route: fail_once(route, failures))
    first, _ = begin(page)
    first.expect_counted("here")
    second = on_another_device(first, open_page)
    second.press("make")
    second.expect_count(3)
    failures += [True]
    first.press("make")
    first.press("make")
    first.expect_count(5)
    assert failures == []


def fail_once(route: Route, failures: list[bool]) -> None:
    """Lets a reading of the run fail as often as there are failures left."""
    if route.request.method == "GET" and failures:
        failures.pop()
        route.abort()
    else:
        route.continue_()


@pytest.mark.slow
def test_a_signed_out_court_keeps_its_presses(athlete: AthleteAtTheScreen) -> None:
    begun, _ = begin(athlete.page)
    cookies = begun.page.context.cookies()
    begun.page.context.clear_cookies(name="sessionid")
    begun.press("make")
    expect(begun.page.get_by_text("1 press kept on this device")).to_be_visible()
    begun.page.context.add_cookies(cookies)  # type: ignore[arg-type]  # as they came
    begun.page.get_by_role("button", name="Try now").click()
    begun.expect_count(3)
