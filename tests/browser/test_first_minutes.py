"""From signing up to a first verdict in six quite different disciplines, the shelf looked through, ladders as files."""

from __future__ import annotations

import json
import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage

#: What somebody practises, a ladder to begin with, and the presses of one run on its first rung.
BEGINNERS = [
    ("rope", "Crosses", ["make"] * 10),
    pytest.param("table racket sport", "Serve under the string, onto the paper", ["make"] * 10, marks=pytest.mark.slow),
    pytest.param("hoop shooting", "Free throws", ["make"] * 10, marks=pytest.mark.slow),
    pytest.param("paddle court", "Low rolls over the net", ["make"] * 10, marks=pytest.mark.slow),
    pytest.param("cue table", "Ten straight ones", ["make"] * 10, marks=pytest.mark.slow),
    pytest.param("ball kept up with the feet", "Kept up with one foot", ["make"] * 10, marks=pytest.mark.slow),
]


def choose(page: Page, question: str, word: str) -> None:
    page.get_by_role("group", name=question).get_by_role("button", name=word, exact=True).click()


@pytest.mark.parametrize(("discipline", "ladder", "presses"), BEGINNERS)
def test_from_signing_up_to_a_first_verdict(
    open_page: OpenPage, discipline: str, ladder: str, presses: list[str]
) -> None:
    page = open_page()
    athlete = AthleteAtTheScreen(page)
    athlete.sign_up()
    page.get_by_role("link", name="Begin here").click()
    choose(page, "Discipline", discipline)
    choose(page, "Which hand?", "right")
    choose(page, "How many minutes do you have?", "30")
    expect(page.get_by_role("button", name=re.compile("^Another one instead of")).first).to_be_visible()
    page.get_by_role("button", name="Start my first 30 minutes").click()
    expect(page.get_by_role("button", name="Start with the warm-up")).to_be_visible()
    athlete.open_from_shelf(ladder)
    athlete.start()
    athlete.press(*presses)
    athlete.expect_end("All attempts played")
    athlete.see_what_it_means()
    expect(page.get_by_text(re.compile("in 2 of the last 3 runs")).first).to_be_visible()


@pytest.mark.slow
def test_what_is_not_there_and_what_is_spared_is_not_offered(open_page: OpenPage) -> None:
    page = open_page()
    AthleteAtTheScreen(page).sign_up()
    page.goto("/begin")
    choose(page, "Discipline", "net racket sport")
    expect(page.get_by_role("heading", name="Your first ladders")).to_be_visible()
    choose(page, "Where can you practise?", "net court")
    expect(page.get_by_role("heading", name="Wall volleys, strokes in turn")).to_be_visible()
    choose(page, "Is anything to be spared?", "shoulder")
    expect(page.get_by_role("heading", name="Wall volleys, strokes in turn")).to_be_hidden()
    page.get_by_role("button", name="Look at the plan first").click()
    expect(page).to_have_url(re.compile(r"/plan/blocks/\d+$"))


def test_the_shelf_is_looked_through_and_a_ladder_read_before_it_is_taken(open_page: OpenPage) -> None:
    page = open_page()
    AthleteAtTheScreen(page).come_in()
    page.goto("/climb/shelf")
    shelf = page.get_by_role("list", name="Ladders on the shelf").get_by_role("listitem")
    expect(page.get_by_role("status").filter(has_text="ladders")).to_be_visible()
    page.get_by_label("Words").fill("serve paper")
    expect(page.get_by_role("status").filter(has_text="1 ladder")).to_be_visible()
    expect(page).to_have_url(re.compile(r"words=serve"))
    page.get_by_role("button", name="All ladders").click()
    page.get_by_label("Discipline").click()
    page.get_by_role("option", name="cue table").click()
    expect(shelf.filter(has_text="Ten straight ones")).to_be_visible()
    page.get_by_role("link", name="Ten straight ones").click()
    expect(page.get_by_role("heading", name="1. a hand apart, near the pocket")).to_be_visible()
    expect(page.get_by_text(re.compile("Fault: head comes up")).first).to_be_visible()
    page.go_back()
    expect(shelf.filter(has_text="Ten straight ones")).to_be_visible()
    page.get_by_role("button", name="Take this ladder: Ten straight ones").click()
    expect(page.get_by_role("heading", name="Ten straight ones", level=1)).to_be_visible()


def test_a_filter_set_in_the_moment_all_are_taken_out_stands_alone(open_page: OpenPage) -> None:
    page = open_page()
    AthleteAtTheScreen(page).come_in()
    page.goto("/climb/shelf?words=serve+paper")
    expect(page.get_by_role("status").filter(has_text="1 ladder")).to_be_visible()
    page.get_by_label("Discipline").click()
    option = page.get_by_role("option", name="cue table").element_handle()
    out = page.get_by_text("All ladders").element_handle()
    page.evaluate("([out, option]) => { out.click(); option.click(); }", [out, option])
    expect(page).to_have_url(re.compile(r"\?discipline=cue\+table$"))


@pytest.mark.slow
def test_a_ladder_goes_out_as_a_file_and_comes_in_from_one(open_page: OpenPage, tmp_path: Path) -> None:
    page = open_page(is_quiet=True)  # a file that is refused stands in the console, too
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.take_ladder("Putts from the circle")
    with page.expect_download() as coming:
        page.get_by_role("link", name="Give it out as a file").click()
    file = tmp_path / "ladder.json"
    coming.value.save_as(file)
    pack = json.loads(file.read_text())
    page.goto("/climb/shelf")
    wrong = tmp_path / "wrong.json"
    pack["ladders"][0]["title"] = ""
    wrong.write_text(json.dumps(pack))
    page.get_by_label("File of ladders").set_input_files(wrong)
    expect(page.get_by_text("ladders › 0 › title:")).to_be_visible()
    page.get_by_role("button", name="Leave it").click()
    pack["ladders"][0]["title"] = "Putts that came in"
    file.write_text(json.dumps(pack))
    page.get_by_label("File of ladders").set_input_files(file)
    page.get_by_role("button", name="Take in 1 ladder").click()
    expect(page.get_by_role("heading", name="Putts that came in", level=1)).to_be_visible()
