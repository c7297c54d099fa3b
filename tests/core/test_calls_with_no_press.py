"""Calls that go on by themselves: by the clock of a run, balanced, and marked at the end."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import binom

from jolly_core.challenges.events import FINISH, LET, MAKE, MISS, ZONE, Event
from jolly_core.challenges.formats.calls_with_no_press import schedule
from jolly_core.challenges.registry import read_game
from jolly_core.challenges.session import replay
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of

GAME = read_game("calls_with_no_press", {"number": 5, "wait_low": 2, "wait_high": 4, "answer_s": 3, "seed": 7})
DUES = schedule(GAME.settings)
END_MS = DUES[-1].until_ms


@given(st.integers(1, 999_999), st.integers(1, 60), st.integers(0, 5), st.integers(0, 5), st.integers(1, 20))
def test_each_call_has_its_wait_and_its_time_and_comes_as_often_as_the_others(
    seed: int, number: int, wait: int, more: int, answer_s: int
) -> None:
    settings = replace(GAME.settings, seed=seed, number=number, wait_low=wait, wait_high=wait + more, answer_s=answer_s)
    dues = schedule(settings)
    counts = Counter(due.call for due in dues)
    assert len(dues) == number
    assert max(counts[kind] for kind in range(2)) - min(counts[kind] for kind in range(2)) <= 1
    before_ms = 0
    for due in dues:
        assert 1000 * wait <= due.at_ms - before_ms <= 1000 * (wait + more)
        assert due.until_ms - due.at_ms == 1000 * answer_s
        before_ms = due.until_ms


def test_it_goes_on_with_no_press_and_asks_at_the_end() -> None:
    """Woken when it says so, and at no other time: wait, call, wait, call, and then the question."""
    assert replay(GAME, []).face == "none"
    seen, at_ms, events = [], 0, list[Event]()
    while (tally := replay(GAME, events)).wakes_in_ms is not None:
        seen.append(tally.next)
        at_ms += tally.wakes_in_ms
        events.append(Event("tick", at_ms, len(events) + 1))
    assert seen == ["Wait for the call", "Answer"] * 5
    assert (at_ms, tally.face, tally.next) == (END_MS, "typed", "How many were answered?")
    assert not tally.is_over


@pytest.mark.parametrize("kind", [MAKE, MISS, ZONE, LET])
def test_while_it_calls_a_press_changes_nothing(kind: str) -> None:
    tally = replay(GAME, [Event(kind, DUES[1].at_ms + 500, 1, "3" if kind == ZONE else "")])
    assert (tally.attempts, tally.lets, tally.is_over) == (0, 0, False)


@pytest.mark.parametrize(
    ("presses", "answered"),
    [
        ([(ZONE, "4")], 4),
        ([(ZONE, "0")], 0),
        ([(ZONE, "6"), (ZONE, "x"), (ZONE, "5")], 5),
        ([(MAKE, ""), (MAKE, ""), (MISS, "")], 2),
        ([(MAKE, "")] * 5, 5),
        ([(MISS, "")], 0),
    ],
    ids=["typed", "none, typed", "more than there were", "one by one", "all, one by one", "none"],
)
def test_what_was_answered_is_said_at_the_end(presses: list[tuple[str, str]], answered: int) -> None:
    # However long one thinks about it: that is no time of the run.
    events = [Event(kind, END_MS + 60_000 * seq, seq, text) for seq, (kind, text) in enumerate(presses, 1)]
    tally = replay(GAME, events)
    assert (tally.is_over, tally.makes, tally.misses) == (True, answered, 5 - answered)
    assert tally.metrics == {"answered": answered, "answered_rate": 20 * answered}
    assert tally.time_used_ms == END_MS
    # Nothing was pressed left or right, so that is not told either.
    assert tally.face == "none"
    # Taken back, it asks once more.
    undone = replay(GAME, [*events, Event("undo", events[-1].at_ms + 1000, len(events) + 1)])
    assert (undone.is_over, undone.face) == (False, "typed")


def test_a_pause_stops_the_calls() -> None:
    pause, resume = Event("pause", DUES[0].at_ms + 1000, 1), Event("resume", DUES[0].at_ms + 61_000, 2)
    late = Event("tick", DUES[0].until_ms + 60_000 - 1, 3)
    assert replay(GAME, [pause, resume, late]).next == "Answer"
    assert replay(GAME, [pause, resume, replace(late, at_ms=late.at_ms + 1)]).next == "Wait for the call"


def test_what_is_stopped_before_the_end_counts_for_nothing() -> None:
    tally = replay(GAME, [Event(FINISH, DUES[2].at_ms, 1)])
    assert (tally.is_over, GAME.is_played(tally.attempts, tally.metrics)) == (True, False)


@pytest.mark.parametrize("rate", [0.4, 0.8])
def test_its_chances_are_the_binomial_ones(rate: float) -> None:
    pace = Pace(attempt_ms=8000, rate=rate, is_prior=False)
    for mark in range(6):
        chance = forecast_of(GAME).chance(pace, "answered", mark, 3600)
        assert chance == pytest.approx(binom.sf(mark - 1, 5, rate))
