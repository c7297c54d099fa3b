"""Measures what the product promises about speed, and prints it beside the promise. Run by `make bench`."""

from __future__ import annotations

import json
import statistics
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from threading import Thread
from typing import Any
from uuid import uuid4

from playwright.sync_api import Browser, Page, expect

from tests.bench_blocks import frames_while_moving_a_part, time_big_blocks
from tests.bench_clock import REFERENCE_S, Clock, Figure, p95
from tests.bench_court import measure_court, measure_long_run, measure_memory, measure_sending
from tests.bench_games import time_growth, time_presses, time_stepping
from tests.bench_lookback import measure_drawing, measure_look_back
from tests.bench_planning import change_record, time_proposals, time_weeks
from tests.bench_record import ATHLETE, copy_record
from tests.bench_setup import frames_while_dragging, time_aims, time_core
from tests.bench_thresholds import time_prices, time_verdicts
from tests.browser.athlete import PASSWORD, AthleteAtTheScreen
from tests.browser.chromium import open_browser, open_window
from tests.browser.pairing import pair
from tests.serving import ROOT, Application, Caller, free_port

ATHLETES, PRESSES_EACH, PRESSES_A_SECOND, PAGES = 20, 60, 5, 25
POSTS = 400
PRESSES = 150
#: A server imports what takes long after its first answers; figures are those of one that has done so.
SETTLE_S = 10


#: What is promised: for each figure what it is, its limit and its unit, and what it last was, on a machine as fast.
TABLE = Path(__file__).with_name("bench_table.json")
#: Further above what it last was than this, a figure has become worse.
TOLERANCE = 1.1


def line(figure: Figure, promised: dict[str, Any]) -> str:
    """The figure beside its promise and beside what it last was, compared at the same speed of the machine."""
    last, limit = promised["last"], promised["limit"]
    verdict = "ok    " if figure.level <= limit else "OVER  "
    if last and figure.level > TOLERANCE * last:
        verdict = "WORSE " if figure.level <= limit else "OVER! "
    was = f"last {last:8.1f}" if last else "        new  "
    beside = f"(at most {limit:g}; {was}, now {figure.level:.1f})"
    return f"{verdict}{figure.measured:8.1f} {promised['unit']:<3} {beside}  {promised['what']}"


# --- the server -------------------------------------------------------------------------------------------------------


def sign_in(port: int, username: str) -> Caller:
    caller = Caller(port)
    caller.call("GET", "/_allauth/browser/v1/config")
    caller.call("POST", "/_allauth/browser/v1/auth/login", {"username": username, "password": PASSWORD})
    return caller


def sign_up(port: int, username: str) -> Caller:
    caller = Caller(port)
    caller.call("GET", "/_allauth/browser/v1/config")
    caller.call("POST", "/_allauth/browser/v1/auth/signup", {"username": username, "password": PASSWORD})
    return caller


def now() -> str:
    return datetime.now(UTC).isoformat()


def measure_posts(port: int) -> Figure:
    caller = sign_in(port, ATHLETE)
    ladder = caller.call("GET", "/api/ladders/")[0]
    side = ladder["ladder"]["sides"][0]["side"]
    clock = Clock()
    for _ in range(POSTS // 10):
        times = []
        run_id = str(uuid4())
        start = {"rung": ladder["rungs"][0]["id"], "side": side, "started_at": datetime.now(UTC).isoformat()}
        caller.call("PUT", f"/api/runs/{run_id}/", start)
        for seq in range(1, 11):
            event = {"id": str(uuid4()), "kind": "make", "seq": seq, "at_ms": seq * 900}
            began = time.perf_counter()
            caller.call("POST", f"/api/runs/{run_id}/events/", {"events": [event]})
            times.append((time.perf_counter() - began) * 1000)
        clock.add(times)
    return Figure.of("event_post", p95, clock.timings)


def measure_blocks(port: int) -> Iterator[Figure]:
    call = sign_in(port, ATHLETE).call
    yield Figure.of("block_after_a_change", statistics.median, time_proposals(call, is_after_a_change=True))
    yield Figure.of("block_dragged", p95, time_proposals(call, is_after_a_change=False))
    yield Figure.of("block_of_thirty_parts", statistics.median, time_big_blocks(call))


def measure_pages(port: int) -> Iterator[Figure]:
    """The pages that read the record, each after a change of it."""
    call = sign_in(port, ATHLETE).call
    ladder = call("GET", "/api/ladders/")[0]["ladder"]["id"]
    pages = {"today": "today/", "climb": "ladders/", "logbook": "runs/", "ladder_page": f"ladders/{ladder}/"}
    for name, path in pages.items():
        clock = Clock()
        for _ in range(PAGES):
            change_record(call)
            with clock.time():
                call("GET", f"/api/{path}")
        yield Figure.of(name, statistics.median, clock.timings)


def measure_twenty(application: Application) -> Figure:
    """Twenty athletes who count at once, five presses a second each, on one process.

    A queue is no longer the same queue when only its server is slower: on a machine of a third of the speed the presses
    come a third as often, and what they take is told at the reference speed, like every figure.
    """
    names = [f"counter-{number}" for number in range(ATHLETES)]
    callers = [sign_up(application.port, name) for name in names]
    times: list[float] = []
    clock = Clock()
    apart_s = clock.before / REFERENCE_S / PRESSES_A_SECOND

    def count(caller: Caller, offset_s: float) -> None:
        run = caller.call("PUT", f"/api/quick-runs/{uuid4()}/", {"game": "count", "started_at": now()})
        begin = time.perf_counter() + offset_s
        for seq in range(1, PRESSES_EACH + 1):
            time.sleep(max(0.0, begin + seq * apart_s - time.perf_counter()))
            event = {"id": str(uuid4()), "kind": "make", "seq": seq, "at_ms": 200 * seq}
            began = time.perf_counter()
            caller.call("POST", f"/api/runs/{run['id']}/events/", {"events": [event]})
            times.append((time.perf_counter() - began) * 1000)

    counting = [Thread(target=count, args=(each, place * apart_s / ATHLETES)) for place, each in enumerate(callers)]
    for thread in counting:
        thread.start()
    for thread in counting:
        thread.join()
    clock.add(times)
    return Figure.of("twenty_at_once", p95, clock.timings)


def measure_weeks() -> Figure:
    return Figure.of("week", max, time_weeks())


def measure_tuner() -> Figure:
    """The slowest of rates from poor to near perfect, at goals up to 200 and 20,000 attempts."""
    from jolly_core.challenges.registry import read_game
    from jolly_core.foretelling.pace import Pace
    from jolly_core.planning.tuner import tune

    game, clock = read_game("streak", {"goal": 200}), Clock()
    for rate in (0.5, 0.8, 0.9, 0.95, 0.97, 0.99, 0.995):
        for mark in (10, 50, 200):
            # Three hours at 540 ms a try are 20,000 attempts.
            with clock.time():
                tune(game, Pace(540, rate, is_prior=False), metric="best_streak", mark=mark, minutes=180)
    return Figure.of("tuner", max, clock.timings)


# --- the screen -------------------------------------------------------------------------------------------------------

#: When a pad was pressed, and when the frame after the new number was drawn: both by the machine's own clock.
WATCH_PAD = "window.at = []; addEventListener('pointerdown', () => at.push(Date.now()), true)"
WATCH_NUMBER = """() => {
  window.at = [];
  const number = document.querySelector("[data-testid=number]");
  new MutationObserver(() => requestAnimationFrame(() => at.push(Date.now())))
    .observe(number, { childList: true, characterData: true, subtree: true });
}"""


def measure_second_screen(browser: Browser, url: str) -> Figure:
    """From a press on a second screen to the frame with the new count on the court, straight from one to the other."""
    page, hand = open_window(browser, url).new_page(), open_window(browser, url, is_phone=True).new_page()
    athlete = AthleteAtTheScreen(page)
    athlete.enter_demo()
    athlete.open_run("Three-club cascade")
    pair(athlete, hand)
    expect(hand.get_by_test_id("link")).to_contain_text("Straight to the court")
    hand.get_by_role("button", name="Start: 3, 2, 1").click()
    made = hand.locator("[data-pad=make]")
    expect(made).to_be_enabled()
    hand.evaluate(WATCH_PAD)
    page.evaluate(WATCH_NUMBER)
    clock = Clock()
    for _ in range(PRESSES // 2):
        made.click()
        hand.wait_for_timeout(200)
    pressed, shown = hand.evaluate("at"), page.evaluate("at")
    if len(pressed) != len(shown):
        raise RuntimeError(f"{len(pressed)} presses on the second screen changed the number {len(shown)} times")
    clock.add([float(after - before) for before, after in zip(pressed, shown, strict=True)])
    return Figure.of("second_screen", p95, clock.timings)


def measure_games() -> Iterator[Figure]:
    times, growths = time_stepping(), time_growth()
    slowest = max(times, key=lambda each: times[each].level)
    growing = max(growths, key=lambda each: growths[each])
    print(f"      slowest of {len(times)} formats: {slowest}; grows most: {growing}")
    yield Figure.of("stepping", max, [times[slowest]])
    yield Figure.plain("late_against_early", growths[growing])


def measure_presses_of_games(browser: Browser, url: str) -> Iterator[Figure]:
    delays = dict(time_presses(open_window(browser, url).new_page()))
    together = [each for of_format in delays.values() for each in of_format]
    medians = {
        each: Figure.of("press_in_the_slowest_format", statistics.median, of_format)
        for each, of_format in delays.items()
        if of_format
    }
    slowest = max(medians, key=lambda each: medians[each].level)
    print(f"      slowest of {len(medians)} formats on the court: {slowest}")
    yield Figure.of("press_in_all_formats", p95, together)
    yield medians[slowest]


def measure_first_view(browser: Browser, url: str) -> Iterator[Figure]:
    page: Page = open_window(browser, url).new_page()
    session = page.context.new_cdp_session(page)
    scripts, sizes = set(), {}
    session.on(
        "Network.responseReceived", lambda said: scripts.add(said["requestId"]) if said["type"] == "Script" else None
    )
    session.on("Network.loadingFinished", lambda said: sizes.update({said["requestId"]: said["encodedDataLength"]}))
    session.send("Network.enable")
    clock = Clock()
    with clock.time():
        page.goto("/")
        page.get_by_role("button", name="Enter as the demo athlete").wait_for()
    page.wait_for_load_state("networkidle")
    yield Figure.plain("first_view", sum(sizes[each] for each in scripts) / 1024)
    yield Figure.of("first_screen", max, clock.timings)


def measure_second_demo() -> Figure:
    """`make demo` once more in this checkout, up to its first answer."""
    port = free_port()
    subprocess.run(["make", "--silent", "web/dist/.built"], cwd=ROOT, check=True)
    with make_demo(port):
        pass  # the first time may have the demo world to load
    clock = Clock()
    with make_demo(port) as seconds:
        clock.add([seconds])
    return Figure.of("second_demo", max, clock.timings)


@contextmanager
def make_demo(port: int) -> Iterator[float]:
    began = time.perf_counter()
    making = subprocess.Popen(["make", "--silent", "demo", f"PORT={port}"], cwd=ROOT, stdout=subprocess.DEVNULL)
    try:
        while True:
            try:
                urllib.request.urlopen(f"http://127.0.0.1:{port}/", timeout=2).close()
                break
            except (urllib.error.URLError, ConnectionError):
                if making.poll() is not None:
                    raise RuntimeError("make demo stopped") from None
                time.sleep(0.02)
        yield time.perf_counter() - began
    finally:
        subprocess.run(["pkill", "-f", f"serve.py --port {port}"], check=False)
        making.wait(10)


@contextmanager
def running(prepare: Callable[[Application], None]) -> Iterator[Application]:
    with tempfile.TemporaryDirectory() as folder:
        application = Application(Path(folder) / "bench.sqlite3")
        prepare(application)
        application.start()
        time.sleep(SETTLE_S)
        try:
            yield application
        finally:
            application.stop()


def measure_aim() -> Figure:
    return Figure.of("aim", max, time_core())


def measure_aims(port: int) -> Figure:
    return Figure.of("aim_over_the_wire", statistics.median, time_aims(sign_in(port, ATHLETE).call))


def measure_dragging(browser: Browser, url: str) -> Iterator[Figure]:
    page = open_window(browser, url).new_page()
    AthleteAtTheScreen(page).enter_demo()
    clock = Clock()
    clock.add(frames_while_dragging(page))
    yield Figure.of("dragging", p95, clock.timings)
    clock = Clock()
    clock.add(frames_while_moving_a_part(page))
    yield Figure.of("dragging_a_part", p95, clock.timings)


def all_figures() -> Iterator[Figure]:
    with running(lambda application: copy_record(application.database, PASSWORD)) as application:
        yield measure_aims(application.port)
        yield measure_posts(application.port)
        yield from measure_pages(application.port)
        yield from measure_blocks(application.port)
        yield from measure_look_back(application, sign_in(application.port, ATHLETE).call)
        yield measure_twenty(application)
    with (
        running(lambda application: print(application.manage("prepare_demo").strip())) as application,
        open_browser() as browser,
    ):
        yield from measure_first_view(browser, application.url)
        yield from measure_court(browser, application.url)
        yield from measure_long_run(browser, application.url)
        yield measure_memory(browser, application.url)
        yield measure_sending(browser, application.url)
        yield measure_second_screen(browser, application.url)
        yield from measure_presses_of_games(browser, application.url)
        yield from measure_dragging(browser, application.url)
        yield measure_drawing(browser, application.url)
    yield measure_second_demo()
    yield from measure_games()
    yield measure_tuner()
    yield measure_aim()
    yield Figure.of("verdict", p95, time_verdicts())
    yield Figure.of("price", p95, time_prices())
    yield measure_weeks()


def main() -> None:
    """Print every figure beside its promise; with ``keep`` they are what the next ones are held against."""
    table = json.loads(TABLE.read_text())
    for figure in all_figures():
        print(line(figure, table[figure.name]), flush=True)
        table[figure.name]["last"] = round(figure.level, 2)
    if "keep" in sys.argv[1:]:
        TABLE.write_text(json.dumps(table, indent=2) + "\n")


if __name__ == "__main__":
    main()
