"""Dose and counts: attempts a day and a week, days between, and what joints have to know."""

from __future__ import annotations

from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.load.counts import Played, count_cautions, count_joints
from jolly_core.load.dose import Dose, dose_left

MONDAY = date(2026, 5, 4)


def day(number: int) -> date:
    return MONDAY + timedelta(number)


@pytest.mark.parametrize(
    ("dose", "played", "left", "words"),
    [
        (Dose(), {0: 500}, None, ""),
        (Dose(per_day=7), {}, 7, "0 of 7 attempts used today"),
        (Dose(per_day=7), {0: 5}, 2, "5 of 7 attempts used today"),
        (Dose(per_day=7), {0: 9}, 0, "9 of 7 attempts used today"),
        (Dose(per_day=7, per_week=20), {-1: 7, -2: 7, 0: 3}, 3, "17 of 20 attempts used in seven days"),
        (Dose(per_week=20), {-7: 20}, 20, "0 of 20 attempts used in seven days"),
        (Dose(days_a_week=3), {-1: 4, -3: 4, -5: 4}, 0, "practised on 3 days of the last seven; 3 is the dose"),
        (Dose(days_a_week=3), {0: 4, -3: 4, -5: 4}, None, ""),
        (Dose(days_between=2), {-2: 4}, 0, "2 days between; last practised 2 May"),
        (Dose(days_between=2), {-3: 4}, None, ""),
        (Dose(days_between=2), {0: 4, -3: 4}, None, ""),
    ],
)
def test_what_a_dose_leaves(dose: Dose, played: dict[int, int], left: int | None, words: str) -> None:
    attempts = {day(number): tries for number, tries in played.items()}
    found = dose_left(dose, attempts, MONDAY)
    assert (found.attempts, found.words) == (left, words)


@given(st.dictionaries(st.integers(-9, 0), st.integers(0, 30)), st.integers(1, 30), st.integers(1, 100))
def test_more_practice_never_leaves_more(played: dict[int, int], per_day: int, per_week: int) -> None:
    dose = Dose(per_day=per_day, per_week=per_week)
    attempts = {day(number): tries for number, tries in played.items()}
    before = dose_left(dose, attempts, MONDAY).attempts
    after = dose_left(dose, {**attempts, MONDAY: attempts.get(MONDAY, 0) + 1}, MONDAY).attempts
    assert before is not None
    assert after is not None
    assert 0 <= after <= before <= per_day


def test_a_hard_skill_on_three_to_four_days_a_week() -> None:
    """Common practice, no source: hard skills three to four days a week, five to seven tries a day, then stop."""
    dose = Dose(per_day=7, days_a_week=4, is_capped=True)
    played = {}
    for number in range(14):
        left = dose_left(dose, played, day(number)).attempts
        if left:
            played[day(number)] = left
    by_week = [sum(day(7 * week) <= each < day(7 * week + 7) for each in played) for week in range(2)]
    assert all(3 <= days <= 4 for days in by_week)
    assert set(played.values()) == {7}
    assert dose.words == "at most 7 attempts a day, 4 days a week, then stop, whatever happened"


def test_counts_go_by_week_kind_and_arm() -> None:
    played = [
        Played(day(0), "serves", "left", 30),
        Played(day(2), "serves", "left", 10),
        Played(day(-1), "serves", "left", 25),  # the Sunday before
        Played(day(-8), "serves", "right", 20),
        Played(day(-50), "serves", "right", 999),
    ]
    counts = {(each.counts, each.arm): (each.this_week, each.weeks_before) for each in count_joints(played, day(3))}
    assert counts == {("serves", "left"): (40, (25, 0, 0)), ("serves", "right"): (0, (0, 20, 0))}


@pytest.mark.parametrize(("now", "is_said"), [(150, True), (110, False)])
def test_a_steep_rise_is_a_caution_and_no_diagnosis(now: int, is_said: bool) -> None:
    played = [Played(day(0), "throws", None, now), *(Played(day(-7 * week), "throws", None, 100) for week in (1, 2, 3))]
    cautions = count_cautions(count_joints(played, MONDAY))
    assert [caution.startswith(f"{now} throws this week, 100 in the weeks before") for caution in cautions] == (
        [True] if is_said else []
    )


def test_few_are_no_load_however_much_more_than_nothing() -> None:
    assert count_cautions(count_joints([Played(MONDAY, "jumps", None, 60)], MONDAY)) == ()
