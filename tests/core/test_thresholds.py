"""Thresholds, the evidence for them, and the verdicts, with brute force beside the reckoning."""

from __future__ import annotations

from datetime import date, timedelta
from itertools import product
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.challenges.registry import get_format, read_game
from jolly_core.errors import CoreError
from jolly_core.sides import Pair
from jolly_core.thresholds.condition import RunResult, Seen, State
from jolly_core.thresholds.conditions.at_the_mark import AtTheMark
from jolly_core.thresholds.evidence import gather_evidence
from jolly_core.thresholds.threshold import Threshold, read_threshold, stored_threshold
from jolly_core.verdicts.brake import RungPlace
from jolly_core.verdicts.verdict import Verdict, judge

MAKES = get_format("makes_of_n")
STREAK = get_format("streak")
FIRST = date(2026, 3, 2)
TEN = read_game("makes_of_n", {"attempts": 10})


def ask(**values: Any) -> Threshold:
    return read_threshold(MAKES, {"metric": "makes", "mark": 8, **values})


def runs_of(*values: float | None, side: str = "none", days: str | None = None) -> list[RunResult]:
    """Results in order; ``days`` gives each run's day as a digit, else all fall on one day."""
    digits = days or "0" * len(values)
    return [RunResult(FIRST + timedelta(int(day)), side, value) for day, value in zip(digits, values, strict=True)]


# --- what is asked ----------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("values", "words"),
    [
        ({}, "8 makes or more in 2 of the last 3 runs"),
        ({"reached": 3, "of_last": 3}, "8 makes or more in 3 runs one after another"),
        ({"reached": 1, "of_last": 1}, "8 makes or more in one run"),
        ({"days": 2, "each_side": True}, "8 makes or more in 2 of the last 3 runs, on at least 2 days, on each side"),
        ({"metric": "rate", "mark": 72.5}, "72.5 % or more in 2 of the last 3 runs"),
    ],
)
def test_a_threshold_in_words(values: dict[str, Any], words: str) -> None:
    assert ask(**values).words == words


def test_fewer_is_better_where_the_metric_says_so() -> None:
    threshold = read_threshold(STREAK, {"metric": "attempts_to_goal", "mark": 30, "floor": 60})
    assert threshold.mark_words == "30 attempts or fewer"
    assert [threshold.is_met_by(value) for value in (30, 31, None)] == [True, False, False]
    assert [threshold.is_under_floor(value) for value in (60, 61, None)] == [False, True, False]


@pytest.mark.parametrize(
    ("values", "field", "code"),
    [
        ({"metric": "speed"}, "metric", "unknown_metric"),
        ({"mark": -1}, "mark", "out_of_range"),
        ({"mark": float("nan")}, "mark", "out_of_range"),
        ({"mark": "eight"}, "mark", "not_a_number"),
        ({"of_last": 21}, "of_last", "out_of_range"),
        ({"reached": 4, "of_last": 3}, "reached", "out_of_range"),
        ({"reached": 2, "days": 3}, "days", "out_of_range"),
        ({"conditions": {}}, "conditions", "wrong_length"),
        ({"conditions": 3}, "conditions", "wrong_length"),
        ({"conditions": {"comfort": {}}}, "conditions", "no_mark"),
        ({"each_side": "yes"}, "each_side", "not_a_yes_or_no"),
        ({"floor": 8}, "floor", "floor_above_mark"),
        ({"floor_runs": 0}, "floor_runs", "out_of_range"),
    ],
)
def test_what_cannot_be_asked_is_refused_by_field(values: dict[str, Any], field: str, code: str) -> None:
    with pytest.raises(CoreError) as refused:
        ask(**values)
    assert [(problem.path, problem.code) for problem in refused.value.problems] == [((field,), code)]


def test_every_fault_is_named_at_once() -> None:
    with pytest.raises(CoreError) as refused:
        ask(metric="speed", mark=-1, of_last=0)
    assert {problem.path[0] for problem in refused.value.problems} >= {"metric", "mark", "of_last"}


def test_reads_back_what_it_writes() -> None:
    threshold = ask(reached=3, of_last=5, days=2, each_side=True, floor=3)
    assert read_threshold(MAKES, threshold.as_dict()) == threshold


@pytest.mark.parametrize(
    ("conditions", "path", "code"),
    [
        ({"at_the_mark": {"reached": 4}}, ("conditions", "at_the_mark", "reached"), "out_of_range"),
        ({"proof": {"sure": 100}}, ("conditions", "proof", "sure"), "out_of_range"),
        ({"luck": {}}, ("conditions", "luck"), "not_a_choice"),
        ({"proof": 3}, ("conditions", "proof"), "not_an_object"),
    ],
)
def test_a_condition_that_cannot_be_asked_is_refused_where_it_stands(
    conditions: dict[str, Any], path: tuple[str, ...], code: str
) -> None:
    with pytest.raises(CoreError) as refused:
        ask(conditions=conditions)
    assert [(problem.path, problem.code) for problem in refused.value.problems] == [(path, code)]


def test_what_version_one_stored_asks_what_it_did() -> None:
    kept = {"v": 1, "metric": "makes", "mark": 8, "reached": 3, "of_last": 5, "days": 2, "floor_runs": 2}
    assert stored_threshold(MAKES, kept) == ask(reached=3, of_last=5, days=2, floor_runs=2)


# --- evidence ---------------------------------------------------------------------------------------------------------


def counted(threshold: Threshold, runs: list[RunResult]) -> State:
    """How far the runs at the mark go."""
    condition = threshold.condition(AtTheMark)
    assert condition
    return condition.state(Seen(threshold.of_a_run, runs, TEN))


def test_only_the_last_runs_count() -> None:
    evidence = gather_evidence(ask(reached=2, of_last=3), Seen(ask().of_a_run, runs_of(9, 9, 4, 5, 9), TEN), "none")
    assert (evidence.recent, evidence.met, evidence.more_runs) == ((False, False, True), 1, 1)


def test_good_runs_of_one_day_are_not_two_days() -> None:
    state = counted(ask(days=2), runs_of(8, 9, days="00"))
    assert (state.missing, state.more_runs) == ("1 more, on another day", 1)
    assert state.brief == "2 reached, 2 wanted; on 1 day, 2 wanted"


def _filled(asked: AtTheMark, results: list[tuple[bool, int]]) -> bool:
    window = results[-asked.of_last :]
    return sum(good for good, _ in window) >= asked.reached and len({day for good, day in window if good}) >= asked.days


def _fewest_more(asked: AtTheMark, results: list[tuple[bool, int]]) -> int:
    """By brute force: the fewest good runs, each on a day known or new, that fill the threshold."""
    known = sorted({day for _, day in results})
    for more in range(asked.of_last + 1):
        for days in product([*known, *range(100, 100 + more)], repeat=more):
            if _filled(asked, [*results, *((True, day) for day in days)]):
                return more
    raise AssertionError("a window of good runs on days of their own always fills")


@given(
    st.lists(st.tuples(st.booleans(), st.integers(0, 2)), max_size=5),
    st.integers(1, 4).flatmap(
        lambda n: st.integers(1, n).flatmap(
            lambda k: st.tuples(st.just(n), st.just(k), st.integers(1, k)),
        )
    ),
)
def test_what_is_missing_is_the_fewest_that_would_do(
    results: list[tuple[bool, int]], asked: tuple[int, int, int]
) -> None:
    of_last, reached, days = asked
    condition = AtTheMark(reached, of_last, days)
    results = sorted(results, key=lambda result: result[1])
    runs = [RunResult(FIRST + timedelta(day), "none", 8.0 if good else 2.0) for good, day in results]
    state = condition.state(Seen(ask().of_a_run, runs, TEN))
    assert state.more_runs == _fewest_more(condition, results)
    assert state.is_filled == _filled(condition, results)
    assert 0 <= state.share <= 1
    assert (state.share == 1) == state.is_filled


# --- verdicts ---------------------------------------------------------------------------------------------------------

HANDS = Pair("hands")
MIDDLE = RungPlace(2, 4, HANDS, ("second", "first"))


def verdict_on(threshold: Threshold, runs: list[RunResult], place: RungPlace = MIDDLE) -> Verdict:
    return judge(threshold, runs, place, TEN)


def test_climb_with_the_numbers_behind_it() -> None:
    verdict = verdict_on(ask(days=2), runs_of(8, 5, 9, days="001"))
    assert (verdict.kind, verdict.headline, verdict.share) == ("climb", "Climb to rung 3", 1.0)
    assert verdict.reasons[0].words == "Of the last 3 runs 2 reached 8 makes or more on 2 days; 2 wanted."


def test_stay_says_what_is_missing() -> None:
    verdict = verdict_on(ask(reached=3, of_last=5, days=2), runs_of(8, 5, 9, days="000"))
    assert (verdict.kind, verdict.headline) == ("stay", "Stay on rung 2")
    assert verdict.reasons[0].words == "Of the last 3 runs 2 reached 8 makes or more; 1 more, on another day."


@pytest.mark.parametrize(
    ("values", "runs", "missing"),
    [
        ({}, [], "2 more and the rung is yours"),
        ({"days": 2}, [], "2 more, on 2 different days"),
        ({"reached": 3, "days": 2}, [], "3 more, on 2 different days at least"),
        ({"days": 2}, runs_of(8), "1 more, on another day"),
        ({"reached": 4, "of_last": 5, "days": 2}, runs_of(8), "3 more, 1 of them on another day"),
        ({"reached": 3, "days": 3}, runs_of(8), "2 more, on 2 other days"),
        # The good run is pushed out of the window by the two that are needed, so its day no longer counts.
        ({"days": 2}, runs_of(8, 2, 2), "2 more, on 2 different days"),
    ],
)
def test_what_is_missing_in_words(values: dict[str, Any], runs: list[RunResult], missing: str) -> None:
    assert verdict_on(ask(**{"of_last": 3, **values}), runs).reasons[0].words.endswith(f"; {missing}.")


def test_stay_without_a_run() -> None:
    assert verdict_on(ask(), []).reasons[0].words.startswith("No run yet at 8 makes or more; ")


def test_each_side_must_fill_it() -> None:
    threshold = ask(each_side=True)
    runs = [*runs_of(9, 9, side="first"), *runs_of(4, 9, side="second")]
    verdict = verdict_on(threshold, runs)
    assert verdict.kind == "stay"
    assert [reason.words.split(":")[0] for reason in verdict.reasons] == ["Right hand", "Left hand"]
    assert verdict.reasons[0].words.endswith("; 1 more and this side is there.")
    assert verdict_on(threshold, [*runs, *runs_of(8, side="second")]).kind == "climb"


def test_step_back_when_the_floor_is_missed_often_enough() -> None:
    threshold = ask(floor=4, floor_runs=3)
    assert verdict_on(threshold, runs_of(3, 2)).kind == "stay"
    verdict = verdict_on(threshold, runs_of(9, 3, 2, 3))
    assert (verdict.kind, verdict.headline) == ("step_back", "Step back to rung 1 and rebuild")
    assert verdict.reasons[0].words == "The last 3 runs (3, 2, 3) were all below your floor of 4."


def test_one_run_at_the_floor_breaks_the_fall() -> None:
    assert verdict_on(ask(floor=4, floor_runs=3), runs_of(3, 4, 3)).kind == "stay"


def test_the_mark_comes_before_the_floor() -> None:
    threshold = ask(reached=2, of_last=6, floor=4, floor_runs=3)
    assert verdict_on(threshold, runs_of(8, 9, 1, 2, 3)).kind == "climb"


def test_lowest_rung_is_made_easier_instead() -> None:
    verdict = verdict_on(ask(floor=4), runs_of(1, 1, 1), RungPlace(1, 4))
    assert (verdict.kind, verdict.headline) == ("stay", "Stay, and make it easier")
    assert verdict.reasons[-1].code == "lowest_rung"


def test_top_rung_completes_the_ladder_and_a_held_ladder_asks_for_no_climb() -> None:
    good = runs_of(9, 9)
    assert verdict_on(ask(), good, RungPlace(4, 4)).headline == "The whole ladder is yours"
    held = verdict_on(ask(), good, RungPlace(4, 4, is_ladder_held=True))
    assert (held.kind, held.headline) == ("stay", "The whole ladder is yours")


def test_a_held_ladder_falls_back_to_its_own_top_rung() -> None:
    verdict = verdict_on(ask(floor=4), runs_of(1, 1, 1), RungPlace(4, 4, is_ladder_held=True))
    assert (verdict.kind, verdict.headline) == ("step_back", "Step back to rung 4 and rebuild")


@given(st.lists(st.integers(0, 10), max_size=8), st.booleans())
def test_every_verdict_has_its_reasons(values: list[int], each_side: bool) -> None:
    runs = [RunResult(FIRST, "second" if place % 2 else "first", value) for place, value in enumerate(values)]
    verdict = verdict_on(ask(each_side=each_side, floor=3), runs)
    assert verdict.reasons
    assert all(
        any(sign.isdigit() for sign in reason.words) for reason in verdict.reasons if reason.code != "lowest_rung"
    )
