"""A basket on a paddle court: drives in three directions from either half, and low rolls, by a presenter."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

DRIVES, ROLLS = "Drives in three directions", "Low rolls over the net"


def test_five_each_way_from_both_halves_and_low_rolls(evening: Evening) -> None:
    evening.sign_up_and_begin("paddle court", minutes=45)
    page = evening.page
    expect(page.get_by_role("main")).to_contain_text(DRIVES)
    evening.play(DRIVES, "ooxoo oxxoo ooooo", "12 makes", side="even court", by="clicker")
    expect(page.get_by_role("main")).to_contain_text("cross")
    evening.play(DRIVES, "oxxoo oxxoo oooox", "10 makes", side="odd court", by="clicker")
    evening.play(ROLLS, "ooxooxoooo", "8 makes", by="clicker")
    evening.open_ladder(DRIVES)
    expect(page.get_by_role("main")).to_contain_text(re.compile("[Bb]alls; fetching them takes"))
    evening.compare_with_the_logbook()
