"""A cue table with purpose: ten straight ones, then one ball placed well; a goal for each, and the growing game."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

STRAIGHT, BALLS = "Ten straight ones", "One, two, four, nine balls"


def test_straight_ones_and_a_growing_game_in_one_evening(evening: Evening) -> None:
    evening.athlete.come_in(STRAIGHT, BALLS)
    page = evening.page
    evening.play(STRAIGHT, "oooooxoooo", "9 makes")
    expect(page.get_by_role("main")).to_contain_text("✓ met")
    evening.play(BALLS, "oxo", "3 tries")
    evening.play(BALLS, "xo xo", "4 tries", rung=2)
    evening.compare_with_the_logbook()
