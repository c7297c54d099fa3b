"""What `make bench` measures of planning: a block with ten years of record behind it, and a full week."""

from __future__ import annotations

from collections.abc import Callable
from random import Random
from typing import Any

from tests.bench_clock import Clock, Timing

PROPOSALS = 100


def change_record(call: Callable[..., Any]) -> None:
    """Write something and take it back, so that nothing read before is as it was."""
    limit = call("POST", "/api/limits/", {"part": "neck", "since": "2026-01-01"})
    call("DELETE", f"/api/limits/{limit['id']}/")


def time_proposals(call: Callable[..., Any], *, is_after_a_change: bool) -> list[Timing]:
    """Milliseconds of proposals for all eighty ladders, over the wire; each after a change of the record, or none."""
    ladders = [standing["ladder"]["id"] for standing in call("GET", "/api/ladders/")]
    clock = Clock()
    for number in range(PROPOSALS):
        if is_after_a_change:
            change_record(call)
        with clock.time():
            answer = call("POST", "/api/proposals/", {"minutes": 30 + number % 60, "ladders": ladders})
        if not any(part["rung"] for part in answer["parts"]):
            raise RuntimeError("the block is empty")
    return clock.timings


def time_weeks() -> list[Timing]:
    """Seconds for weeks of 7 days and 3 windows each with 30 wishes, more than can be kept; the solver is loaded."""
    from jolly_core.planning.week import Drill, Week, WeekWish, Window
    from jolly_core.planning.week_solver import arrange_week, preload

    preload()
    clock = Clock(unit=1)
    for seed in range(5):
        chance = Random(seed)
        windows = tuple(
            Window(f"{day}-{hour}", day, hour * 60, chance.choice([20, 30, 45, 60]), chance.choice([None, ("wall",)]))
            for day in range(7)
            for hour in (7, 12, 18)
        )
        drills = tuple(
            Drill(
                str(number),
                f"Drill {number}",
                chance.choice([10, 15, 20, 25]),
                at_most=4,
                days_between=chance.choice([0, 0, 1, 2]),
                is_hard=number % 4 == 0,
                needs=chance.choice([(), ("wall",), ("mat",)]),
            )
            for number in range(24)
        )
        at_least = tuple(WeekWish(f"w{number}", "at_least", chance.choice([2, 3]), str(number)) for number in range(24))
        whole = (
            WeekWish("rest", "rest_days", 2),
            WeekWish("apart", "hard_apart"),
            *(WeekWish(f"off{day}", "day_off", day) for day in (2, 6)),
            WeekWish("most0", "at_most", 2, "0"),
            WeekWish("most1", "at_most", 2, "1"),
        )
        wishes = [*at_least, *whole]
        chance.shuffle(wishes)
        with clock.time():
            arrange_week(Week(windows, drills, tuple(wishes)))
    return clock.timings
