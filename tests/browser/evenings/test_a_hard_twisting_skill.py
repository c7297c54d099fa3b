"""A hard twisting skill: the caution is read first, six tries close the day, and a day after is the next."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

TWIST = "A hard twist, from raised to flat"


def test_six_tries_close_the_day_and_landed_of_tried_is_kept(evening: Evening) -> None:
    evening.athlete.come_in(TWIST)
    page = evening.page
    evening.open_ladder(TWIST)
    expect(page.get_by_role("main")).to_contain_text("Learn it from a qualified coach, with a spotter")
    evening.accept_cautions(TWIST)
    evening.play(TWIST, "xxoxxo", "2 landed")
    # The dose of the day is used up, whatever happened, and nothing asks for one more.
    expect(page.get_by_role("main")).to_contain_text("The dose is used up: 6 of 6 attempts used today.")
    expect(page.get_by_role("main")).to_contain_text("landed, of 6 tried")
    expect(page.get_by_role("button", name="Once more")).to_be_hidden()
    evening.days_later(2)
    evening.play(TWIST, "oxoxxo", "3 landed")
    evening.compare_with_the_logbook()
