"""What somebody does on an evening, in their own words; and the tally that they keep by hand beside."""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from typing import Literal

from playwright.sync_api import Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.days import let_days_pass
from tests.browser.on_device import wait_until_ready
from tests.serving import Application

By = Literal["keys", "thumb", "clicker"]
#: A make, a miss and a let as they are written down, each as it is pressed.
CHALK = {"o": "make", "x": "miss", "-": "let"}
#: Two presses of one kind closer than that count once; nobody plays faster.
APART_MS = 130


@dataclass
class Evening:
    """One athlete at a screen. ``by_hand`` is what was written down beside: ladder, rung and result of each run."""

    page: Page
    application: Application
    by_hand: list[tuple[str, int, str]] = field(default_factory=list)

    @property
    def athlete(self) -> AthleteAtTheScreen:
        return AthleteAtTheScreen(self.page)

    # --- the first minutes --------------------------------------------------------------------------------------------

    def sign_up_and_begin(self, discipline: str, *, hand: str = "right", minutes: int = 30, spare: str = "") -> None:
        """From the first screen to the first block, not started yet."""
        page = self.page
        self.athlete.sign_up()
        page.get_by_role("link", name="Begin here").click()
        self._say("Discipline", discipline)
        self._say("Which hand?", hand)
        self._say("How many minutes do you have?", str(minutes))
        if spare:
            self._say("Is anything to be spared?", spare)
        expect(page.get_by_role("heading", name="Your first ladders")).to_be_visible()
        if (caution := page.get_by_label("I have read what to take care of")).is_visible():
            caution.check()
        page.get_by_role("button", name=f"Start my first {minutes} minutes").click()
        expect(page.get_by_role("button", name="Start with the warm-up")).to_be_visible()

    def _say(self, question: str, word: str) -> None:
        self.page.get_by_role("group", name=question).get_by_role("button", name=word, exact=True).click()

    def warm_up(self) -> None:
        """Start the block that is on the screen, and be warm."""
        self.page.get_by_role("button", name="Start with the warm-up").click()
        self.page.get_by_role("button", name="Warm: go on").click()

    def open_ladder(self, title: str) -> None:
        """One of one's own ladders, from the page of all of them."""
        self.page.goto("/climb")
        self.page.get_by_role("link", name=title).first.click()
        expect(self.page.get_by_role("heading", name=title, level=1)).to_be_visible()

    def accept_cautions(self, title: str) -> None:
        """Read what a ladder asks one to take care of, and say so."""
        self.open_ladder(title)
        read = self.page.get_by_role("button", name="I have read it and take care of it")
        for left in range(read.count(), 0, -1):
            read.first.click()
            expect(read).to_have_count(left - 1)

    # --- runs ---------------------------------------------------------------------------------------------------------

    def go_to(self, title: str, *, rung: int = 1, side: str = "") -> None:
        """To the court, with one run on a rung of a ladder that is one's own."""
        page = self.page
        self.open_ladder(title)
        page.get_by_role("link", name=f"Play rung {rung}", exact=True).click()
        page.get_by_role("button", name=re.compile(f"^Start.*{side}" if side else "^Start")).first.click()
        page.wait_for_url(re.compile(r"/practise/runs/[0-9a-f-]+$"))

    def play(self, title: str, chalk: str, result: str, *, rung: int = 1, side: str = "", by: By = "keys") -> None:
        """Play one run by its strokes, and write down what it comes to by one's own count."""
        self.go_to(title, rung=rung, side=side)
        self.athlete.start("mouse" if by == "thumb" else "keys")
        self.press(chalk, by=by)
        self.write_down(title, rung, result)

    def press(self, chalk: str, *, by: By = "keys") -> None:
        """Press strokes as they are written down; figures are zones, pins, marks or, up to an "e", a number.

        "~" says that it feels right, and "!" waits until the court asks how comfortable it was.
        """
        for stroke in chalk.replace(" ", ""):
            if stroke == "~":
                self.page.get_by_role("button", name="It feels right").click()
            elif stroke == "!":
                expect(self.page.get_by_text("How comfortable was it?").first).to_be_visible()
            elif stroke == "e":
                self.page.keyboard.press("Enter")
            elif stroke not in CHALK:
                self.page.keyboard.press(stroke)
                self.page.wait_for_timeout(APART_MS)
            elif by == "clicker" and stroke in "ox":
                self.athlete.click_presenter("forward" if stroke == "o" else "back", apart_ms=APART_MS)
            else:
                self.athlete.press(CHALK[stroke], hand="mouse" if by == "thumb" else "keys", apart_ms=APART_MS)

    def write_down(self, title: str, rung: int, result: str) -> None:
        """The run is over: see what it means, and note its result beside."""
        self.athlete.see_what_it_means()
        self.by_hand.append((title, rung, result))

    def type_in_from_paper(self, title: str, totals: dict[str, str], result: str, *, side: str = "") -> None:
        """Half an hour of one ladder, kept on its sheet and typed in afterwards: one run on its first rung."""
        page = self.page
        ladders = {each["ladder"]["title"]: each for each in page.request.get("/api/ladders/").json()}
        page.goto(f"/plan?minutes=30&ladders={ladders[title]['ladder']['id']}")
        with page.expect_response(
            lambda answer: answer.request.method == "POST" and "/api/blocks/" in answer.url
        ) as kept:
            page.get_by_role("button", name="Keep it for today").click()
        page.goto(f"/plan/blocks/{kept.value.json()['id']}/type-in")
        run = page.get_by_role("group", name=re.compile(rf"^{re.escape(title)}: .*{side}.*run 1$")).first
        for label, total in totals.items():
            run.get_by_label(re.compile(rf"^{re.escape(label)}( \(if known\))?$")).fill(total)
        page.get_by_label("Minutes in all").fill("27")
        page.get_by_role("button", name="Keep the sheet and close the block").click()
        page.wait_for_url(re.compile(r"/plan/blocks/\d+$"))
        self.by_hand.append((title, 1, result))

    def play_without_a_network(self, title: str, chalk: str, result: str, *, side: str = "", by: By = "thumb") -> None:
        """Open the application while there is a network, play a run where there is none, and come home."""
        page = self.page
        page.goto("/")
        wait_until_ready(page)
        page.context.set_offline(True)
        self.play(title, chalk, result, side=side, by=by)
        page.context.set_offline(False)
        with page.expect_response(lambda answer: answer.url.endswith("/events/") and answer.ok):
            page.goto("/")

    def say_how_it_felt(self, word: str) -> None:
        """At the end of a run: "at my limit", "hard", "it works", "comfortable" or "easy"."""
        mark = self.page.get_by_role("button", name=re.compile(rf"\b{word}$"))
        mark.click()
        expect(mark).to_have_attribute("aria-pressed", "true")

    # --- afterwards ---------------------------------------------------------------------------------------------------

    def days_later(self, days: int) -> None:
        """So many days pass; then one opens the application again."""
        let_days_pass(self.application, days)
        self.page.goto("/")

    def compare_with_the_logbook(self) -> None:
        """Everything that was written down by hand stands in the logbook, the last one first, and nothing else."""
        self.page.goto("/look-back/logbook")
        rows = self.page.get_by_role("row").filter(has=self.page.get_by_role("link"))
        expect(rows).to_have_count(len(self.by_hand))
        for row, (title, rung, result) in zip(rows.all(), reversed(self.by_hand), strict=True):
            expect(row.get_by_role("cell", name=re.compile(rf"^{re.escape(title)}, rung {rung}\b"))).to_be_visible()
            expect(row.get_by_role("cell", name=re.compile(rf"^{re.escape(result)}\b"))).to_be_visible()
