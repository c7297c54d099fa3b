"""A release with the rope: two skills must be held first, ideally a third; four parts, each with what goes wrong."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

RELEASE = "Letting one handle go"


def test_what_comes_first_is_said_and_taken_from_the_shelf(evening: Evening) -> None:
    evening.athlete.come_in(RELEASE)
    page = evening.page
    evening.open_ladder(RELEASE)
    first = page.get_by_role("list", name="What comes first")
    expect(first.last).to_contain_text("Hold first: rung 2 of Crosses, on the shelf")
    page.get_by_role("link", name="rung 2 of Crosses").click()
    page.get_by_role("button", name="Take this ladder: Crosses").click()
    evening.play("Crosses", "ooxooooxoo", "8 makes")
    evening.play(RELEASE, "xooxooooxo", "7 makes")
    evening.open_ladder(RELEASE)
    expect(first.last).to_contain_text("Crosses, rung 2")
    expect(first.last).to_contain_text("not held yet")
    expect(page.get_by_role("main")).to_contain_text("Mend: wait until the rope is over the head")
    evening.compare_with_the_logbook()
