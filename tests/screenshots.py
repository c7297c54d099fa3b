"""Takes one picture of each main view, from the demo data, into docs/screenshots/. Run by `make screenshots`."""

from __future__ import annotations

import os
import re
import tempfile
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Browser, Page

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.chromium import open_browser, open_window
from tests.browser.clips import choose_clip, record_clip
from tests.core.recordings import with_rings
from tests.serving import ROOT, Application

SHOTS = ROOT / "docs" / "screenshots"


def play_rally(athlete: AthleteAtTheScreen) -> None:
    """Some way into a rally against the wall, at a believable pace, with one break."""
    athlete.open_run("Rally with the wall", side="left")
    athlete.start()
    athlete.press(*["make"] * 9, apart_ms=900)
    athlete.press("miss", apart_ms=2600)
    athlete.press(*["make"] * 6, apart_ms=900)


def play_on_in_the_air(athlete: AthleteAtTheScreen) -> None:
    """The same after the network has gone: what is pressed waits here."""
    play_rally(athlete)
    athlete.page.context.set_offline(True)
    athlete.press(*["make"] * 3, apart_ms=900)


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


def see_a_wall(athlete: AthleteAtTheScreen) -> None:
    """Three targets on a measured wall, looked at with the aim of a ladder that is played at a wall."""
    page = athlete.page
    page.goto("/set-up")
    page.get_by_role("link", name="Three on the drainpipe wall").click()
    page.get_by_label("Looked at with the aim of").click()
    page.get_by_role("option", name="Low returns in a row, left hand").click()
    page.locator("[data-zone='low left']").focus()
    page.evaluate("scrollTo(0, 150)")


def price_a_threshold(athlete: AthleteAtTheScreen) -> None:
    """What a rung asks for, changed to proof and not kept yet, with what that costs."""
    page = athlete.page
    ladders = {each["ladder"]["title"]: each for each in page.request.get("/api/ladders/").json()}
    serves = ladders["Serve to the box"]
    page.goto(f"/climb/{serves['ladder']['id']}")
    page.get_by_role("button", name=f"Change what it asks for, rung {serves['working']['number']}").click()
    page.get_by_role("button", name="Proof that it was not luck").click()
    page.get_by_role("button", name="Runs at the mark").click()
    page.get_by_role("button", name="Find conditions").click()
    page.get_by_role("group", name="Luck and patience").get_by_role("status").wait_for()
    page.get_by_role("button", name="Ask for this").scroll_into_view_if_needed()
    page.wait_for_timeout(800)
    page.get_by_role("region", name="What it costs").scroll_into_view_if_needed()


def look_at_a_breakthrough(athlete: AthleteAtTheScreen) -> None:
    page = athlete.page
    ladders = {each["ladder"]["title"]: each for each in page.request.get("/api/ladders/").json()}
    found = ladders["Three-club cascade"]
    page.goto(f"/look-back/trend?ladder={found['ladder']['id']}&rung={found['rungs'][2]['id']}")
    page.get_by_role("group", name=re.compile("in time")).wait_for()


def look_at_weak_spots(athlete: AthleteAtTheScreen) -> None:
    """The four boxes on the wall, each with its share."""
    page = athlete.page
    page.goto("/look-back/weak-spots")
    page.get_by_role("heading", name="Four boxes on the wall, rung 1").scroll_into_view_if_needed()
    page.mouse.wheel(0, 500)


def hear_a_recording(athlete: AthleteAtTheScreen) -> None:
    """Half a minute at the wall, with two sounds struck out that were no hits."""
    page = athlete.page
    page.goto("/practise/rungs/1/recording")
    recording = {"name": "drainpipe-wall.wav", "mimeType": "audio/wav", "buffer": with_rings(34).file()}
    page.locator("input[type=file]").set_input_files(files=[recording])  # type: ignore[list-item]
    page.get_by_test_id("sound").wait_for(timeout=60_000)
    for at in ("0:12.2", "0:18.8"):
        page.get_by_role("button", name=re.compile(f"{at}, a hit")).click()
    page.evaluate("scrollTo(0, 0)")
    page.mouse.move(0, 0)


def look_at_film(athlete: AthleteAtTheScreen) -> None:
    """Two clips of a lob, laid beside each other where the ball is highest, with an angle drawn."""
    page = athlete.page
    runs = page.request.get("/api/runs/").json()["results"]
    page.goto(
        f"/look-back/runs/{next(run['id'] for run in runs if run['ladder']['title'] == 'Rally with the wall')}/film"
    )
    for number, (name, colour) in enumerate((("before.webm", "#e3aa2e"), ("after.webm", "#4fd8c7")), 1):
        choose_clip(page, number, name, record_clip(page, colour=colour))
        page.locator("video").nth(number - 1).evaluate("(video, at) => { video.currentTime = at }", 0.8 + number / 5)
        clip = page.get_by_role("group", name=f"Clip {number}", exact=True)
        clip.get_by_label("Pictures a second").click()
        page.get_by_role("option", name="30", exact=True).click()
        clip.get_by_role("button", name="Align at this moment").click()
        clip.get_by_label(re.compile("What is at")).fill("highest")
        clip.get_by_role("button", name="Mark it").click()
    page.get_by_role("button", name="Draw an angle").click()
    drawing = page.get_by_role("img", name=re.compile("Clip 1: put"))
    box = drawing.bounding_box() or {"x": 0, "y": 0, "width": 0, "height": 0}
    for x, y in ((0.08, 0.75), (0.5, 0.24), (0.92, 0.75)):
        page.mouse.click(box["x"] + box["width"] * x, box["y"] + box["height"] * y)
    for words in ("It felt right", "It was right", "It felt right", "It was off"):
        page.get_by_role("button", name=words).click()
    page.get_by_text(re.compile("^Of 2 reps")).wait_for(timeout=60_000)
    page.evaluate("scrollTo(0, 0)")


def set_a_feeder(athlete: AthleteAtTheScreen) -> None:
    """Where three feeds land on a court."""
    page = athlete.page
    athlete.own_ladder("Fed short and deep")
    ladders = {each["ladder"]["title"]: each for each in page.request.get("/api/ladders/").json()}
    page.goto(f"/practise/rungs/{ladders['Fed short and deep']['rungs'][1]['id']}/feeder")
    page.get_by_role("img", name=re.compile("^On Tennis court")).scroll_into_view_if_needed()
    page.mouse.wheel(0, 60)


def map_a_sheet(athlete: AthleteAtTheScreen) -> None:
    """An old notebook as a sheet: two drills, one known and one new, and a cell to mend."""
    page = athlete.page
    page.goto("/look-back/sheet")
    rows = [
        "Date;Drill;Hand;Score;Note",
        "28.4.2024;Putts from the circle;;7/10;calm",
        "30.4.2024;Putts from the circle;;8/10;",
    ]
    rows += ["1.5.2024;Ball off the roof;left;12;", "1.5.2024;Ball off the roof;right;a few;wind"]
    sheet = {"name": "notebook.csv", "mimeType": "text/csv", "buffer": "\n".join(rows).encode()}
    page.locator("input[type=file]").set_input_files(files=[sheet])  # type: ignore[list-item]
    page.get_by_text("1 cell to mend").wait_for()
    page.evaluate("scrollTo(0, 60)")


DESK: dict[str, Callable[[AthleteAtTheScreen], None]] = {
    "today": go("/"),
    "plan": go("/plan"),
    "week": arrange_a_week,
    "layout-wall": see_a_wall,
    "practise": play_rally,
    "end-of-a-run": play_to_the_end,
    "look-back": go("/look-back"),
    "trend": look_at_a_breakthrough,
    "weak-spots": look_at_weak_spots,
    "climb": go("/climb"),
    "sheet": map_a_sheet,
    "ladder": go("/climb/2"),
    "threshold": price_a_threshold,
    "ear": hear_a_recording,
    "film": look_at_film,
}
PHONE: dict[str, Callable[[AthleteAtTheScreen], None]] = {
    "phone-today": go("/"),
    "phone-plan": go("/plan"),
    "phone-practise": play_on_in_the_air,
}
#: Games of the shelf, taken last: the demo world is seen before without them.
GAMES: dict[str, Callable[[AthleteAtTheScreen], None]] = {
    "feeder": set_a_feeder,
}


def take(page: Page, name: str) -> None:
    page.wait_for_load_state("networkidle")
    page.locator(".MuiSkeleton-root").first.wait_for(state="hidden")
    page.wait_for_timeout(500)
    page.screenshot(path=SHOTS / f"{name}.png")
    print(f"docs/screenshots/{name}.png")


def take_all(browser: Browser, url: str) -> None:
    for views, is_phone in ((DESK, False), (PHONE, True), (GAMES, False)):
        page = open_window(browser, url, is_phone=is_phone).new_page()
        athlete = AthleteAtTheScreen(page)
        athlete.enter_demo()
        for name, reach in views.items():
            reach(athlete)
            take(page, name)


def main() -> None:
    SHOTS.mkdir(parents=True, exist_ok=True)
    # As in a home network, by `make home`.
    os.environ["JOLLY_ADDRESS"] = "https://192.168.1.20:8443"
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
