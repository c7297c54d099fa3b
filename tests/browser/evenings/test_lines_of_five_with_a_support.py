"""Two lines of five balls on a cue table: which ball was missed, usually eight, and the same again another day."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

LINES = "Lines of five, with a support"


def test_the_ball_that_was_missed_has_a_name_and_the_usual_stands_beside(evening: Evening) -> None:
    evening.athlete.come_in(LINES)
    page = evening.page
    for chalk, made in (("oooxo oooxo", 8), ("ooooo oxoox", 8), ("oxooo ooooo", 9)):
        evening.play(LINES, chalk, f"{made} makes", by="clicker")
        evening.days_later(3)
    page.goto("/look-back/logbook")
    page.get_by_role("row").nth(1).get_by_role("link").click()
    expect(page.get_by_role("main")).to_contain_text("left 2")
    expect(page.get_by_role("main")).to_contain_text("usual")
    evening.compare_with_the_logbook()
