"""What a rung asks for, what that costs, and what the verdict says then."""

from __future__ import annotations

import re

from playwright.sync_api import Locator, Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage
from tests.browser.putting import has_putted, who_putts


def asks(page: Page) -> Locator:
    """The dialog of what the first rung asks for, opened; the part of it that tells what that costs."""
    page.get_by_role("button", name="Change what it asks for, rung 1").click()
    return page.get_by_role("region", name="What it costs")


def test_a_lucky_athlete_is_promoted_by_counting_and_held_by_proof_and_the_screen_says_so_before(
    open_page: OpenPage,
) -> None:
    page = open_page(is_quiet=True)  # a refusal stands in the console, too
    athlete, ladder, rung = who_putts(page)
    has_putted(athlete, rung, 5, 7, 6, 7)
    page.goto(f"/climb/{ladder}")

    costs = asks(page)
    page.get_by_role("spinbutton", name="Mark").fill("7")
    expect(
        costs.get_by_text("Somebody who truly makes 60 % would pass within 20 runs 97 times in 100.")
    ).to_be_visible()
    expect(costs.get_by_role("img", name=re.compile("stay, .* climb$"))).to_be_visible()
    page.get_by_role("button", name="Ask for this").click()
    expect(page.get_by_role("heading", name=re.compile("^Climb to rung 2"))).to_be_visible()

    costs = asks(page)
    page.get_by_role("button", name="Proof that it was not luck").click()
    page.get_by_role("button", name="Runs at the mark").click()
    expect(costs.get_by_text(re.compile(r"60 % would pass within 20 runs \d times in 100"))).to_be_visible()
    expect(costs.get_by_role("img", name=re.compile("stay$"))).to_be_visible()
    luck = page.get_by_role("group", name="Luck and patience")
    luck.get_by_label("Luck I accept").fill("101")
    luck.get_by_role("button", name="Find conditions").click()
    expect(luck.get_by_text("luck must be 0 to 100; 101 is outside.")).to_be_visible()
    luck.get_by_label("Luck I accept").fill("8")
    luck.get_by_role("button", name="Find conditions").click()
    expect(luck.get_by_role("status")).to_contain_text(re.compile(r"passes within 20 runs \d of 100 times"))
    page.get_by_label("How sure").fill("30")
    page.get_by_role("button", name="Ask for this").click()
    expect(page.get_by_text("How sure must be 60 to 99 %; 30 is outside.").first).to_be_visible()
    page.get_by_label("How sure").fill("90")
    page.get_by_role("button", name="Ask for this").click()
    expect(page.get_by_role("heading", name=re.compile("^Stay on rung 1"))).to_be_visible()
    said = re.compile(
        r"From 4 runs it is \d+ % sure that you make at least 65 %; 90 % wanted: about \d more runs? of 8 of 10"
    )
    expect(page.get_by_text(said)).to_be_visible()

    has_putted(athlete, rung, 9, 9, 9)
    page.reload()
    expect(page.get_by_role("heading", name=re.compile("^Climb to rung 2"))).to_be_visible()


def test_a_school_is_chosen_and_what_felt_hard_holds_one_up(open_page: OpenPage) -> None:
    page = open_page()
    athlete, ladder, rung = who_putts(page)
    has_putted(athlete, rung, 9, 9)
    page.goto(f"/climb/{ladder}")
    expect(page.get_by_role("heading", name=re.compile("^Climb to rung 2"))).to_be_visible()
    page.get_by_label("Climbed by the school").click()
    page.get_by_role("option", name="Comfort first").click()
    expect(page.get_by_role("heading", name=re.compile("^Stay on rung 1"))).to_be_visible()
    expect(page.get_by_text("2 reached, 2 wanted; on 1 day, 2 wanted; comfort 0 of 3 runs")).to_be_visible()
    expect(page.get_by_label("Visit from rung 1 up")).to_be_checked()
    run = page.request.get("/api/runs/").json()["results"][0]["id"]
    page.goto(f"/practise/runs/{run}/end")
    page.get_by_role("button", name="4 comfortable").click()
    expect(page.get_by_text("Comfort of the last 2 runs: not said, 4; 2 more runs at 4 of 5 or more.")).to_be_visible()
    page.reload()
    expect(page.get_by_role("button", name="4 comfortable")).to_have_attribute("aria-pressed", "true")
    page.goto(f"/climb/{ladder}")
    page.get_by_label("Climbed by the school").click()
    page.get_by_role("option", name="Prove it").click()
    expect(page.get_by_text(re.compile("Nine in ten sure"))).to_be_visible()
    expect(page.get_by_label("Visit from rung 1 up")).not_to_be_checked()
    expect(page.get_by_text(re.compile(r"From 2 runs it is \d+ % sure"))).to_be_visible()


def test_after_a_capped_run_nothing_more_is_offered(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    made = {"title": "", "set_up": "", "cues": [], "format": "capped_attempts", "settings": {"cap": 3, "days": 4}}
    athlete.send("api/own-ladders/", title="Full spins", discipline="floor", summary="", rung=made)
    rung = page.request.get("/api/ladders/").json()[0]["working"]["id"]
    page.goto(f"/practise/rungs/{rung}")
    page.get_by_role("button", name="Start").click()
    athlete.start()
    athlete.press("make", "miss", "make")
    athlete.see_what_it_means()
    expect(page.get_by_test_id("verdict-line")).to_contain_text("Enough for today")
    expect(page.get_by_text("That is enough of it for today")).to_be_visible()
    for word in ("Once more", "Climb anyway"):
        expect(page.get_by_role("button", name=word)).to_be_hidden()


def test_the_wall_is_looked_through(open_page: OpenPage) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.enter_demo()
    page.goto("/climb")
    tiles = page.get_by_role("link", name=re.compile("Working on|All rungs"))
    whole = len(page.request.get("/api/ladders/").json())
    page.get_by_role("group", name="Discipline").get_by_role("button", name="disc putting").click()
    expect(tiles).to_have_count(1)
    page.get_by_role("group", name="Discipline").get_by_role("button", name="disc putting").click()
    chip = page.get_by_role("group", name="Found by").get_by_role("button").first
    many = int((chip.inner_text().rsplit("(", 1)[1]).rstrip(")"))
    chip.click()
    expect(tiles).to_have_count(many)
    assert 0 < many < whole
