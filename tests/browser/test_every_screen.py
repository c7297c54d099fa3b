"""Every screen, from a phone to a wide desk and at 200 %: no fault for axe, no sideways scroll, a title, a heading."""

from __future__ import annotations

import re
import time
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.chromium import open_window
from tests.browser.clips import choose_clip, record_clip
from tests.core.recordings import with_rings
from tests.serving import ROOT, Application

AXE = (ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js").read_text()
#: WCAG 2.2 at level AA, and axe's own best practices.
STANDARD = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]
SETTLE_S = 0.25
SCREENS = {
    "today": "/",
    "plan": "/plan",
    "block": "/plan/blocks/1",
    "week": "/plan/week",
    "week to come": "/plan/week/2099-05-04",
    "set up": "/set-up",
    "places": "/set-up/places",
    "flight": "/set-up/flight",
    "sessions of a routine": "/plan/routines/1",
    "new layout": "/set-up/layouts/new",
    "layout": "/set-up/layouts/1",
    "layout on paper": "/set-up/layouts/1/paper",
    "practise": "/practise",
    "briefing": "/practise/rungs/1",
    "from a recording": "/practise/rungs/1/recording",
    "no feeder": "/practise/rungs/1/feeder",
    "what changed": "/look-back",
    "trend": "/look-back/trend",
    "weak spots": "/look-back/weak-spots",
    "inside a run": "/look-back/inside",
    "then and now": "/look-back/then-and-now",
    "logbook": "/look-back/logbook",
    "old results": "/look-back/old-results",
    "scores from a sheet": "/look-back/sheet",
    "season": "/look-back/season",
    "load": "/look-back/load",
    "with a partner": "/look-back/together",
    "climb": "/climb",
    "shelf": "/climb/shelf",
    "ladder of the shelf": "/climb/shelf/ten-straight",
    "first minutes": "/begin",
    "ladder": "/climb/1",
    "new ladder": "/climb/new",
    "one rung more": "/climb/1/rungs/new",
    "game of a rung": "/climb/1/rungs/1/game",
    "ladder as a table": "/climb/1/table",
    "card of a rung": "/climb/1/rungs/1/card",
    "in and out": "/settings/record",
    "account": "/settings/account",
    "settings": "/settings",
    "side finder": "/settings/sides",
    "second screen": "/hand",
    "late mirror": "/practise/mirror",
}
#: At 200 % a window of 1280 by 800 has room for half as many pixels either way.
SIZES = {
    "phone": (390, 844),
    "tablet": (820, 1180),
    "desk": (1280, 800),
    "wide": (1920, 1080),
    "zoomed": (640, 400),
}
#: On a phone there is least room; the others are left to `make test-slow`.
BY_SIZE = [pytest.param(size, marks=[] if size == "phone" else pytest.mark.slow) for size in SIZES]


@pytest.fixture(scope="module", params=BY_SIZE)
def page(request: pytest.FixtureRequest, browser: Browser, application: Application) -> Iterator[Page]:
    """The demo athlete's window at one size."""
    window = open_window(browser, application.url, is_phone=request.param == "phone")
    page = window.new_page()
    width, height = SIZES[request.param]
    page.set_viewport_size({"width": width, "height": height})
    AthleteAtTheScreen(page).enter_demo()
    yield page
    window.close()


def check(page: Page, *, asks_on: bool = False) -> None:
    """``asks_on``: it asks the server again and again, so that its network is never idle."""
    began = time.monotonic()
    page.wait_for_load_state("load" if asks_on else "networkidle")
    expect(page.locator("[aria-busy=true]")).to_have_count(0)
    if time.monotonic() - began < SETTLE_S:
        page.wait_for_timeout(1000 * SETTLE_S)  # colours that are still moving are no colours to judge
    # The policy of the page blocks a script tag, so axe is brought in as an expression.
    page.evaluate(AXE)
    result: Any = page.evaluate("(tags) => axe.run({ runOnly: tags })", STANDARD)
    faults = [
        (fault["id"], [node["html"][:150] for node in fault["nodes"]], fault["nodes"][0].get("failureSummary"))
        for fault in result["violations"]
    ]
    assert faults == []
    assert len(result["passes"]) > 10  # axe did look
    width = page.evaluate("innerWidth")
    assert page.evaluate("document.documentElement.scrollWidth") <= width
    assert re.search(".+ · Jolly Ladder", page.title())
    expect(page.locator("h1")).to_have_count(1)


@pytest.mark.parametrize("screen", list(SCREENS))
def test_screen(page: Page, screen: str) -> None:
    page.goto(SCREENS[screen])
    check(page)


def test_end_of_a_run_and_its_events(page: Page) -> None:
    page.goto("/look-back/logbook")
    page.get_by_role("row").nth(1).get_by_role("link").click()
    expect(page.get_by_role("heading", name="What happened")).to_be_visible()
    check(page)
    page.get_by_role("link", name=re.compile("^See the .* of this run")).click()
    expect(page.get_by_role("heading", name=re.compile("stroke by stroke"))).to_be_visible()
    check(page)


def test_a_recording_that_is_heard(page: Page, tmp_path: Path) -> None:
    page.goto("/practise/rungs/1/recording")
    file = tmp_path / "wall.wav"
    file.write_bytes(with_rings(34).file())
    page.locator("input[type=file]").set_input_files(str(file))
    expect(page.get_by_test_id("sound")).to_be_visible(timeout=60_000)  # the rules have to be loaded first
    page.get_by_role("group", name="Sounds by their times").get_by_role("button").first.click()
    check(page)


def test_a_clip_that_is_looked_at(page: Page) -> None:
    (run, *_) = page.request.get("/api/runs/").json()["results"]
    page.goto(f"/look-back/runs/{run['id']}/film")
    for number in (1, 2):
        choose_clip(page, number, f"{number}.webm", record_clip(page, 0.5))
    expect(page.locator("video")).to_have_count(2)
    page.get_by_role("button", name="One over the other").click()
    page.get_by_role("button", name="Draw a line").click()
    line = page.get_by_role("img", name=re.compile("Clip 2: put 2 spots"))
    line.focus()
    for key in ("Enter", "ArrowUp", "ArrowUp", "Enter"):
        page.keyboard.press(key)
    page.get_by_role("button", name="It felt right").click()
    expect(page.get_by_text("Take away")).to_be_visible()
    check(page)


def test_court_before_during_and_after(page: Page) -> None:
    athlete = AthleteAtTheScreen(page)
    athlete.open_run("Putts from the circle")
    check(page)
    athlete.start()
    athlete.press("make", "miss")
    check(page)
    page.keyboard.press("?")
    check(page)
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Stop").click()
    athlete.expect_end("Stopped")
    check(page)


def test_a_second_screen_before_during_and_after(page: Page, browser: Browser, application: Application) -> None:
    athlete = AthleteAtTheScreen(page)
    athlete.open_run("Putts from the circle")
    page.get_by_role("button", name=re.compile("^Pair: ")).click()
    code = page.get_by_test_id("pairing-code").inner_text()
    check(page, asks_on=True)
    window = open_window(browser, application.url, is_phone=True)
    hand = window.new_page()
    hand.set_viewport_size(page.viewport_size or {"width": 390, "height": 844})
    hand.goto(f"/hand#{code}")
    hand.get_by_role("button", name="Come in").click()
    expect(page.get_by_test_id("paired")).to_be_visible()
    check(page, asks_on=True)
    page.get_by_role("button", name="Back to the court").click()
    hand.get_by_role("button", name="Start: 3, 2, 1").click()
    expect(hand.locator("[data-pad=make]")).to_be_enabled()
    check(hand, asks_on=True)
    hand.get_by_role("button", name="Board").click()
    check(hand, asks_on=True)
    hand.get_by_role("button", name="Stop").click()
    expect(hand.get_by_text("The run is over")).to_be_visible()
    check(hand, asks_on=True)
    hand.get_by_role("button", name="End the pairing").click()
    expect(hand.get_by_text("The pairing has ended")).to_be_visible()
    check(hand, asks_on=True)
    window.close()


@pytest.mark.parametrize("size", list(SIZES))
@pytest.mark.slow
def test_courts_with_more_than_two_halves(browser: Browser, application: Application, size: str) -> None:
    """By an athlete of their own: the demo world keeps the ladders that it has."""
    window = open_window(browser, application.url, is_phone=size == "phone")
    page = window.new_page()
    width, height = SIZES[size]
    page.set_viewport_size({"width": width, "height": height})
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    for title in ("Every mark once", "Ten frames in the hall", "Cascade to a click", "Before the first ball"):
        athlete.open_from_shelf(title)
        athlete.start()
        check(page)
    page.goto("/")
    page.get_by_role("button", name="Count").click()
    check(page)
    page.get_by_role("menuitem", name="Makes and misses").click()
    athlete.start()
    athlete.press("make")
    page.get_by_role("button", name="Stop").click()
    athlete.see_what_it_means()
    check(page)
    window.close()


@pytest.mark.slow
def test_block_to_come_its_sheet_and_typing_it_in(page: Page) -> None:
    path = AthleteAtTheScreen(page).next_block()
    for end in ("", "/sheet", "/type-in"):
        page.goto(f"{path}{end}")
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        check(page)


@pytest.mark.slow
def test_usual_week_limits_and_moves(page: Page) -> None:
    page.goto("/plan/week")
    page.get_by_role("button", name="Windows and wishes").click()
    expect(page.get_by_role("group", name="Wish 1")).to_be_visible()
    check(page)
    page.goto("/plan/week")
    page.get_by_role("button", name=re.compile("^Move ")).first.click()
    page.get_by_role("menuitem").first.click()
    expect(page.get_by_role("dialog").get_by_role("button", name="Move it")).to_be_enabled()
    check(page)
    page.goto("/plan")
    page.get_by_role("button", name="Spare something").click()
    expect(page.get_by_role("dialog")).to_be_visible()
    check(page)


def test_dialog_of_a_threshold(page: Page) -> None:
    page.goto("/climb/1")
    page.get_by_role("button", name="Change what it asks for, rung 1").click()
    expect(page.get_by_role("dialog")).to_be_visible()
    check(page)


def test_welcome(browser: Browser, application: Application) -> None:
    for is_phone in (False, True):
        window = open_window(browser, application.url, is_phone=is_phone)
        page = window.new_page()
        page.goto("/welcome")
        check(page)
        window.close()


def test_nothing_moves_for_those_who_want_no_motion(page: Page) -> None:
    page.emulate_media(reduced_motion="reduce")
    page.goto("/climb/1")
    durations = page.evaluate(
        "[...document.querySelectorAll('*')].filter(e => getComputedStyle(e).animationName !== 'none').length"
    )
    page.emulate_media(reduced_motion="no-preference")
    assert durations == 0
