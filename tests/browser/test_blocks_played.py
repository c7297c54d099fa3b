"""Blocks the way people run them: a fixed half hour with a partner at its end, drills that take turns."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage
from tests.browser.planner import put_in, titles


def now(page: Page, title: str) -> None:
    expect(page.get_by_role("heading", name=re.compile(f"^Now: {title}"))).to_be_visible()


def score(page: Page, words: str) -> None:
    expect(page.get_by_role("status", name=words, exact=True)).to_be_visible()


def test_a_half_hour_ends_with_a_tie_break_and_both_results_are_kept(open_page: OpenPage) -> None:
    """5, 10, 5 and 10 minutes, the last ten with a partner. Common practice, no source."""
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.own_ladder("Serve to the box")
    page.goto("/plan?minutes=35&ladders=")
    put_in(page, "Work by the clock", title="Move and throw", minutes=5, stands="instead of the warm-up")
    put_in(page, "Work by the clock", title="Low returns", minutes=10)
    put_in(page, "Free play", title="Soft hands", minutes=5)
    put_in(
        page,
        "With a partner",
        title="Tie-break with Pell",
        minutes=10,
        game="Tie-break",
        condition="every serve into the box",
        partner="Pell",
    )
    expect(page.get_by_label("Minutes: Tie-break with Pell")).to_be_visible()
    wanted = ["Move and throw", "Low returns", "Soft hands", "Tie-break with Pell", "Cool down and note"]
    rows = page.get_by_role("list", name="The parts of the block").get_by_role("listitem")
    expect(rows).to_have_count(len(wanted))  # fitted anew by the server with each that is put in
    assert titles(page) == wanted
    page.get_by_role("button", name="Keep it and start now").click()
    page.get_by_role("button", name="Start: Move and throw").click()
    for title in ("Move and throw", "Low returns", "Soft hands"):
        now(page, title)
        page.get_by_role("button", name="Done: go on").click()
    now(page, "Tie-break with Pell")
    expect(page.get_by_text(re.compile("Play one tie-break to 7.*; every serve into the box")).first).to_be_visible()
    page.get_by_role("button", name="Pell serves first").click()
    expect(page.get_by_text("Pell serves", exact=True)).to_be_visible()
    mine, theirs = (page.get_by_role("button", name=f"point to {who}") for who in ("you", "Pell"))
    mine.click()
    expect(page.get_by_text("You serve")).to_be_visible()
    theirs.click()
    theirs.click()  # pressed for a point that was mine
    score(page, "You 1, Pell 2")
    page.get_by_role("button", name="Take the last press back").click()
    score(page, "You 1, Pell 1")
    page.reload()
    score(page, "You 1, Pell 1")
    for _ in range(4):
        page.keyboard.press("ArrowRight")
    expect(page.get_by_text("Change ends")).to_be_visible()
    score(page, "You 5, Pell 1")
    for _ in range(2):
        page.keyboard.press("ArrowRight")
    score(page, "You win: You 7, Pell 1")
    expect(mine).to_be_hidden()
    page.get_by_role("button", name="Played: go on").click()
    page.get_by_role("button", name="Finish the block").click()
    expect(page.get_by_text("You win: You 7, Pell 1")).to_be_visible()
    page.goto("/look-back")
    page.get_by_role("link", name="With a partner").click()
    records = page.get_by_role("table", name="The records of both, you and Pell")
    expect(records.get_by_role("row", name="games won")).to_have_text("games won10")
    expect(page.get_by_role("list", name="Games with Pell")).to_contain_text("You win: You 7, Pell 1")


def test_a_point_that_was_pressed_on_another_screen_is_not_lost(open_page: OpenPage) -> None:
    page = open_page(is_quiet=True)  # a browser complains of every answer that refuses
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    two = {"game": "points", "to": 5, "partner": "Pell"}
    own = [{"key": "own-0", "kind": "for_two", "title": "Points with Pell", "seconds": 600, "two": two}]
    block = athlete.send("api/blocks/", minutes=20, ladders=[], own=own)
    page.goto(f"/practise/blocks/{block['id']}")
    page.get_by_role("button", name="Start with the warm-up").click()
    page.get_by_role("button", name="Warm: go on").click()
    score(page, "You 0, Pell 0")
    page.keyboard.press("ArrowRight")
    score(page, "You 1, Pell 0")
    other = page.context.new_page()
    other.goto(f"/practise/blocks/{block['id']}")
    score(other, "You 1, Pell 0")
    other.keyboard.press("ArrowLeft")
    score(other, "You 1, Pell 1")
    page.keyboard.press("ArrowRight")
    expect(page.get_by_text("The score was changed on another screen meanwhile")).to_be_visible()
    score(page, "You 1, Pell 1")
    page.keyboard.press("ArrowRight")
    score(page, "You 2, Pell 1")
    page.get_by_role("button", name="Take the last press back").click()
    score(page, "You 1, Pell 1")


@pytest.mark.slow
def test_drill_and_try_take_turns_from_the_plan_to_the_last_run(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    for title in ("Putts from the circle", "Three-club cascade"):
        athlete.own_ladder(title)
    page.goto("/plan?minutes=60")
    for ladder in ("Putts from the circle", "Three-club cascade"):
        runs = page.get_by_label(re.compile(f"^Runs: {ladder}"))
        runs.fill("2")
        runs.press("Enter")
        expect(runs).to_have_value("2")
    page.get_by_label("Order of runs").click()
    page.get_by_role("option", name="In turn (A B A B)").click()
    braid = page.get_by_role("img", name=re.compile("^Woven: "))
    first, second, *rest = (braid.get_attribute("aria-label") or "").removeprefix("Woven: ").split(", then ")
    assert rest == [first, second]
    expect(page.get_by_text("Shea and Morgan")).to_be_visible()
    page.get_by_role("button", name="Keep it and start now").click()
    page.get_by_role("button", name="Start with the warm-up").click()
    page.get_by_role("button", name="Warm: go on").click()
    for turn, title in enumerate((first, second, first, second)):
        now(page, re.escape(title))
        page.get_by_role("button", name=f"Start run {turn // 2 + 1}").click()
        athlete.start()
        athlete.press("make", "miss")
        page.get_by_role("button", name="Stop").first.click()
        athlete.see_what_it_means()
        page.get_by_role("link", name=re.compile("^On with ")).click()
    page.get_by_role("button", name="On to what comes next").click()
    expect(page.get_by_label("What did you feel?")).to_be_visible()  # both are behind, by one press


@pytest.mark.slow
def test_all_steps_of_one_ladder_stand_in_one_block(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.own_ladder("Drop-fed drives, still and moving")
    page.goto("/plan?minutes=180&ladders=")
    page.get_by_label("Put in a rung").click()
    steps = [option.inner_text().split(". ", 1)[1] for option in page.get_by_role("option").all()]
    page.keyboard.press("Escape")
    for number, step in enumerate(steps, 1):
        page.get_by_label("Put in a rung").click()
        page.get_by_role("option", name=f"{number}. {step}").click()
        expect(page.get_by_label(re.compile(f"^Runs: Drop-fed drives.*: {re.escape(step)}"))).to_have_count(2)
    drills = [title for title in titles(page) if title.startswith("Drop-fed")]
    expected = [f"{step}, {stroke}" for step in steps for stroke in ("forehand", "backhand")]
    assert len(steps) == 6  # of the shelf
    assert [drill.split(": ", 1)[1].removesuffix(", 1 run, this rung") for drill in drills] == expected


def test_a_ladder_is_revisited_from_its_first_rung_up(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    ladder = page.request.get("/api/ladders/").json()[0]["ladder"]["id"]
    for held in range(2):
        athlete.send(f"api/ladders/{ladder}/moves/", decision="climb", held=held)
    page.goto("/plan?minutes=60&ladders=")
    page.get_by_label("Put in a rung").click()
    page.get_by_role("option", name="From rung 1 up to 3").click()
    rows = page.get_by_role("list", name="The parts of the block").get_by_role("listitem")
    for place, step in enumerate(("from 4 m", "from 5 m", "from 6 m"), 1):  # after the warm-up
        expect(rows.nth(place)).to_contain_text(f"Putts from the circle: {step}, 1 run, this rung")


@pytest.mark.slow
def test_with_both_hands_busy_a_block_goes_on_with_no_press_but_the_counted_ones(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    ladder = page.request.get("/api/ladders/").json()[0]
    kept = [{"key": f"{ladder['rungs'][0]['id']}-none", "place": 0, "runs": 1}]
    block = athlete.send("api/blocks/", minutes=15, ladders=[ladder["ladder"]["id"]], kept=kept, fill=False)
    page.clock.install()
    page.goto(f"/practise/blocks/{block['id']}")
    page.get_by_role("button", name="Start with the warm-up").click()
    for name in (re.compile("by themselves"), re.compile("with no press")):
        page.get_by_role("switch", name=name).click()
    # No longer than the warm-up: on a busy machine what follows would be under way before it is looked at.
    page.clock.run_for(block["parts"][0]["planned_s"] * 1000 + 500)
    now(page, "Putts from the circle")
    expect(page.get_by_text("Run 1 starts in")).to_be_visible()
    page.clock.run_for(31_000)
    expect(page.get_by_text("It starts in")).to_be_visible()
    page.clock.run_for(6_000)
    page.clock.run_for(4_000)  # 3, 2, 1
    expect(athlete.pad("make")).to_be_enabled()
    for made in range(1, 11):
        page.keyboard.press("Space")
        if made < 10:  # then the end lies over it
            athlete.expect_count(made)
        page.clock.run_for(1_000)
    athlete.expect_end("All attempts played")
    page.clock.run_for(3_000)
    expect(page.get_by_text("On with the block in")).to_be_visible()
    page.clock.run_for(11_000)
    now(page, "Putts from the circle")
    expect(page.get_by_text("1 of 1 run played")).to_be_visible()
    page.clock.run_for(6_000)
    expect(page.get_by_label("What did you feel?")).to_be_visible()


def test_what_goes_on_by_itself_waits_at_a_press(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    block = athlete.send(
        "api/blocks/", minutes=15, ladders=[page.request.get("/api/ladders/").json()[0]["ladder"]["id"]]
    )
    page.clock.install()
    page.goto(f"/practise/blocks/{block['id']}")
    page.get_by_role("button", name="Start with the warm-up").click()
    page.get_by_role("switch", name=re.compile("with no press")).click()
    page.get_by_role("button", name="Warm: go on").click()
    page.get_by_role("button", name="Wait", exact=True).click()
    page.clock.run_for(120_000)
    now(page, "Putts from the circle")
    expect(page.get_by_role("button", name="Start run 1")).to_be_visible()
