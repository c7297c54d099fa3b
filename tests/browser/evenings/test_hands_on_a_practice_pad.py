"""Wrists on a practice pad: half an hour in which the click climbs, strokes grow fewer, and nothing is pressed."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

HANDS = "Half an hour of hands"


def test_half_an_hour_goes_on_by_itself_and_every_stroke_is_counted(evening: Evening) -> None:
    evening.sign_up_and_begin("practice pad", minutes=45)
    page = evening.page
    evening.athlete.own_ladder(HANDS)
    page.clock.install()
    evening.go_to(HANDS)
    expect(page.get_by_role("main")).to_contain_text("hold it so that somebody could pull it out")
    evening.athlete.start()
    page.clock.run_for(20_000)
    # One tempo that was not clean is played again at once.
    evening.press("x")
    expect(page.get_by_text(re.compile("2 more goes")).first).to_be_visible()
    for _ in range(35):
        page.clock.run_for(60_000)
    evening.athlete.expect_end("Goal reached")
    evening.write_down(HANDS, 1, "65 tempi")
    # Thirteen times up, both hands: 16, 14, 12, 10 and 8 strokes each.
    strokes = 13 * 2 * (16 + 14 + 12 + 10 + 8)
    expect(page.get_by_role("row", name=re.compile("clean strokes"))).to_contain_text(str(strokes))
    evening.compare_with_the_logbook()
