"""Takes one picture of each main view, from the demo data, into docs/screenshots/. Run by `make screenshots`."""

from __future__ import annotations

import tempfile
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Browser, Page

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.board import Board
from tests.browser.chromium import open_browser, open_window
from tests.serving import ROOT, Application

SHOTS = ROOT / "docs" / "screenshots"


def play_rally(athlete: AthleteAtTheScreen) -> None:
    """Some way into a rally against the wall, at a believable pace, with one break."""
    athlete.open_run("Rally with the wall", side="strong")
    athlete.start()
    athlete.press(*["make"] * 9, apart_ms=900)
    athlete.press("miss", apart_ms=2600)
    athlete.press(*["make"] * 6, apart_ms=900)


def play_to_the_end(athlete: AthleteAtTheScreen) -> None:
    athlete.press(*["make"] * 8, apart_ms=1000)
    athlete.expect_end("Time")
    athlete.see_what_it_means()


def go(path: str) -> Callable[[AthleteAtTheScreen], None]:
    def open_path(athlete: AthleteAtTheScreen) -> None:
        athlete.page.goto(path)

    return open_path


def arrange_a_week(athlete: AthleteAtTheScreen) -> None:
    """Next week, arranged but not kept yet: one wish gave way."""
    page = athlete.page
    page.goto("/plan/week")
    page.get_by_role("link", name="Week after").click()
    page.get_by_role("button", name="Arrange the week").click()
    page.get_by_role("button", name="Keep this week").wait_for()
    page.mouse.move(0, 0)
    page.evaluate("scrollTo(0, 0)")


def see_the_sheet(athlete: AthleteAtTheScreen) -> None:
    athlete.page.goto(f"{athlete.next_block()}/sheet")


def see_the_last_block(athlete: AthleteAtTheScreen) -> None:
    """The last one that was played: the demo story plans today's right after it."""
    today = int(athlete.next_block().rsplit("/", 1)[1])
    athlete.page.goto(f"/plan/blocks/{today - 1}")


def see_a_wall(athlete: AthleteAtTheScreen) -> None:
    """Three targets on a measured wall, looked at with the aim of a ladder that is played at a wall."""
    page = athlete.page
    page.goto("/set-up")
    page.get_by_role("link", name="Three on the drainpipe wall").click()
    page.get_by_label("Looked at with the aim of").click()
    page.get_by_role("option", name="Low returns in a row, strong side (left)").click()
    page.locator("[data-zone='low left']").focus()
    page.evaluate("scrollTo(0, 150)")


def see_a_net_court(athlete: AthleteAtTheScreen) -> None:
    """The back of the far service courts in two, and a gap over the net."""
    page, board = athlete.page, Board(athlete.page)
    board.open_new_on("pickleball_court")
    page.get_by_label("Name of the layout").fill("Deep serves")
    board.add("box")
    for label, centimetres in (("Wide (cm)", 600), ("High (cm)", 200), ("From the near edge (cm)", 1141)):
        page.get_by_label(label).fill(str(centimetres))
        page.get_by_label(label).press("Enter")
    page.get_by_label("Divide into").click()
    page.get_by_role("option", name="halves, side by side").click()
    page.get_by_label("Looked at with the aim of").click()
    page.get_by_role("option", name="Serve to the box, strong side (left)").click()
    page.evaluate("scrollTo(0, 150)")


DESK: dict[str, Callable[[AthleteAtTheScreen], None]] = {
    "today": go("/"),
    "plan": go("/plan"),
    "week": arrange_a_week,
    "block": see_the_last_block,
    "block-sheet": see_the_sheet,
    "set-up": go("/set-up"),
    "layout-wall": see_a_wall,
    "layout-net-court": see_a_net_court,
    "flight": go("/set-up/flight"),
    "practise": play_rally,
    "end-of-a-run": play_to_the_end,
    "look-back": go("/look-back"),
    "load": go("/look-back/load"),
    "climb": go("/climb"),
    "ladder": go("/climb/2"),
}
PHONE: dict[str, Callable[[AthleteAtTheScreen], None]] = {
    "phone-today": go("/"),
    "phone-plan": go("/plan"),
    "phone-practise": play_rally,
}


def take(page: Page, name: str) -> None:
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(500)
    page.screenshot(path=SHOTS / f"{name}.png")
    print(f"docs/screenshots/{name}.png")


def take_all(browser: Browser, url: str) -> None:
    for views, is_phone in ((DESK, False), (PHONE, True)):
        page = open_window(browser, url, is_phone=is_phone).new_page()
        athlete = AthleteAtTheScreen(page)
        page.goto("/welcome")
        if not is_phone:
            take(page, "welcome")
        athlete.enter_demo()
        for name, reach in views.items():
            reach(athlete)
            take(page, name)


def main() -> None:
    SHOTS.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder:
        application = Application(Path(folder) / "demo.sqlite3")
        application.manage("prepare_demo")
        application.start()
        try:
            with open_browser() as browser:
                take_all(browser, application.url)
        finally:
            application.stop()


if __name__ == "__main__":
    main()
