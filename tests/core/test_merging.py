"""Two devices on one run: whatever the ways of their batches, one history comes of it, by one rule."""

from __future__ import annotations

from itertools import pairwise
from random import Random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.challenges.events import Event, in_order
from jolly_core.challenges.merging import behind, lined_up

DOUBLE_TAP_MS = 80
waits = st.lists(st.integers(0, 2000), min_size=1, max_size=8)


def made(kind: str, waits_ms: list[int], *, after: Event | None = None) -> list[Event]:
    """Presses with those waits between them, numbered from where the device believed the run to stand."""
    seq, at_ms = (after.seq, after.at_ms) if after else (0, 0)
    events = []
    for wait_ms in waits_ms:
        seq, at_ms = seq + 1, at_ms + wait_ms
        events.append(Event(kind, at_ms, seq, f"{kind} {seq}"))
    return events


def test_what_fits_keeps_its_place() -> None:
    stored = made("make", [500, 500])
    later = made("miss", [100, 100], after=stored[-1])
    assert lined_up(stored, later, DOUBLE_TAP_MS) == later
    # A late batch that no number of the stored ones is taken from goes between them.
    assert lined_up([stored[0], Event("make", 3000, 9)], later, DOUBLE_TAP_MS) == later


@given(one=waits, other=waits, double_tap_ms=st.sampled_from([0, 80, 250]))
def test_what_does_not_fit_goes_behind_with_its_own_waits(one: list[int], other: list[int], double_tap_ms: int) -> None:
    stored, waiting = made("make", one), made("miss", other)
    joined = lined_up(stored, waiting, double_tap_ms)
    assert [event.text for event in joined] == [event.text for event in waiting]
    assert [event.seq for event in joined] == list(range(len(stored) + 1, len(stored) + len(joined) + 1))
    assert joined[0].at_ms >= stored[-1].at_ms + double_tap_ms
    between = [after.at_ms - before.at_ms for before, after in pairwise(joined)]
    assert between == other[1:]
    in_order([*stored, *joined])  # raises where a number stands twice or the clock runs backwards


@given(jump_ms=st.integers(-100_000, 100_000), other=waits)
def test_a_clock_that_jumps_makes_no_time_run_back(jump_ms: int, other: list[int]) -> None:
    """The second of two windows that waited together had a clock of its own."""
    first = made("make", [60_000, 400])
    second = [Event("miss", max(0, event.at_ms + jump_ms), event.seq) for event in made("miss", other)]
    in_order(lined_up([], [*first, *second], DOUBLE_TAP_MS))


@given(st.integers(0, 2**32))
def test_no_press_is_taken_for_a_double_tap_of_another_window(seed: int) -> None:
    """Two windows whose clocks differ, pressed in turn, 130 ms apart or more; each hears of the other or does not."""
    chance = Random(seed)
    offsets, heard = [0, chance.randint(-200, 200)], [Event("", 0, 0), Event("", 0, 0)]
    waiting, now_ms = [], 1000
    for _ in range(8):
        now_ms += chance.choice((130, 200, 700))
        window = chance.randrange(2)
        least_ms = heard[window].at_ms + (DOUBLE_TAP_MS if heard[window].seq else 0)
        event = Event("make", max(least_ms, now_ms + offsets[window]), heard[window].seq + 1)
        waiting.append(event)
        heard[window] = event
        if chance.random() < 0.5:
            last_ms = max(each.at_ms for each in heard)
            heard[1 - window] = Event("make", last_ms, max(each.seq for each in heard))
    joined = lined_up([Event("make", 900, 1)], waiting, DOUBLE_TAP_MS)
    assert all(after.at_ms - before.at_ms >= DOUBLE_TAP_MS for before, after in pairwise(joined))


def test_a_finger_that_bounces_is_a_double_tap_still() -> None:
    other, bounced = Event("make", 5_000, 4), [Event("make", 5_600, 5), Event("make", 5_630, 6)]
    joined = behind(Event("make", 5_200, 4), [other, *bounced], DOUBLE_TAP_MS)
    assert [event.at_ms for event in joined] == [5_280, 5_880, 5_910]


@pytest.mark.parametrize("seed", range(60))
def test_devices_that_send_in_any_order_come_to_one_history_of_all(seed: int) -> None:
    """Three devices press, offline or not, and send batches late, twice and shuffled among each other.

    The model is the rule in other words: nothing is lost, nothing stands twice, and each device's presses stay in the
    order in which they were made.
    """
    chance = Random(seed)
    devices = {name: made(name, [chance.randint(0, 900) for _ in range(chance.randint(1, 12))]) for name in "abc"}
    unsent = {name: list(events) for name, events in devices.items()}
    stored: list[Event] = []
    while any(unsent.values()):
        name = chance.choice([each for each, events in unsent.items() if events])
        batch = unsent[name][: chance.randint(1, 5)]
        known = {event.text for event in stored}
        fresh = [event for event in batch if event.text not in known]
        stored = in_order([*stored, *lined_up(stored, fresh, DOUBLE_TAP_MS)])
        if chance.random() < 0.7:  # else the answer was lost, and the batch comes again
            unsent[name] = unsent[name][len(batch) :]
    texts = [event.text for event in stored]
    assert sorted(texts) == sorted(event.text for events in devices.values() for event in events)
    for name, events in devices.items():
        assert [text for text in texts if text.startswith(name)] == [event.text for event in events]
