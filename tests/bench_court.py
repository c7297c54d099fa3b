"""The court that counts by itself: how soon a press is on the screen, and how soon the rules are ready."""

from __future__ import annotations

import statistics
from collections.abc import Iterator
from datetime import UTC, datetime
from uuid import uuid4

from playwright.sync_api import Browser, CDPSession, Page, expect

from tests.bench_clock import Clock, Figure
from tests.browser.athlete import AthleteAtTheScreen
from tests.browser.chromium import open_window

PRESSES = 150
NETWORK_MS = 40
THROTTLE = 4
LONG_RUN = 20_000
WAITING = 1000
#: From the key's own time stamp to the frame that follows the new number.
WATCH = """() => {
  window.delays = [];
  let pressed = null;
  window.addEventListener("keydown", (event) => { pressed = event.timeStamp; }, true);
  const number = document.querySelector("[data-testid=number]");
  new MutationObserver(() => {
    if (pressed === null) return;
    const since = pressed;
    pressed = null;
    requestAnimationFrame(() => window.delays.push(performance.now() - since));
  }).observe(number, { childList: true, characterData: true, subtree: true });
}"""


def p95(values: list[float]) -> float:
    """The 95th percentile, as the standard library's inclusive quantiles give it."""
    return statistics.quantiles(values, n=20, method="inclusive")[-1]


def wait_for_the_rules(page: Page) -> None:
    expect(page.locator("main[data-counted=here]")).to_be_attached(timeout=60_000)


def count_anything(athlete: AthleteAtTheScreen) -> str:
    """The address of a run without a plan: makes and misses until it is stopped."""
    run = athlete.send(
        f"api/quick-runs/{uuid4()}/", method="PUT", game="count", started_at=datetime.now(UTC).isoformat()
    )
    return f"/practise/runs/{run['id']}"


def time_run(athlete: AthleteAtTheScreen, presses: int = PRESSES) -> list[float]:
    """What each press of a run in play took, in ms."""
    athlete.page.evaluate(WATCH)
    for _ in range(presses // 50):
        athlete.press(*["make"] * 50, "miss")
    delays: list[float] = athlete.page.evaluate("window.delays")
    if len(delays) < presses * 0.9:
        raise RuntimeError(f"only {len(delays)} of {presses} presses changed the number")
    return delays


def _timed(name: str, athlete: AthleteAtTheScreen, presses: int = PRESSES) -> Figure:
    clock = Clock()
    clock.add(time_run(athlete, presses))
    return Figure.of(name, p95, clock.timings)


def _network(session: CDPSession, *, latency_ms: float = 0, is_offline: bool = False) -> None:
    rates = {"downloadThroughput": -1, "uploadThroughput": -1}
    session.send("Network.emulateNetworkConditions", {"offline": is_offline, "latency": latency_ms, **rates})


def measure_court(browser: Browser, url: str) -> Iterator[Figure]:
    """A press online, behind a slow network, with none, and on a processor of a quarter of the speed."""
    page = open_window(browser, url).new_page()
    athlete = AthleteAtTheScreen(page)
    athlete.enter_demo()
    clock = Clock(unit=1)
    page.goto(count_anything(athlete))
    with clock.time():
        wait_for_the_rules(page)
    yield Figure.of("rules_ready_cold", max, clock.timings)
    clock = Clock(unit=1)
    with clock.time():
        page.reload()
        wait_for_the_rules(page)
    yield Figure.of("rules_ready_warm", max, clock.timings)
    athlete.start()
    yield _timed("press", athlete)
    session = page.context.new_cdp_session(page)
    session.send("Network.enable")
    _network(session, latency_ms=NETWORK_MS)
    yield _timed("press_behind_a_slow_network", athlete)
    _network(session, is_offline=True)
    yield _timed("press_offline", athlete)
    _network(session)
    session.send("Emulation.setCPUThrottlingRate", {"rate": THROTTLE})
    yield _timed("press_on_a_slow_processor", athlete)
    page.close()


def measure_long_run(browser: Browser, url: str) -> Iterator[Figure]:
    """The same with twenty thousand events in the run; and a thousand that have waited, sent."""
    page = open_window(browser, url).new_page()
    athlete = AthleteAtTheScreen(page)
    athlete.enter_demo()
    address = count_anything(athlete)
    run = address.rsplit("/", 1)[1]
    for begin in range(0, LONG_RUN, 500):
        events = [
            {"id": str(uuid4()), "kind": "miss" if seq % 60 == 0 else "make", "seq": seq, "at_ms": 100 * seq}
            for seq in range(begin + 1, begin + 501)
        ]
        athlete.send(f"api/runs/{run}/events/", events=events)
    page.goto(address)
    wait_for_the_rules(page)
    athlete.start()
    yield _timed("press_in_a_long_run", athlete)
    page.close()
