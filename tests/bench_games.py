"""How fast the games are: stepping events through every format, and pressing in every format on the court."""

from __future__ import annotations

import statistics
import time
from collections.abc import Iterator
from random import Random
from typing import Any

from playwright.sync_api import Page

from jolly_core.challenges.events import Event
from jolly_core.challenges.registry import FORMATS, read_game
from jolly_core.challenges.session import Session
from tests.bench_clock import Clock, Timing
from tests.browser.athlete import AthleteAtTheScreen

EVENTS, SLICE = 10_000, 500
#: Settings under which a run goes on for as long as the format knows; one that ends before is begun anew.
MANY = [f"target {number}" for number in range(24)]
LONG: dict[str, dict[str, Any]] = {
    "streak": {"goal": 1000},
    "timed_count": {"seconds": 3600, "goal": 10_000},
    "makes_of_n": {"attempts": 1000},
    "quota": {"targets": MANY, "each": 200, "order": "free"},
    "zone_points": {"zones": [{"name": name, "points": 1} for name in MANY], "seconds": 3600},
    "pattern": {"zones": MANY, "pattern": "random", "on_break": "goes_on", "laps": 200},
    "circuit": {"stations": MANY, "circuits": 50},
    "two_chance_walk": {"targets": MANY, "on_double": "starts_again"},
    "collect": {"targets": MANY},
    "tempo_ladder": {"start": 20, "top": 400, "step": 1, "give_up": 10},
    "intervals": {"work_s": 3600, "sets": 60},
    "quality_reps": {"reps": 200},
    "capped_attempts": {"cap": 50},
    "calls": {"number": 500, "wait_low": 0, "wait_high": 0},
    "combination": {"goes": 100},
    "checklist": {"items": [{"item": name} for name in MANY]},
    "race": {"to": 50},
    # As many seconds as the events go on for.
    "feeds": {"section": 100, "sections": 20, "pause_s": 0, "interval_ms": 1000},
}


def presses(format_id: str) -> list[Event]:
    """Makes, misses and zones, at a believable pace."""
    chance = Random(format_id)
    kinds = [chance.choice(("make", "make", "miss", "zone")) for _ in range(EVENTS)]
    return [
        Event(kind, 200 * seq, seq, chance.choice((*MANY, "3", "tape in place")) if kind == "zone" else "")
        for seq, kind in enumerate(kinds, 1)
    ]


def step_all(format_id: str) -> float:
    """The ms that stepping all events takes; a run that is over makes way for the next, which is not timed."""
    game = read_game(format_id, LONG.get(format_id, {}))
    session, took = Session(game), 0.0
    for event in presses(format_id):
        began = time.perf_counter()
        session.step(event)
        took += time.perf_counter() - began
        if session.is_over():
            session = Session(game)
    return took * 1000


def time_stepping() -> dict[str, Timing]:
    """The best of three for each format: what the machine does beside is not the rules' doing."""
    clock, best = Clock(), {}
    for format_id in FORMATS:
        for _ in range(3):
            clock.add([step_all(format_id)])
        best[format_id] = min(clock.timings[-3:], key=lambda timing: timing.level)
    return best


def growth(format_id: str) -> float:
    """What the last events of a long run cost, step and tally, against the first ones."""
    session, costs = Session(read_game(format_id, LONG.get(format_id, {}))), []
    for event in presses(format_id):
        began = time.perf_counter()
        session.step(event)
        session.tally()
        costs.append(time.perf_counter() - began)
        if session.is_over():
            break
    size = min(SLICE, len(costs) // 3)
    # Of formats whose runs are over within a few presses there is nothing to compare.
    return statistics.median(costs[-size:]) / statistics.median(costs[:size]) if size >= SLICE // 5 else 1.0


def time_growth() -> dict[str, float]:
    return {format_id: min(growth(format_id) for _ in range(3)) for format_id in FORMATS}


#: From the key's own time stamp to the frame that follows what it changed, clocks apart.
WATCH = """() => {
  window.delays = [];
  let pressed = null;
  window.addEventListener("keydown", (event) => { pressed = event.timeStamp; }, true);
  const isClock = ({ target }) => (target.closest ? target : target.parentElement)?.closest("[role=timer]");
  new MutationObserver((changes) => {
    if (pressed === null || changes.every(isClock)) return;
    const since = pressed;
    pressed = null;
    requestAnimationFrame(() => window.delays.push(performance.now() - since));
  }).observe(document.querySelector("main"), { childList: true, characterData: true, subtree: true });
}"""
PRESSES = 25
MAKE_LADDER = """async (body) => {
  const token = document.cookie.match(/csrftoken=([^;]+)/)[1];
  const headers = { "Content-Type": "application/json", "X-CSRFToken": token };
  const made = await fetch("/api/own-ladders/", { method: "POST", headers, body: JSON.stringify(body) });
  const ladder = await fetch(`/api/ladders/${(await made.json()).id}/`);
  return (await ladder.json()).standing.rungs[0].id;
}"""


def time_presses(page: Page) -> Iterator[tuple[str, list[Timing]]]:
    """The delays from a press to what it changes on the court, in a long run of each format."""
    athlete = AthleteAtTheScreen(page)
    athlete.sign_up()
    for format_id in FORMATS:
        rung = {"title": "", "set_up": "", "cues": [], "format": format_id, "settings": LONG.get(format_id, {})}
        words = {"title": format_id, "discipline": "drills", "summary": ""}
        page.goto(f"/practise/rungs/{page.evaluate(MAKE_LADDER, {**words, 'rung': rung})}")
        page.get_by_role("button", name="Start").click()
        page.wait_for_url("**/practise/runs/*")
        athlete.start()
        athlete.expect_counted("here")
        # What the browser has to warm to is not what a press costs.
        athlete.press("make", "make")
        page.evaluate(WATCH)
        clock = Clock()
        for _ in range(PRESSES):
            athlete.press("make")
            if page.get_by_test_id("end-number").is_visible():
                break
        clock.add(page.evaluate("window.delays")[:-1])
        yield format_id, clock.timings
