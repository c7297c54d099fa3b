"""The week arranger: against brute force on small weeks, against solved cases, wish by wish in the athlete's order."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import product
from random import Random
from typing import Any

import pytest

from jolly_core.errors import CoreError
from jolly_core.planning.week import (
    Drill,
    Week,
    WeekWish,
    Window,
    check_week,
    list_breaches,
    list_states,
    wish_words,
)
from jolly_core.planning.week_solver import arrange_week

YARD, HALL = ("wall",), ("wall", "mat")


def window(day: int, minutes: int = 45, **values: Any) -> Window:
    start = values.pop("start_min", 1080)
    return Window(f"{day}@{start}", day, start, minutes, **values)


def at_least(drill: str, number: int) -> WeekWish:
    return WeekWish(f"{drill}>={number}", "at_least", number, drill)


def kept(week: Week) -> list[bool]:
    return [state.is_kept for state in arrange_week(week).states]


# --- brute force ------------------------------------------------------------------------------------------------------


def every_assignment(week: Week) -> Iterator[dict[str, tuple[str, ...]]]:
    """All ways to put drills into windows that break neither minutes, place, kit nor dose."""
    places = [(drill.key, each.key) for drill in week.drills for each in week.windows]
    for bits in product((False, True), repeat=len(places)):
        chosen = [place for place, is_in in zip(places, bits, strict=True) if is_in]
        assignment = {each.key: tuple(drill for drill, where in chosen if where == each.key) for each in week.windows}
        if not list_breaches(week, assignment):
            yield assignment


def reached(week: Week, assignment: dict[str, tuple[str, ...]]) -> tuple[int, ...]:
    """How far each wish gets: an at-least and rest days by their number, the others yes or no."""
    by_number = {wish.key for wish in week.wishes if wish.kind in ("at_least", "rest_days")}
    return tuple(
        min(state.got, state.wanted) if state.key in by_number else int(state.is_kept)
        for state in list_states(week, assignment)
    )


def small_week(chance: Random) -> Week:
    windows = tuple(
        window(day, chance.choice([20, 30, 45]), offers=chance.choice([None, YARD, HALL]))
        for day in sorted(chance.sample(range(7), 4))
    )
    drills = tuple(
        Drill(
            key,
            f"Drill {key}",
            chance.choice([10, 15, 25]),
            at_most=chance.choice([1, 2, 3]),
            days_between=chance.choice([0, 0, 1]),
            is_hard=chance.random() < 0.5,
            needs=chance.choice([(), ("mat",), ("wall",)]),
        )
        for key in "ABC"
    )
    pool = [
        at_least("A", chance.choice([1, 2])),
        at_least("B", chance.choice([1, 2, 3])),
        at_least("C", 1),
        WeekWish("C<=1", "at_most", 1, "C"),
        WeekWish("rest", "rest_days", chance.choice([3, 4, 5])),
        WeekWish("off", "day_off", windows[0].day),
        WeekWish("apart", "hard_apart"),
    ]
    return Week(windows, drills, tuple(chance.sample(pool, 4)))


@pytest.mark.parametrize("seed", range(12))
def test_gets_as_far_with_every_wish_as_brute_force(seed: int) -> None:
    week = small_week(Random(seed))
    arranged = arrange_week(week)
    # Wish by wish, highest priority first: that is the order of tuples.
    assert reached(week, arranged.drills) == max(reached(week, assignment) for assignment in every_assignment(week))
    assert list_breaches(week, arranged.drills) == []


@pytest.mark.parametrize("seed", range(20, 26))
def test_fills_what_freedom_is_left(seed: int) -> None:
    """With every wish kept, the most visits that any assignment with those wishes kept has."""
    week = replace(small_week(Random(seed)), wishes=())
    most = max(sum(len(drills) for drills in assignment.values()) for assignment in every_assignment(week))
    assert sum(len(drills) for drills in arrange_week(week).drills.values()) == most


# --- solved cases -----------------------------------------------------------------------------------------------------


@dataclass(frozen=True)
class WholeWindow(Window):
    """The cases reckon all of the minutes for drills."""

    @property
    def net_minutes(self) -> int:
        return self.minutes


def solved(minutes: list[int], drills: dict[str, tuple[int, int, bool]]) -> Week:
    """At most twice a week and never on two days running; heavy drills never on one day or neighbouring days."""
    windows = tuple(WholeWindow(str(day), day, 600, length) for day, length in enumerate(minutes) if length)
    known = tuple(
        Drill(key, key, length, 2, days_between=1, is_hard=is_hard, value=value)
        for key, (length, value, is_hard) in drills.items()
    )
    return Week(windows, known, (WeekWish("apart", "hard_apart"),))


# Solved with OR-Tools CP-SAT 9.15.6755, second check by exhaustive search.
@pytest.mark.parametrize(
    ("minutes", "drills", "optimum"),
    [
        (
            [45, 0, 60, 30, 60],
            {
                "serve": (30, 6, True),
                "wall": (20, 3, False),
                "footwork": (15, 2, False),
                "match": (45, 8, True),
                "targets": (25, 4, False),
            },
            32,
        ),
        (
            [30, 30, 45, 20, 60],
            {
                "serve": (25, 5, True),
                "wall": (20, 3, False),
                "balance": (10, 1, False),
                "sprint": (15, 4, True),
                "touch": (30, 5, False),
            },
            31,
        ),
    ],
    ids=["a", "b"],
)
def test_most_value_in_a_week(minutes: list[int], drills: dict[str, tuple[int, int, bool]], optimum: int) -> None:
    assert arrange_week(solved(minutes, drills)).value == optimum


# The largest day as small as possible; brute force over all assignments.
@pytest.mark.parametrize(
    ("loads", "days", "peak"),
    [([300, 250, 240, 200, 180, 150, 120, 90], 4, 390), ([420, 360, 300, 240, 180, 150], 3, 570)],
    ids=["a", "b"],
)
def test_days_are_as_even_as_can_be(loads: list[int], days: int, peak: int) -> None:
    # In tens of minutes, so that they are lengths that a day can hold.
    windows = tuple(WholeWindow(str(day), day, 0, 170) for day in range(days))
    drills = tuple(Drill(str(place), "", load // 10, at_most=1) for place, load in enumerate(loads))
    wishes = tuple(at_least(drill.key, 1) for drill in drills)
    assert arrange_week(Week(windows, drills, wishes)).peak_minutes == peak // 10


def test_two_visits_on_neighbouring_days_are_not_possible_and_it_says_so() -> None:
    # Two sessions over three days, none on the first, never two days running: there is no such plan.
    windows = (window(1), window(2))
    week = Week(windows, (Drill("A", "Serves", 20, days_between=1),), (at_least("A", 2),))
    state = arrange_week(week).states[0]
    assert (state.is_kept, state.got, state.wanted) == (False, 1, 2)
    assert state.why == "at most 2 times a week with 1 day between is its dose"


# --- wishes in order --------------------------------------------------------------------------------------------------

SERVE, WALL = Drill("serve", "Serve to the box", 25, is_hard=True), Drill("wall", "Rally with the wall", 20)


def test_of_two_wishes_that_exclude_each_other_the_dearer_is_kept() -> None:
    off, twice = WeekWish("off", "day_off", 1), at_least("wall", 2)
    windows = (window(1), window(3))
    assert kept(Week(windows, (WALL,), (twice, off))) == [True, False]
    assert kept(Week(windows, (WALL,), (off, twice))) == [True, False]
    gave_way = arrange_week(Week(windows, (WALL,), (twice, off))).states[1]
    assert gave_way.why == ("it does not go together with what you ranked higher: Rally with the wall twice at least")


def test_what_gives_way_gives_as_little_as_it_has_to() -> None:
    windows = (window(0), window(2), window(4))
    week = Week(windows, (replace(WALL, at_most=5),), (WeekWish("rest", "rest_days", 5), at_least("wall", 3)))
    states = arrange_week(week).states
    assert [(state.is_kept, state.got, state.wanted) for state in states] == [(True, 5, 5), (False, 2, 3)]


def test_at_most_is_a_wish_like_the_others() -> None:
    once = WeekWish("once", "at_most", 1, "wall")
    windows = (window(0), window(2), window(4))
    assert sum(map(len, arrange_week(Week(windows, (WALL,), (once,))).drills.values())) == 1
    assert kept(Week(windows, (WALL,), (at_least("wall", 2), once))) == [True, False]
    assert wish_words(once, Week(windows, (WALL,), ())) == "Rally with the wall once at most"


@pytest.mark.parametrize(
    ("windows", "drill", "why"),
    [
        ((window(0, offers=YARD),), replace(WALL, needs=("mat",)), "no window has the place, the kit and the minutes"),
        ((window(0, missing=("ball",)),), replace(WALL, kit=("ball",)), "no window has the place, the kit and the"),
        ((window(0, 20),), WALL, "no window has the place, the kit and the minutes for it"),
        ((window(0),), WALL, "only 1 day has a window with the place, kit and minutes for it"),
    ],
    ids=["place", "kit", "minutes", "days"],
)
def test_a_wish_that_no_window_serves_says_why(windows: tuple[Window, ...], drill: Drill, why: str) -> None:
    state = arrange_week(Week(windows, (drill,), (at_least("wall", 2),))).states[0]
    assert not state.is_kept
    assert state.why.startswith(why)


def test_the_same_routine_twice_a_week() -> None:
    """Common practice, no source: the same routine at least twice a week, hard skills three to four days a week."""
    week = Week(
        tuple(window(day) for day in range(7)),
        (SERVE, replace(WALL, at_most=4, is_hard=True)),
        (at_least("serve", 2), at_least("wall", 3), WeekWish("rest", "rest_days", 2)),
    )
    assert kept(week) == [True, True, True]


def test_the_same_week_is_arranged_the_same_way_every_time() -> None:
    week = small_week(Random(99))
    assert arrange_week(week) == arrange_week(week)


def test_nothing_to_arrange_is_an_empty_week() -> None:
    assert arrange_week(Week((), (), ())).drills == {}


# --- by hand ----------------------------------------------------------------------------------------------------------


def test_says_what_a_hand_made_week_breaks() -> None:
    windows = (window(0, 30, offers=YARD), window(1, missing=("ball",)), window(2))
    drills = (
        Drill("mat", "Wheel on a line", 10, needs=("mat",)),
        Drill("serve", "Serve to the box", 25, at_most=1, days_between=2, kit=("ball",)),
        WALL,
    )
    made = {"0@1080": ("mat", "wall"), "1@1080": ("serve",), "2@1080": ("serve", "wall")}
    assert list_breaches(Week(windows, drills, ()), made) == [
        "Wheel on a line does not fit Monday 18:00: the place has no mat.",
        "Serve to the box does not fit Tuesday 18:00: not to hand: ball.",
        "Wednesday 18:00 has 34 minutes for drills; 45 are in it.",
        "Serve to the box would come 2 times; 1 is the most.",
        "Serve to the box would come with less than 2 days between on Wednesday.",
    ]


def test_every_window_and_wish_that_cannot_be_is_named_by_its_place() -> None:
    week = Week(
        (window(0), Window("x", 7, 1440, 5)),
        (WALL,),
        (at_least("wall", 1), at_least("nobody", 1), WeekWish("k", "whatever"), WeekWish("r", "rest_days", 7)),
    )
    with pytest.raises(CoreError) as refused:
        check_week(week)
    assert [problem.path for problem in refused.value.problems] == [
        ("windows", 1, "day"),
        ("windows", 1, "start_min"),
        ("windows", 1, "minutes"),
        ("wishes", 1, "drill"),
        ("wishes", 2, "kind"),
        ("wishes", 3, "number"),
    ]
