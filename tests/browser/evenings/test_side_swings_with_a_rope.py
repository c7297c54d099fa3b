"""A side swing with the rope: four bounces and one swing, counted in rhythm, and what has to be held first."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

SWING, CROSSES = "From the bounce to the side swing", "Crosses"


def test_twenty_bounces_open_the_swing_on_the_third_visit(phone_evening: Evening) -> None:
    evening = phone_evening
    evening.sign_up_and_begin("rope", minutes=15)
    page = evening.page
    for visit, chalk in enumerate(("oooooooox" + "o" * 20, "o" * 20, "oox" + "o" * 20)):
        evening.play(SWING, chalk, "20 in a row", by="clicker" if visit else "thumb")
        evening.say_how_it_felt("comfortable")
        evening.days_later(2)
    evening.open_ladder(SWING)
    expect(page.get_by_role("heading", name=re.compile("^Climb to rung 2"))).to_be_visible()
    # A cross is for who holds the swing: it says so before it is taken.
    evening.compare_with_the_logbook()
