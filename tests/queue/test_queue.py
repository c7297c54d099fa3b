"""The queue of presses against its model: whatever happens on the way, nothing is lost and nothing is twice."""

from __future__ import annotations

from collections.abc import Iterator

import pytest
from hypothesis import HealthCheck, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, precondition, rule, run_state_machine_as_test

from tests.queue.chance import play_by_chance
from tests.queue.world import Browsers, World

PLACES = st.integers(0, 50)
KINDS = st.sampled_from(["make", "miss", "let", "undo"])


@pytest.fixture(scope="module")
def browsers() -> Iterator[Browsers]:
    browsers = Browsers()
    yield browsers
    browsers.close()


@pytest.mark.parametrize("seed", range(60))
def test_an_evening_by_chance(browsers: Browsers, seed: int) -> None:
    play_by_chance(browsers, seed).check()


class Evening(RuleBasedStateMachine):
    """Any order of what an athlete, a device and a network may do; what goes wrong is told as short as it can be."""

    browsers: Browsers

    def __init__(self) -> None:
        super().__init__()
        self.world = World(self.browsers)

    @property
    def has_window(self) -> bool:
        return bool(self.world.windows)

    def window(self, place: int) -> int:
        numbers = list(self.world.windows)
        return numbers[place % len(numbers)]

    @initialize(is_slow=st.booleans())
    def begin(self, is_slow: bool) -> None:
        self.world.are_rules_slow = is_slow
        self.world.open(0)

    @rule(browser=st.integers(0, 1), is_online=st.booleans())
    def open(self, browser: int, is_online: bool) -> None:
        if len(self.world.windows) < 4:
            self.world.open(browser, is_online=is_online)

    @precondition(lambda self: self.has_window)
    @rule(place=PLACES, kind=KINDS, apart_ms=st.sampled_from([130, 300, 2000]))
    def press(self, place: int, kind: str, apart_ms: int) -> None:
        self.world.press(self.window(place), kind, apart_ms=apart_ms)

    @precondition(lambda self: self.has_window)
    @rule(place=PLACES, kind=KINDS)
    def press_and_crash(self, place: int, kind: str) -> None:
        number = self.window(place)
        self.world.press_now(number, kind)
        self.world.kill(number)

    @precondition(lambda self: self.has_window)
    @rule(place=PLACES)
    def leave(self, place: int) -> None:
        self.world.leave(self.window(place))

    @precondition(lambda self: self.world.requests)
    @rule(place=PLACES, is_answered=st.booleans())
    def arrive(self, place: int, is_answered: bool) -> None:
        self.world.arrive(place, is_answered=is_answered)

    @precondition(lambda self: self.world.requests)
    @rule(place=PLACES, is_server=st.booleans())
    def fail(self, place: int, is_server: bool) -> None:
        (self.world.fail_there if is_server else self.world.lose)(place)

    @precondition(lambda self: self.world.arrived)
    @rule(place=PLACES)
    def arrive_again(self, place: int) -> None:
        self.world.arrive_again(place)

    @rule(ms=st.sampled_from([50, 500, 6000]))
    def wait(self, ms: int) -> None:
        self.world.advance(ms)

    @rule(browser=st.integers(0, 1), is_full=st.booleans())
    def fill(self, browser: int, is_full: bool) -> None:
        self.world.fill(browser, is_full=is_full)

    @rule(browser=st.integers(0, 1))
    def sweep(self, browser: int) -> None:
        self.world.sweep(browser)

    def teardown(self) -> None:
        self.world.heal()
        self.world.check()


def test_any_evening(browsers: Browsers) -> None:
    Evening.browsers = browsers
    # Without a time limit for each: the windows run in another process, on a machine that may be busy.
    calm = settings(max_examples=40, stateful_step_count=30, deadline=None, suppress_health_check=list(HealthCheck))
    run_state_machine_as_test(Evening, settings=calm)


def test_this_device_alone_counts_at_once_whatever_the_network_does(browsers: Browsers) -> None:
    """As immediate as chalk: no request is answered, and each number is there before the next press."""
    world = World(browsers, many=1)
    window = world.open(0)
    shown = []
    for kind in ("make", "make", "miss", "make", "undo"):
        world.press(window, kind, apart_ms=130)
        shown.append(world.look(window)["standing"]["tally"]["number"])
    assert shown == [1, 2, 2, 3, 2]
    assert world.server.events == []


def test_on_a_full_disk_it_is_said_and_kept_once_there_is_room(browsers: Browsers) -> None:
    world = World(browsers, many=1)
    window = world.open(0)
    world.fill(0, is_full=True)
    world.press(window, "make")
    assert world.look(window)["standing"]["isFull"]
    world.fill(0, is_full=False)
    world.press(window, "make")
    assert not world.look(window)["standing"]["isFull"]
    world.kill(window)
    world.heal()
    world.check()
    assert len(world.server.events) == 2
