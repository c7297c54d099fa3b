"""A phone in the hand presses for the court: straight, by the server, and when one of the two was away."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage
from tests.browser.pairing import pair

GAME = "Putts from the circle"
NO_WIRE = "delete window.RTCPeerConnection"


def tap(hand: Page, *names: str) -> None:
    for name in names:
        hand.get_by_role("button", name=name, exact=True).click()
        hand.wait_for_timeout(130)  # beyond the double-tap time


def expect_number(page: Page, number: int) -> None:
    expect(page.get_by_test_id("number")).to_have_text(str(number))


@pytest.mark.parametrize(
    "is_direct", [pytest.param(True, id="straight"), pytest.param(False, id="by the server", marks=pytest.mark.slow)]
)
def test_a_second_screen_presses_and_the_court_is_loaded_anew_in_between(
    open_page: OpenPage, *, is_direct: bool
) -> None:
    court, hand = AthleteAtTheScreen(open_page()), open_page(is_phone=True, is_quiet=True)
    if not is_direct:
        hand.add_init_script(NO_WIRE)
    court.come_in()
    court.open_from_shelf(GAME)
    pair(court, hand)
    expect(hand.get_by_test_id("link")).to_have_text(
        re.compile("^Straight to the court" if is_direct else "^By the server")
    )
    hand.get_by_role("button", name="Start: 3, 2, 1").click()
    tap(hand, "Made", "Made", "Missed", "Undo", "Made")
    court.expect_count(3)
    expect_number(hand, 3)

    # The court is put away, with presses on their way: they are counted when it is back, each once.
    address = court.page.url
    court.page.goto("about:blank")
    tap(hand, "Made", "Made")
    expect(hand.get_by_test_id("link")).to_contain_text("2 presses on the way")
    court.page.goto(address)
    court.expect_count(5)
    expect(hand.get_by_test_id("link")).not_to_contain_text("on the way")
    hand.get_by_role("button", name="Carry on: 3, 2, 1").click()

    # The second screen is put away and comes back.
    expect(hand.get_by_role("button", name="Made", exact=True)).to_be_enabled()
    hand.reload()
    expect_number(hand, 5)
    tap(hand, "Missed", "Missed", "Made", "Made", "Made")
    court.expect_end("All attempts played")
    court.expect_end_number(8)
    expect(hand.get_by_test_id("hand-result")).to_have_text("8")
    court.see_what_it_means()
    expect(hand.get_by_text("The pairing has ended")).to_be_visible()


@pytest.mark.slow
def test_a_tablet_is_the_board_and_a_code_lets_one_in(open_page: OpenPage) -> None:
    court, board, third = AthleteAtTheScreen(open_page()), open_page(), open_page(is_quiet=True)
    court.come_in()
    court.open_from_shelf(GAME)
    court.page.get_by_role("button", name=re.compile("^Pair: ")).click()
    code = court.page.get_by_test_id("pairing-code").inner_text()
    board.goto(f"/hand#{code.replace(' ', '')}")
    board.get_by_role("button", name="Come in").click()
    third.goto(f"/hand#{code.replace(' ', '')}")
    third.get_by_role("button", name="Come in").click()
    expect(third.get_by_text("No court shows this code")).to_be_visible()
    court.page.get_by_role("button", name="Back to the court").click()
    board.get_by_role("button", name="Board").click()
    court.start()
    court.press("make", "miss", "make")
    expect_number(board, 2)
    assert board.locator("[data-pad]").count() == 0
    court.page.get_by_role("button", name=re.compile("^Paired: ")).click()
    court.page.get_by_role("button", name="End the pairing").click()
    expect(board.get_by_text("The pairing has ended")).to_be_visible()


@pytest.mark.slow
def test_a_run_that_is_open_on_two_courts_counts_each_press_once(open_page: OpenPage) -> None:
    court, hand = AthleteAtTheScreen(open_page(is_quiet=True)), open_page(is_phone=True)
    court.come_in()
    court.open_from_shelf(GAME)
    pair(court, hand)
    hand.get_by_role("button", name="Start: 3, 2, 1").click()
    expect(hand.locator("[data-pad=make]")).to_be_enabled()
    other = court.page.context.new_page()
    other.goto(court.page.url)
    expect(other.get_by_role("button", name=re.compile("^Paired: "))).to_be_visible()
    for number in range(1, 5):
        tap(hand, "Made")
        hand.wait_for_timeout(700)
        expect_number(hand, number)
    run = court.page.url.rsplit("/", 1)[-1]
    events = court.page.request.get(f"/api/runs/{run}/events/").json()["results"]
    assert [each["kind"] for each in events] == ["make"] * 4


def test_targets_and_counts_are_pressed_on_the_second_screen(open_page: OpenPage) -> None:
    court, hand = AthleteAtTheScreen(open_page()), open_page(is_phone=True)
    court.come_in()
    court.open_from_shelf("Every mark once")
    pair(court, hand)
    hand.get_by_role("button", name="Start: 3, 2, 1").click()
    hand.get_by_role("button", name="above near").click()
    expect(hand.get_by_test_id("target")).to_have_text("above far")
    court.expect_target("above far")
    expect(court.page.get_by_role("button", name=re.compile("✓ above near"))).to_be_visible()
