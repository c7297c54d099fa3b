"""A page's ear while one plays: what is pressed, and when a rally is over."""

from __future__ import annotations

import json
from typing import Any

import numpy as np

from jolly_core.device.wire import Device
from jolly_core.record.standing import RunRules
from tests.core.recordings import Scene


class Page:
    """Hands 50 ms after 50 ms over, as a microphone does, and keeps what it would press."""

    def __init__(self, scene: Scene, format_id: str, settings: dict[str, Any]) -> None:
        self.device, self.scene = Device(), scene
        rules = RunRules(format_id, settings).as_stored()
        self.call("open", run="wall", rules=rules, sent=[], waiting=[])
        self.call("ear_open", ear="wall")
        self.pressed: list[tuple[str, int]] = []
        self.commands: dict[int, int] = {}

    def call(self, name: str, **values: Any) -> Any:
        return json.loads(self.device.answer(json.dumps({"call": name, "with": values})))["value"]

    def play(self, *, since_ms: int = 0, claps: bool = False) -> Any:
        codes = np.rint((self.scene.levels() + 120) * 100).astype("<u2")
        is_broken, last_ms, so_far = True, -1, None
        for at in range(0, len(codes), 10):
            levels = codes[at : at + 10].tobytes().decode("utf-16-le")
            live = {"run": "wall", "since_ms": since_ms, "claps": claps}
            so_far = self.call("ear_take", ear="wall", levels=levels, bands=12, **live)
            self.commands.update((each["at_ms"], each["claps"]) for each in so_far["commands"])
            for hit in so_far["latest_ms"]:
                if hit > last_ms:
                    last_ms, is_broken = hit, False
                    self.press("make", hit)
            if so_far["is_broken"] and not is_broken:
                is_broken = True
                self.press("miss", so_far["ms"])
        return so_far

    def press(self, kind: str, at_ms: int) -> None:
        self.pressed.append((kind, at_ms))
        event = {"kind": kind, "at_ms": max(at for _, at in self.pressed), "seq": len(self.pressed)}
        self.call("take", run="wall", events=[event])


def test_it_presses_a_hit_each_and_a_break_after_each_rally() -> None:
    scene = Scene(61, seconds=40).noise(50).rallies(0.5)
    page = Page(scene, "rallies", {"rallies": 50})
    so_far = page.play()
    breaks = sum(after - before > 1.5 for before, after in zip(scene.hits, scene.hits[1:], strict=False))
    kinds = [kind for kind, _ in page.pressed]
    assert abs(kinds.count("make") - len(scene.hits)) <= 1
    assert breaks - 1 <= kinds.count("miss") <= breaks + 1
    assert so_far["hits"] == len(scene.hits)


def test_a_slow_rally_is_not_broken_before_its_tempo_is_known() -> None:
    scene = Scene(62, seconds=22).noise(50)
    scene.hits = [4 + 2.2 * each for each in range(8)]
    for hit in scene.hits:
        scene.burst(hit, -10, 900, 0.02)
    page = Page(scene, "rallies", {"rallies": 5})
    page.play()
    assert [kind for kind, _ in page.pressed] == ["make"] * 8


def test_what_is_heard_before_the_start_is_not_pressed() -> None:
    scene = Scene(63, seconds=20).noise(50).rallies(0.5)
    page = Page(scene, "streak", {"goal": 3, "sets": 2})
    so_far = page.play(since_ms=6000)
    assert so_far["hits"] == sum(hit >= 6 for hit in scene.hits)
    assert min(at for _, at in page.pressed) >= 6000


def test_where_nothing_is_in_hand_nothing_is_broken() -> None:
    """A set of three is done with the third hit: the pause after it is no miss."""
    scene = Scene(64, seconds=20).noise(50)
    scene.hits = [3.0, 3.5, 4.0, 9.0, 9.5, 10.0]
    for hit in scene.hits:
        scene.burst(hit, -10, 900, 0.02)
    page = Page(scene, "streak", {"goal": 3, "sets": 3})
    page.play()
    assert [kind for kind, _ in page.pressed] == ["make"] * 6


def clapped(seed: int, interval_s: float) -> Scene:
    """Rallies, with two claps in one break and three in the next."""
    scene, claps = Scene(seed, seconds=40).noise(50), []
    at_s = 3.0
    for many in (2, 3, 0):
        for _ in range(6):
            scene.hits.append(at_s)
            at_s += interval_s
        claps += [at_s + 1.5 + 0.3 * each for each in range(many)]
        at_s += 5
    for hit in scene.hits:
        scene.burst(hit, -12, 700, 0.02)
    for clap in claps:
        scene.burst(clap, -10, 2500, 0.01)
    return scene


def test_two_claps_and_three_are_commands_and_no_hits() -> None:
    scene = clapped(65, 1.2)
    page = Page(scene, "rallies", {"rallies": 9})
    page.play(claps=True)
    assert list(page.commands.values()) == [2, 3]
    assert [kind for kind, _ in page.pressed].count("make") == len(scene.hits)
    # Where they are not switched on, a clap is a sound like any other.
    page = Page(scene, "rallies", {"rallies": 9})
    page.play()
    assert page.commands == {}
    assert [kind for kind, _ in page.pressed].count("make") == len(scene.hits) + 5


def test_in_a_game_that_is_as_fast_as_claps_there_are_no_commands() -> None:
    page = Page(clapped(66, 0.45), "rallies", {"rallies": 9})
    page.play(claps=True)
    assert page.commands == {}
