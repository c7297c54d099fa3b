"""From an empty account to a block played through: plan, warm-up, runs, note, finish."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage


@pytest.mark.slow
def test_a_new_athlete_is_led_to_a_first_block(athlete: AthleteAtTheScreen) -> None:
    page = athlete.page
    athlete.sign_up()
    expect(page.get_by_role("heading", name="Start with a ladder")).to_be_visible()
    page.get_by_role("link", name="Look through the shelf").click()
    page.get_by_role("button", name="Take this ladder: Putts from the circle").click()
    expect(page.get_by_role("heading", name="Putts from the circle", level=1)).to_be_visible()

    page.get_by_role("link", name="Plan", exact=True).click()
    page.get_by_role("button", name="15", exact=True).click()
    expect(page.get_by_role("heading", name="Your 15 minutes")).to_be_visible()
    expect(page.get_by_text("not played yet")).to_be_visible()
    page.get_by_role("button", name="Keep it and start now").click()

    page.get_by_role("button", name="Start with the warm-up").click()
    page.get_by_label(re.compile("Walk or skip on the spot")).click()
    page.get_by_role("button", name="Warm: go on").click()
    page.get_by_role("button", name="Start run 1").click()
    athlete.start()
    athlete.press(*["make"] * 10)
    athlete.expect_end("All attempts played")
    athlete.see_what_it_means()
    page.get_by_role("link", name="On with the block").click()
    expect(page.get_by_text(re.compile(r"1 of \d runs? played"))).to_be_visible()
    page.get_by_role("button", name=re.compile("go on|On to what comes next")).click()
    page.get_by_role("slider", name="How hard was the whole block?").press("ArrowRight")
    page.get_by_role("slider", name="How hard was the whole block?").press("End")
    expect(page.get_by_text("10, all I have")).to_be_visible()
    page.get_by_label("What did you feel?").fill("Calm hands")
    page.get_by_role("button", name="Finish the block").click()
    expect(page.get_by_text(re.compile("Started at .*, finished at"))).to_be_visible()
    expect(page.get_by_text("Calm hands")).to_be_visible()

    page.goto("/look-back/load")
    expect(page.get_by_role("row", name=re.compile("running"))).to_be_visible()
    page.get_by_role("link", name="Jolly Ladder").click()
    expect(page.get_by_text("10 makes").first).to_be_visible()
    expect(page.get_by_role("heading", name="No block is planned")).to_be_visible()


def test_what_is_asked_for_lives_in_the_address(athlete: AthleteAtTheScreen) -> None:
    page = athlete.page
    athlete.enter_demo()
    page.goto("/plan")
    page.get_by_role("button", name="45", exact=True).click()
    expect(page.get_by_role("heading", name="Your 45 minutes")).to_be_visible()
    ladder = page.get_by_role("checkbox", name=re.compile("Three-club cascade"))
    was_chosen = ladder.is_checked()
    ladder.click()
    page.reload()
    expect(page.get_by_role("heading", name="Your 45 minutes")).to_be_visible()
    expect(ladder).to_be_checked(checked=not was_chosen)


def test_the_second_of_two_quick_presses_does_not_undo_the_first(athlete: AthleteAtTheScreen) -> None:
    page = athlete.page
    athlete.enter_demo()
    page.goto("/plan")
    expect(page.get_by_role("heading", name="Your 30 minutes")).to_be_visible()
    ladder = page.get_by_role("checkbox", name=re.compile("Three-club cascade"))
    was_chosen = ladder.is_checked()
    pressed = [page.get_by_role("button", name="45", exact=True).element_handle(), ladder.element_handle()]
    page.evaluate("both => both.forEach(one => one.click())", pressed)  # before the screen is drawn again
    expect(page.get_by_role("heading", name="Your 45 minutes")).to_be_visible()
    expect(ladder).to_be_checked(checked=not was_chosen)


def test_a_block_for_another_day_can_be_dropped_and_brought_back(athlete: AthleteAtTheScreen) -> None:
    page = athlete.page
    athlete.come_in()
    athlete.own_ladder("Putts from the circle")
    page.goto("/plan?day=2099-05-04")
    page.get_by_role("button", name=re.compile("Keep it for .*4 May")).click()
    page.get_by_role("button", name="Drop it").click()
    expect(page.get_by_text("Dropped from your plan.")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("link", name="Start the block")).to_be_visible()


def test_too_short_a_block_says_so(athlete: AthleteAtTheScreen) -> None:
    page = athlete.page
    athlete.come_in()
    athlete.own_ladder("Half an hour of hands")
    page.goto("/plan?minutes=10")
    expect(page.get_by_text(re.compile("Did not fit:.*needs \\d+ minutes")).first).to_be_visible()
    expect(page.get_by_role("button", name="Keep it and start now")).to_be_disabled()


def test_what_a_rung_asks_for_is_the_athletes_own(open_page: OpenPage) -> None:
    athlete = AthleteAtTheScreen(open_page(is_quiet=True))
    page = athlete.page
    athlete.come_in()
    athlete.take_ladder("Putts from the circle")
    page.get_by_role("button", name="Change what it asks for, rung 1").click()
    page.get_by_label("In how many").fill("5")
    page.get_by_role("button", name="Ask for this").click()
    expect(page.get_by_text("reached must be 1 to 3 runs; 5 is outside.").first).to_be_visible()
    page.get_by_label("In how many").fill("1")
    page.get_by_role("button", name="Ask for this").click()
    expect(page.get_by_text("8 makes or more in 1 of the last 3 runs").first).to_be_visible()


def test_a_mark_is_tuned_where_it_is_typed(athlete: AthleteAtTheScreen) -> None:
    page = athlete.page
    athlete.enter_demo()
    page.goto("/climb/3")
    page.get_by_role("button", name="Change what it asks for, rung 3").click()
    tuner = page.get_by_role("region", name="Target tuner")
    expect(tuner.get_by_text(re.compile(r"Right hand.*A row of 10 takes about \d+ tries on average"))).to_be_visible()
    mark = page.get_by_role("spinbutton", name="Mark")
    # Above the floor of 4 in the demo: the price of a mark below it is refused, and the console would say so.
    mark.fill("6")
    expect(tuner.get_by_text(re.compile(r"Right hand.*A row of 6 takes about"))).to_be_visible()
    offer = tuner.get_by_role("button", name=re.compile(r"Make it \d+")).first
    wanted = offer.inner_text().removeprefix("Make it ")
    offer.click()
    expect(mark).to_have_value(wanted)
    page.get_by_label("Number that counts").click()
    page.get_by_role("option", name=re.compile("sets done")).click()
    # Another number brings a fair mark of its own along: ten sets are no mark for a game of one.
    expect(mark).to_have_value("1")


def test_the_way_in_and_out(open_page: OpenPage) -> None:
    page = open_page(is_quiet=True)
    athlete = AthleteAtTheScreen(page)
    name = athlete.sign_up()
    page.goto("/settings")
    page.get_by_role("button", name="Sign out").click()
    page.wait_for_url(re.compile("/welcome$"))
    page.goto("/climb/shelf")
    page.wait_for_url(re.compile("/welcome$"))
    page.get_by_label("Name to sign in with").fill(name)
    page.get_by_label("Password").fill("not-the-password")
    page.get_by_role("button", name="Sign in", exact=True).click()
    expect(page.get_by_text("The username and/or password you specified are not correct.")).to_be_visible()
    page.get_by_label("Password").fill("seven-silver-skipping-ropes")
    page.get_by_role("button", name="Sign in", exact=True).click()
    page.wait_for_url(re.compile("/climb/shelf$"))


@pytest.mark.slow
def test_only_a_demo_has_a_door_for_the_demo_athlete(open_page: OpenPage, fresh_application: object) -> None:
    page = open_page(fresh_application.url, is_quiet=True)  # type: ignore[attr-defined]
    page.goto("/welcome")
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
    expect(page.get_by_role("button", name="Enter as the demo athlete")).to_have_count(0)
