"""How long Look back takes with ten years: each page after a change of the record, working all finds out, drawing."""

from __future__ import annotations

import statistics
from collections.abc import Callable, Iterator
from datetime import date, timedelta
from typing import Any
from urllib.parse import parse_qs, urlsplit

from playwright.sync_api import Browser, Page

from tests.bench_clock import Clock, Figure
from tests.bench_planning import change_record
from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.chromium import open_window
from tests.serving import Application

PAGES = 20
POINTS = 5000
DRAWN = 7
_FORGET = "from lookback.models import RungLooks; RungLooks.objects.all().delete()"


def measure_look_back(application: Application, call: Callable[..., Any]) -> Iterator[Figure]:
    """Every page of Look back, and working everything out."""
    call("GET", "/api/look-back/")  # the record was made before there were looks
    application.manage("shell", "-c", _FORGET)
    clock = Clock(unit=1)
    with clock.time():
        call("GET", "/api/look-back/")
    yield Figure.of("finds_worked_out", statistics.median, clock.timings)
    standing = call("GET", "/api/ladders/")[0]
    rung = standing["working"]["id"]
    pages = {
        "finds": "",
        "trend": f"trend/?rung={rung}",
        "weak_spots": "weak-spots/",
        "inside": f"inside/?rung={rung}",
        "then_and_now": f"then-and-now/?rung={rung}",
    }
    for name, path in pages.items():
        clock = Clock()
        for _ in range(PAGES):
            change_record(call)
            with clock.time():
                call("GET", f"/api/look-back/{path}")
        yield Figure.of(f"look_back_{name}", statistics.median, clock.timings)


def measure_drawing(browser: Browser, url: str) -> Figure:
    """A chart of five thousand results, from a new address to the screen; its data are there at once."""
    page = open_window(browser, url).new_page()
    AthleteAtTheScreen(page).enter_demo()
    page.goto("/look-back/trend")
    page.get_by_role("group", name="in time").first.wait_for()
    shown = page.request.get("/api/look-back/trend/").json()
    page.route("**/api/look-back/trend/**", lambda route: route.fulfill(json=_many(shown, _asked(route.request.url))))
    clock = Clock()
    clock.add([_draw(page, POINTS + number) for number in range(DRAWN)])
    return Figure.of("chart_of_5000", statistics.median, clock.timings)


def _asked(url: str) -> int:
    """How many results the address asks for: as many as days that its season is over 1 January 2000."""
    (since,) = parse_qs(urlsplit(url).query)["since"]
    return (date.fromisoformat(since) - date(2000, 1, 1)).days


def _many(shown: Any, many: int) -> Any:
    """The trend that is shown with so many results, one a day."""
    side = shown["page"]["sides"][0]
    first = side["level"]["points"][0]
    points = [
        {**first, "run": str(place), "day": (date(2010, 1, 1) + timedelta(days=place)).isoformat(), "value": place % 17}
        for place in range(many)
    ]
    level = {"points": points, "periods": side["level"]["periods"][:1]}
    return {"page": {**shown["page"], "sides": [{**side, "level": level}]}}


def _draw(page: Page, many: int) -> float:
    """The milliseconds until a chart of so many results is drawn."""
    since = (date(2000, 1, 1) + timedelta(days=many)).isoformat()
    took: float = page.evaluate(
        """async ([search, label]) => {
            const frame = () => new Promise((resolve) => requestAnimationFrame(resolve));
            const begin = performance.now();
            history.pushState({}, "", search);
            dispatchEvent(new PopStateEvent("popstate", {state: {}}));
            while (!document.querySelector(`[aria-label*="${label}"]`)) {
                if (performance.now() - begin > 20000) throw new Error("nothing was drawn");
                await frame();
            }
            await frame();
            await frame();
            return performance.now() - begin;
        }""",
        [f"/look-back/trend?since={since}", f"in time, {many} results"],
    )
    return took
