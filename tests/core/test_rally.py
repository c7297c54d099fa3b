"""The rally arithmetic against hand-worked tables and against a simulation that drops balls one by one."""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.challenges.rally import (
    Lift,
    Rally,
    RallyArithmetic,
    RallyPace,
    gain_one_break_fewer,
    gain_tenth_earlier,
    lift_to_goal,
    most_breaks,
    rally_hits,
    rally_pace,
)
from jolly_core.lessons.rally_words import rally_lessons


# Worked by hand from floor((T − m·r) / i), the first contact one interval after the start; the same values stand among
# the project's outside check values, where they were checked by an event simulation in exact fractions.
@pytest.mark.parametrize(
    ("duration_s", "interval", "breaks", "lost", "hits"),
    [
        pytest.param(60, "1.2", 0, "0", 50, id="a minute without a break"),
        pytest.param(60, "1.2", 3, "4", 40, id="three breaks of four seconds"),
        pytest.param(60, "0.75", 2, "5", 66, id="quick play, two long fetches"),
        pytest.param(30, "0.5", 10, "3", 0, id="all the time goes into fetching"),
        pytest.param(120, "1.5", 4, "6", 64, id="two minutes"),
    ],
)
def test_hits_of_the_hand_worked_table(duration_s: int, interval: str, breaks: int, lost: str, hits: int) -> None:
    assert rally_hits(duration_s * 1000, Fraction(interval) * 1000, breaks, Fraction(lost) * 1000) == hits


# Rows on which binary floats misfloor: floats give 288, 251 and 173. Exact values by rational arithmetic.
@pytest.mark.parametrize(
    ("duration_s", "interval", "breaks", "lost", "hits"),
    [
        (60, "0.1", 0, "0", 600),
        (30, "0.1", 1, "1.1", 289),
        (30, "0.1", 2, "2.4", 252),
        (60, "0.2", 0, "0", 300),
        (30, "0.1", 6, "2.1", 174),
    ],
)
def test_does_not_misfloor_where_floats_do(duration_s: int, interval: str, breaks: int, lost: str, hits: int) -> None:
    assert rally_hits(duration_s * 1000, Fraction(interval) * 1000, breaks, Fraction(lost) * 1000) == hits


# By hand: floor((T − goal·i) / r).
@pytest.mark.parametrize(
    ("duration_s", "interval_ms", "goal", "lost_ms", "breaks"),
    [(60, 1200, 40, 4000, 3), (30, 750, 30, 3000, 2), (30, 1000, 31, 3000, None)],
)
def test_most_breaks_that_still_reach_the_goal(
    duration_s: int, interval_ms: int, goal: int, lost_ms: int, breaks: int | None
) -> None:
    assert most_breaks(duration_s * 1000, goal, Fraction(interval_ms), Fraction(lost_ms)) == breaks


def _simulated_hits(duration_ms: int, interval_ms: int, breaks: int, lost_ms: int) -> int:
    """Contacts counted one by one, every break taken at the very start: an oracle without the formula."""
    clock, hits = breaks * lost_ms, 0
    while clock + interval_ms <= duration_ms:
        clock += interval_ms
        hits += 1
    return hits


@given(st.integers(5_000, 120_000), st.integers(150, 3000), st.integers(0, 12), st.integers(0, 6000))
def test_hits_agree_with_counting_contacts_one_by_one(duration: int, interval: int, breaks: int, lost: int) -> None:
    simulated = _simulated_hits(duration, interval, breaks, lost)
    assert rally_hits(duration, Fraction(interval), breaks, Fraction(lost)) == simulated


def test_pace_leaves_the_fetching_out_of_the_interval() -> None:
    # By hand: 4 intervals of 1 s in play; the gap of 5 s is one interval of play and 4 s of fetching.
    rallies = [Rally(3, 1000, 3000), Rally(3, 8000, 10_000)]
    assert rally_pace(rallies, [True, False]) == RallyPace(Fraction(1000), Fraction(4000), 1)


def test_a_let_between_rallies_costs_no_break() -> None:
    pace = rally_pace([Rally(3, 1000, 3000), Rally(3, 8000, 10_000)], [False, False])
    assert pace == RallyPace(Fraction(1000), Fraction(0), 0)


def test_no_pace_from_single_contacts() -> None:
    assert rally_pace([Rally(1, 500, 500), Rally(1, 2500, 2500)], [True, False]) is None


PACE = RallyPace(Fraction(1200), Fraction(4000), 3)  # 40 contacts in a minute, from the table above


def test_gains_by_hand() -> None:
    # One break fewer: (60 − 2·4) / 1.2 = 43.3. A tenth earlier: (60 − 3·4) / 1.1 = 43.6.
    assert gain_one_break_fewer(60_000, PACE) == 3
    assert gain_tenth_earlier(60_000, PACE) == 3


@pytest.mark.parametrize(
    ("goal", "lift"),
    [
        pytest.param(43, Lift(1, 0), id="one break fewer is enough, and steadier comes before faster"),
        # One break fewer and a tenth: (60 − 8) / 1.1 = 47.2; two breaks fewer: (60 − 4) / 1.2 = 46.6.
        pytest.param(46, Lift(2, 0), id="two breaks fewer"),
        pytest.param(47, Lift(1, 1), id="a break and a tenth"),
        pytest.param(2000, None, id="out of reach"),
    ],
)
def test_smallest_lift_to_the_goal(goal: int, lift: Lift | None) -> None:
    assert lift_to_goal(60_000, goal, PACE, 40) == lift


@given(st.integers(41, 120))
def test_the_lift_really_reaches_the_goal(goal: int) -> None:
    lift = lift_to_goal(60_000, goal, PACE, 40)
    if lift is not None:
        interval = int(PACE.interval_ms) - 100 * lift.tenths_earlier
        assert _simulated_hits(60_000, interval, PACE.breaks - lift.fewer_breaks, 4000) >= goal


def test_lessons_say_the_numbers() -> None:
    arithmetic = RallyArithmetic(
        interval_ms=1200,
        per_minute=50.0,
        lost_per_break_ms=4000,
        breaks=3,
        intervals=39,
        gaps=3,
        one_break_fewer=3,
        tenth_earlier=3,
        lift=Lift(fewer_breaks=1, tenths_earlier=1),
    )
    assert rally_lessons(arithmetic, 47, 40) == (
        "In play you met a ball every 1.2 s (50 a minute).",
        "Your 3 breaks cost about 4.0 s each; one fewer would add 3 contacts.",
        "Meeting each ball a tenth of a second earlier would add 3 contacts.",
        "It would take 1 fewer break and each ball 0.1 s earlier to reach 47.",
    )
    # One break says nothing of what breaks cost, and four intervals nothing of a pace.
    assert len(rally_lessons(replace(arithmetic, breaks=1, gaps=1), 47, 40)) == 2
    assert rally_lessons(replace(arithmetic, intervals=4), 47, 40) == ()
