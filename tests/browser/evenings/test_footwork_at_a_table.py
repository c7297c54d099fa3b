"""Footwork at a table, at an age: patterns, easier rungs, what is disliked comes back, and tired legs are respected."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

FOOTWORK = "Footwork: two points, four, then anywhere"


def test_two_points_then_a_rung_below_and_what_is_avoided_comes_back(evening: Evening) -> None:
    evening.sign_up_and_begin("table racket sport", minutes=60)
    page = evening.page
    evening.athlete.take_ladder(FOOTWORK)
    # Two and two, with one ball into the net: eight in order, then from the start of the lap again.
    evening.play(FOOTWORK, "1122 1122 x 1122 1122 1122 1122", "16 in pattern")
    evening.compare_with_the_logbook()
    # Too hard for the first week: a rung below it, and the words are changed to one's own.
    page.goto("/climb")
    page.get_by_role("link", name=FOOTWORK).first.click()
    page.get_by_role("button", name="More for rung 1").click()
    print(page.get_by_role("menu").inner_text())
    expect(page.get_by_role("menu")).to_be_visible()
