"""Games that go by a clock, a click or a mark: tempo ladder, intervals, calls, checklist, quality, caps, long run."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.challenges.events import Event
from jolly_core.challenges.registry import read_game
from jolly_core.challenges.session import Session, replay
from jolly_core.errors import CoreError
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of
from jolly_core.load.dose import Used
from jolly_core.load.formats.capped_attempts import CappedAttemptsDose
from jolly_core.tempo.click import (
    seconds_of_beats,
    stroke_ms,
    strokes_a_minute,
    tempo_of_taps,
    tempo_steps,
    two_up_one_back,
)
from tests.core.playing import events_of, play, timed


class TestTempo:
    # 60 s a minute: 60000 / (bpm × strokes a beat); the same numbers as mido 1.3.3's bpm2tempo.
    @pytest.mark.parametrize(
        ("bpm", "per_beat", "gap_ms", "a_minute"),
        [
            (60, 1, 1000.0, 60),
            (120, 1, 500.0, 120),
            (90, 4, 166.66666666666666, 360),
            (132, 3, 151.5151515151515, 396),
            (75, 2, 400.0, 150),
            (200, 4, 75.0, 800),
        ],
    )
    def test_strokes(self, bpm: int, per_beat: int, gap_ms: float, a_minute: int) -> None:
        assert stroke_ms(bpm, per_beat) == pytest.approx(gap_ms, abs=1e-9)
        assert strokes_a_minute(bpm, per_beat) == a_minute

    def test_tempo_of_taps(self) -> None:
        assert tempo_of_taps([500] * 3) == 120.0
        assert tempo_of_taps([425] * 3) == pytest.approx(141.1764705882353)

    # Arithmetic: the steps of a ladder, and the seconds of 16 beats at each of them.
    @pytest.mark.parametrize(
        ("start", "top", "step", "count", "seconds"),
        [
            (60, 120, 4, 16, 178.42195304593548),
            (80, 100, 5, 5, 53.666047471620224),
            (60, 119, 4, 15, 170.42195304593548),
        ],
    )
    def test_steps(self, start: int, top: int, step: int, count: int, seconds: float) -> None:
        steps = tempo_steps(start, top, step)
        assert (len(steps), steps[-1] <= top) == (count, True)
        assert seconds_of_beats(16, steps) == pytest.approx(seconds, abs=1e-9)

    def test_two_up_one_back(self) -> None:
        assert two_up_one_back(60, 6, 3, 7) == (60, 66, 63, 69, 66, 72, 69, 75)


class TestTempoLadder:
    def test_climbs_while_it_is_clean_and_is_given_up_after_failures_running(self) -> None:
        tally = play("tempo_ladder", {"start": 60, "step": 10, "top": 200, "give_up": 2}, "oox oxx")
        assert (tally.ending, tally.metrics["tempo"], tally.metrics["steps"]) == ("given_up", 80, 3)

    def test_twenty_volleys_with_no_miss_before_going_faster(self) -> None:
        # Common practice, no source: twenty clean strokes, ten of each hand, and only then the next tempo.
        tally = play("tempo_ladder", {"start": 60, "step": 5, "top": 80, "strokes": 10}, "oxo")
        assert (tally.number, tally.metrics["strokes"], tally.signs[0].strokes) == (70, 40, 20)

    def test_strokes_fall_as_the_click_climbs(self) -> None:
        settings = {"strokes": 4, "fewer": 3, "top": 76}
        strokes = [play("tempo_ladder", settings, "o" * n).signs[0].strokes for n in range(4)]
        assert strokes == [8, 2, 2, 2]

    def test_the_top_ends_it(self) -> None:
        tally = play("tempo_ladder", {"start": 60, "step": 4, "top": 66}, "oo")
        assert (tally.ending, tally.metrics["tempo"]) == ("goal", 64)

    def test_a_top_below_the_start_is_refused(self) -> None:
        with pytest.raises(CoreError) as refused:
            read_game("tempo_ladder", {"start": 100, "top": 90})
        assert refused.value.code == "out_of_order"


class TestIntervals:
    # Arithmetic: so many works with a rest between, none after the last; rounds with a minute between.
    @pytest.mark.parametrize(
        ("sets", "work_s", "rest_s", "rounds", "total_s"), [(8, 20, 10, 1, 230), (10, 30, 30, 2, 1200)]
    )
    def test_length(self, sets: int, work_s: int, rest_s: int, rounds: int, total_s: int) -> None:
        given = {"sets": sets, "work_s": work_s, "rest_s": rest_s, "rounds": rounds, "between_s": 60}
        game = read_game("intervals", given)
        assert forecast_of(game).estimate(Pace()).expected_s == total_s
        done = [play("intervals", given, timed([("t", total_s * 1000 + late)])) for late in (-1, 0)]
        assert [(tally.asks, tally.metrics["sets_done"]) for tally in done] == [
            ("", sets * rounds - 1),
            ("How hard was it?", sets * rounds),
        ]

    def test_ten_shot_rallies_with_twenty_seconds_rest_five_times(self) -> None:
        # Common practice, no source.
        settings = {"by": "reps", "reps": 10, "rest_s": 20, "sets": 5}
        rested = play("intervals", settings, "oooooooooo")
        assert (rested.rest_left_ms, rested.next, rested.wakes_in_ms) == (20_000, "Rest, then set 2 of 5", 20_000)
        early = play("intervals", settings, "oooooooooo o")
        assert (early.number, early.metrics["sets_done"], early.rest_left_ms) == (1, 1, 0)
        whole = play("intervals", settings, "o" * 50 + "[7]")
        assert (whole.ending, whole.metrics["effort"], whole.metrics["reps"]) == ("goal", 7, 50)

    def test_by_seconds_a_rep_in_the_rest_is_none(self) -> None:
        tally = play(
            "intervals", {"work_s": 5, "rest_s": 5, "sets": 2}, timed([("o", 4000), ("o", 6000), ("o", 11_000)])
        )
        assert (tally.metrics["reps"], tally.ignored, tally.next) == (2, 1, "Work: set 2 of 2")


class TestCalls:
    def test_wait_then_answer(self) -> None:
        session = Session(read_game("calls", {"number": 2, "wait_low": 2, "wait_high": 5, "seed": 9}))
        first = session.tally().signs[0]
        assert 2000 <= first.in_ms <= 5000
        session.step(Event("make", first.in_ms - 1, 1))  # too early: nothing was called
        session.step(Event("make", first.in_ms + 640, 2))
        tally = session.tally()
        assert (tally.makes, tally.ignored, tally.metrics["response"]) == (1, 1, None)
        second = tally.signs[0]
        session.step(Event("miss", first.in_ms + 640 + second.in_ms + 300, 3))
        metrics = session.tally().metrics
        assert (session.tally().ending, metrics["answered_rate"], metrics["response"]) == ("attempts", 50.0, 640)

    @pytest.mark.parametrize("between", ["l", "ou"])
    def test_after_a_let_or_an_undo_it_calls_again(self, between: str) -> None:
        """The response time is never that since a call of long ago."""
        session = Session(read_game("calls", {"number": 1, "wait_low": 2, "wait_high": 5, "seed": 9}))
        at_ms = session.tally().signs[0].in_ms
        for seq, letter in enumerate(between, 1):
            at_ms += 60_000
            session.step(Event({"l": "let", "o": "make", "u": "undo"}[letter], at_ms, seq))
        again = session.tally().signs[0]
        assert 2000 <= again.in_ms <= 5000
        session.step(Event("make", at_ms + again.in_ms + 500, 9))
        assert session.tally().metrics["response"] == 500

    def test_every_call_comes_and_waits_differ(self) -> None:
        settings = {"number": 60, "wait_low": 1, "wait_high": 3, "seed": 4}
        session, at_ms, called, waits = Session(read_game("calls", settings)), 0, set(), set()
        for seq in range(1, 61):
            call = session.tally().signs[0]
            called.add(call.call)
            waits.add(call.in_ms)
            at_ms += call.in_ms + 500
            session.step(Event("make", at_ms, seq))
        assert (called, session.is_over(), session.tally().makes) == ({"left", "right"}, True, 60)
        assert len(waits) > 50
        assert min(waits) >= 1000
        assert max(waits) <= 3000

    @given(st.integers(1, 999_999), st.integers(2, 40), st.integers(2, 5), st.data())
    def test_in_any_run_the_calls_differ_by_one_at_most(self, seed: int, number: int, kinds: int, data: Any) -> None:
        calls = [{"call": name} for name in "abcde"[:kinds]]
        settings = {"number": number, "wait_low": 0, "wait_high": 0, "seed": seed, "calls": calls}
        session, at_ms, answered = Session(read_game("calls", settings)), 0, []
        for seq in range(1, 200):
            if session.is_over():
                break
            at_ms += session.tally().signs[0].in_ms + 500
            kind = data.draw(st.sampled_from(("make", "miss", "let")))
            if kind != "let":  # what was let is called once more, or another one is
                answered.append(session.tally().signs[0].call)
            session.step(Event(kind, at_ms, seq))
        counts = [answered.count(name) for name in "abcde"[:kinds]]
        if session.is_over():
            assert max(counts) - min(counts) <= 1

    def test_by_chance_alone_runs_are_as_uneven_as_chance_is(self) -> None:
        game = read_game("calls", {"number": 10, "wait_low": 0, "wait_high": 0, "share": "by_chance"})
        uneven = 0
        for seed in range(200):
            session = Session(game.drawn(seed))
            lefts = 0
            for seq in range(1, 11):
                sign = session.tally().signs[0]
                lefts += sign.call == "left"
                session.step(Event("make", 1000 * seq, seq))
            uneven += abs(2 * lefts - 10) > 0
        # P(5 of 10 heads) = 252/1024, so some 151 of 200 are uneven; five standard deviations are 30.
        assert 121 <= uneven <= 181

    def test_waits_the_wrong_way_round_are_refused(self) -> None:
        with pytest.raises(CoreError):
            read_game("calls", {"wait_low": 5, "wait_high": 2})


def test_a_checklist_is_ticked_in_any_order_and_times_what_is_timed() -> None:
    tally = play("checklist", {}, "[three slow swings] o")
    assert (tally.target, tally.number, tally.rest_left_ms) == ("easy arm circles", 2, 30_000)
    assert play("checklist", {}, "ooo").ending == "goal"
    assert play("checklist", {}, "oxo").metrics == {"done": 2, "left_out": 1}


def test_quality_reps_ask_for_comfort_at_the_end_and_not_before() -> None:
    line = "[4] oxo"
    asked = play("quality_reps", {"reps": 3}, line)
    assert (asked.is_over, asked.asks, asked.metrics["comfort"]) == (False, "How comfortable was it?", None)
    done = play("quality_reps", {"reps": 3}, f"{line} o [6] [4]")
    assert (done.is_over, done.metrics["comfort"], done.metrics["good"], done.ignored) == (True, 4, 2, 2)


def test_two_buttons_give_a_mark_and_a_press_too_many_gives_none() -> None:
    lines = ["ooo", "ooo o", "ooo ox", "ooo oxx", "ooo oxxo"]
    tallies = [play("quality_reps", {"reps": 3}, line) for line in lines]
    assert [tally.target for tally in tallies] == [None, "3: fair", "4: easy", "5: could do it asleep", None]
    assert [tally.metrics["comfort"] for tally in tallies] == [None, None, None, None, 5]
    assert tallies[-1].makes == 3
    worked = play("intervals", {"by": "reps", "reps": 2, "sets": 1}, "oo oxo")
    assert (worked.metrics["effort"], worked.metrics["reps"], worked.is_over) == (6, 2, True)


def test_at_most_two_cues() -> None:
    with pytest.raises(CoreError):
        read_game("quality_reps", {"cues": ["slow", "soft", "tall"]})


class TestCappedAttempts:
    def test_closes_at_the_cap_with_a_kind_sentence(self) -> None:
        # Five to seven tries of a hard skill a day are common practice, no source.
        tally = play("capped_attempts", {"cap": 5}, "xxxxx o")
        assert (tally.ending, tally.metrics["tried"], tally.number) == ("attempts", 5, 0)
        assert tally.signs[0].words.startswith("That is it for today.")

    def test_what_was_tried_today_is_taken_from_the_record(self) -> None:
        game = read_game("capped_attempts", {"cap": 6})
        left = CappedAttemptsDose(game).applied(Used(tried_today=4, tried_in_seven_days=9, days_before=1))
        assert replay(left, events_of("oxo")).metrics["tried"] == 2

    @pytest.mark.parametrize(
        ("tried_today", "days_before", "path"), [(6, 0, ("cap",)), (0, 4, ("days",))], ids=["the day", "the week"]
    )
    def test_nothing_is_begun_beyond_the_dose(self, tried_today: int, days_before: int, path: tuple[str]) -> None:
        game = read_game("capped_attempts", {})
        with pytest.raises(CoreError) as refused:
            CappedAttemptsDose(game).applied(Used(tried_today, tried_today, days_before))
        assert (refused.value.code, refused.value.problems[0].path) == ("dose_used_up", path)


def test_a_long_run_counts_racks_and_what_is_over() -> None:
    tally = play("long_run", {"rack": 4}, "oooo oooo oo x")
    assert (tally.ending, tally.metrics["run"], tally.metrics["racks"], tally.detail.over) == ("missed", 10, 2, 2)
    assert play("long_run", {"rack": 4}, "oooo").next == "Set up again"


def test_ten_straight_a_rest_ten_more() -> None:
    # Common practice, no source.
    events = events_of("o" * 10 + "x" + "o" * 10)
    tally = play("streak", {"goal": 10, "sets": 2, "rest_s": 60}, events)
    assert (tally.ending, tally.metrics["sets_done"], tally.attempts) == ("goal", 2, 21)


def test_an_open_count_goes_on_until_it_is_stopped() -> None:
    tally = play("open_count", {}, "oox")
    assert (tally.is_over, tally.number, tally.number_label) == (False, 2, "of 3 tries")
