"""What blocks promise about speed: one of thirty parts after ten years, and a part that is dragged among thirty."""

from __future__ import annotations

import json
from collections.abc import Callable
from typing import Any
from urllib.parse import quote

from playwright.sync_api import Page

from tests.bench_clock import Clock, Timing
from tests.bench_planning import change_record
from tests.bench_setup import frames_of_a_drag

PARTS, BLOCKS = 30, 40
#: As many minutes as a block has at most.
MINUTES = 180


def own_parts(number: int) -> list[dict[str, Any]]:
    return [
        {"key": f"own-{place}", "kind": "rest", "title": "Rest", "seconds": 60, "place": 2 * place}
        for place in range(number)
    ]


def address(number: int) -> str:
    """The planner with so many parts of one's own in it; see the page's ``draft``."""
    own = [
        [part["key"], part["kind"], part["title"], 300, place, [], ""] for place, part in enumerate(own_parts(number))
    ]
    return f"/plan?minutes={MINUTES}&own={quote(json.dumps(own))}"


def time_big_blocks(call: Callable[..., Any]) -> list[Timing]:
    """Milliseconds of blocks of thirty parts, half of them rests of the athlete's own, each after a change."""
    ladders = [standing["ladder"]["id"] for standing in call("GET", "/api/ladders/")]
    clock, asked = Clock(), {"minutes": MINUTES, "ladders": ladders, "own": own_parts(PARTS // 2)}
    for _ in range(BLOCKS):
        change_record(call)
        with clock.time():
            answer = call("POST", "/api/proposals/", asked)
        if len(answer["parts"]) < PARTS:
            raise RuntimeError(f"the block has {len(answer['parts'])} parts, and not {PARTS}")
    return clock.timings


def frames_while_moving_a_part(page: Page) -> list[float]:
    """Milliseconds between two frames while a part of a full block is dragged along its ribbon."""
    page.goto(address(PARTS - 2))  # beside warm-up and cool-down
    part = page.locator("[data-part]").nth(3)
    part.wait_for()
    if page.locator("[data-part]").count() < PARTS:
        raise RuntimeError(f"the ribbon has {page.locator('[data-part]').count()} parts, and not {PARTS}")
    box = part.bounding_box()
    if box is None:
        raise RuntimeError("there is no part to drag")
    way = ((4.0 * min(step % 120, 120 - step % 120), 0.0) for step in range(240))
    return frames_of_a_drag(page, (box["x"] + 8, box["y"] + 20), way)
