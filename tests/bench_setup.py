"""What setting up promises about speed: the aim from ten years of one ladder, and dragging among twelve targets."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from random import Random
from typing import Any

from playwright.sync_api import Page

from tests.bench_clock import Clock, Timing
from tests.bench_planning import change_record
from tests.browser.board import Board

YEARS, RUNS_A_WEEK = 10, 6
TARGETS = 12


def time_core() -> list[Timing]:
    """Milliseconds of estimates from ten years: runs of makes at five distances, and zone tallies beside them."""
    from jolly_core.aim.record import Beside, Landed, Observation, Tries
    from jolly_core.aim.spread import estimate_aim, preload
    from jolly_core.shapes.kinds.circle import Circle
    from jolly_core.shapes.kinds.rectangle import Rectangle

    chance = Random(10)
    halves = (
        Beside(Rectangle(0.5, 0.5), -0.25, 0.0),
        Beside(Rectangle(0.5, 0.5), 0.25, 0.0),
        Beside(Circle(0.2), 0, 0.6),
    )
    record: list[Observation] = []
    for number in range(YEARS * 52 * RUNS_A_WEEK):
        distance_m = 4.0 + number % 5
        record.append(Tries(distance_m, Circle(0.3), chance.randint(2, 9), 10))
        if number % 4 == 0:
            record.append(Landed(distance_m, halves, (chance.randint(0, 4), chance.randint(0, 4), 1), 2))
    preload()
    clock = Clock()
    for _ in range(20):
        with clock.time():
            estimate_aim(record)
    return clock.timings


def time_aims(call: Callable[..., Any]) -> list[Timing]:
    """Milliseconds of the aims over the wire, from the whole record, each after a change of it."""
    clock = Clock()
    for _ in range(20):
        change_record(call)
        with clock.time():
            found = call("GET", "/api/aims/")
        if not found:
            raise RuntimeError("no aim was found in the record")
    return clock.timings


#: The times between the frames of the screen while something is dragged.
WATCH = """() => {
  window.frames_ms = [];
  let before = null;
  const next = (at) => {
    if (before !== null) window.frames_ms.push(at - before);
    before = at;
    window.watching = requestAnimationFrame(next);
  };
  window.watching = requestAnimationFrame(next);
}"""


def frames_while_dragging(page: Page) -> list[float]:
    """Milliseconds between two frames while one of twelve targets is dragged about for some seconds."""
    board = Board(page)
    board.open_new_on("plain_wall")
    for number in range(TARGETS):
        board.add(("box", "ring", "row")[number % 3])
    box = board.target("box").bounding_box()
    if box is None:
        raise RuntimeError("there is no target to drag")
    return frames_of_a_drag(page, (box["x"] + 10, box["y"] + 10), _way(240))


def frames_of_a_drag(page: Page, at: tuple[float, float], way: Iterable[tuple[float, float]]) -> list[float]:
    """Milliseconds between two frames while what lies at a point is dragged along ``way``, in pixels from there."""
    x, y = at
    page.mouse.move(x, y)
    page.mouse.down()
    page.evaluate(WATCH)
    for right, down in way:
        page.mouse.move(x + right, y + down)
    page.evaluate("cancelAnimationFrame(window.watching)")
    page.mouse.up()
    frames: list[float] = page.evaluate("window.frames_ms")
    return frames


def _way(steps: int) -> Iterator[tuple[float, float]]:
    """To and fro, across and up."""
    for step in range(steps):
        share = step % 60
        yield (3.0 * min(share, 60 - share), -2.0 * min(share, 60 - share))
