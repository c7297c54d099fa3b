"""Ten-pin from the release to the approach, on one evening; spare cycles that begin again at a miss."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

RELEASE, CYCLES = "From the release to the full approach", "Spare cycles without a miss"


def test_all_steps_are_visited_and_three_cycles_are_clean(evening: Evening) -> None:
    evening.athlete.come_in(RELEASE, CYCLES)
    page = evening.page
    for rung in (1, 2):
        evening.go_to(RELEASE, rung=rung)
        evening.athlete.start()
        evening.press("ooxooooo")
        page.get_by_role("button", name="It feels right").click()
        evening.athlete.hit("4")
        evening.write_down(RELEASE, rung, "7 good")
    evening.open_ladder(RELEASE)
    expect(page.get_by_role("switch", name="Visit from rung 1 up")).to_be_checked()
    evening.go_to(CYCLES)
    evening.athlete.start()
    # Two of a cycle, a miss: it begins again, and the next one is clean.
    evening.press("oox ooo")
    evening.athlete.expect_end("Goal reached")
    evening.athlete.see_what_it_means()
    expect(page.get_by_role("main")).to_contain_text(re.compile("clean"))
