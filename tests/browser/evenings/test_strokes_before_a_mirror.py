"""Strokes on land before a mirror: slow, relaxed, repeated; good reps and comfort together, faults with their mends."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

STROKES = "Strokes on land, before a mirror"


def test_ten_good_reps_and_easy_on_three_days_are_asked_together(phone_evening: Evening) -> None:
    evening = phone_evening
    evening.athlete.come_in(STROKES)
    page = evening.page
    for chalk, good in (("ooxooooooo x o", 10), ("oooooooooo", 10), ("oooooooooo", 10)):
        evening.go_to(STROKES)
        expect(page.get_by_role("main")).to_contain_text("elbow leads")
        evening.athlete.start("mouse")
        evening.press(chalk, by="thumb")
        page.get_by_role("button", name="It feels right").click()
        evening.athlete.hit("4")
        evening.write_down(STROKES, 1, f"{good} good")
        evening.days_later(2)
    evening.open_ladder(STROKES)
    expect(page.get_by_role("heading", name=re.compile("^Climb to rung 2"))).to_be_visible()
    expect(page.get_by_role("main")).to_contain_text("Mend: ")
    evening.compare_with_the_logbook()
