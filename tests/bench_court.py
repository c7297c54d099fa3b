"""The court that counts by itself: how soon a press is on the screen, and how soon the rules are ready."""

from __future__ import annotations

import time
from collections.abc import Iterator
from datetime import UTC, datetime
from pathlib import Path
from uuid import uuid4

from playwright.sync_api import Browser, CDPSession, Page, expect

from tests.bench_clock import Clock, Figure, p95
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


def measure_memory(browser: Browser, url: str) -> Figure:
    """What the page's own process holds, its worker included, with a run in play; in MB."""
    page = open_window(browser, url).new_page()
    athlete = AthleteAtTheScreen(page)
    athlete.enter_demo()
    page.goto(count_anything(athlete))
    wait_for_the_rules(page)
    athlete.start()
    athlete.press(*["make"] * 20)
    session = browser.new_browser_cdp_session()
    processes = session.send("SystemInfo.getProcessInfo")["processInfo"]
    held = max(_held_mb(each["id"]) for each in processes if each["type"] == "renderer")
    page.close()
    return Figure.plain("memory", held)


def _held_mb(process: int) -> float:
    """The proportional set size of a process: what it shares with others counts in part."""
    rows = Path(f"/proc/{process}/smaps_rollup").read_text().splitlines()
    return sum(int(row.split()[1]) for row in rows if row.startswith("Pss:")) / 1024


#: Presses as they wait on a device after an evening without a network.
PUT_WAITING = """([owner, run, many]) => new Promise((resolve, reject) => {
  const opened = indexedDB.open(`jolly.${owner}`);
  opened.onsuccess = () => {
    const change = opened.result.transaction("events", "readwrite");
    for (let seq = 1; seq <= many; seq += 1)
      change.objectStore("events").put(
        { id: crypto.randomUUID(), run, kind: "make", seq, at_ms: 500 * seq, text: "", isSent: 0 });
    change.oncomplete = resolve;
    change.onerror = reject;
  };
})"""


def measure_sending(browser: Browser, url: str) -> Figure:
    """A thousand presses that have waited, from the network's return until the server has the last of them."""
    page = open_window(browser, url).new_page()
    athlete = AthleteAtTheScreen(page)
    athlete.enter_demo()
    run = count_anything(athlete).rsplit("/", 1)[1]
    owner = page.request.get("/api/athlete/").json()["username"]
    page.goto("/settings")
    page.wait_for_load_state("networkidle")
    page.context.set_offline(True)
    page.evaluate(PUT_WAITING, [owner, run, WAITING])
    clock = Clock(unit=1)
    with clock.time():
        page.context.set_offline(False)
        while page.request.get(f"/api/runs/{run}/").json()["last_seq"] < WAITING:
            time.sleep(0.02)
    page.close()
    return Figure.of("waiting_sent", max, clock.timings)
