"""Letting a second screen in, as an athlete with two devices does."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.browser.athlete import AthleteAtTheScreen


def pair(court: AthleteAtTheScreen, hand: Page) -> None:
    """Let a second screen in by the code on the court."""
    court.page.get_by_role("button", name=re.compile("^Pair: ")).click()
    code = court.page.get_by_test_id("pairing-code").inner_text()
    hand.goto("/hand")
    hand.get_by_label("Code on the court").fill(code)
    hand.get_by_role("button", name="Come in").click()
    expect(court.page.get_by_test_id("paired")).to_be_visible()
    court.page.get_by_role("button", name="Back to the court").click()
