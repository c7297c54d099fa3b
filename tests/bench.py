"""Measures what the product promises about speed, and prints it beside the promise. Run by `make bench`."""

from __future__ import annotations

import os
import statistics
import subprocess
import tempfile
import time
import urllib.error
import urllib.request
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path
from uuid import uuid4

from playwright.sync_api import Browser, Page

from jolly_core.challenges.registry import read_game
from tests.bench_games import time_growth, time_presses, time_stepping
from tests.bench_planning import LADDERS, fill_in_its_own_process, time_proposals, time_weeks
from tests.bench_setup import TARGETS, frames_while_dragging, time_aims, time_core
from tests.browser.athlete import PASSWORD, AthleteAtTheScreen
from tests.browser.chromium import open_browser, open_window
from tests.serving import ROOT, Application, Caller, free_port

STORED_EVENTS = 200_000
EVENTS_A_RUN = 200
POSTS = 400
PRESSES = 150


@dataclass(frozen=True)
class Figure:
    what: str
    measured: float
    limit: float
    unit: str

    def __str__(self) -> str:
        verdict = "ok " if self.measured <= self.limit else "OVER"
        return f"{verdict}  {self.measured:8.1f} {self.unit:<3} (at most {self.limit:g})  {self.what}"


def p95(values: list[float]) -> float:
    """The 95th percentile, as the standard library's inclusive quantiles give it."""
    return statistics.quantiles(values, n=20, method="inclusive")[-1]


# --- the server -------------------------------------------------------------------------------------------------------


def fill(database: Path) -> None:
    """Store as many events as somebody has after years: runs of two hundred, on the demo world's ladders."""
    os.environ["JOLLY_DB"] = str(database)
    os.environ["DJANGO_SETTINGS_MODULE"] = "config.settings"
    import django

    django.setup()
    from accounts.models import Athlete
    from ladders.services import take_ladder
    from ladders.shelf import list_shelf
    from runs.models import Event, Run
    from runs.services import start_run

    begin = datetime(2024, 1, 1, tzinfo=UTC)
    athlete = Athlete.objects.create_user("years", password=PASSWORD)
    ladder = take_ladder(athlete, "putting-circle", list_shelf()["putting-circle"], begin)
    rung = ladder.rungs.get(number=1)
    for number in range(STORED_EVENTS // EVENTS_A_RUN):
        run = start_run(athlete, uuid4(), rung, side="none", started_at=begin + timedelta(hours=number))
        Event.objects.bulk_create(
            Event(run=run, client_id=uuid4(), seq=seq, kind="make", at_ms=seq * 500)
            for seq in range(1, EVENTS_A_RUN + 1)
        )
    Run.objects.update(is_over=True, attempts=10, makes=7, metrics={"makes": 7})
    if Event.objects.count() < STORED_EVENTS:
        raise RuntimeError("the database was not filled")


def sign_in(port: int, username: str) -> Caller:
    caller = Caller(port)
    caller.call("GET", "/_allauth/browser/v1/config")
    caller.call("POST", "/_allauth/browser/v1/auth/login", {"username": username, "password": PASSWORD})
    return caller


def measure_posts(port: int) -> Figure:
    caller = sign_in(port, "years")
    ladder = caller.call("GET", "/api/ladders/")[0]
    times: list[float] = []
    for _ in range(POSTS // 10):
        run_id = str(uuid4())
        start = {"rung": ladder["rungs"][0]["id"], "side": "none", "started_at": datetime.now(UTC).isoformat()}
        caller.call("PUT", f"/api/runs/{run_id}/", start)
        for seq in range(1, 11):
            event = {"id": str(uuid4()), "kind": "make", "seq": seq, "at_ms": seq * 900}
            began = time.perf_counter()
            caller.call("POST", f"/api/runs/{run_id}/events/", {"events": [event]})
            times.append((time.perf_counter() - began) * 1000)
    return Figure(f"event POST, 95th percentile of {POSTS}, {STORED_EVENTS} events stored", p95(times), 25, "ms")


def measure_blocks() -> Iterator[Figure]:
    def prepare(application: Application) -> None:
        application.manage("migrate")
        fill_in_its_own_process(application.database, PASSWORD)

    with running(prepare) as application:
        call = sign_in(application.port, "decade").call
        first, again = (time_proposals(call, is_after_a_change=is_new) for is_new in (True, False))
    what = f"a block for {LADDERS} ladders, 20,000 runs, 600,000 events"
    yield Figure(f"{what}: after a change of the record, median of {len(first)}", statistics.median(first), 100, "ms")
    yield Figure(f"{what}: while it is dragged about, 95th percentile of {len(again)}", p95(again), 100, "ms")


def measure_weeks() -> Figure:
    times = time_weeks()
    return Figure(f"a week of 7 x 3 windows with 30 wishes, the slowest of {len(times)}", max(times), 2, "s")


def measure_tuner() -> Figure:
    """The slowest of rates from poor to near perfect, at goals up to 200 and 20,000 attempts."""
    from jolly_core.foretelling.pace import Pace
    from jolly_core.planning.tuner import tune

    game, times = read_game("streak", {"goal": 200}), []
    for rate in (0.5, 0.8, 0.9, 0.95, 0.97, 0.99, 0.995):
        for mark in (10, 50, 200):
            began = time.perf_counter()
            # Three hours at 540 ms a try are 20,000 attempts.
            tune(game, Pace(540, rate, is_prior=False), metric="best_streak", mark=mark, minutes=180)
            times.append((time.perf_counter() - began) * 1000)
    return Figure("target tuner, the slowest of 21, r to 200 and n to 20,000", max(times), 10, "ms")


# --- the screen -------------------------------------------------------------------------------------------------------

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


def measure_presses(browser: Browser, url: str) -> Figure:
    page = open_window(browser, url).new_page()
    athlete = AthleteAtTheScreen(page)
    athlete.enter_demo()
    athlete.open_run("Three-club cascade")
    athlete.start()
    page.evaluate(WATCH)
    for _ in range(PRESSES // 50):
        athlete.press(*["make"] * 50, "miss")
    delays: list[float] = page.evaluate("window.delays")
    if len(delays) < PRESSES * 0.9:
        raise RuntimeError(f"only {len(delays)} presses changed the number")
    return Figure(f"press to new count on the court, 95th percentile of {len(delays)}", p95(delays), 50, "ms")


def measure_games() -> Iterator[Figure]:
    times, growths = time_stepping(), time_growth()
    slowest, growing = max(times, key=lambda each: times[each]), max(growths, key=lambda each: growths[each])
    yield Figure(f"10,000 events through the slowest of {len(times)} formats ({slowest})", times[slowest], 100, "ms")
    what = "one more event late in a long run against early, step and tally"
    yield Figure(f"{what}, where it grows most ({growing})", growths[growing], 1.5, "x")


def measure_presses_of_games(browser: Browser, url: str) -> Iterator[Figure]:
    delays = dict(time_presses(open_window(browser, url).new_page()))
    together = [each for of_format in delays.values() for each in of_format]
    medians = {each: statistics.median(of_format) for each, of_format in delays.items() if of_format}
    slowest = max(medians, key=lambda each: medians[each])
    yield Figure(
        f"press to new count in {len(medians)} formats, 95th percentile of {len(together)}", p95(together), 50, "ms"
    )
    yield Figure(
        f"the same in the slowest format ({slowest}), median of {len(delays[slowest])}", medians[slowest], 50, "ms"
    )


def measure_first_view(browser: Browser, url: str) -> Iterator[Figure]:
    page: Page = open_window(browser, url).new_page()
    session = page.context.new_cdp_session(page)
    scripts, sizes = set(), {}
    session.on(
        "Network.responseReceived", lambda said: scripts.add(said["requestId"]) if said["type"] == "Script" else None
    )
    session.on("Network.loadingFinished", lambda said: sizes.update({said["requestId"]: said["encodedDataLength"]}))
    session.send("Network.enable")
    began = time.perf_counter()
    page.goto("/")
    page.get_by_role("button", name="Enter as the demo athlete").wait_for()
    usable_ms = (time.perf_counter() - began) * 1000
    page.wait_for_load_state("networkidle")
    yield Figure("first view, compressed script", sum(sizes[each] for each in scripts) / 1024, 250, "KB")
    yield Figure("first screen can be used", usable_ms, 1000, "ms")


def measure_second_demo() -> Figure:
    """`make demo` once more in this checkout, up to its first answer."""
    port = free_port()
    subprocess.run(["make", "--silent", "web/dist/.built"], cwd=ROOT, check=True)
    with make_demo(port):
        pass  # the first time may have the demo world to load
    with make_demo(port) as seconds:
        return Figure("`make demo` the second time, to its first answer", seconds, 5, "s")


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
        try:
            yield application
        finally:
            application.stop()


def measure_aim() -> Figure:
    return Figure("aim estimate from ten years of one ladder, the slowest of 20", max(time_core()), 20, "ms")


def measure_aims(port: int) -> Figure:
    times = time_aims(sign_in(port, "years").call)
    what = f"aim read and estimated over the wire, {STORED_EVENTS // EVENTS_A_RUN} runs, median of {len(times)}"
    return Figure(what, statistics.median(times), 20, "ms")


def measure_dragging(browser: Browser, url: str) -> Figure:
    page = open_window(browser, url).new_page()
    AthleteAtTheScreen(page).enter_demo()
    frames = frames_while_dragging(page)
    return Figure(f"dragging among {TARGETS} targets, 95th percentile of {len(frames)} frames", p95(frames), 20, "ms")


def all_figures() -> Iterator[Figure]:
    def filled(application: Application) -> None:
        application.manage("migrate")
        fill(application.database)

    with running(filled) as application:
        yield measure_aims(application.port)
        yield measure_posts(application.port)
    with (
        running(lambda application: print(application.manage("prepare_demo").strip())) as application,
        open_browser() as browser,
    ):
        yield from measure_first_view(browser, application.url)
        yield measure_presses(browser, application.url)
        yield from measure_presses_of_games(browser, application.url)
        yield measure_dragging(browser, application.url)
    yield measure_second_demo()
    yield from measure_games()
    yield measure_tuner()
    yield measure_aim()
    yield measure_weeks()
    yield from measure_blocks()


def main() -> None:
    for figure in all_figures():
        print(figure, flush=True)


if __name__ == "__main__":
    main()
