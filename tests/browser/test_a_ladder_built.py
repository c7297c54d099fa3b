"""A ladder of six rungs built from nothing, changed as a table, and a game made of a layout: counted in actions."""

from __future__ import annotations

import re
from dataclasses import dataclass

from playwright.sync_api import Locator, Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage

#: "Under 40 actions" is what is promised; a press of a key that types on is one as well.
MOST_ACTIONS = 40


@dataclass
class Counted:
    """An athlete whose every press and every field that is filled is counted."""

    page: Page
    actions: int = 0

    def click(self, what: Locator) -> None:
        self.actions += 1
        what.click()

    def fill(self, label: str, text: str) -> None:
        self.actions += 1
        self.page.get_by_label(label).fill(text)

    def pick(self, label: str, option: str) -> None:
        self.click(self.page.get_by_label(label, exact=True))
        self.click(self.page.get_by_role("option", name=option, exact=True))

    def type_on(self, text: str) -> None:
        """Type into the cell that is open and go on with Enter."""
        self.actions += 2
        self.page.keyboard.type(text)
        self.page.keyboard.press("Enter")


def test_six_rungs_from_nothing_in_under_forty_actions(open_page: OpenPage) -> None:
    page = open_page()
    AthleteAtTheScreen(page).come_in()
    page.goto("/climb")
    hand = Counted(page)
    hand.click(page.get_by_role("link", name="A ladder of your own"))
    hand.fill("Name of the ladder", "Drives to the back")
    hand.fill("Discipline", "net racket sport")
    hand.pick("Game", "Makes of n")
    hand.click(page.get_by_role("button", name="Make this ladder"))
    hand.click(page.get_by_role("link", name="As a table"))
    hand.pick("A column for", "distance")
    hand.click(page.get_by_label("distance of rung 1"))
    for distance in ("4", "5", "6", "7", "8"):
        hand.type_on(distance)
        expect(page.get_by_label(f"distance of rung {int(distance) - 2}")).to_be_focused()
    hand.actions += 1
    page.keyboard.type("9")
    hand.click(page.get_by_label("Mark of rung 1"))
    for mark in ("8", "8", "7", "7", "6"):
        hand.type_on(mark)
    hand.actions += 1
    page.keyboard.type("6")
    hand.click(page.get_by_role("button", name="Keep the ladder like this"))
    rungs = page.get_by_role("list", name="Rungs, from the top down")
    expect(rungs.get_by_role("heading", level=2)).to_have_count(6)
    expect(rungs.get_by_role("heading", level=2).first).to_have_text("6. distance 9 m")
    expect(page.get_by_text("From the rung below: Distance 8 m → 9 m.")).to_be_visible()
    expect(page.get_by_text(re.compile("Asked for: 6 makes or more"))).to_have_count(2)
    assert hand.actions < MOST_ACTIONS


def test_what_cannot_be_stands_in_its_row_and_half_typed_input_sends_nothing(open_page: OpenPage) -> None:
    page = open_page(is_quiet=True)  # the refusal stands in the console, too
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.take_ladder("Putts from the circle")
    page.get_by_role("link", name="As a table").click()
    sent: list[str] = []
    page.on("request", lambda request: sent.append(request.url) if request.method != "GET" else None)
    page.get_by_label("Mark of rung 2", exact=True).fill("11")
    page.get_by_label("distance of rung 3", exact=True).fill("")
    assert sent == []
    page.get_by_role("button", name="Keep the ladder like this").click()
    expect(page.get_by_role("row", name=re.compile("^2 ")).get_by_role("alert")).to_contain_text("No run of this game")
    page.get_by_label("Mark of rung 2", exact=True).fill("9")
    page.get_by_role("button", name="Keep the ladder like this").click()
    expect(page.get_by_text(re.compile("Asked for: 9 makes or more"))).to_be_visible()


def test_targets_that_are_laid_become_a_game_and_a_pattern_is_picked_by_its_picture(open_page: OpenPage) -> None:
    page = open_page(is_quiet=True)  # while its zones change a pattern cannot be read, and the console says so
    athlete = AthleteAtTheScreen(page)
    athlete.come_in()
    athlete.take_ladder("In order off the wall")
    page.get_by_role("link", name="Four quarters of the wall").first.click()
    page.get_by_role("link", name="Make a game of it").click()
    expect(page.get_by_label("Target 4", exact=True)).to_have_value("below far")
    page.get_by_label("Discipline").fill("one-wall handball")
    page.get_by_label("Game", exact=True).click()
    page.get_by_role("option", name="Pattern", exact=True).click()
    page.get_by_role("button", name="Take the names of its targets").click()
    page.get_by_role("button", name="crossing", exact=True).click()
    expect(page.get_by_label("Pattern", exact=True)).to_have_value("crossing")
    page.get_by_label("Pattern", exact=True).fill("2AN 1BF")
    expect(page.get_by_role("status")).to_contain_text("for one run")
    page.get_by_role("button", name="Make this ladder").click()
    expect(page.get_by_role("link", name="Four quarters of the wall")).to_be_visible()
    page.get_by_role("button", name="Change what it asks for, rung 1").click()
    expect(page.get_by_role("dialog").get_by_label("Mark", exact=False).first).to_be_visible()
