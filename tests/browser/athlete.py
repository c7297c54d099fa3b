"""What an athlete does at the screen, in the athlete's own words: tests say "play a streak", not selectors."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Any, Literal
from uuid import uuid4

from playwright.sync_api import Locator, Page, expect

Hand = Literal["keys", "mouse"]
KEYS = {"make": "Space", "miss": "x", "let": "l", "undo": "u", "pause": "p"}
#: What the buttons of a presenter send, as they do to turn, or blank, slides. Common practice, no source.
PRESENTER = {"forward": "PageDown", "back": "PageUp", "blank": "b"}
PASSWORD = "seven-silver-skipping-ropes"
#: A count-in of three seconds, and what the machine needs around it.
COUNT_IN_TIMEOUT_MS = 8000


@dataclass
class AthleteAtTheScreen:
    page: Page

    # --- the way in ---------------------------------------------------------------------------------------------------

    def sign_up(self, name: str | None = None) -> str:
        name = name or f"athlete-{uuid4().hex[:12]}"
        self.page.goto("/welcome")
        self.page.get_by_role("button", name="I am new here").click()
        self.page.get_by_label("Name to sign in with").fill(name)
        self.page.get_by_label("Password").fill(PASSWORD)
        self.page.get_by_role("button", name="Sign up", exact=True).click()
        self.page.get_by_role("button", name="I have them: go on").click()
        self.page.wait_for_url(re.compile(r"/$"))
        return name

    def come_in(self, *ladders: str) -> None:
        """Be signed up already, with ladders of the shelf, as on any later day. The screen has tests of its own."""
        self.page.request.get("/_allauth/browser/v1/config")
        self.send("_allauth/browser/v1/auth/signup", username=f"athlete-{uuid4().hex[:12]}", password=PASSWORD)
        for title in ladders:
            self.own_ladder(title)

    def send(self, path: str, *, method: str = "POST", **body: Any) -> Any:
        """Send something to the server as the page does, and give back its answer."""
        cookies = {each["name"]: each["value"] for each in self.page.context.cookies()}
        headers = {"X-CSRFToken": cookies["csrftoken"], "Idempotency-Key": str(uuid4())}
        answer = self.page.request.fetch(f"/{path}", method=method, data=body, headers=headers)
        assert answer.ok, answer.text()
        return answer.json()

    def enter_demo(self) -> None:
        self.page.goto("/welcome")
        self.page.get_by_role("button", name="Enter as the demo athlete").click()
        self.page.wait_for_url(re.compile(r"/$"))

    def take_ladder(self, title: str) -> None:
        self.page.goto("/climb/shelf")
        self.page.get_by_role("button", name=f"Take this ladder: {title}").click()
        expect(self.page.get_by_role("heading", name=title, level=1)).to_be_visible()

    def own_ladder(self, title: str) -> None:
        """Have taken a ladder of the shelf, on another day."""
        shelf = {each["title"]: each["key"] for each in self.page.request.get("/api/shelf/").json()}
        self.send(f"api/shelf/{shelf[title]}/take/")

    def ask_rung_for(self, number: int, **values: float) -> None:
        """Change what a rung of the ladder on the screen asks for; keywords are the dialog's labels."""
        self.page.get_by_role("button", name=f"Change what it asks for, rung {number}").click()
        for label, value in values.items():
            self.page.get_by_label(label.replace("_", " "), exact=False).fill(str(value))
        self.page.get_by_role("button", name="Ask for this").click()
        expect(self.page.get_by_role("dialog")).to_be_hidden()

    def choose_for_rung(self, number: int, what: str) -> None:
        """Choose something from the menu of a rung of the ladder on the screen."""
        self.page.get_by_role("button", name=f"More for rung {number}", exact=True).click()
        self.page.get_by_role("menuitem", name=what).click()

    def next_block(self) -> str:
        """The address of the block that comes next."""
        block = self.page.request.get("/api/today/").json()["next_block"]
        return f"/plan/blocks/{block['id']}"

    # --- a run --------------------------------------------------------------------------------------------------------

    def open_run(self, title: str, side: str = "") -> None:
        """Go to the court with one run of a ladder, outside of any block; the clock does not run yet."""
        self.page.goto("/practise")
        self.page.get_by_role("link", name=f"Play {title}").click()
        self.page.get_by_role("button", name=re.compile(f"Start.*{side}" if side else "^Start$")).click()
        self.page.wait_for_url(re.compile(r"/practise/runs/[0-9a-f-]+$"))

    def open_from_shelf(self, title: str, *, rung: int = 1, side: str = "") -> None:
        """Take a ladder of the shelf if it is not taken yet, and go to the court with one run on one of its rungs."""
        ladders = {each["ladder"]["title"]: each for each in self.page.request.get("/api/ladders/").json()}
        if title not in ladders:
            self.own_ladder(title)
            ladders = {each["ladder"]["title"]: each for each in self.page.request.get("/api/ladders/").json()}
        self.page.goto(f"/practise/rungs/{ladders[title]['rungs'][rung - 1]['id']}")
        self.page.get_by_role("button", name=re.compile(f"Start.*{side}" if side else "^Start")).first.click()
        self.page.wait_for_url(re.compile(r"/practise/runs/[0-9a-f-]+$"))

    def play_ladder(self, title: str) -> None:
        """Have taken a ladder of the shelf, and be in play on it."""
        self.own_ladder(title)
        self.open_run(title)
        self.start()

    def carry_on(self) -> None:
        """Go back to the run that is not over yet."""
        self.page.goto("/practise")
        self.page.get_by_role("link", name="Carry on").click()
        self.start()

    def start(self, hand: Hand = "keys") -> None:
        """Press start, and wait for three, two, one."""
        button = self.page.get_by_role("button", name=re.compile("(Start|Carry on): 3, 2, 1"))
        expect(button).to_be_visible()
        self.page.keyboard.press("Space") if hand == "keys" else button.click()
        expect(self.page.locator("main[data-playing=true]")).to_be_visible(timeout=COUNT_IN_TIMEOUT_MS)

    def expect_counted(self, where: Literal["here", "there"]) -> None:
        """See that the court counts by itself, or that the server does."""
        patience_ms = 60_000  # the rules have to be loaded first
        expect(self.page.locator(f"main[data-counted={where}]")).to_be_attached(timeout=patience_ms)

    def expect_waiting(self, presses: int) -> None:
        """See how many presses wait for the network; none, that nothing is said of it."""
        said = self.page.get_by_text(re.compile(r"No connection\. \d+ press|No network: \d+ press"))
        expect(said).to_contain_text(f" {presses} press") if presses else expect(said).to_be_hidden()

    def pad(self, kind: str) -> Locator:
        return self.page.locator(f"[data-pad={kind}]")

    def press(self, *kinds: str, hand: Hand = "keys", apart_ms: int = 130) -> None:
        for kind in kinds:
            if hand == "keys":
                self.page.keyboard.press(KEYS[kind])
            elif kind in ("make", "miss"):
                self.pad(kind).click()
            else:
                self.page.get_by_role("button", name=kind.capitalize(), exact=True).click()
            self.page.wait_for_timeout(apart_ms)  # beyond the double-tap time, as real presses are

    def hit(self, *zones: str, apart_ms: int = 130) -> None:
        """Press zones, pins or marks where they stand on the screen."""
        for zone in zones:
            self.page.locator(f"[data-pad=zone][data-text='{zone}']").click()
            self.page.wait_for_timeout(apart_ms)

    def type_digits(self, digits: str, apart_ms: int = 130) -> None:
        """Press zones, pins or marks by the digits on a keyboard."""
        for digit in digits:
            self.page.keyboard.press(digit)
            self.page.wait_for_timeout(apart_ms)

    def click_presenter(self, *buttons: str, apart_ms: int = 130) -> None:
        """Press the buttons of a presenter's clicker."""
        for button in buttons:
            self.page.keyboard.press(PRESENTER[button])
            self.page.wait_for_timeout(apart_ms)

    def expect_count(self, number: int) -> None:
        expect(self.page.get_by_test_id("number")).to_have_text(str(number))

    def expect_target(self, target: str, then: str | None = None) -> None:
        """What is to be played now, large, and one step ahead."""
        expect(self.page.get_by_test_id("target")).to_have_text(target)
        if then is not None:
            expect(self.page.get_by_test_id("then")).to_have_text(f"then {then}")

    def expect_end_number(self, number: int) -> None:
        expect(self.page.get_by_test_id("end-number")).to_have_text(str(number))

    def expect_end(self, words: str) -> None:
        expect(self.page.get_by_role("heading", name=words)).to_be_visible(timeout=COUNT_IN_TIMEOUT_MS)

    def see_what_it_means(self) -> None:
        self.page.get_by_role("button", name="See what it means").click()
        self.page.wait_for_url(re.compile(r"/end$"))
        expect(self.page.get_by_role("heading", name="What happened")).to_be_visible()
