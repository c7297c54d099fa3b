"""What a page counts by itself is what the server counts: the same bytes, from another Python, of any run."""

from __future__ import annotations

import json
import os
import subprocess
import sys
from collections.abc import Iterator
from pathlib import Path
from random import Random
from typing import Any

import numpy as np
import pytest

from jolly_core.challenges.card import read_card
from jolly_core.challenges.events import KINDS, LET, MAKE, MISS, NOTE, PRESSES, ZONE, Event
from jolly_core.challenges.registry import read_game
from jolly_core.device.wire import Device
from jolly_core.record.standing import RunRules, standing_of
from jolly_core.record.yardstick import lay_yardstick
from tests.core.games import CASES, HITS
from tests.core.recordings import Scene

ROOT = Path(__file__).resolve().parents[2]
EVENTS_A_CASE = 380
CARDS: list[dict[str, Any]] = [
    {},
    {"basket": {"number": 4, "clock": "stands"}, "checks": {"checks": ["grip", "eyes on the ball"], "every": 3}},
    {"beat": {"bpm": 60}, "faults": {"faults": [{"fault": "late", "mend": "turn earlier"}]}},
]


def rules_of(case: tuple[str, dict[str, Any]], number: int) -> RunRules:
    game = read_game(*case).drawn(number)
    metric = game.metrics[number % len(game.metrics)]
    stick = lay_yardstick(metric, 7.5, [4, 9, 6.25, 8], best=9)
    card = read_card(CARDS[number % len(CARDS)])
    return RunRules(game.id, game.settings.as_stored(), card.as_stored(), stick.as_stored(), 80)


def anything_pressed(rules: RunRules, chance: Random, events: int) -> Iterator[Event]:
    """Presses that the screen offers, most of them; others, controls, double taps, notes with any letters."""
    session, at_ms = rules.begun(), 0
    for seq in range(1, events + 1):
        at_ms += chance.choice((0, 40, 79, 80, 300, 700, 1100, 2500, 9000))
        tally = session.tally(at_ms)
        pads = [pad.text for pad in tally.pads if pad.kind == ZONE]
        kind = chance.choice((*PRESSES, MAKE, MAKE, MISS, ZONE, *KINDS)) if chance.random() < 0.8 else LET
        if tally.is_over and chance.random() < 0.7:
            kind = "undo"
        text = chance.choice(pads or HITS) if kind == ZONE else "só-so, 3/10 “ø” 🙂" if kind == NOTE else ""
        event = Event(kind, at_ms, seq, text)
        session.step(event)
        yield event


def golden_log() -> Iterator[str]:
    """The calls of a page that plays every format under all settings, opening some runs again on their way."""
    for number, case in enumerate(CASES):
        rules, chance, run = rules_of(case, number), Random(number), str(number)
        sent: list[dict[str, Any]] = []
        yield call("open", run=run, rules=rules.as_stored(), sent=[], waiting=[])
        for event in anything_pressed(rules, chance, EVENTS_A_CASE):
            sent.append(given_of(event))
            yield call("take", run=run, events=sent[-1:])
        yield call("open", run=run, rules=rules.as_stored(), sent=sent[:200], waiting=sent[150:])
        yield call("close", run=run)
    yield from listening_log()


def listening_log() -> Iterator[str]:
    """The calls of a page that listens to half a minute of practice."""
    levels = Scene(40, seconds=30).rallies(0.5).noise(45).levels()
    codes = np.rint((levels + 120) * 100).astype("<u2")
    work = {"struck_ms": [1500], "added_ms": [4000], "sensitivity": 1.2, "is_own_only": True}
    rules = RunRules("rallies", {"rallies": 5}).as_stored()
    yield call("open", run="wall", rules=rules, sent=[], waiting=[])
    yield call("ear_open", ear="wall")
    for at in range(0, len(codes), 100):
        yield call(
            "ear_take", ear="wall", levels=codes[at : at + 100].tobytes().decode("utf-16-le"), bands=12, run="wall"
        )
    yield call("ear_end", ear="wall")
    yield call("ear_read", ear="wall", work={}, window_ms=10_000)
    yield call("ear_read", ear="wall", work=work, window_ms=10_000, gap_ms=900)
    timed = RunRules("timed_count", {"seconds": 10}).as_stored()
    yield call("ear_presses", ear="wall", work=work, rules=timed, gap_ms=900)
    yield call("ear_presses", ear="wall", work=work, rules=rules, gap_ms=900)
    yield call("ear_teach", ear="wall", work=work)
    yield call("ear_calibrate", ear="wall", times=10)
    yield call("ear_match", ear="wall", many=17)
    yield call("ear_close", ear="wall")


def given_of(event: Event) -> dict[str, Any]:
    """The event as the page sends it."""
    return {"id": f"event-{event.seq}", "kind": event.kind, "at_ms": event.at_ms, "seq": event.seq, "text": event.text}


def call(name: str, **values: Any) -> str:
    return json.dumps({"call": name, "with": values})


def test_twenty_thousand_events_give_the_same_bytes_in_the_page(built_rules: Path) -> None:
    """Against Pyodide with the archive and the trimmed library that are shipped, run by Node."""
    calls = list(golden_log())
    assert sum('"take"' in each for each in calls) > 20_000
    device = Device()
    here = [device.answer(each) for each in calls]
    node = ["node", str(built_rules / "replay.mjs")]
    done = subprocess.run(node, input="\n".join(calls), capture_output=True, encoding="utf-8", check=False)
    assert done.returncode == 0, done.stderr
    there = done.stdout.splitlines()
    assert len(there) == len(here)
    for asked, mine, theirs in zip(calls, here, there, strict=True):
        assert theirs == mine, asked


@pytest.fixture(scope="session")
def built_rules() -> Path:
    folder = ROOT / "web" / "rules"
    if not (folder / "out" / "rules.json").exists():
        pytest.fail("the page's rules are not built: run `make build`")
    return folder


def test_the_same_calls_give_the_same_bytes_under_another_hash_seed() -> None:
    """With another order of sets, and of dictionaries of objects."""
    calls = list(golden_log())[:2000]
    program = (
        "import sys; from jolly_core.device.wire import Device; answer = Device().answer\n"
        "for line in sys.stdin: sys.stdout.write(answer(line) + '\\n')"
    )
    environment = {**os.environ, "PYTHONHASHSEED": "1234", "PYTHONPATH": str(ROOT / "core"), "PYTHONUTF8": "1"}
    other = subprocess.run(
        [sys.executable, "-c", program],
        input="\n".join(calls),
        capture_output=True,
        encoding="utf-8",
        check=True,
        env=environment,
    )
    device = Device()
    assert other.stdout.splitlines() == [device.answer(each) for each in calls]


def test_what_the_page_runs_imports_only_the_standard_library() -> None:
    program = (
        "import sys; import jolly_core.device.wire;"
        "print([n for n in {m.split('.')[0] for m in sys.modules} - set(sys.stdlib_module_names)"
        " if n not in ('jolly_core', '__main__') and not n.startswith('_')])"
    )
    done = subprocess.run(
        [sys.executable, "-I", "-S", "-c", f"import sys; sys.path.insert(0, {str(ROOT / 'core')!r}); {program}"],
        capture_output=True,
        text=True,
        check=True,
    )
    assert done.stdout.strip() == "[]"


class TestCounter:
    rules = {"format": "streak", "settings": {"goal": 5}, "yardstick": {"metric": "best_streak", "mark": 5}}

    def ask(self, device: Device, name: str, **values: Any) -> dict[str, Any]:
        answer: dict[str, Any] = json.loads(device.answer(call(name, **values)))
        return answer

    def test_counts_as_a_session_does(self) -> None:
        rules = rules_of(CASES[0], 0)
        events = list(anything_pressed(rules, Random(5), 60))
        device, session = Device(), rules.begun()
        self.ask(device, "open", run="a", rules=rules.as_stored(), sent=[], waiting=[])
        for event in events:
            session.step(event)
            value = self.ask(device, "take", run="a", events=[given_of(event)])["value"]
        stands = standing_of(session.game, rules.measure, session.tally())
        assert value == {"seq": 60, "at_ms": events[-1].at_ms, **json.loads(json.dumps(stands))}

    def test_puts_what_waits_behind_what_another_device_has_sent(self) -> None:
        sent = [{"kind": "make", "at_ms": 900, "seq": 1}, {"kind": "make", "at_ms": 1800, "seq": 2}]
        waiting = [{"kind": "miss", "at_ms": 950, "seq": 2}]
        value = self.ask(Device(), "open", run="a", rules=self.rules, sent=sent, waiting=waiting)["value"]
        assert (value["seq"], value["at_ms"], value["tally"]["best_streak"], value["tally"]["streak"]) == (
            3,
            1880,
            2,
            0,
        )

    def test_refuses_with_a_code(self) -> None:
        device = Device()
        self.ask(device, "open", run="a", rules=self.rules, sent=[], waiting=[])
        press = {"kind": "make", "at_ms": 900, "seq": 1}
        self.ask(device, "take", run="a", events=[press])
        assert self.ask(device, "take", run="a", events=[press])["problem"]["code"] == "seq_taken"
        assert self.ask(device, "take", run="b", events=[press])["problem"]["code"] == "not_open"
        corrected = [press, {"kind": "correct", "at_ms": 900, "seq": 2, "text": "1 was miss"}]
        refused = self.ask(device, "open", run="c", rules=self.rules, sent=corrected, waiting=[])
        assert refused["problem"]["code"] == "corrected"
        newer = {**self.rules, "v": 99}
        assert self.ask(device, "open", run="c", rules=newer, sent=[], waiting=[])["problem"]["code"] == "newer_version"
