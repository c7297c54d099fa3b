"""Runs that this device counts by itself, and how long it takes until it can."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from tests.browser.athlete import AthleteAtTheScreen

#: Setting up waits until nobody waits for anything else, and then loads and compiles the rules.
SET_UP_MS = 90_000


def wait_until_ready(page: Page) -> None:
    """Until the strip says that this device is ready without a network."""
    ready = page.get_by_role("status").filter(has_text="ready without network")
    expect(ready).to_be_visible(timeout=SET_UP_MS)


def count_on(page: Page) -> AthleteAtTheScreen:
    """An athlete two makes into a run that this device counts."""
    athlete = AthleteAtTheScreen(page)
    athlete.open_run("Putts from the circle")
    athlete.start()
    athlete.press("make", "make")
    athlete.expect_counted("here")
    athlete.expect_count(2)
    return athlete


def begin_counting(page: Page) -> AthleteAtTheScreen:
    """A new athlete who is two makes into a run that this device counts."""
    AthleteAtTheScreen(page).come_in("Putts from the circle")
    return count_on(page)
