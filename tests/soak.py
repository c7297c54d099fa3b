"""Ten thousand evenings of misfortune for the queue of presses. Run by `make soak`; up to ten minutes.

Most of them are played with the queue's model (`tests.queue`), in a process of their own; 200 in chromium, with the
application as it is served, where requests are lost, late and doubled, pages loaded anew and windows opened beside.
"""

from __future__ import annotations

import sys
import tempfile
import time
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from contextlib import contextmanager
from datetime import UTC, datetime
from multiprocessing import get_context
from pathlib import Path
from random import Random
from uuid import uuid4

from playwright.sync_api import Browser, BrowserContext, Page, Route, expect
from playwright.sync_api import Error as PlaywrightError

from jolly_core.errors import CoreError
from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.chromium import HEADLESS, open_browser, open_window
from tests.queue.chance import play_by_chance
from tests.queue.world import Browsers
from tests.serving import Application

IN_THE_MODEL, IN_THE_BROWSER = 9_800, 200
FIRST_SEED = 1_000_000
PATIENCE_S = 30
STEPS = 6
#: The least that can be drawn and waited for: it is the presses that count here, and not the screens.
SIZE = {"width": 390, "height": 600}
COUNT_IN_STEP_MS = 20


def soak_the_model(seeds: range) -> list[int]:
    """The seeds of the evenings that went wrong."""
    browsers, wrong = Browsers(), []
    for seed in seeds:
        try:
            play_by_chance(browsers, seed).check()
        except (AssertionError, CoreError) as error:
            print(f"evening {seed}: {type(error).__name__} {error}", flush=True)
            wrong.append(seed)
    browsers.close()
    return wrong


class Weather:
    """What becomes of the presses that a window sends."""

    def __init__(self, window: BrowserContext, chance: Random) -> None:
        self.window, self.chance, self.is_fair = window, chance, True
        window.route("**/events/", self.meet)

    @contextmanager
    def fair(self) -> Iterator[None]:
        """A page can be loaded."""
        self.window.set_offline(False)
        self.is_fair = True
        yield
        self.is_fair = False

    def meet(self, route: Route) -> None:
        luck = 1.0 if self.is_fair else self.chance.random()
        if luck < 0.2:
            route.abort()
        elif luck < 0.35:  # it arrives, and its answer does not
            route.fetch()
            route.abort()
        elif luck < 0.45:  # it arrives twice
            route.fetch()
            route.continue_()
        else:
            route.continue_()


def play_in_the_browser(window: BrowserContext, chance: Random) -> None:
    """One run of presses in one page or in two; server and page come to as many as there were."""
    weather, run, pressed = Weather(window, chance), str(uuid4()), 0
    body = {"game": "count", "started_at": datetime.now(UTC).isoformat()}
    headers = {"X-CSRFToken": next(each["value"] for each in window.cookies() if each["name"] == "csrftoken")}
    window.request.put(f"/api/quick-runs/{run}/", data=body, headers=headers)
    pages = [walk_to(page, run) for page in window.pages[: chance.choice((1, 1, 2))]]
    weather.is_fair = False
    for _ in range(STEPS):
        luck, page = chance.random(), chance.choice(pages)
        if luck < 0.75:
            AthleteAtTheScreen(page).press("make")
            pressed += 1
        elif luck < 0.9:
            window.set_offline(chance.random() < 0.5)
        elif luck < 0.92:  # seldom: each time the page has to load the rules anew, five seconds of work
            with weather.fair():
                page.reload()
                AthleteAtTheScreen(page).start()
        else:
            with weather.fair():
                walk_to(page, run)
    weather.is_fair = True
    for is_offline in (True, False):
        window.set_offline(is_offline)  # a network that comes back is used at once
    AthleteAtTheScreen(pages[0]).press("make")
    wait_for(pages[0], run, pressed + 1)
    window.unroute_all()


def walk_to(page: Page, run: str) -> Page:
    """From one screen of the application to the court, as by a link."""
    page.evaluate(WALK, "/nowhere")
    page.get_by_role("heading", level=1, name="Nothing here").wait_for()
    page.evaluate(WALK, f"/practise/runs/{run}")
    AthleteAtTheScreen(page).start()
    return page


WALK = "address => { history.pushState(null, '', address); dispatchEvent(new PopStateEvent('popstate')); }"


def wait_for(page: Page, run: str, makes: int) -> None:
    """Until the page and the server have counted so many."""
    shown = there = None
    deadline = time.monotonic() + PATIENCE_S
    while time.monotonic() < deadline:
        shown = page.get_by_test_id("number").inner_text()
        there = page.request.get(f"/api/runs/{run}/").json()["tally"]["makes"]
        if shown == str(makes) and there == makes:
            return
        page.wait_for_timeout(100)
    events = page.request.get(f"/api/runs/{run}/events/").json()["results"]
    known = [f"{event['seq']} {event['kind']} at {event['at_ms']} ms" for event in events]
    raise AssertionError(f"{makes} pressed, {shown} shown, {there} at the server: {', '.join(known)}")


def soak_the_browser(seeds: range) -> list[int]:
    """The seeds of the evenings that went wrong."""
    wrong = []
    expect.set_options(timeout=PATIENCE_S * 1000)
    with tempfile.TemporaryDirectory() as folder, open_browser(HEADLESS) as browser:
        application = Application(Path(folder) / "soak.sqlite3", is_demo=False)
        application.manage("migrate")
        application.start()
        window = come_in(browser, application.url)
        for seed in seeds:
            try:
                play_in_the_browser(window, Random(seed))
            except (AssertionError, PlaywrightError) as error:
                print(f"evening {seed} in chromium: {error}", flush=True)
                wrong.append(seed)
                window.close()
                window = come_in(browser, application.url)
        window.close()
        application.stop()
    return wrong


def come_in(browser: Browser, url: str) -> BrowserContext:
    """A new athlete with two pages."""
    window = open_window(browser, url, count_in_step_ms=COUNT_IN_STEP_MS)
    AthleteAtTheScreen(window.new_page()).sign_up()
    window.new_page().goto("/")
    for page in window.pages:
        page.set_viewport_size(SIZE)
    return window


def main() -> int:
    begun = time.monotonic()
    # Two of each at once: while one waits, another plays.
    halves = [
        (soak_the_model, range(FIRST_SEED, FIRST_SEED + IN_THE_MODEL)),
        (soak_the_browser, range(IN_THE_BROWSER)),
    ]
    with ProcessPoolExecutor(4, get_context("spawn")) as pool:
        soaks = [pool.submit(soak, seeds[half::2]) for soak, seeds in halves for half in (0, 1)]
        wrong = [seed for each in soaks for seed in each.result()]
    minutes = (time.monotonic() - begun) / 60
    print(f"{IN_THE_MODEL + IN_THE_BROWSER} evenings in {minutes:.1f} minutes, {len(wrong)} went wrong: {wrong[:20]}")
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main())
