"""Reading costs as many queries with thirty of everything as with three: one law for every read of the schema."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import replace
from datetime import time, timedelta
from typing import Any
from uuid import uuid4

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext
from drf_spectacular.generators import SchemaGenerator
from rest_framework.test import APIClient

from accounts.models import Athlete, BodyLimit
from blocks.services import finish_block, start_block
from ladders.models import Ladder
from ladders.packs import take_ladder
from ladders.shelf import list_shelf
from layouts.services import keep_layout
from places.models import Place
from places.services import keep_place
from plan.proposals import BlockRequest
from plan.services import keep_routine, plan_block
from runs.models import Run
from runs.services import record_events
from runs.starting import start_run
from tests.server.moments import MOMENT
from tests.server.player import events
from weeks.services import keep_terms, make_link

PACK = "putting-circle"
BOX = {"name": "box", "surface": "wall", "shape": {"kind": "rectangle", "width_m": 0.4, "height_m": 0.3}, "at": [2, 1]}
FEW, MANY = 3, 30
#: What no athlete has more of, however long the record; and what a second screen reads, of one run.
OF_ONE = {
    *("/api/shelf/", "/api/challenges/", "/api/hand/", "/api/rungs/{rung_id}/feeder/"),
    "/api/record/arrivals/{arrival_id}/",
}


class World:
    """An athlete who has so many of everything."""

    def __init__(self, athlete: Athlete) -> None:
        self.athlete, self.number = athlete, 0
        self.client = APIClient()
        self.client.force_login(athlete)
        take_ladder(athlete, "first", replace(list_shelf()[PACK], title="First"), MOMENT)

    def grow_to(self, many: int) -> None:
        while self.number < many:
            self.number += 1
            self._grow(self.number)
        ladders = [{"ladder": ladder.pk, "kind": "at_least", "number": 1} for ladder in self.ladders[:20]]
        windows = [
            {"weekday": day % 7, "start": time(8 + day // 7), "minutes": 30, "place": None, "missing": []}
            for day in range(min(many, 20))
        ]
        keep_terms(self.athlete, windows, ladders)

    @property
    def ladders(self) -> list[Ladder]:
        return list(Ladder.objects.filter(athlete=self.athlete, is_quick=False))

    def _grow(self, number: int) -> None:
        athlete, day = self.athlete, MOMENT + timedelta(days=number)
        ladder = take_ladder(athlete, f"copy-{number}", replace(list_shelf()[PACK], title=f"Putts {number}"), MOMENT)
        asked = BlockRequest(30, [ladder.pk], day.date())
        block = plan_block(athlete, asked)
        keep_routine(athlete, block.pk, f"Routine {number}")
        start_block(athlete, block.pk, day)
        part = block.parts.exclude(rung=None).first()
        assert part
        for rung in (ladder.rungs.all()[0], self.ladders[0].rungs.all()[0]):
            run = start_run(athlete, uuid4(), rung.pk, side="none", started_at=day)
            record_events(athlete, run.pk, events("oooooxoooo"))
        finish_block(athlete, block.pk, day + timedelta(hours=1), effort=5)
        plan_block(athlete, BlockRequest(30, [ladder.pk], (MOMENT + timedelta(days=400)).date()))
        keep_place(athlete, f"Wall {number}", ["wall"])
        layout = {"title": f"Box {number}", "zones": [BOX], "stand": {"x_m": 2, "back_m": 3}}
        keep_layout(athlete, "plain_wall", layout)
        BodyLimit.objects.create(athlete=athlete, part="neck", since=MOMENT.date(), until=MOMENT.date())

    def path(self, template: str) -> str:
        """The path of an operation, with the first of what it names."""
        first: dict[str, Callable[[], Any]] = {
            "ladder_id": lambda: self.ladders[0].pk,
            "rung_id": lambda: self.ladders[0].rungs.all()[0].pk,
            "run_id": lambda: Run.objects.filter(athlete=self.athlete).order_by("started_at")[0].pk,
            "routine_id": lambda: self.athlete.routines.order_by("id")[0].pk,
            "block_id": lambda: self.athlete.blocks.order_by("id")[0].pk,
            "layout_id": lambda: self.athlete.layouts.order_by("id")[0].pk,
            "metric": lambda: "makes",
            "key": lambda: PACK,
            "monday": lambda: "2026-05-04",
        }
        path = re.sub(r"\{(\w+)\}", lambda found: str(first[found[1]]()), template)
        # The season that holds everything, however little there is.
        search = {"tuner": "?metric=makes&mark=7&minutes=10", "season": "?since=2026-05-01"}
        return path + next((asked for name, asked in search.items() if name in path), "")

    def queries(self, template: str) -> int:
        path = self.path(template)
        with CaptureQueriesContext(connection) as captured:
            answer = self.client.get(path)
        assert answer.status_code == 200, (path, answer.content)
        return len(captured)


def list_reads() -> list[str]:
    schema: dict[str, Any] = SchemaGenerator().get_schema(request=None, public=True)  # type: ignore[no-untyped-call]
    return sorted(path for path, operations in schema["paths"].items() if "get" in operations and path not in OF_ONE)


@pytest.mark.django_db
def test_reading_takes_no_more_queries_with_thirty_of_everything_than_with_three(athlete: Athlete) -> None:
    world, reads = World(athlete), list_reads()
    make_link(athlete, MOMENT)
    assert len(reads) > 20
    world.grow_to(FEW)
    few = {path: world.queries(path) for path in reads}
    world.grow_to(MANY)
    many = {path: world.queries(path) for path in reads}
    assert Place.objects.count() == MANY
    grown = {path: (few[path], many[path]) for path in reads if many[path] > few[path]}
    assert grown == {}
