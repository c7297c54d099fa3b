"""Timed count: contacts against the clock, rallies and breaks."""

from __future__ import annotations

from jolly_core.challenges.rally import Lift, RallyArithmetic
from jolly_core.challenges.registry import read_game
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of
from tests.core.playing import play, timed


def test_a_contact_on_the_last_millisecond_counts_and_one_after_it_does_not() -> None:
    settings = {"seconds": 10}
    assert play("timed_count", settings, timed([("o", 10_000)])).number == 1
    late = play("timed_count", settings, timed([("o", 9000), ("o", 10_001)]))
    assert (late.number, late.time_used_ms, late.ending) == (1, 10_000, "time")


def test_end_is_time_when_the_clock_is_told_to_be_past_it() -> None:
    tally = play("timed_count", {"seconds": 10}, timed([("o", 900), ("f", 10_001)]))
    assert (tally.ending, tally.metrics["breaks"]) == ("time", 0)


def test_a_run_cut_short_proves_nothing_about_breaks() -> None:
    assert play("timed_count", {"seconds": 30}, "ooxof").metrics["breaks"] is None


def test_rallies_and_longest() -> None:
    tally = play("timed_count", {"seconds": 60}, "oooxooooox o")
    assert (tally.number, tally.metrics["longest_rally"], tally.misses) == (9, 5, 2)
    assert [rally.contacts for rally in tally.detail.rallies] == [3, 5, 1]


def test_arithmetic_by_hand() -> None:
    # Contacts at 1, 2, 3 s; a break; 8, 9, 10 s: an interval of 1 s, and a gap of 5 s, 4 of them lost.
    # (30 − 4) / 1 = 26, without the break 30; a tenth earlier (30 − 4) / 0.9 = 28.9.
    moments = [("o", 1000), ("o", 2000), ("o", 3000), ("x", 4000), ("o", 8000), ("o", 9000), ("o", 10_000)]
    arithmetic = play("timed_count", {"seconds": 30, "goal": 28}, timed(moments)).detail.arithmetic
    assert arithmetic == RallyArithmetic(
        interval_ms=1000,
        per_minute=60.0,
        lost_per_break_ms=4000,
        breaks=1,
        intervals=4,
        gaps=1,
        one_break_fewer=4,
        tenth_earlier=2,
        breaks_allowed=0,
        # 28 − 6 + 26 = 48 contacts' worth of play: 0.4 s earlier leaves 26 / 0.6 = 43; 0.5 s gives 52.
        lift=Lift(fewer_breaks=1, tenths_earlier=4),
    )


def test_no_arithmetic_before_there_is_a_pace() -> None:
    assert play("timed_count", {"seconds": 30}, "o").detail.arithmetic is None


def test_words_lead_through_the_run() -> None:
    settings = {"seconds": 30, "goal": 3}
    said = [play("timed_count", settings, line).next for line in ("", "oo", "oox", "ooo")]
    assert said == ["3 contacts to go", "1 contact to go", "Fetch it and go on", "Goal reached, keep going"]


def test_pause_stops_the_clock() -> None:
    moments = [("o", 2000), ("p", 5000), ("o", 6000), ("r", 65_000), ("o", 66_000)]
    tally = play("timed_count", {"seconds": 10}, timed(moments))
    assert (tally.number, tally.ignored, tally.time_used_ms, tally.time_left_ms) == (2, 1, 6000, 4000)


def test_takes_as_long_as_it_says() -> None:
    estimate = forecast_of(read_game("timed_count", {"seconds": 45})).estimate(Pace())
    assert (estimate.low_s, estimate.expected_s, estimate.high_s) == (45, 45, 45)


def test_a_break_needs_something_in_play() -> None:
    tally = play("timed_count", {"seconds": 30}, "xooxxo")
    assert (tally.misses, tally.ignored) == (1, 2)


def test_a_let_leaves_the_rally_standing_and_its_time_is_none_of_play() -> None:
    # Contacts at 1, 2 s, a let, then 9 and 10 s: one rally of four, two intervals of a second in play.
    moments = [("o", 1000), ("o", 2000), ("l", 3000), ("o", 9000), ("o", 10_000)]
    tally = play("timed_count", {"seconds": 30}, timed(moments))
    assert (tally.metrics["longest_rally"], tally.detail.in_play_ms) == (4, 2000)
    assert tally.detail.arithmetic.interval_ms == 1000
