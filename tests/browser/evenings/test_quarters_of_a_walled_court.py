"""A walled court alone with tape: the four quarters are named by where they lie, and pressed where they lie."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

QUARTERS = "Four quarters of the front wall"


def test_each_quarter_once_in_any_order_by_thumb(phone_evening: Evening) -> None:
    evening = phone_evening
    evening.athlete.come_in(QUARTERS)
    page = evening.page
    evening.go_to(QUARTERS)
    evening.athlete.start("mouse")
    evening.athlete.hit("above left", "below right", "above left", "below left")
    expect(page.get_by_role("main")).to_contain_text("1 target to go")
    evening.athlete.hit("above right")
    evening.write_down(QUARTERS, 1, "5 attempts")
    evening.compare_with_the_logbook()
