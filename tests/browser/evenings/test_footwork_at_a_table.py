"""Footwork at a table, at an age: five drills in an evening, patterns step by step, and what is disliked comes back."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

FOOTWORK = "Footwork: two points, four, then anywhere"
LONG_ROWS = "Footwork in long rows, entered after"


def test_five_drills_a_rung_of_ones_own_and_what_was_left_out_comes_back(evening: Evening) -> None:
    evening.sign_up_and_begin("table racket sport", minutes=60)
    page = evening.page
    expect(page.get_by_role("main")).to_contain_text("Footwork")
    # Two and two, a ball into the net after two laps, then four laps without a fault: sixteen in a row.
    evening.play(FOOTWORK, "1122 1122 x 1122 1122 1122 1122", "16 in pattern")
    # Too fast for tired legs: an easier rung below the first, and a name of one's own.
    evening.open_ladder(FOOTWORK)
    page.get_by_role("button", name="More for rung 1").click()
    page.get_by_role("menuitem", name="Put a rung in below").click()
    page.get_by_label("Laps").fill("3")
    page.get_by_label("Name of the rung").fill("two points, walking")
    page.get_by_role("button", name="Put it in as rung 1").click()
    expect(page.get_by_role("heading", name="1. two points, walking")).to_be_visible()
    evening.play(FOOTWORK, "1122 1122 1122", "12 in pattern")
    evening.by_hand[0] = (FOOTWORK, 2, "16 in pattern")  # it has moved up with its runs
    # Long rows, with nothing to press while they last.
    evening.athlete.take_ladder(LONG_ROWS)
    evening.play(LONG_ROWS, "4e 3e 14e 9e 22e 7e", "22 in a row")
    evening.compare_with_the_logbook()
    # Sixteen days later the next plan brings it back, and says since when it was left out.
    evening.days_later(16)
    page.goto("/plan?minutes=60")
    expect(page.get_by_role("list", name="The parts of the block")).to_contain_text("Footwork")
    expect(page.get_by_role("main")).to_contain_text("16 days")
