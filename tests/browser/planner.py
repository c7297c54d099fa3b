"""The planner in the browser: parts put in, and the parts there are."""

from __future__ import annotations

import re

from playwright.sync_api import Page, TimeoutError, expect

TRIES, SOON_MS = 4, 5000


def put_in(
    page: Page, kind: str, *, title: str = "", minutes: float, items: str = "", stands: str = "", **two: str
) -> None:
    """A part of one's own; of a game with a partner its ``game``, ``points``, ``condition`` and ``partner``."""
    item = page.get_by_role("menuitem", name=kind)
    # A block that is arranged anew grows, and may take the button from under the pointer: then one presses again.
    for _ in range(TRIES):
        page.get_by_role("button", name="Put in a part of your own").click()
        try:
            item.wait_for(timeout=SOON_MS)
            break
        except TimeoutError:
            continue
    item.click()
    if title:
        page.get_by_label("What is done").fill(title)
    page.get_by_role("dialog").get_by_label("Minutes", exact=True).fill(str(minutes))
    if "game" in two:
        page.get_by_label("The game").click()
        page.get_by_role("option", name=two["game"]).click()
    labels = {"points": "To how many points", "condition": "One condition", "partner": "Your partner's name"}
    for name in labels.keys() & two.keys():
        page.get_by_label(re.compile(labels[name])).fill(two[name])
    if items:
        page.get_by_label("One thing on each line").fill(items)
    if stands:
        page.get_by_label("It stands").click()
        page.get_by_role("option", name=stands).click()
    page.get_by_role("button", name="Put it in").click()
    expect(page.get_by_role("dialog")).to_be_hidden()


def titles(page: Page) -> list[str]:
    rows = page.get_by_role("list", name="The parts of the block").get_by_role("listitem")
    return [row.inner_text().split("\n")[0] for row in rows.all()]
