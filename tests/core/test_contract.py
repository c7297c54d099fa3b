"""Laws that every format keeps, whatever is pressed. A new format joins by standing in the registry."""

from __future__ import annotations

import os
from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given
from hypothesis import settings as effort
from hypothesis import strategies as st

from jolly_core.challenges.events import CONTROLS, KINDS, LET, MAKE, NOTE, PRESSES, TICK, UNDO, Event
from jolly_core.challenges.registry import FORMATS, get_format, read_game
from jolly_core.challenges.session import Session, replay
from jolly_core.challenges.signs import CalledOut
from jolly_core.challenges.tally import Tally
from jolly_core.errors import CoreError
from jolly_core.foretelling.registry import forecast_of
from jolly_core.lessons.registry import lessons_of
from jolly_core.paper.registry import form_of
from jolly_core.paper.totals import tally_of_totals
from jolly_core.record.result import result_of
from jolly_core.thresholds.fair import fair_mark, fair_threshold
from jolly_core.thresholds.threshold import check_mark
from tests.core.games import ASK_AFTERWARDS, CASES, Case, runs

#: On paper these are taken to have been played to their end.
WHOLE_ON_PAPER = ("makes_of_n", "tries_at_each", "quality_reps", "checklist")
#: With so many cases each law is tried some thousand times all the same; `make test-slow` tries harder.
LAW = effort(max_examples=int(os.environ.get("JOLLY_EXAMPLES", "12")))


def play(case: Case, events: list[Event]) -> Tally:
    return replay(read_game(*case), events)


def written(tally: Tally, name: str) -> int | None:
    """What an athlete writes down under that name: a metric, or a plain count."""
    value = tally.metrics.get(name)
    if value is None:
        others = {
            "breaks": tally.misses,
            "lost_points": tally.misses,
            "longest_rally": tally.best_streak,
            "total": tally.number,
        }
        value = others.get(name, getattr(tally, name, None))
    return None if value is None else int(value)


def without_waits(tally: Tally) -> Tally:
    """A tally without what waits for a moment of its own: after an undo a call is called out anew."""
    kept = tuple(sign for sign in tally.signs if not isinstance(sign, CalledOut))
    return replace(tally, ignored=0, next="", wakes_in_ms=None, signs=kept)


@pytest.mark.parametrize("case", CASES, ids=[f"{format_id} {settings}" for format_id, settings in CASES])
class TestEveryFormat:
    @LAW
    @given(events=runs())
    def test_counts_stay_in_their_order(self, case: Case, events: list[Event]) -> None:
        tally = play(case, events)
        assert 0 <= tally.streak <= tally.best_streak <= tally.makes <= tally.attempts
        assert tally.attempts == tally.makes + tally.misses

    @LAW
    @given(events=runs())
    def test_the_tally_of_a_prefix_is_the_live_tally_then(self, case: Case, events: list[Event]) -> None:
        session = Session(read_game(*case))
        for place, event in enumerate(events, 1):
            session.step(event)
            assert session.tally() == play(case, events[:place])

    @LAW
    @given(events=runs(), order=st.randoms(use_true_random=False))
    def test_the_order_of_arrival_changes_nothing(self, case: Case, events: list[Event], order: Any) -> None:
        shuffled = list(events)
        order.shuffle(shuffled)
        assert play(case, shuffled) == play(case, events)

    @LAW
    @given(events=runs(PRESSES))
    def test_undo_of_everything_gives_the_empty_count(self, case: Case, events: list[Event]) -> None:
        last = events[-1] if events else Event(MAKE, 0, 0)
        undos = [Event(UNDO, last.at_ms + 1000 * n, last.seq + n) for n in range(1, len(events) + 1)]
        tally = play(case, [*events, *undos])
        # As if nothing had been pressed at all in as much time: what follows the end takes none.
        at_ms = undos[-1].at_ms if undos and tally.ending == "time" else tally.time_used_ms
        empty = play(case, [Event(TICK, at_ms, 1)])
        assert without_waits(tally) == without_waits(empty)

    @LAW
    @given(events=runs(PRESSES))
    def test_a_let_changes_no_count(self, case: Case, events: list[Event]) -> None:
        before = play(case, events)
        last = events[-1] if events else Event(MAKE, 0, 0)
        after = play(case, [*events, Event(LET, last.at_ms, last.seq + 1)])
        assert (after.attempts, after.makes, after.streak) == (before.attempts, before.makes, before.streak)
        assert after.number == before.number

    @LAW
    @given(events=runs((*PRESSES, NOTE)), more=runs(tuple(kind for kind in KINDS if kind not in (UNDO, NOTE))))
    def test_nothing_after_the_end_changes_count_or_time(
        self, case: Case, events: list[Event], more: list[Event]
    ) -> None:
        at_ms, seq = (events[-1].at_ms, events[-1].seq) if events else (0, 0)
        finished = [*events, Event("finish", at_ms, seq + 1)]
        late = [replace(event, at_ms=at_ms + event.at_ms, seq=seq + 1 + event.seq) for event in more]
        over = play(case, finished)
        assert over.is_over
        assert play(case, [*finished, *late]) == over
        noted = play(case, [*finished, Event(NOTE, at_ms + 7_200_000, seq + 2, "windy")])
        assert replace(noted, notes=over.notes) == over

    @LAW
    @given(events=runs())
    def test_a_control_sent_twice_is_sent_once(self, case: Case, events: list[Event]) -> None:
        wanted = ("pause", "resume", "finish", TICK)
        twice = [each for event in events for each in ([event] * (2 if event.kind in wanted else 1))]
        numbered = [replace(event, seq=seq) for seq, event in enumerate(twice, 1)]
        assert play(case, numbered) == play(case, events)

    @LAW
    @given(events=runs((*PRESSES, "pause", "resume")), later_ms=st.integers(100, 4_000_000))
    def test_undoing_a_stop_gives_back_what_was(self, case: Case, events: list[Event], later_ms: int) -> None:
        before = play(case, events)
        at_ms, seq = (events[-1].at_ms, events[-1].seq) if events else (0, 0)
        if before.is_over:
            return
        again = play(case, [*events, Event("finish", at_ms, seq + 1), Event(UNDO, at_ms + later_ms, seq + 2)])
        assert without_waits(again) == without_waits(before)

    @LAW
    @given(events=runs(PRESSES))
    def test_a_number_is_never_more_than_it_is_out_of(self, case: Case, events: list[Event]) -> None:
        tally = play(case, events)
        assert tally.out_of is None or tally.number <= tally.out_of

    @LAW
    @given(events=runs(PRESSES), cut=st.integers(0, 40))
    def test_a_run_cut_short_reads_no_better_than_the_same_run_played_on(
        self, case: Case, events: list[Event], cut: int
    ) -> None:
        end_ms, played = (events[-1].at_ms if events else 0), events[:cut]
        if getattr(read_game(*case).settings, "goes_on", "") == "itself":
            # Time alone moves it on, so what was not pressed yet may count against it: it is cut there and then.
            end_ms = played[-1].at_ms if played else 0
        short = play(case, [*played, Event("finish", end_ms, len(played) + 1)])
        whole = play(case, events)
        for metric in get_format(case[0]).metrics:
            value, later = short.metrics[metric.id], whole.metrics[metric.id]
            if short.ending == "stopped" and metric.needs_whole:
                assert value is None
            elif value is not None and metric.direction == "up" and not metric.needs_whole:
                assert later is not None
                assert value <= later
            elif value is not None and short.ending == "stopped":
                # Fewer is better: only what was reached, and is counted no further, may be said of a part.
                assert value == later

    @LAW
    @given(events=runs(PRESSES))
    def test_a_whole_run_lies_within_the_span_of_its_game(self, case: Case, events: list[Event]) -> None:
        game, tally = read_game(*case), play(case, events)
        for metric in game.metrics:
            low, high = forecast_of(game).span(metric.id)
            value = tally.metrics[metric.id]
            if tally.is_over and value is not None and low < high:
                assert low <= value <= high, metric.id

    def test_a_press_at_the_very_limit_counts_and_a_later_one_does_not(self, case: Case) -> None:
        game = read_game(*case)
        closes_ms = game.closes_ms(game.start())
        goes_on_itself = closes_ms is not None and game.gone_on(game.start(), closes_ms) != game.start()
        if closes_ms is None or case[0] in ASK_AFTERWARDS or goes_on_itself:
            pytest.skip("no time limit")
        assert play(case, [Event(MAKE, closes_ms, 1)]).makes == 1
        late = play(case, [Event(MAKE, closes_ms + 1, 1)])
        assert (late.attempts, late.ending, late.time_used_ms) == (0, "time", closes_ms)

    def test_a_first_mark_can_be_met_and_missed(self, case: Case) -> None:
        game = read_game(*case)
        threshold = fair_threshold(game)
        check_mark(game, threshold)
        for metric in game.metrics:
            mark = fair_mark(game, metric.id)
            if mark is not None:
                check_mark(game, replace(threshold, metric=metric, mark=mark))

    @LAW
    @given(events=runs())
    def test_the_result_is_the_number_its_mark_asks_for(self, case: Case, events: list[Event]) -> None:
        game, tally = read_game(*case), play(case, events)
        for metric in game.metrics:
            result = result_of(game, tally, metric.id)
            assert result.value == tally.metrics[metric.id]
            assert result.words
        assert result_of(game, tally).metric == game.leading

    @LAW
    @given(events=runs())
    def test_says_what_to_do_in_words_that_can_be_read_from_afar(self, case: Case, events: list[Event]) -> None:
        tally = play(case, events)
        assert 0 < len(tally.next) <= 32

    @LAW
    @given(events=runs())
    def test_lessons_are_sentences_for_every_run(self, case: Case, events: list[Event]) -> None:
        lessons = lessons_of(read_game(*case), play(case, events))
        assert all(lesson.endswith(".") for lesson in lessons)

    @LAW
    @given(events=runs(PRESSES))
    def test_totals_on_paper_give_the_tally_of_the_run(self, case: Case, events: list[Event]) -> None:
        form = form_of(read_game(*case))
        end_ms = (events[-1].at_ms if events else 0) + 60_000
        tally = play(case, [*events, Event("finish", end_ms, len(events) + 1)])
        totals = {total.name: written(tally, total.name) for total in form.totals_type.declared()}
        typed = tally_of_totals(form.game, totals)
        assert (typed.is_over, typed.ending) == (True, "paper")
        if tally.ending != "stopped" or case[0] not in WHOLE_ON_PAPER:
            leading = next(name for name, value in typed.metrics.items() if value is not None)
            assert (typed.makes, typed.misses) == (tally.makes, tally.misses)
            assert tally.metrics[leading] in (None, typed.number)
        reaching = getattr(form.game, "reaching", "attempts_to_goal")
        if tally.ending == "goal" and reaching in tally.metrics:
            assert typed.metrics[reaching] == tally.metrics[reaching]
        known = {name: value for name, value in typed.metrics.items() if value is not None and tally.is_over}
        for name in known.keys() & tally.metrics.keys():
            if tally.metrics[name] is not None and tally.ending != "stopped":
                assert known[name] == tally.metrics[name]

    def test_a_sheet_says_the_rule_and_what_is_written_down(self, case: Case) -> None:
        form = form_of(read_game(*case))
        sheet = form.sheet()
        assert sheet.rule.endswith(".")
        assert 1 <= sheet.boxes <= 60
        assert len(sheet.rule) <= 140  # a line or two of an A4 sheet
        assert form.totals_type.declared()

    def test_totals_that_are_missing_are_refused_by_name(self, case: Case) -> None:
        form = form_of(read_game(*case))
        with pytest.raises(CoreError) as refused:
            tally_of_totals(form.game, {})
        wanted = {total.name for total in form.totals_type.declared() if not total.is_optional}
        assert {problem.path[0] for problem in refused.value.problems} == wanted

    def test_names_its_metrics_and_measures_them(self, case: Case) -> None:
        tally = play(case, [Event(MAKE, 500, 1)])
        assert list(tally.metrics) == [metric.id for metric in get_format(case[0]).metrics]

    def test_publishes_its_settings_as_json_schema(self, case: Case) -> None:
        schema = get_format(case[0]).schema()
        defaults = {name: each["default"] for name, each in schema["properties"].items()}
        assert read_game(case[0], defaults) == read_game(case[0], {})

    def test_refuses_settings_it_does_not_know(self, case: Case) -> None:
        with pytest.raises(CoreError) as refused:
            read_game(case[0], {**case[1], "colour": "red"})
        assert refused.value.problems[0].code == "unknown_setting"


def test_every_kind_of_event_is_either_a_press_or_a_control() -> None:
    assert set(KINDS) == set(PRESSES) | set(CONTROLS)


def test_unknown_format_is_refused_with_those_there_are() -> None:
    with pytest.raises(CoreError) as refused:
        get_format("tug_of_war")
    assert refused.value.problems[0].allowed == list(FORMATS)
