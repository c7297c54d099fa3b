"""Load, monotony and strain against their published definitions and worked values."""

from __future__ import annotations

from datetime import date, timedelta

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.errors import CoreError
from jolly_core.load.weekly import MOST_MONOTONY, Practice, Week, list_weeks, load_cautions, monotony_of, session_load

MONDAY = date(2026, 3, 2)


# Foster 2001, J Strength Cond Res 15:109-115: session rating times minutes.
@pytest.mark.parametrize(("effort", "minutes", "load"), [(5, 60, 300), (3, 90, 270), (0, 60, 0), (10, 1, 10)])
def test_session_load(effort: int, minutes: float, load: float) -> None:
    assert session_load(effort, minutes) == load


@pytest.mark.parametrize(("effort", "minutes"), [(11, 60), (-1, 60), (5, -1), (5, 1441), (2.5, 60)])
def test_an_effort_or_a_length_that_cannot_be_is_refused(effort: int, minutes: float) -> None:
    with pytest.raises(CoreError):
        session_load(effort, minutes)


# Foster 1998, Med Sci Sports Exerc 30:1164-1168; worked with the sample standard deviation.
@pytest.mark.parametrize(
    ("daily", "monotony", "strain"),
    [
        ([300, 0, 450, 200, 0, 600, 0], 0.9177383319468723, 1422.4944145176519),
        ([300, 320, 280, 310, 300, 290, 0], 2.2532295964949434, 4055.813273690898),
        ([500, 0, 0, 0, 0, 0, 0], 1 / 7**0.5, 500 / 7**0.5),
    ],
)
def test_monotony_and_strain_of_a_week(daily: list[float], monotony: float, strain: float) -> None:
    assert monotony_of(daily) == pytest.approx(monotony, abs=1e-9)
    # Effort 10 for a tenth of the load in minutes is that load.
    sessions = [Practice(MONDAY + timedelta(days=day), load / 10, 10) for day, load in enumerate(daily) if load]
    week = list_weeks(sessions, MONDAY + timedelta(days=6), 1)[0]
    assert (week.load, week.monotony, week.strain) == (
        sum(daily),
        pytest.approx(monotony, abs=1e-9),
        pytest.approx(strain, abs=1e-6),
    )


def test_a_week_of_equal_days_is_the_most_monotonous_and_a_week_of_rest_is_none() -> None:
    # Equal but for rounding, the quotient would be some 10^16.
    assert monotony_of([400.0] * 7) == monotony_of([400.0 + 1e-13 * day for day in range(7)]) == MOST_MONOTONY
    assert monotony_of([0.0] * 7) is None
    week = list_weeks([Practice(MONDAY + timedelta(days=day), 40, 10) for day in range(7)], MONDAY, 1)
    assert any("monotony 20 or more" in words for words in load_cautions([*week, *week]))


@given(st.lists(st.integers(0, 900), min_size=7, max_size=7))
def test_monotony_is_that_of_numpy(daily: list[int]) -> None:
    spread, mean = np.std(daily, ddof=1), np.mean(daily)
    expected = None if mean == 0 else min(MOST_MONOTONY, mean / spread if spread else MOST_MONOTONY)
    assert monotony_of(daily) == (expected if expected is None else pytest.approx(expected))


# By arithmetic: 1000 to 1100 is +10 %, 1500 to 900 is -40 %, and after nothing there is no share.
@pytest.mark.parametrize(("before", "after", "change"), [(1000, 1100, 0.1), (1500, 900, -0.4), (0, 900, None)])
def test_change_from_the_week_before(before: float, after: float, change: float | None) -> None:
    sessions = [Practice(MONDAY, before / 10, 10), Practice(MONDAY + timedelta(days=7), after / 10, 10)]
    week = list_weeks(sessions, MONDAY + timedelta(days=8), 2)[-1]
    assert week.change == (None if change is None else pytest.approx(change))


def test_weeks_begin_on_monday_and_empty_ones_are_there() -> None:
    sunday = MONDAY + timedelta(days=6)
    weeks = list_weeks([Practice(sunday, 30, 4)], sunday + timedelta(days=9), 3)
    assert [week.monday for week in weeks] == [MONDAY + timedelta(weeks=number) for number in range(3)]
    assert [week.load for week in weeks] == [120, 0, 0]


def test_two_sessions_of_a_day_add_up() -> None:
    week = list_weeks([Practice(MONDAY, 30, 4), Practice(MONDAY, 20, 5)], MONDAY, 1)[0]
    assert (week.sessions, week.minutes, week.load) == (2, 50, 220)


def week_with(**values: float | None) -> Week:
    return Week(
        **{
            "monday": MONDAY,
            "sessions": 4,
            "minutes": 90,
            "load": 400,
            "monotony": 1.0,
            "strain": 400,
            "change": 0.0,
            **values,
        }
    )  # type: ignore[arg-type]


def test_cautions_are_sentences_that_say_what_is_disputed() -> None:
    running = week_with()
    assert load_cautions([week_with(), running]) == ()
    steep, alike = load_cautions([week_with(change=0.42, monotony=2.3), running])
    assert steep.startswith("Last week was 42 % heavier than the week before. How much is too much is disputed")
    assert "monotony 2.3" in alike
    # The week that is not over yet is no ground for a caution.
    assert load_cautions([week_with(), week_with(change=2.0, monotony=5.0)]) == ()
