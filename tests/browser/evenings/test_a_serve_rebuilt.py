"""A serve rebuilt in steps: all steps at every visit, from ten reps until it feels right, and on when it feels easy."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

SERVE = "A serve rebuilt, step by step"


def test_steps_are_visited_from_the_first_and_feeling_opens_the_next(evening: Evening) -> None:
    evening.athlete.come_in(SERVE)
    page = evening.page
    evening.accept_cautions(SERVE)
    for visit, comforts in enumerate(((4,), (4,), (5, 3)), start=1):
        for rung, comfort in enumerate(comforts, start=1):
            evening.go_to(SERVE, rung=rung)
            expect(page.get_by_role("main")).to_contain_text("reach up")
            evening.athlete.start()
            # It may feel right from the tenth rep on, not before.
            evening.press("ooxoooxoo")
            expect(page.get_by_role("button", name="It feels right")).to_be_hidden()
            evening.press("o" * visit)
            page.get_by_role("button", name="It feels right").click()
            evening.athlete.hit(str(comfort))
            evening.write_down(SERVE, rung, f"{7 + visit} good")
        evening.days_later(4)
    evening.open_ladder(SERVE)
    expect(page.get_by_role("heading", name=re.compile("^Climb to rung 2"))).to_be_visible()
    page.get_by_role("button", name="Climb: rung 1 is held").click()
    evening.compare_with_the_logbook()
    # The next plan begins at the first step again, and goes up.
    page.goto("/plan?minutes=45")
    parts = page.get_by_role("list", name="The parts of the block")
    expect(parts).to_contain_text("eyes open")
    expect(parts).to_contain_text("eyes closed")
