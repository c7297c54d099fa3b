"""What an athlete does at the board where targets are laid: drag, pull, nudge, read the tape."""

from __future__ import annotations

import re
from dataclasses import dataclass

from playwright.sync_api import Locator, Page, expect

#: A target says where it is: its size, how far from the left, how far up or away.
WHERE = re.compile(r"(.+), ([\d.]+ c?m) by ([\d.]+ c?m), ([\d.]+ c?m) from the left, ([\d.]+ c?m) (?:up|away)")


@dataclass
class Board:
    page: Page

    def open_new_on(self, place: str) -> None:
        self.page.goto(f"/set-up/layouts/new?place={place}")
        expect(self.page.get_by_role("heading", name="Where the tape goes")).to_be_visible()

    def add(self, what: str) -> None:
        self.page.get_by_role("button", name=f"Add a {what}").click()

    def target(self, name: str) -> Locator:
        return self.page.locator(f"[data-zone='{name}']")

    def where(self, name: str) -> tuple[float, float, float, float]:
        """Its width and height, and how far it lies from the left and up, in metres."""
        said = WHERE.fullmatch(self.target(name).get_attribute("aria-label") or "")
        assert said, self.target(name).get_attribute("aria-label")
        sizes = [float(text.split()[0]) * (0.01 if text.endswith("cm") else 1) for text in said.groups()[1:]]
        return sizes[0], sizes[1], sizes[2], sizes[3]

    def drag(self, what: Locator, right: float, down: float) -> None:
        """By so many points on the screen, with a mouse."""
        box = what.bounding_box()
        assert box
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x + right, y + down, steps=8)
        self.page.mouse.up()

    def press(self, name: str, *keys: str) -> None:
        self.target(name).focus()
        for key in keys:
            self.page.keyboard.press(key)

    def tape_on(self, surface: str) -> Locator:
        return self.page.get_by_role("region", name=f"Tape on {surface}")

    def foretold(self, name: str) -> str:
        return self.page.locator(f"[data-foretold='{name}']").inner_text()

    def save(self) -> None:
        self.page.get_by_role("button", name="Save", exact=True).click()
        expect(self.page.get_by_role("button", name="Saved")).to_be_visible()
        self.page.wait_for_url(re.compile(r"/set-up/layouts/\d+"))
