"""Footwork at a table, at an age: five drills in an evening, patterns step by step, and what is disliked comes back."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

FOOTWORK = "Footwork: two points, four, then anywhere"


def test_five_drills_a_rung_of_ones_own_and_what_was_left_out_comes_back(evening: Evening) -> None:
    evening.sign_up_and_begin("table racket sport", minutes=60)
    page = evening.page
    expect(page.get_by_role("list", name="The parts of the block")).to_contain_text("Footwork")
    # Two and two, a ball into the net after two laps, then four laps without a fault: sixteen in a row.
    evening.play(FOOTWORK, "1122 1122 x 1122 1122 1122 1122", "16 in pattern")
    # Too fast for tired legs: an easier rung below the first, and a name of one's own.
    page.goto("/climb")
    page.get_by_role("link", name=FOOTWORK).first.click()
    page.get_by_role("button", name="More for rung 1").click()
    page.get_by_role("menuitem", name=re.compile("below", re.IGNORECASE)).first.click()
    expect(page.get_by_role("heading", name=re.compile(r"^6\. "))).to_be_visible()
    evening.by_hand = [(FOOTWORK, 2, "16 in pattern")]
    evening.compare_with_the_logbook()
    # Ten days without the serves: the next plan brings them, and says since when.
    evening.days_later(10)
    page.goto("/plan?minutes=60")
    expect(page.get_by_role("list", name="The parts of the block")).to_contain_text("Footwork")
