"""Breathing to the side in the water: a lifeguard on duty, and never on before it is comfortable."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

BREATHING = "Breathing to the side"


def test_comfort_holds_one_on_a_step_until_it_is_easy(evening: Evening) -> None:
    evening.sign_up_and_begin("swimming")
    page = evening.page
    expect(page.get_by_role("main")).to_contain_text("at the wall, breathing left")
    for comfort in (3, 4, 5):
        for side in ("left", "right"):
            evening.go_to(BREATHING, side=f"breathing {side}")
            expect(page.get_by_role("main")).to_contain_text("lifeguard on duty")
            evening.athlete.start()
            evening.press("oooooo")
            page.get_by_role("button", name="It feels right").click()
            evening.athlete.hit(str(comfort))
            evening.write_down(BREATHING, 1, "6 good")
        evening.days_later(3)
    evening.open_ladder(BREATHING)
    # Once it was only a three: one comfortable visit more is asked for.
    expect(page.get_by_role("main")).to_contain_text(
        re.compile("Breathing left: comfort of the last 3 runs: 3, 4, 5; 1 more run")
    )
    expect(page.get_by_role("heading", name=re.compile("^Stay on rung 1"))).to_be_visible()
    evening.compare_with_the_logbook()
