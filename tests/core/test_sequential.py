"""Wald's sequential test against worked examples, and as a condition."""

from __future__ import annotations

from datetime import date

import pytest

from jolly_core.challenges.registry import read_game
from jolly_core.stats.sequential import OPEN, UP, SequentialTest
from jolly_core.thresholds.condition import Mark, RunResult, Seen
from jolly_core.thresholds.conditions.decided import Decided

TEN = read_game("makes_of_n", {"attempts": 10})
MARK = Mark(TEN.metrics[0], 7)


def test_the_lines_of_a_worked_example() -> None:
    """NIST/SEMATECH e-Handbook 6.2.6, "What is sequential sampling?": h1 0.939, h2 1.205, s 0.0397."""
    test = SequentialTest(0.01, 0.1, 0.05, 0.1)
    assert test.below == pytest.approx(0.9388616025666593, abs=1e-9)
    assert test.above == pytest.approx(1.2053786463005403, abs=1e-9)
    assert test.slope == pytest.approx(0.03974743221087245, abs=1e-9)
    # The first try at which each decision can fall, as its table has it.
    assert next(n for n in range(1, 99) if test.decide(0, n) == "down") == 24
    assert next(n for n in range(1, 99) if test.decide(n, n) == "up") == 2


@pytest.mark.parametrize(
    ("rates", "errors", "lines", "all_made", "all_missed"),
    [
        ((0.6, 0.8), (0.05, 0.1), (2.295294304991104, 2.9468653682799646, 0.7066950526114236), 11, 4),
        ((0.5, 0.7), (0.05, 0.05), (3.4750931364571986, 3.4750931364571986, 0.602887895329454), 9, 6),
        ((0.7, 0.9), (0.05, 0.1), (1.6677140842835256, 2.141132345634824, 0.8138310582896644), 12, 3),
        ((0.8, 0.9), (0.05, 0.1), (2.7761843788614313, 3.564266937027182, 0.8547556456757274), 25, 4),
    ],
)
def test_the_lines_of_levels(
    rates: tuple[float, float],
    errors: tuple[float, float],
    lines: tuple[float, float, float],
    all_made: int,
    all_missed: int,
) -> None:
    """Wald 1947, Sequential Analysis, chapter 5."""
    test = SequentialTest(*rates, *errors)
    assert (test.below, test.above, test.slope) == pytest.approx(lines, abs=1e-9)
    assert next(n for n in range(1, 99) if test.decide(n, n) == "up") == all_made == test.makes_in_a_row(0, 0)
    assert next(n for n in range(1, 99) if test.decide(0, n) == "down") == all_missed


@pytest.mark.parametrize(
    ("line", "decided", "tries"),
    [("HHMHHHHHMHHHHHHHHHHHHHHHHH", "up", 17), ("MMMMMMMMMH", "down", 4), ("HHMHMHHMHMHHMHM", "open", 15)],
)
def test_when_a_line_of_tries_is_decided(line: str, decided: str, tries: int) -> None:
    """Traces by the lines of Wald's test for 0.6 against 0.8, checked by cumulative likelihood."""
    test = SequentialTest(0.6, 0.8)
    after = [test.decide(line[:n].count("H"), n) for n in range(1, len(line) + 1)]
    first = next((n for n, each in enumerate(after, 1) if each != OPEN), len(line))
    assert (after[first - 1], first) == (decided, tries)


def _exact(test: SequentialTest, rate: float) -> tuple[float, float]:
    """The chance to decide for the high rate, and the mean number of tries, by going forward over tries and makes."""
    open_, up, mean, tries = {0: 1.0}, 0.0, 0.0, 0
    while sum(open_.values()) > 1e-12:
        tries += 1
        after: dict[int, float] = {}
        for makes, weight in open_.items():
            for made, chance in ((makes + 1, rate), (makes, 1 - rate)):
                after[made] = after.get(made, 0.0) + weight * chance
        open_ = {}
        for makes, weight in after.items():
            verdict = test.decide(makes, tries)
            if verdict == OPEN:
                open_[makes] = weight
            else:
                mean += weight * tries
                up += weight * (verdict == UP)
    return up, mean


def test_its_true_errors_and_its_length() -> None:
    """0.6 against 0.8 without a cut-off, by forward recursion: 0.0445 in 21.85 tries, 0.0771 in 28.51."""
    test = SequentialTest(0.6, 0.8)
    up, tries = _exact(test, 0.6)
    assert (up, tries) == (pytest.approx(0.0445, abs=0.003), pytest.approx(21.85, abs=0.4))
    up, tries = _exact(test, 0.8)
    assert (1 - up, tries) == (pytest.approx(0.0771, abs=0.003), pytest.approx(28.51, abs=0.4))
    assert test.most_tries == 98


def runs_of(*made: int) -> list[RunResult]:
    return [RunResult(date(2026, 3, 2), "none", makes, makes, 10) for makes in made]


def test_as_a_condition_it_adds_up_tries_begins_anew_and_says_how_long_it_may_take() -> None:
    asked = Decided()
    state = asked.state(Seen(MARK, runs_of(8), TEN))
    assert state.missing == "7 makes in a row would decide, and 88 tries at the most"
    assert (state.is_filled, state.more_runs) == (False, 1)
    assert asked.state(Seen(MARK, runs_of(8, 10), TEN)).is_filled
    # Decided for the lower rate after the first run, it forgets it: who was poor once is not held up.
    assert asked.is_filled(Seen(MARK, runs_of(2, 9, 10), TEN))
    assert not asked.is_filled(Seen(MARK, runs_of(6, 7, 6, 7), TEN))
    untold = asked.state(Seen(Mark(TEN.metrics[0], 0), [], TEN))
    assert not untold.is_filled
