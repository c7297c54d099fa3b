"""What `make bench` measures of planning: a block with ten years of record behind it, and a full week."""

from __future__ import annotations

import os
import subprocess
import sys
import time
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from pathlib import Path
from random import Random
from typing import Any
from uuid import UUID, uuid4

LADDERS, BLOCKS, RUNS_A_BLOCK, EVENTS_A_RUN = 80, 2500, 8, 30
YEARS = 10
PROPOSALS = 100


def fill_in_its_own_process(database: Path, password: str) -> None:
    """Django is set up for one database a process."""
    environment = {**os.environ, "JOLLY_DB": str(database), "PYTHONPATH": "core:server:."}
    subprocess.run([sys.executable, "-m", "tests.bench_planning", password], check=True, env=environment)


def fill(password: str) -> None:
    """Eighty ladders, 20,000 runs in 2,500 blocks over ten years, 600,000 events."""
    os.environ["DJANGO_SETTINGS_MODULE"] = "config.settings"
    import django

    django.setup()
    from django.db import transaction

    from accounts.models import Athlete
    from ladders.services import take_ladder
    from ladders.shelf import list_shelf
    from runs.models import Event, Run

    chance = Random(80)
    begin = datetime.now(UTC) - timedelta(days=365 * YEARS)
    athlete = Athlete.objects.create_user("decade", password=password)
    packs = [pack for pack in list_shelf().values() if not pack.get("traits", {}).get("risks")]
    with transaction.atomic():
        ladders = [
            take_ladder(athlete, f"ladder-{number}", {**packs[number % len(packs)], "title": f"Drill {number}"}, begin)
            for number in range(LADDERS)
        ]
        rungs = [ladder.rungs.get(number=1) for ladder in ladders]
        for number in range(BLOCKS):
            at = begin + timedelta(days=365 * YEARS * number / BLOCKS)
            runs = _play_block(athlete, chance.sample(rungs, 2), at, chance)
            Run.objects.bulk_create(runs)
            Event.objects.bulk_create(
                Event(run=run, client_id=UUID(int=chance.getrandbits(128)), seq=seq, kind="make", at_ms=seq * 5000)
                for run in runs
                for seq in range(1, EVENTS_A_RUN + 1)
            )
    if (Run.objects.count(), Event.objects.count()) != (20_000, 600_000):
        raise RuntimeError("the database was not filled")


def _play_block(athlete: Any, rungs: list[Any], at: datetime, chance: Random) -> list[Any]:
    from blocks.models import Block, Segment
    from runs.models import Run

    block = Block.objects.create(
        athlete=athlete,
        title="Played",
        day=at.date(),
        minutes=30,
        status="done",
        started_at=at,
        finished_at=at + timedelta(minutes=30),
        effort=5,
    )
    runs = []
    for position, rung in enumerate(rungs, 1):
        done_at = at + timedelta(minutes=14 * position)
        segment = Segment.objects.create(
            block=block,
            position=position,
            kind="challenge",
            title="Part",
            rung=rung,
            side=rung.ladder.sides[0],
            planned_s=840,
            low_s=600,
            high_s=1100,
            runs_planned=4,
            done_at=done_at,
        )
        for number in range(RUNS_A_BLOCK // 2):
            makes = chance.randint(8, 28)
            started_at = at + timedelta(minutes=14 * (position - 1) + 3 * number)
            runs.append(
                Run(
                    id=uuid4(),
                    athlete=athlete,
                    rung=rung,
                    segment=segment,
                    side=segment.side,
                    format=rung.format,
                    settings=rung.settings,
                    double_tap_ms=100,
                    started_at=started_at,
                    day=started_at.date(),
                    tally={},
                    metrics={"makes": makes, "best_streak": makes // 2, "total": makes},
                    attempts=EVENTS_A_RUN,
                    makes=makes,
                    time_used_ms=150_000,
                    last_seq=EVENTS_A_RUN,
                    event_count=EVENTS_A_RUN,
                    is_over=True,
                )
            )
    return runs


def time_proposals(call: Callable[..., Any], *, is_after_a_change: bool) -> list[float]:
    """Milliseconds of proposals for all eighty ladders, over the wire; each after a change of the record, or none."""
    ladders = [standing["ladder"]["id"] for standing in call("GET", "/api/ladders/")]
    times = []
    for number in range(PROPOSALS):
        if is_after_a_change:
            limit = call("POST", "/api/limits/", {"part": "neck", "since": "2026-01-01"})
            call("DELETE", f"/api/limits/{limit['id']}/")
        began = time.perf_counter()
        answer = call("POST", "/api/proposals/", {"minutes": 30 + number % 60, "ladders": ladders})
        times.append((time.perf_counter() - began) * 1000)
        if not any(segment["rung"] for segment in answer["segments"]):
            raise RuntimeError("the block is empty")
    return times


def time_weeks() -> list[float]:
    """Seconds for weeks of 7 days and 3 windows each with 30 wishes, more than can be kept; the solver is loaded."""
    from jolly_core.planning.week import Drill, Week, WeekWish, Window
    from jolly_core.planning.week_solver import arrange_week, preload

    preload()
    times = []
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
        began = time.perf_counter()
        arrange_week(Week(windows, drills, tuple(wishes)))
        times.append(time.perf_counter() - began)
    return times


if __name__ == "__main__":
    fill(sys.argv[1])
