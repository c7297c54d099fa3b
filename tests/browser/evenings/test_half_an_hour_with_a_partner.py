"""Half an hour with a partner: depth points on both strokes, a game with a condition, and both scores kept."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from tests.browser.evenings.evening import Evening
from tests.browser.planner import put_in, titles

WANTED = ["Rally to warm up", "Depth with Ida", "Serve and return", "Points with Ida", "Cool down and note"]


def test_either_stroke_of_both_is_scored_and_a_game_has_its_condition(evening: Evening) -> None:
    evening.athlete.come_in("Serve to halves and thirds")
    page = evening.page
    page.goto("/plan?minutes=35&ladders=")
    put_in(page, "Work by the clock", title="Rally to warm up", minutes=5, stands="instead of the warm-up")
    put_in(page, "With a partner", title="Depth with Ida", minutes=10, game="Depth points", partner="Ida")
    put_in(page, "Work by the clock", title="Serve and return", minutes=5)
    put_in(
        page,
        "With a partner",
        title="Points with Ida",
        minutes=10,
        game="Tie-break",
        condition="no lobs",
        partner="Ida",
    )
    expect(page.get_by_role("list", name="The parts of the block").get_by_role("listitem")).to_have_count(len(WANTED))
    assert titles(page) == WANTED
    page.get_by_role("button", name="Keep it and start now").click()
    page.get_by_role("button", name="Start: Rally to warm up").click()
    page.get_by_role("button", name="Done: go on").click()
    # By the clock: two and a half minutes a turn. By hand beside: 2, 2, 1, 0 and 2, 1; 1 and 2, 2.
    for turn in ("You: forehand", "Ida: forehand", "You: backhand", "Ida: backhand"):
        expect(page.get_by_role("checkbox", name=f"{turn} 2.5 min")).to_be_visible()
    page.get_by_role("button", name="deep: 2").click()
    page.get_by_role("button", name="deep: 2").click()
    page.get_by_role("button", name="short: 1").click()
    page.get_by_role("button", name="out: 0").click()
    expect(page.get_by_text("You: forehand, 4 balls")).to_be_visible()
    for presses in (("deep: 2", "short: 1"), ("short: 1",), ("deep: 2", "deep: 2")):
        page.get_by_role("button", name="Change over").click()
        for press in presses:
            page.get_by_role("button", name=press).click()
    page.get_by_role("button", name="That is all").click()
    expect(page.get_by_role("status", name="Ida wins: You 6, Ida 7", exact=True)).to_be_visible()
    page.get_by_role("button", name="Played: go on").click()
    page.get_by_role("button", name="Done: go on").click()
    expect(page.get_by_text(re.compile("Play one tie-break to 7.*; no lobs")).first).to_be_visible()
    for _ in range(7):
        page.keyboard.press("ArrowRight")
    expect(page.get_by_role("status", name="You win: You 7, Ida 0", exact=True)).to_be_visible()
    page.get_by_role("button", name="Played: go on").click()
    page.get_by_role("button", name="Finish the block").click()
    expect(page.get_by_text("Ida wins: You 6, Ida 7")).to_be_visible()
    evening.days_later(7)
    page.goto("/look-back/together")
    records = page.get_by_role("table", name="The records of both, you and Ida")
    expect(records.get_by_role("row", name="games won")).to_have_text("games won11")
    assert page.evaluate("document.documentElement.scrollWidth <= innerWidth")
