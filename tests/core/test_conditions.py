"""Rates over many tries, second numbers, and what further runs would fill all conditions at once."""

from __future__ import annotations

from datetime import date, timedelta
from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.challenges.registry import get_format, read_game
from jolly_core.errors import CoreError
from jolly_core.ladder.needs import Need, layer_needs
from jolly_core.thresholds.condition import Mark, RunResult, Seen
from jolly_core.thresholds.conditions.another_number import AnotherNumber
from jolly_core.thresholds.conditions.at_the_mark import AtTheMark
from jolly_core.thresholds.conditions.comfort import Comfort
from jolly_core.thresholds.conditions.needs_held import NeedsHeld
from jolly_core.thresholds.conditions.proof import Proof
from jolly_core.thresholds.conditions.rate import MOST_RUNS, Rate
from jolly_core.thresholds.conditions.steady import Steady
from jolly_core.thresholds.threshold import Threshold, check_mark, read_threshold
from jolly_core.verdicts.brake import RungPlace
from jolly_core.verdicts.change import what_would_fill

DAY = date(2026, 5, 4)
TEN = read_game("makes_of_n", {"attempts": 10})
MAKES = TEN.metrics[0]
MARK = Mark(MAKES, 8, TEN.metrics)


def runs_of(*made: int, tries: int = 10, comfort: int | None = None) -> list[RunResult]:
    return [
        RunResult(DAY, "none", makes, makes, tries, comfort, {"makes": makes, "best_streak": makes}) for makes in made
    ]


@given(st.lists(st.integers(0, 10), max_size=30), st.integers(1, 100), st.integers(5, 120))
def test_a_rate_over_whole_runs_by_walking_back_try_by_try(made: list[int], rate: int, tries: int) -> None:
    counted: list[int] = []
    for makes in reversed(made[-MOST_RUNS:]):
        if 10 * len(counted) >= tries:
            break
        counted.append(makes)
    is_filled = 10 * len(counted) >= tries and 100 * sum(counted) >= rate * 10 * len(counted)
    condition, runs = Rate(rate, tries), runs_of(*made)
    state = condition.state(Seen(MARK, runs, TEN))
    assert state.is_filled == is_filled == (state.missing == "")
    if state.more_runs:
        faultless = [*runs, *runs_of(*[10] * state.more_runs)]
        assert condition.is_filled(Seen(MARK, faultless, TEN))
        assert not condition.is_filled(Seen(MARK, faultless[:-1], TEN))


def test_a_rate_in_words() -> None:
    assert Rate(70, 50).words(MARK) == "makes in 70 % of the last 50 tries"
    state = Rate(70, 50).state(Seen(MARK, runs_of(8, 7), TEN))
    assert (state.so_far, state.missing) == ("15 of 20 tries made (75 %)", "30 more tries, 70 % in all")
    state = Rate(70, 20).state(Seen(MARK, runs_of(5, 6), TEN))
    assert state.missing == "70 % wanted: 1 faultless run at the least"


@pytest.mark.parametrize(
    ("format_id", "settings", "metric", "conditions", "path"),
    [
        ("makes_of_n", {"attempts": 5}, "makes", {"rate": {"rate": 70, "tries": 200}}, ("rate", "tries")),
        ("checklist", {}, None, {"rate": {"rate": 70, "tries": 20}}, ("rate", "rate")),
        (
            "makes_of_n",
            {},
            "makes",
            {"another_number": {"metric": "tempo"}},
            ("another_number", "metric"),
        ),
    ],
)
def test_what_a_game_cannot_tell_is_refused(
    format_id: str,
    settings: dict[str, int],
    metric: str | None,
    conditions: dict[str, dict[str, object]],
    path: tuple[str, str],
) -> None:
    game = read_game(format_id, settings)
    asked = {"metric": metric or game.leading, "mark": 1, "conditions": {"at_the_mark": {}, **conditions}}
    threshold = read_threshold(get_format(format_id), asked)
    with pytest.raises(CoreError) as error:
        check_mark(game, threshold)
    assert ("conditions", *path) in {problem.path for problem in error.value.problems}


def test_a_second_number_of_the_same_runs() -> None:
    asked = AnotherNumber("best_streak", 5, 2, 3)
    assert asked.words(MARK).endswith("in 2 of the last 3 runs")
    runs = runs_of(9, 4, 6)
    assert asked.state(Seen(MARK, runs, TEN)).is_filled
    assert not AnotherNumber("best_streak", 7, 2, 3).state(Seen(MARK, runs, TEN)).is_filled
    assert asked.state(Seen(MARK, runs[:1], TEN)).more_runs == 1
    with pytest.raises(CoreError):
        AnotherNumber.read({"metric": "best_streak", "mark": 5, "reached": 3, "of_last": 2})


def change(conditions: tuple[object, ...], runs: list[RunResult], needs: tuple[Need, ...] = ()) -> str:
    threshold = Threshold(MAKES, 8, conditions, among=TEN.metrics)  # type: ignore[arg-type]
    return what_would_fill(threshold, runs, RungPlace(2, 4), TEN, needs)


def test_what_would_change_a_verdict_looks_at_all_conditions_together() -> None:
    asked = (AtTheMark(2, 3, 2), Comfort(4, 2))
    assert change(asked, runs_of(9)) == "2 more runs at 8 makes or more on other days with comfort 4 of 5 or more."
    assert change((Proof(),), runs_of(7)) == "4 more runs at 9 makes or more."
    assert change((AtTheMark(2, 3),), runs_of(9)) == ""  # said already as what is missing
    assert change(asked, [*runs_of(9, comfort=5), *runs_of(9, comfort=5)][:2]) != ""
    assert change((AtTheMark(1, 1), NeedsHeld()), runs_of(9), (Need("rally", True, False),)) == ""


@given(st.lists(st.integers(5, 10), max_size=5), st.integers(1, 3), st.integers(1, 2), st.integers(1, 3))
def test_the_fewest_runs_that_are_said_are_the_fewest_there_are(
    made: list[int], reached: int, days: int, comfortable: int
) -> None:
    """Beside brute force over every line of up to four further runs: at the mark or not, same day or another."""
    asked = (AtTheMark(reached, 3, min(days, reached)), Comfort(4, comfortable))
    runs = runs_of(*made)

    def is_filled(more: tuple[tuple[int, int], ...]) -> bool:
        future = [
            RunResult(DAY + timedelta(days=place * apart), "none", value, value, 10, 4)
            for place, (value, apart) in enumerate(more, 1)
        ]
        return all(each.is_filled(Seen(MARK, [*runs, *future], TEN)) for each in asked)

    kinds = [(8, 0), (8, 1), (0, 0)]
    fewest = next((many for many in range(5) if any(is_filled(line) for line in product(kinds, repeat=many))), None)
    said = change(asked, runs)
    if fewest is None:
        return
    assert said == "" if fewest == 0 else said.startswith(f"{fewest} more run")


@given(st.dictionaries(st.integers(0, 8), st.lists(st.integers(0, 8), max_size=3), max_size=6))
def test_a_rung_lies_deeper_than_all_that_it_needs(drawn: dict[int, list[int]]) -> None:
    needs = {rung: [each for each in needed if each < rung] for rung, needed in drawn.items()}
    layers = layer_needs(needs)
    for rung, needed in needs.items():
        assert layers[rung] == max((layers[each] + 1 for each in needed), default=0)


@given(st.lists(st.integers(0, 10), max_size=9), st.integers(1, 9), st.integers(1, 5), st.integers(1, 5))
def test_never_below_a_floor_by_adding_runs_until_it_is_filled(
    made: list[int], floor: int, times: int, of_last: int
) -> None:
    condition = Steady(floor, min(times, of_last), of_last)

    def is_filled(more: int) -> bool:
        window = [*made, *[floor] * more][-of_last:]
        return len(window) == of_last and sum(value < floor for value in window) < condition.times

    state = condition.state(Seen(MARK, runs_of(*made), TEN))
    assert state.more_runs == next(more for more in range(of_last + 1) if is_filled(more))
    assert state.is_filled == is_filled(0) == (state.missing == "")
    assert 0 <= state.share <= 1


def test_a_floor_in_words() -> None:
    assert Steady(4, 1, 5).words(MARK) == "none of the last 5 runs worse than 4 makes"
    assert Steady(4, 3, 5).words(MARK) == "at most 2 of the last 5 runs worse than 4 makes"
    with pytest.raises(CoreError):
        Steady.read({"floor": 4, "times": 6, "of_last": 5})
