"""A block of five different games comes to the same with the server and without it."""

from __future__ import annotations

import re
import signal
from collections.abc import Callable
from datetime import UTC, datetime
from typing import Any

from playwright.sync_api import Page, expect

from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.conftest import OpenPage
from tests.browser.on_device import wait_until_ready
from tests.browser.test_every_game import GAMES, Play
from tests.serving import Application


def play_putts(athlete: AthleteAtTheScreen) -> None:
    athlete.press(*["make"] * 7, "undo", "make", *["miss"] * 3)
    athlete.expect_end("All attempts played")


#: The games by the titles of their ladders, in the order in which they stand in the block.
FIVE: dict[str, Play] = {
    "Putts from the circle": play_putts,
    **{GAMES[format_id][0]: GAMES[format_id][3] for format_id in ("race", "collect", "two_chance_walk", "long_run")},
}
#: In the middle of it, the page is loaded anew.
MIDDLE = "Every mark once"


def plan(athlete: AthleteAtTheScreen) -> Any:
    """A block of the five, a run each."""
    ladders = {each["ladder"]["title"]: each for each in athlete.page.request.get("/api/ladders/").json()}
    kept = [
        {"key": f"{ladders[title]['working']['id']}-none", "place": place, "runs": 1}
        for place, title in enumerate(FIVE)
    ]
    asked = {"minutes": 60, "day": datetime.now(UTC).date().isoformat(), "kept": kept, "fill": False}
    return athlete.send("api/blocks/", ladders=[ladders[title]["ladder"]["id"] for title in FIVE], **asked)


def play(athlete: AthleteAtTheScreen, block: Any, in_the_middle: Callable[[], None]) -> None:
    page = athlete.page
    page.goto(f"/practise/blocks/{block['id']}")
    page.get_by_role("button", name="Start with the warm-up").click()
    page.get_by_role("button", name="Warm: go on").click()
    for part in block["parts"]:
        if not part["rung"]:
            continue
        page.get_by_role("button", name=re.compile("^Start run")).click()
        page.wait_for_url(re.compile(r"/practise/runs/[0-9a-f-]+$"))
        athlete.start()
        title = part["ladder"]["title"]
        if title == MIDDLE:
            in_the_middle()
        FIVE[title](athlete)
        page.get_by_role("button", name="See what it means").click()
        page.get_by_role("link", name=re.compile("^On with")).click()
        page.get_by_role("button", name=re.compile("That is enough|On to what")).click()
    page.get_by_label("What did you feel?").fill("Quiet hands.")
    page.get_by_role("button", name="Finish the block").click()
    expect(page.get_by_label("What did you feel?")).to_be_hidden()


def seen(athlete: AthleteAtTheScreen, block: int) -> dict[str, Any]:
    """What was played, on every screen that tells of it, and in the record; but for moments and how long it took."""
    page = athlete.page
    there = page.request.get(f"/api/blocks/{block}/").json()
    runs = [page.request.get(f"/api/runs/{run}/").json() for part in there["parts"] for run in part["runs"]]
    record = [[run["format"], *counted(run)] for run in runs]
    screens = {"/": "Today", "/climb": "Climb", "/look-back": "Look back", f"/plan/blocks/{block}": "the block"}
    return {
        "status": there["status"],
        "note": there["note"],
        "record": record,
        **{name: text_of(page, address) for address, name in screens.items()},
        "ends": [text_of(page, f"/practise/runs/{run['id']}/end") for run in runs],
    }


def counted(run: Any) -> list[Any]:
    """How it stands, without its times."""
    tally = {name: value for name, value in run["tally"].items() if "time" not in name and name != "metrics"}
    metrics = {name: value for name, value in run["tally"]["metrics"].items() if "second" not in name}
    return [tally, metrics, run["result"], run["distance"], run["yardstick"]["mark"]]


def text_of(page: Page, address: str) -> str:
    page.goto(address)
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    page.wait_for_load_state("networkidle")
    expect(page.locator("[aria-busy=true]")).to_have_count(0)
    words = page.get_by_role("main").inner_text()
    return re.sub(r"\d+:\d\d(:\d\d)?|[\d.]+ (s|min|h)\b|[\d.]+ (seconds?|minutes?)\b", "some time", words)


def test_five_games_come_to_the_same_with_the_server_and_without(
    open_page: OpenPage, fresh_application: Application
) -> None:
    with_it = AthleteAtTheScreen(open_page(fresh_application.url, is_quiet=True))
    with_it.come_in(*FIVE)
    block = plan(with_it)
    play(with_it, block, in_the_middle=lambda: None)
    wanted = seen(with_it, block["id"])

    without = AthleteAtTheScreen(open_page(fresh_application.url, is_quiet=True))
    without.come_in(*FIVE)
    block = plan(without)
    page = without.page
    page.goto("/")
    wait_until_ready(page)
    fresh_application.stop(signal.SIGKILL)

    def load_anew() -> None:
        page.reload()
        without.start()

    play(without, block, in_the_middle=load_anew)
    fresh_application.start()
    address = f"/api/blocks/{block['id']}/"
    with page.expect_response(lambda answer: answer.url.endswith(address) and '"done"' in answer.text()):
        page.goto("/")
    expect(page.get_by_role("status").filter(has_text="wait here")).to_be_hidden()
    found = seen(without, block["id"])
    for name, what in wanted.items():
        assert found[name] == what, name
