"""A net court with a feeding device and an injured foot: five good ones to each spot, and what runs is left out."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

SPOTS = "Five good ones to each of six spots"


def test_three_good_ones_at_each_spot_and_a_sore_ankle_is_spared(evening: Evening) -> None:
    evening.sign_up_and_begin("net racket sport", minutes=30, spare="ankle")
    page = evening.page
    evening.athlete.own_ladder(SPOTS)
    evening.accept_cautions(SPOTS)
    evening.play(SPOTS, "oxoo xxooo", "9 attempts")
    evening.compare_with_the_logbook()
    page.goto("/plan?minutes=30")
    expect(page.get_by_role("main")).to_contain_text("ankle")
