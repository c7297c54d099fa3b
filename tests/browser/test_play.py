"""Three real challenges played through the real interface, reloaded in the middle, up to the verdict."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import expect

from tests.browser.athlete import AthleteAtTheScreen


@pytest.mark.slow
def test_a_streak_by_keyboard(athlete: AthleteAtTheScreen) -> None:
    athlete.sign_up()
    athlete.take_ladder("Low returns in a row")
    athlete.open_run("Low returns in a row", side="left")
    athlete.start("keys")
    athlete.press("make", "make", "miss", "make")
    athlete.expect_count(1)
    athlete.press("undo", "undo")
    athlete.expect_count(2)
    athlete.press("let", "make")
    athlete.expect_count(3)

    athlete.page.reload()
    expect(athlete.page.get_by_role("heading", name="Your count is kept")).to_be_visible()
    athlete.start("keys")
    athlete.expect_count(3)
    athlete.press("make", "make")
    athlete.expect_end("Goal reached")
    athlete.see_what_it_means()
    page = athlete.page
    expect(page.get_by_text("Your first run here")).to_be_visible()
    expect(page.get_by_role("heading", name="Stay on rung 1")).to_be_visible()
    expect(page.get_by_text("Left hand: the last run reached 5 in a row or more; 1 more")).to_be_visible()
    expect(page.get_by_role("row", name=re.compile("best streak.*5.*✓ met"))).to_be_visible()


@pytest.mark.slow
def test_a_timed_count_by_mouse(athlete: AthleteAtTheScreen) -> None:
    athlete.come_in()
    athlete.own_ladder("Rally with the wall")
    athlete.open_run("Rally with the wall", side="left")
    athlete.start("mouse")
    athlete.press(*["make"] * 6, "miss", hand="mouse", apart_ms=300)
    expect(athlete.page.get_by_text("Fetch it and go on", exact=True)).to_be_visible()
    athlete.expect_count(6)

    athlete.page.reload()
    expect(athlete.page.get_by_text("The clock has stood still while you were away")).to_be_visible()
    athlete.start("mouse")
    athlete.press(*["make"] * 10, hand="mouse", apart_ms=300)
    athlete.expect_count(16)
    expect(athlete.page.get_by_text("Goal reached, keep going", exact=True)).to_be_visible()
    # The thirty seconds run out by themselves.
    expect(athlete.page.get_by_role("heading", name="Time", exact=True)).to_be_visible(timeout=40_000)
    athlete.see_what_it_means()
    page = athlete.page
    expect(page.get_by_text(re.compile("In play you met a ball every 0.[2-9] s"))).to_be_visible()
    # One break says nothing of what breaks cost.
    expect(page.get_by_text(re.compile("one fewer would add"))).to_be_hidden()
    expect(page.get_by_role("row", name=re.compile("contacts.*16.*✓ met"))).to_be_visible()
    expect(page.get_by_role("heading", name="Stay on rung 1")).to_be_visible()


def test_makes_of_n_by_keys_and_mouse_up_to_the_climb(athlete: AthleteAtTheScreen) -> None:
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    page = athlete.page
    for run in range(2):
        athlete.open_run("Putts from the circle")
        athlete.start("keys")
        athlete.press(*["make"] * 4)
        athlete.press("miss", "make", hand="mouse")
        if run == 0:
            page.reload()
            athlete.start("mouse")
            athlete.expect_count(5)
        athlete.press(*["make"] * 4)
        athlete.expect_end("All attempts played")
        athlete.see_what_it_means()

    expect(page.get_by_role("heading", name=re.compile("Climb to rung 2"))).to_be_visible()
    expect(page.get_by_text("Of the last 2 runs 2 reached 8 makes or more on 1 day; 2 wanted.")).to_be_visible()
    page.get_by_role("button", name="Climb: rung 1 is held").click()
    expect(page.get_by_text("Decided.")).to_be_visible()
    expect(page.get_by_role("heading", name="Stay on rung 2")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("button", name="Climb: rung 1 is held")).to_be_visible()


def test_every_number_leads_to_its_events(athlete: AthleteAtTheScreen) -> None:
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    athlete.open_run("Putts from the circle")
    athlete.start()
    athlete.press("make", "miss", "let", "undo", "undo")
    athlete.page.get_by_role("button", name="Stop").click()
    athlete.expect_end("Stopped")
    athlete.see_what_it_means()
    athlete.page.get_by_role("link", name="See the 6 events of this run").click()
    expect(athlete.page.get_by_role("row")).to_have_count(7)
    words = athlete.page.get_by_role("row").locator("td:nth-child(3)").all_inner_texts()
    assert words == [
        "✓ make",
        "✗ miss, taken back",
        "let: not counted, taken back",
        "undo: the press before is taken back",
        "undo: the press before is taken back",
        "end",
    ]


def test_a_run_can_be_noted_left_out_and_taken_back(athlete: AthleteAtTheScreen) -> None:
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    athlete.open_run("Putts from the circle")
    athlete.start()
    athlete.press(*["miss"] * 10)
    athlete.expect_end("All attempts played")
    athlete.see_what_it_means()
    page = athlete.page
    page.get_by_label("Note on this run").fill("wind from the left")
    page.get_by_role("button", name="Add").click()
    expect(page.get_by_text("“wind from the left”")).to_be_visible()
    page.get_by_label("Leave this run out").click()
    page.get_by_role("option", name="Wind, rain or a wet floor").click()
    expect(page.get_by_text("Left out of your record: Wind, rain or a wet floor.")).to_be_visible()
    page.get_by_role("button", name="Take it back").click()
    expect(page.get_by_text("Left out of your record")).to_be_hidden()
