"""Lines of flight: off the walls and over the net, with their numbers."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from tests.browser.athlete import AthleteAtTheScreen


def test_lines_of_flight_with_their_numbers(athlete: AthleteAtTheScreen) -> None:
    athlete.enter_demo()
    page = athlete.page
    page.goto("/set-up/flight")
    # By hand: from 4.5 m and 6.5 m before the wall, 1.5 m and 5 m along, the wall is met at 1.5 + 3.5 * 4.5 / 11 m.
    expect(page.get_by_test_id("aim-at")).to_contain_text("2.93 m from its left end, 65 cm up")
    page.get_by_role("button", name="The left one, then the wall").click()
    # There has its image 5 m left of the left wall and 6.5 m behind the wall: x is 0 after 1.5 of 6.5 m.
    expect(page.get_by_test_id("aim-at")).to_contain_text("1.96 m out from the wall, on the left one")
    page.get_by_role("button", name="The wall, then the left one").click()
    expect(page.get_by_test_id("no-way")).to_contain_text("From here no line goes off that wall to there.")
    # By similar triangles: 0.914 * 11.885 / (2.7 - 0.914) m behind the net.
    expect(page.get_by_test_id("window")).to_contain_text("lands 6.08 m behind it")
    expect(page.get_by_text("It can land before the far service line")).to_be_visible()
    slider = page.get_by_role("slider", name=re.compile("You meet the ball"))
    for _ in range(4):
        slider.press("PageDown")
    expect(page.get_by_text("It cannot land before the far service line")).to_be_visible()
