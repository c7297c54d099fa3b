"""What is the same in every format: double taps, undo, pause, notes, the clock, and bad events."""

from __future__ import annotations

from typing import Any

import pytest

from jolly_core.challenges.events import Event, in_order, read_event
from jolly_core.errors import CoreError
from tests.core.playing import play, timed

TEN = {"attempts": 10}


@pytest.mark.parametrize(
    ("gap_ms", "double_tap_ms", "makes"),
    [(0, 80, 1), (79, 80, 1), (80, 80, 2), (79, 0, 2), (300, 500, 1)],
)
def test_presses_of_one_kind_within_the_double_tap_time_count_once(gap_ms: int, double_tap_ms: int, makes: int) -> None:
    events = timed([("o", 1000), ("o", 1000 + gap_ms)])
    assert play("makes_of_n", TEN, events, double_tap_ms=double_tap_ms).makes == makes


def test_two_kinds_close_together_are_two_presses() -> None:
    tally = play("makes_of_n", TEN, timed([("o", 1000), ("x", 1020)]))
    assert (tally.makes, tally.misses, tally.ignored) == (1, 1, 0)


def test_a_bouncing_switch_counts_once_however_often_it_bounces() -> None:
    # Each bounce is measured from the press that counted, so a long rattle does not hide a second press.
    tally = play("makes_of_n", TEN, timed([("o", 1000), ("o", 1050), ("o", 1079), ("o", 1085)]))
    assert (tally.makes, tally.ignored) == (2, 2)


def test_undo_goes_back_as_far_as_wished_and_no_further() -> None:
    tally = play("makes_of_n", TEN, "oox uuuuu o")
    assert (tally.makes, tally.misses, tally.undoable) == (1, 0, 1)


def test_undo_after_the_end_opens_the_run_again() -> None:
    assert play("makes_of_n", {"attempts": 2}, "ox").is_over
    reopened = play("makes_of_n", {"attempts": 2}, "oxu")
    assert (reopened.is_over, reopened.attempts) == (False, 1)


def test_nothing_counts_in_a_pause_and_its_time_is_not_used() -> None:
    tally = play("makes_of_n", TEN, timed([("o", 1000), ("p", 2000), ("o", 9000), ("r", 12_000), ("o", 13_000)]))
    assert (tally.makes, tally.ignored, tally.time_used_ms) == (2, 1, 3000)


def test_pause_within_a_pause_and_a_resume_too_many_change_nothing() -> None:
    moments = [("r", 500), ("p", 1000), ("p", 2000), ("r", 3000), ("r", 3500), ("o", 4000)]
    assert play("makes_of_n", TEN, timed(moments)).time_used_ms == 2000


def test_stopping_in_a_pause_counts_the_time_to_the_pause_only() -> None:
    tally = play("makes_of_n", TEN, timed([("o", 1000), ("p", 2000), ("f", 60_000)]))
    assert (tally.ending, tally.is_paused, tally.time_used_ms) == ("stopped", False, 2000)


def test_notes_are_kept_even_after_the_end() -> None:
    events = [Event("make", 500, 1), Event("finish", 900, 2), Event("note", 900, 3, "wind from the left")]
    assert play("makes_of_n", TEN, events).notes == ("wind from the left",)


@pytest.mark.parametrize(
    ("given", "path", "code"),
    [
        pytest.param({"kind": "goal", "at_ms": 1, "seq": 1}, ("kind",), "not_a_choice", id="unknown kind"),
        pytest.param({"kind": "make", "at_ms": -1, "seq": 1}, ("at_ms",), "out_of_range", id="before the start"),
        pytest.param({"kind": "make", "at_ms": 2**31, "seq": 1}, ("at_ms",), "out_of_range", id="over weeks"),
        pytest.param({"kind": "make", "at_ms": 1.5, "seq": 1}, ("at_ms",), "not_an_integer", id="half a millisecond"),
        pytest.param({"kind": "make", "at_ms": 1, "seq": 0}, ("seq",), "out_of_range", id="numbers begin at one"),
        pytest.param({"kind": "make", "at_ms": 1, "seq": True}, ("seq",), "not_an_integer", id="yes is no number"),
        pytest.param({"kind": "note", "at_ms": 1, "seq": 1, "text": "x" * 501}, ("text",), "bad_text", id="too long"),
    ],
)
def test_events_that_cannot_be_used_are_refused_by_field(given: dict[str, Any], path: tuple[str], code: str) -> None:
    with pytest.raises(CoreError) as refused:
        read_event(given)
    assert [(problem.path, problem.code) for problem in refused.value.problems] == [(path, code)]


@pytest.mark.parametrize(
    ("events", "code"),
    [
        ([Event("make", 500, 1), Event("make", 400, 2)], "time_goes_backwards"),
        ([Event("make", 500, 1), Event("miss", 600, 1)], "seq_taken"),
    ],
)
def test_order_that_cannot_be_is_refused(events: list[Event], code: str) -> None:
    with pytest.raises(CoreError) as refused:
        in_order(events)
    assert refused.value.code == code


def test_a_second_stop_is_no_start() -> None:
    assert play("makes_of_n", TEN, "oof f") == play("makes_of_n", TEN, timed([("o", 1000), ("o", 2000), ("f", 3000)]))


def test_pause_and_resume_say_what_is_wanted() -> None:
    # Cut off, the screen may send the same twice; every later make counts all the same.
    assert play("makes_of_n", TEN, "o pp rr oo").makes == 3
    assert play("makes_of_n", TEN, "o pp oo").is_paused


def test_undoing_a_stop_gives_back_the_time_that_was() -> None:
    tally = play("makes_of_n", TEN, timed([("o", 1000), ("f", 3000), ("u", 60_000), ("o", 61_000)]))
    assert (tally.makes, tally.time_used_ms, tally.ending) == (2, 4000, None)


def test_undoing_a_stop_gives_back_the_pause_that_was() -> None:
    moments = [("o", 1000), ("p", 2000), ("f", 5000), ("u", 9000)]
    tally = play("makes_of_n", TEN, timed(moments))
    assert (tally.is_paused, tally.time_used_ms) == (True, 2000)
    assert play("makes_of_n", TEN, timed([*moments, ("r", 20_000), ("o", 21_000)])).time_used_ms == 3000


def test_undoing_the_last_press_of_a_run_gives_back_its_time() -> None:
    tally = play("streak", {"goal": 2, "seconds_limit": 10}, timed([("o", 1000), ("o", 2000), ("u", 30_000)]))
    assert (tally.ending, tally.time_left_ms, tally.number) == (None, 8000, 1)


def test_a_clock_that_was_forgotten_for_days_can_be_stopped() -> None:
    # It was over after a day, stopped and not played to its end.
    tally = play("open_count", {}, timed([("o", 1000), ("o", 200_000_000), ("f", 300_000_000)]))
    assert (tally.makes, tally.ending, tally.time_used_ms, tally.metrics["rate"]) == (1, "stopped", 86_400_000, None)
