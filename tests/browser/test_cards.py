"""The card of a rung written, shown on the court and mirrored; levers and what moved; a side that is found."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage


@pytest.mark.slow
def test_a_fault_comes_with_its_mend_after_three_misses(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.take_ladder("Every mark once")
    AthleteAtTheScreen(page).choose_for_rung(1, "Change the game")
    page.get_by_label("Game", exact=True).click()
    page.get_by_role("option", name="Makes of n", exact=True).click()
    page.get_by_role("button", name="Play it like this").click()
    page.get_by_role("button", name="More for rung 1").click()
    page.get_by_role("menuitem", name="Write its card").click()
    # The ladder brings its faults along: what is written goes in their place.
    page.get_by_label("Fault 1").fill("late turn")
    page.get_by_label("How it shows 1").fill("")
    page.get_by_label("What mends it 1").fill("{near foot} back first")
    page.get_by_role("button", name="Balls, discs or what there is to play with").click()
    page.get_by_label("How many there are").fill("4")
    page.get_by_label("While fetching the clock").click()
    page.get_by_role("option", name="stands still").click()
    page.get_by_role("button", name="Steady click").click()
    page.get_by_label("Beats a minute").fill("120")
    page.get_by_role("button", name="Keep the card").click()
    expect(page.get_by_text("Fault: late turn. Mend: right foot back first")).to_be_attached()
    athlete.open_from_shelf("Every mark once")
    athlete.start()
    beat = page.get_by_test_id("beat")
    expect(beat.locator("[data-now=true]")).to_have_text("3")
    expect(beat.locator("[data-now=true]")).to_have_text("1")
    athlete.press("miss", "miss")
    expect(page.get_by_test_id("reminder-faults")).to_be_hidden()
    athlete.press("miss")
    expect(page.get_by_test_id("reminder-faults")).to_have_text("Usual fault: late turnMend: right foot back first")
    athlete.press("make")
    expect(page.get_by_test_id("reminder-basket")).to_contain_text("Collect the 4 balls")
    expect(page.get_by_role("timer")).to_contain_text("paused")
    # The same button that counts goes on: no other hand is needed.
    page.keyboard.press("PageDown")
    expect(page.get_by_role("timer")).not_to_contain_text("paused")
    athlete.expect_count(1)
    athlete.press("make")
    athlete.expect_count(2)


@pytest.mark.slow
def test_a_turning_side_is_found_and_texts_are_said_for_it(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.take_ladder("Sideways wheel along a line")
    expect(page.get_by_text("foot of your turning side in front").first).to_be_attached()
    page.goto("/settings/sides?find=turn&for=floor skills")
    for way in ("Right", "Right", "Left", "Right", "Right", "Right"):
        page.get_by_role("button", name=way, exact=True).click()
    expect(page.get_by_role("status")).to_contain_text("You turn right: 5 of 6 tries. That is 93 % sure")
    page.get_by_role("button", name="Keep right").click()
    expect(page.get_by_text("Kept for this: right.")).to_be_visible()
    page.goto("/climb")
    page.get_by_role("link", name=re.compile("Sideways wheel")).first.click()
    expect(page.get_by_text(re.compile("right foot in front")).first).to_be_attached()
    expect(page.get_by_text(re.compile("right arm down first"))).to_be_visible()


@pytest.mark.slow
def test_what_moved_is_said_and_a_step_by_the_record_is_put_in(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.take_ladder("Three-club cascade")
    expect(page.get_by_text("From the rung below: Repetitions 10 → 20.")).to_be_visible()
    AthleteAtTheScreen(page).choose_for_rung(2, "Change the game")
    page.get_by_label("One lever more").click()
    page.get_by_role("option", name="attention").click()
    page.get_by_label("attention", exact=True).click()
    page.get_by_role("option", name="eyes closed").click()
    page.get_by_role("button", name="Play it like this").click()
    expect(page.get_by_text(re.compile("attention none → eyes closed. 2 levers move at once"))).to_be_visible()
    athlete.open_from_shelf("Three-club cascade")
    athlete.start()
    athlete.press(*["make"] * 10)
    athlete.expect_count(10)
    page.goto("/climb")
    page.get_by_role("link", name=re.compile("Three-club cascade")).first.click()
    steps = page.get_by_role("region", name="Steps by your record")
    expect(steps).to_contain_text(re.compile(r"Repetitions 1\d \(.*about \d\d %, nine times in ten \d+ to \d+ %"))
    steps.get_by_role("button", name=re.compile("Put it on the ladder")).first.click()
    expect(page.get_by_role("heading", name=re.compile(r"^2\. repetitions 1\d"))).to_be_visible()
