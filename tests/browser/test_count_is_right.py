"""Presses that must not be lost or change their meaning, and the number that is shown of them."""

from __future__ import annotations

import re
import signal
from contextlib import suppress

import pytest
from playwright.sync_api import APIResponse, Error, Page, Route, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage
from tests.browser.wire import Wire
from tests.serving import Application


def at_putts(page: Page) -> AthleteAtTheScreen:
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.play_ladder("Putts from the circle")
    return athlete


def leave_with_two_waiting(page: Page, wire: Wire) -> None:
    """A run with one press on the server and two that wait on this device, left for the list of runs."""
    athlete = at_putts(page)
    athlete.press("make")
    athlete.expect_count(1)
    page.goto(page.url)  # loaded, and no press waits
    athlete.start()
    wire.is_cut = True
    athlete.press("make", "make")
    page.get_by_role("link", name="Leave").click()


@pytest.mark.slow
def test_controls_pressed_twice_while_cut_off_mean_what_they_say(
    open_page: OpenPage, fresh_application: Application
) -> None:
    athlete = at_putts(open_page(fresh_application.url, is_quiet=True))
    page = athlete.page
    athlete.press("make")
    athlete.expect_count(1)
    fresh_application.stop(signal.SIGKILL)
    page.keyboard.press("p")
    expect(page.get_by_role("button", name="Go on")).to_be_visible()
    page.keyboard.press("p")
    athlete.press("make", "make")
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_role("button", name="Stop")).to_be_disabled()
    fresh_application.start()
    athlete.expect_end("Stopped")
    athlete.expect_end_number(3)


@pytest.mark.slow
def test_presses_that_were_left_behind_are_told_and_sent_without_their_run(
    open_page: OpenPage, fresh_application: Application
) -> None:
    wire = Wire(page := open_page(fresh_application.url, is_quiet=True))
    leave_with_two_waiting(page, wire)
    expect(page.get_by_role("status").filter(has_text="2 presses wait")).to_be_visible()
    expect(page.get_by_text("2 presses wait on this device")).to_be_visible()
    page.goto("/settings")
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_text("2 presses have not reached the server yet")).to_be_visible()
    wire.is_cut = False
    page.goto("/practise")
    expect(page.get_by_text("3 made so far, Putts from the circle")).to_be_visible()
    expect(page.get_by_role("status").filter(has_text="wait")).to_be_hidden()


@pytest.mark.slow
def test_a_list_that_was_on_its_way_while_presses_were_sent_is_read_again(
    open_page: OpenPage, fresh_application: Application
) -> None:
    """The list of runs is answered before the presses arrive, and reaches the page after."""
    wire = Wire(page := open_page(fresh_application.url, is_quiet=True))
    leave_with_two_waiting(page, wire)
    expect(page.get_by_text("2 presses wait on this device")).to_be_visible()
    late: list[tuple[Route, APIResponse]] = []
    held: list[Route] = []

    def hold_list(route: Route) -> None:
        late.append((route, route.fetch()))
        while held:
            held.pop().continue_()

    page.route("**/api/runs/?unfinished=true", hold_list)
    page.route("**/events/", lambda route: route.continue_() if late else held.append(route))
    with page.expect_response("**/events/"):
        page.goto("/practise")
    page.wait_for_timeout(500)  # the page has heard that its presses arrived
    page.unroute("**/api/runs/?unfinished=true")
    for route, stale in late:
        with suppress(Error):  # a page that reads anew has given it up
            route.fulfill(response=stale)
    expect(page.get_by_text("3 made so far, Putts from the circle")).to_be_visible()


def test_a_key_for_pins_that_do_not_stand_counts_nothing(athlete: AthleteAtTheScreen) -> None:
    athlete.come_in()
    athlete.open_from_shelf("Ten frames in the hall")
    athlete.start()
    athlete.type_digits("5")
    # Once the first ball is answered, five pins stand.
    expect(athlete.page.get_by_role("button", name="6", exact=True)).to_be_hidden()
    athlete.type_digits("6")
    expect(athlete.page.get_by_role("status").filter(has_text="No 6 here")).to_be_visible()
    expect(athlete.page.get_by_role("listitem", name=re.compile("Frame 1: 5,|Frame 1: 5$"))).to_be_visible()


def test_a_press_on_a_name_counts_its_own_zone(open_page: OpenPage) -> None:
    athlete = AthleteAtTheScreen(open_page(is_phone=True))
    athlete.come_in()
    athlete.open_from_shelf("Every mark once")
    athlete.start("mouse")
    named = athlete.page.evaluate(
        "[...document.querySelectorAll('[data-pad=zone] text')].map((text) => {"
        " const box = text.getBoundingClientRect();"
        " const hit = document.elementFromPoint(box.x + box.width / 2, box.y + box.height / 2);"
        " return [text.closest('[data-pad]').dataset.text, hit?.closest('[data-pad]')?.dataset.text]; })"
    )
    assert len(named) >= 4
    assert all(own == hit for own, hit in named)


@pytest.mark.slow
def test_the_best_row_is_the_result_wherever_it_is_shown(athlete: AthleteAtTheScreen) -> None:
    athlete.come_in()
    athlete.own_ladder("Three-club cascade")
    athlete.open_run("Three-club cascade")
    athlete.start()
    for row in (2, 6, 3):
        athlete.press(*["make"] * row, "miss")
    athlete.press("make")
    page = athlete.page
    # Only the row in hand can still do it: ten asked, one in hand.
    expect(page.get_by_text("(9 to go)")).to_be_visible()
    page.get_by_role("button", name="Stop").click()
    athlete.expect_end_number(6)
    athlete.see_what_it_means()
    page.goto("/look-back/logbook")
    expect(page.get_by_role("row").nth(1)).to_contain_text("6 in a row")
    page.goto("/")
    expect(page.get_by_role("link", name=re.compile("^6 in a row"))).to_be_visible()


def test_a_run_of_seconds_can_be_left_out_where_it_ends(athlete: AthleteAtTheScreen) -> None:
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    athlete.open_run("Putts from the circle")
    athlete.start()
    athlete.press("make")
    athlete.page.get_by_role("button", name="Stop").click()
    athlete.page.get_by_role("button", name="It was only seconds: leave it out of the record").click()
    athlete.page.wait_for_url(re.compile(r"/practise$"))
    athlete.page.goto("/look-back/logbook")
    expect(athlete.page.get_by_text("left out: Stopped within its first seconds")).to_be_visible()


@pytest.mark.slow
def test_a_forgotten_password_has_a_way_back(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    name = athlete.sign_up()
    page.goto("/settings/account")
    page.get_by_role("button", name="Make new ones").click()
    code = page.get_by_role("list", name="One-time codes").get_by_role("listitem").first.inner_text()
    page.goto("/settings")
    page.get_by_role("button", name="Sign out").click()
    page.get_by_role("button", name="I forgot my password").click()
    page.get_by_label("Name to sign in with").fill(name)
    page.get_by_label("One-time code").fill(code)
    page.get_by_label("New password").fill("a-new-quiet-evening")
    page.get_by_role("button", name="Set the new password").click()
    page.get_by_role("button", name="Sign in", exact=True).first.click()
    page.get_by_label("Name to sign in with").fill(name)
    page.get_by_label("Password").fill("a-new-quiet-evening")
    page.get_by_role("button", name="Sign in", exact=True).click()
    page.wait_for_url(re.compile(r"/$"))
    # Whoever is in already is shown in, and an address that leads nowhere says so.
    page.goto("/welcome")
    page.wait_for_url(re.compile(r"/$"))
    page.goto("/nowhere")
    expect(page.get_by_role("heading", name="Nothing here")).to_be_visible()
