"""Names as long as may be, two hundred ladders, nothing at all, a server that fails: whole, and no sideways scroll."""

from __future__ import annotations

import pytest
from playwright.sync_api import Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage

LADDERS = 200
#: One word, as long as a name may be, that no line can hold.
LONG = "Unterarmwurfgegendiewand" * 5
SCREENS = ("/", "/plan", "/plan/week", "/practise", "/climb", "/set-up", "/look-back/logbook", "/look-back")


def fits(page: Page) -> bool:
    return bool(page.evaluate("document.documentElement.scrollWidth <= innerWidth"))


def look_at_all(page: Page, *more: str) -> None:
    """Open every screen; none may scroll sideways."""
    for screen in (*SCREENS, *more):
        page.goto(screen)
        page.wait_for_load_state("networkidle")
        expect(page.locator("[aria-busy=true]")).to_have_count(0)
        assert fits(page), screen


@pytest.mark.slow
@pytest.mark.parametrize("is_phone", [True, False], ids=["phone", "desk"])
def test_long_names_and_hundreds_of_ladders_fit(open_page: OpenPage, is_phone: bool) -> None:
    page = open_page(is_phone=is_phone)
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    game = {"format": "makes_of_n", "settings": {"attempts": 10}}
    for number in range(LADDERS):
        rung = {"title": LONG, "set_up": LONG, "cues": [], **game}
        title = f"{number} {LONG}"[:100]
        ladder = athlete.send("api/own-ladders/", title=title, discipline="one-wall handball", summary=LONG, rung=rung)
    look_at_all(page, f"/climb/{ladder['id']}", f"/climb/{ladder['id']}/table")


@pytest.mark.parametrize("is_phone", [True, False], ids=["phone", "desk"])
def test_with_nothing_at_all_every_screen_says_what_to_do_first(open_page: OpenPage, is_phone: bool) -> None:
    page = open_page(is_phone=is_phone)
    AthleteAtTheScreen(page).come_in()
    for screen in ("/", "/plan", "/practise", "/climb", "/set-up", "/look-back/logbook", "/look-back"):
        page.goto(screen)
        page.wait_for_load_state("networkidle")
        expect(page.get_by_role("main").get_by_role("link").or_(page.get_by_role("button")).first).to_be_visible()
        assert fits(page), screen


@pytest.mark.parametrize("screen", ["/", "/plan", "/climb", "/look-back/logbook", "/set-up"])
def test_where_the_server_fails_a_screen_says_so_and_asks_again(open_page: OpenPage, screen: str) -> None:
    page = open_page(is_quiet=True)
    AthleteAtTheScreen(page).come_in()
    page.goto("/settings")
    page.wait_for_load_state("networkidle")
    page.route("**/api/**", lambda route: route.fulfill(status=500, body="down"))
    page.goto(screen)
    alert = page.get_by_role("alert").first
    expect(alert).to_be_visible()
    assert fits(page)
    page.unroute("**/api/**")
    page.get_by_role("button", name="Try again").first.click()
    expect(page.get_by_role("alert")).to_have_count(0)
    expect(page.locator("h1")).to_be_visible()


@pytest.mark.parametrize(("width", "height"), [(640, 400), (844, 390)], ids=["at 200 %", "phone on its side"])
def test_every_key_of_a_number_can_be_pressed_on_a_low_screen(open_page: OpenPage, width: int, height: int) -> None:
    page = open_page()
    page.set_viewport_size({"width": width, "height": height})
    athlete = AthleteAtTheScreen(page)
    athlete.come_in("Longest rally on the table")
    athlete.open_run("Longest rally on the table")
    athlete.start()
    for digit in "1234567890":
        page.get_by_role("button", name=digit, exact=True).click(timeout=3000)
        page.get_by_role("button", name="Take the last digit back").click(timeout=3000)
    page.get_by_role("button", name="7", exact=True).click()
    page.get_by_role("button", name="Enter 7").click(timeout=3000)
    expect(page.get_by_test_id("number")).to_have_text("7")
