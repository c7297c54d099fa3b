"""A model of the queue of presses: browsers with windows on one run, a server, and a network that does what it likes.

The windows are the application's own code, run by Node (`web/tests`); the server keeps a list. Nothing happens by
itself: whoever plays moves the clock, and says which request arrives, is lost, is late or arrives twice.
"""

from __future__ import annotations

import json
import subprocess
from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from functools import cache
from pathlib import Path
from typing import Any
from uuid import uuid4

from jolly_core.challenges.events import Event, read_event
from jolly_core.challenges.merging import fits, lined_up
from jolly_core.challenges.registry import read_game
from jolly_core.device.wire import Device
from jolly_core.record.standing import RunRules, standing_of
from jolly_core.record.yardstick import lay_yardstick

WEB = Path(__file__).resolve().parents[2] / "web"
RUN = "14c34927-f805-4fe6-9db8-526b67ccd45a"
#: Longer than any wait before what is held up is tried again, or another window's presses are sent.
LONG_MS = 6000
GIVEN_UP = "The rules do not run on this device"


class Browsers:
    """The process that the windows run in."""

    def __init__(self) -> None:
        # Windows come and go by the thousand: with more room for what is young, less of it is moved about; their code
        # is not forgotten between them, and of an error they need no more than its name.
        flags = ["--max-semi-space-size=64", "--no-flush-bytecode", "--stack-trace-limit=0"]
        command = ["node", *flags, str(WEB / "tests" / "browsers.mjs")]
        self.process = subprocess.Popen(command, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True)

    def say(self, what: str, **values: Any) -> Any:
        assert self.process.stdin
        assert self.process.stdout
        self.process.stdin.write(json.dumps({"do": what, **values}) + "\n")
        self.process.stdin.flush()
        line = self.process.stdout.readline()
        assert line, "The simulation of the browsers has ended."
        return json.loads(line)

    def close(self) -> None:
        assert self.process.stdin
        assert self.process.stdout
        self.process.stdin.close()  # it ends with what it is told
        self.process.wait(10)
        self.process.stdout.close()


@cache
def rules_of_the_run() -> RunRules:
    game = read_game("open_count", {})
    stick = lay_yardstick(game.metrics[0], 7, [4, 9, 6], best=9)
    return RunRules(game.id, game.settings.as_stored(), {}, stick.as_stored(), 80)


@dataclass
class Server:
    """One run as a server keeps it: each event once, what does not fit behind what is stored."""

    rules: RunRules = field(default_factory=rules_of_the_run)
    events: list[tuple[str, Event]] = field(default_factory=list)
    #: As of how many events, where it has been asked for since.
    known: tuple[int, dict[str, Any]] = (-1, {})

    def standing(self) -> dict[str, Any]:
        if self.known[0] != len(self.events):
            session = self.rules.begun()
            for _, event in self.events:
                session.step(event)
            self.known = len(self.events), standing_of(session.game, self.rules.measure, session.tally())
        return self.known[1]

    def standing_without_double_taps(self) -> dict[str, Any]:
        """What it would be if every press counted: none is made soon after another in one window."""
        return Server(replace(self.rules, double_tap_ms=0), self.events).standing()

    @property
    def last(self) -> Event:
        return self.events[-1][1] if self.events else Event("", 0, 0)

    def run(self) -> dict[str, Any]:
        known = {"id": RUN, "rules": self.rules.as_stored(), "double_tap_ms": self.rules.double_tap_ms}
        return {**known, "last_seq": self.last.seq, "last_at_ms": self.last.at_ms, "is_over": False, **self.standing()}

    def record(self, batch: Sequence[dict[str, Any]]) -> dict[str, Any]:
        stored = {name for name, _ in self.events}
        fresh = [(each["id"], read_event(each)) for each in batch if each["id"] not in stored]
        waiting = [event for _, event in fresh]
        joined = waiting
        if not fits([self.last, *waiting]):
            joined = lined_up([event for _, event in self.events], waiting, self.rules.double_tap_ms)
        self.events += [(name, event) for (name, _), event in zip(fresh, joined, strict=True)]
        self.events.sort(key=lambda stored: stored[1].seq)
        return {**self.run(), "added": len(fresh), "has_moved": joined != waiting}

    def answer(self, asked: dict[str, Any]) -> dict[str, Any]:
        if asked["method"] == "POST":
            return self.record(asked["body"]["events"])
        if "/events/" in asked["address"]:
            results = [given_of(name, event) for name, event in self.events]
            return {"count": len(results), "results": results}
        return self.run()


def given_of(name: str, event: Event) -> dict[str, Any]:
    return {"id": name, "kind": event.kind, "seq": event.seq, "at_ms": event.at_ms, "text": event.text}


@dataclass
class Window:
    """A window in which the run is open; what was pressed in it, in order."""

    number: int
    browser: int
    device: Device = field(default_factory=Device)
    pressed: list[str] = field(default_factory=list)


@dataclass
class World:
    """The server, the browsers, and what of them is under way.

    ``pressed`` holds every press by its id; ``safe`` those that were kept on a device, or came to the server: nothing
    may lose them.
    """

    browsers: Browsers
    many: int = 2
    server: Server = field(default_factory=Server)
    windows: dict[int, Window] = field(default_factory=dict)
    requests: list[dict[str, Any]] = field(default_factory=list)
    calls: list[dict[str, Any]] = field(default_factory=list)
    arrived: list[dict[str, Any]] = field(default_factory=list)
    pressed: dict[str, str] = field(default_factory=dict)
    all_windows: list[Window] = field(default_factory=list)
    safe: set[str] = field(default_factory=set)
    full: set[int] = field(default_factory=set)
    once_full: set[int] = field(default_factory=set)
    are_rules_slow: bool = False
    known: dict[int, dict[str, Any]] = field(default_factory=dict)
    opened: int = 0

    def __post_init__(self) -> None:
        self._say("begin", browsers=self.many, now=True)

    # --- what may happen ---------------------------------------------------------------------------------------------

    def open(self, browser: int, *, is_online: bool = True) -> int:
        """The run is opened in a new window: as the server has it, or as this browser was told last."""
        if is_online or browser not in self.known:
            self.known[browser] = self.server.run()
        self.opened += 1
        self.windows[self.opened] = window = Window(self.opened, browser)
        self.all_windows.append(window)
        self._say("open", window=self.opened, browser=browser, run=self.known[browser])
        return self.opened

    def press(self, number: int, kind: str, *, apart_ms: int = 300) -> None:
        """A press, and time enough to draw its number and to keep it."""
        self.press_now(number, kind)
        self.advance(apart_ms)
        window = self.windows[number]
        if window.browser not in self.full:
            self.safe.update(window.pressed)

    def press_now(self, number: int, kind: str) -> None:
        """A press, and no time for anything."""
        name, window = str(uuid4()), self.windows[number]
        self.pressed[name] = kind
        window.pressed.append(name)
        self._say("press", window=number, kind=kind, id=name, now=True)

    def kill(self, number: int) -> None:
        """The window is gone, with all that it had not kept."""
        del self.windows[number]
        self.calls = [call for call in self.calls if call["window"] != number]
        self._say("kill", window=number)

    def leave(self, number: int) -> None:
        """The athlete goes to another screen."""
        self._say("leave", window=number)
        self.kill(number)

    def sweep(self, browser: int) -> None:
        """A window without the court sends what waits."""
        self.opened += 1
        self._say("open", window=self.opened, browser=browser)
        self._say("sweep", window=self.opened)

    def fill(self, browser: int, *, is_full: bool) -> None:
        """The disk is full, or has room again."""
        (self.full.add if is_full else self.full.discard)(browser)
        self.once_full.add(browser)
        self._say("fill", browser=browser, isFull=is_full)

    def advance(self, ms: int) -> None:
        self._say("advance", ms=ms)

    # --- what becomes of requests -------------------------------------------------------------------------------------

    def arrive(self, place: int, *, is_answered: bool = True) -> None:
        """A request comes to the server; its answer may be lost."""
        asked = self.requests.pop(place % len(self.requests))
        answer = self.server.answer(asked)
        self.safe.update(name for name, _ in self.server.events)
        self.arrived.append(asked)
        if is_answered:
            self._say("answer", id=asked["id"], status=200, body=answer)
        else:
            self._say("fail", id=asked["id"])

    def lose(self, place: int) -> None:
        """A request never comes to the server."""
        self._say("fail", id=self.requests.pop(place % len(self.requests))["id"])

    def fail_there(self, place: int) -> None:
        """The server cannot be used just now."""
        self._say("answer", id=self.requests.pop(place % len(self.requests))["id"], status=503, body={"detail": "down"})

    def arrive_again(self, place: int) -> None:
        """A request that has come already comes once more, late: nobody waits for its answer."""
        self.server.answer(self.arrived[place % len(self.arrived)])

    # --- how it has to end --------------------------------------------------------------------------------------------

    def heal(self) -> None:
        """Everything works again, and every device is seen once more."""
        self.are_rules_slow = False
        for browser in list(self.full):
            self.fill(browser, is_full=False)
        self.settle()
        for browser in range(self.many):
            self.sweep(browser)
            self.settle()

    def settle(self) -> None:
        """Every request comes to the server and is answered, until nothing waits."""
        for _ in range(20):
            self._answer_rules()
            while self.requests:
                self.arrive(0)
            if self._say("rest"):
                return
            self.advance(LONG_MS)
        raise AssertionError("Something still waits, though everything works.")

    def check(self) -> None:
        """Nothing is lost, nothing is twice, nothing is out of order, and every window shows what the server has."""
        names = [name for name, _ in self.server.events]
        assert len(names) == len(set(names))
        assert set(names) <= set(self.pressed)
        assert not self.safe - set(names), "presses are lost"
        assert all(self.pressed[name] == event.kind for name, event in self.server.events)
        events = [event for _, event in self.server.events]
        assert fits(events)
        assert self.server.standing() == self.server.standing_without_double_taps(), "a press is taken for a double tap"
        place = {name: number for number, name in enumerate(names)}
        for window in self.all_windows:
            # On a full disk a window hears of another's later presses without those before, and may send them first.
            if window.browser not in self.once_full:
                places = [place[name] for name in window.pressed if name in place]
                assert places == sorted(places), "presses of one window are out of order"
        for number in self.windows:
            # What other devices have sent since a window's last press, it hears with the next.
            self.press(number, "let")
            self.settle()
            looked, there = self.look(number), self.server.standing()
            assert {name: looked["standing"][name] for name in there} == there, "a window shows another count"
            # Rules that were kept waiting for minutes are given up, and that is said.
            assert [each for each in looked["troubles"] if not each["words"].startswith(GIVEN_UP)] == []

    def look(self, number: int) -> Any:
        return self._say("look", window=number)

    def _say(self, what: str, **values: Any) -> Any:
        told = self.browsers.say(what, **values)
        self.requests += told["asked"]
        self.calls += [call for call in told["calls"] if call["window"] in self.windows]
        if not self.are_rules_slow:
            self._answer_rules()
        return told["value"]

    def _answer_rules(self) -> None:
        while self.calls:
            call = self.calls.pop(0)
            message = {"kind": "ready"}
            if "asked" in call:
                answer = self.windows[call["window"]].device.answer(call["asked"])
                message = {"kind": "answer", "id": call["id"], "answer": answer}
            self._say("tell", window=call["window"], message=message)
