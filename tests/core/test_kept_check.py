"""Kept or lost: when a rung that is held is checked, and what comes of it."""

from __future__ import annotations

from datetime import date, timedelta

from hypothesis import given
from hypothesis import strategies as st

from jolly_core.verdicts.kept_check import GAPS_WEEKS, MISSES, CheckRun, follow

CLIMBED = date(2026, 5, 1)
NONE, BOTH = ("none",), ("first", "second")


def run(days: int, is_met: bool, side: str = "none") -> CheckRun:
    return CheckRun(CLIMBED + timedelta(days=days), side, is_met)


def test_met_again_and_again_the_gaps_grow_to_twenty_weeks() -> None:
    """1, 3, 8 and 20 weeks: common practice, in the spirit of Cepeda and others 2008."""
    runs, day = list[CheckRun](), 0
    for gap in (1, 3, 8, 20, 20):
        day += 7 * gap
        assert follow(CLIMBED, runs, NONE).due == CLIMBED + timedelta(days=day)
        runs.append(run(day, is_met=True))
    assert GAPS_WEEKS == (1, 3, 8, 20)


def test_practice_before_the_day_moves_nothing() -> None:
    assert follow(CLIMBED, [run(2, is_met=True), run(6, is_met=False)], NONE) == follow(CLIMBED, [], NONE)


def test_missed_once_it_is_asked_again_on_another_day_and_the_gap_does_not_grow() -> None:
    runs = [run(7, is_met=False), run(7, is_met=False), run(8, is_met=True)]
    kept = follow(CLIMBED, runs, NONE)
    assert (kept.missed, kept.gap, kept.due) == (0, 0, CLIMBED + timedelta(days=15))


def test_missed_twice_it_is_lost_and_met_again_it_begins_anew() -> None:
    lost = [run(7, is_met=True), run(28, is_met=False), run(29, is_met=False)]
    kept = follow(CLIMBED, lost, NONE)
    assert kept.is_lost
    assert not kept.is_due(CLIMBED + timedelta(days=99))
    assert kept.words(2, CLIMBED) == "Rung 2 was missed in 2 checks one after another: rebuild it."
    regained = follow(CLIMBED, [*lost, run(40, is_met=True)], NONE)
    assert (regained.is_lost, regained.gap, regained.due) == (False, 0, CLIMBED + timedelta(days=47))


def test_each_side_is_checked_and_only_the_one_that_missed_is_asked_again() -> None:
    runs = [run(7, is_met=True, side="first")]
    assert follow(CLIMBED, runs, BOTH).due == CLIMBED + timedelta(days=7)  # the other side is still to come
    runs.append(run(8, is_met=False, side="second"))
    assert follow(CLIMBED, runs, BOTH).missed == 1
    runs.append(run(9, is_met=True, side="second"))
    kept = follow(CLIMBED, runs, BOTH)
    assert (kept.missed, kept.met) == (0, 1)


def test_in_words() -> None:
    kept = follow(CLIMBED, [run(7, is_met=True)], NONE)
    assert kept.words(3, CLIMBED + timedelta(days=7)) == "Rung 3 is checked in about 3 weeks. 1 check met so far."
    assert kept.words(3, CLIMBED + timedelta(days=30)).startswith("Rung 3 is due for a check: one run at its mark")


@given(st.lists(st.tuples(st.integers(0, 9), st.booleans()), max_size=40))
def test_it_is_lost_just_where_the_last_checks_were_missed(steps: list[tuple[int, bool]]) -> None:
    """Beside a plain walk over the days: which of the runs were checks, and how many were missed at the end."""
    day, runs = 0, list[CheckRun]()
    for apart, is_met in steps:
        day += apart
        runs.append(run(day, is_met))
    due, gap, missed = 7, 0, 0
    for each in runs:
        at = (each.day - CLIMBED).days
        if at < due:
            continue
        if not each.is_met:
            missed, due = missed + 1, at + 1
            continue
        gap = 0 if missed >= MISSES else gap if missed else min(gap + 1, 3)
        missed, due = 0, at + 7 * (1, 3, 8, 20)[gap]
    kept = follow(CLIMBED, runs, NONE)
    assert (kept.missed, (kept.due - CLIMBED).days, kept.is_lost) == (missed, due, missed >= MISSES)
