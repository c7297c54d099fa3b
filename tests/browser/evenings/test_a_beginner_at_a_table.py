"""A beginner at a table, by thumb on a phone: the longest rally, and last week's number."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening

RALLY = "Longest rally on the table"


def test_the_longest_rally_is_entered_after_and_beaten_a_week_later(phone_evening: Evening) -> None:
    evening = phone_evening
    evening.sign_up_and_begin("table racket sport", minutes=30)
    page = evening.page
    for week, rallies in enumerate(((3, 4, 4, 9, 2, 4, 3, 4, 6, 5), (4, 6, 3, 12, 5, 4, 7, 4, 4, 6))):
        evening.go_to(RALLY)
        evening.athlete.start("mouse")
        for rally in rallies:
            for digit in str(rally):
                page.get_by_role("button", name=digit, exact=True).click()
            page.get_by_role("button", name=f"Enter {rally}").click()
        evening.write_down(RALLY, 1, f"{max(rallies)} in a row")
        if week:
            expect(page.get_by_role("main")).to_contain_text(re.compile(r"best.*9", re.IGNORECASE))
        evening.days_later(7)
    evening.compare_with_the_logbook()
    assert page.evaluate("document.documentElement.scrollWidth <= innerWidth")
