"""Each write of the schema, four times at once: nothing breaks, and nothing is done twice."""

from __future__ import annotations

from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from datetime import timedelta
from typing import Any
from uuid import uuid4

import pytest
from django.apps import apps
from django.db import connection
from django.test import override_settings
from drf_spectacular.generators import SchemaGenerator
from rest_framework.test import APIClient

from blocks.models import Part
from blocks.services import extend_part
from climb.services import decide
from jolly_core.errors import CoreError
from jolly_core.pairing import HandPress
from pairing.models import WaitingPress
from pairing.services import come_in, hand_in
from runs.models import Run
from runs.starting import start_run
from tests.server.config.world import World
from tests.server.config.writes import ELSEWHERE, GAME, NO_WRITES, WRITES, Call
from tests.server.moments import MOMENT
from tests.server.player import events

TIMES = 4
#: What belongs to what they make comes along.
BRINGING = (
    "make_ladder",
    "take_ladder",
    "take_pack",
    "start_quick_run",
    "plan_block",
    "plan_first_block",
    "refit_block",
    "repeat_routine",
)
#: What every request, and every signing in, leaves beside what it writes.
BESIDE = ("GivenAnswer", "SignIn")
COUNTED = [model for model in apps.get_models() if model.__module__.split(".")[0] not in ("django", "allauth")]


def rows() -> dict[str, int]:
    return {model.__name__: model.objects.count() for model in COUNTED if model.__name__ not in BESIDE}


def at_once(world: World, call: Call, headers: dict[str, str]) -> list[Any]:
    method, path, body = call

    def send(_: int) -> Any:
        client = APIClient()
        client.force_login(world.athlete)
        try:
            return getattr(client, method)(f"/api/{path}", body, format="json", headers=headers)
        finally:
            connection.close()

    with ThreadPoolExecutor(TIMES) as pool:
        return list(pool.map(send, range(TIMES)))


def test_every_write_of_the_schema_is_here() -> None:
    with override_settings(IS_DEMO=False):
        schema = SchemaGenerator().get_schema(request=None, public=True)
    writes = {
        operation["operationId"]
        for path in schema["paths"].values()
        for method, operation in path.items()
        if method in ("post", "put", "patch", "delete")
    }
    assert writes <= set(WRITES) | NO_WRITES | ELSEWHERE


@pytest.mark.django_db(transaction=True)
@pytest.mark.parametrize("write", list(WRITES))
def test_four_at_once_are_one(write: str) -> None:
    call, grows = WRITES[write]
    world = World()
    sent = call(world)
    before = rows()
    answers = at_once(world, sent, {"Idempotency-Key": str(uuid4())})
    assert all(answer.status_code < 500 for answer in answers), [answer.content for answer in answers]
    changed = {name: number - before[name] for name, number in rows().items() if number != before[name]}
    if write in BRINGING:
        changed = {name: changed.get(name, 0) for name in grows}  # what belongs to them comes along
    changed.pop("ThresholdRevision", None) if "ThresholdRevision" not in grows else None
    changed.pop("Part", None)
    changed.pop("Summary", None)  # made from the runs
    changed.pop("Event", None) if "Event" not in grows else None
    assert changed == grows


@pytest.mark.django_db(transaction=True)
@pytest.mark.parametrize(
    "write", ["decide", "start_quick_run", "enter_sheet", "attach_run", "start_run", "take_ladder"]
)
def test_without_a_key_the_state_under_the_lock_decides(write: str) -> None:
    call, grows = WRITES[write]
    world = World()
    sent, before = call(world), rows()
    answers = at_once(world, sent, {})
    assert all(answer.status_code < 500 for answer in answers)
    assert {name: rows()[name] - before[name] for name in grows} == grows


def together(call: Callable[[], object]) -> list[object]:
    """The answers of a service that several threads call at once, outside the transactions of the API."""

    def ask(_: int) -> object:
        try:
            return call()
        finally:
            connection.close()

    with ThreadPoolExecutor(TIMES) as pool:
        return list(pool.map(ask, range(TIMES)))


@pytest.mark.django_db(transaction=True)
def test_services_lock_what_they_change_and_find_what_another_made() -> None:
    world = World().started()
    part = Part.objects.get(pk=world.part["id"])
    together(lambda: extend_part(world.athlete, part.pk))
    assert Part.objects.get(pk=part.pk).runs_planned == part.runs_planned + TIMES
    run_id = uuid4()
    runs = together(lambda: start_run(world.athlete, run_id, world.rung, side="none", started_at=MOMENT))
    assert runs == [Run.objects.get(pk=run_id)] * TIMES
    moves = together(lambda: decide(world.athlete, world.ladder.pk, "climb", 0, MOMENT))
    assert [move for move in moves if move] == list(world.ladder.moves.all())
    assert world.ladder.moves.count() == 1


@pytest.mark.django_db(transaction=True)
def test_a_code_lets_one_in_and_its_press_waits_once_however_often_it_comes() -> None:
    run, code = World().paired()

    def try_to_come_in() -> str:
        try:
            return come_in(code, MOMENT)[1]
        except CoreError:
            return ""

    keys = [key for key in together(try_to_come_in) if key]
    assert len(keys) == 1
    press = HandPress(1, str(uuid4()), run, "make")
    together(lambda: hand_in(str(keys[0]), [press], None, MOMENT))
    assert WaitingPress.objects.count() == 1


@pytest.mark.django_db(transaction=True)
def test_a_block_that_was_started_is_not_planned_again_by_a_refit_that_comes_with_it() -> None:
    world = World()
    path = f"/api/blocks/{world.block['id']}/"

    def send(place: int) -> int:
        client = APIClient()
        client.force_login(world.athlete)
        try:
            if place:
                return int(client.post(f"{path}refit/", {"minutes": 20}, format="json").status_code)
            return int(client.patch(path, {"change": "start"}, format="json").status_code)
        finally:
            connection.close()

    with ThreadPoolExecutor(TIMES) as pool:
        list(pool.map(send, (1, 0, 1, 1)))
    assert world.client.get(path).json()["status"] == "started"


@pytest.mark.django_db(transaction=True)
def test_two_capped_runs_at_once_have_one_cap() -> None:
    world = World()
    given = {"title": "Twist", "discipline": "floor skills", "summary": ""}
    ladder = world.post("own-ladders/", **given, rung={**GAME, "format": "capped_attempts", "settings": {"cap": 6}})
    rung = world.client.get(f"/api/ladders/{ladder['id']}/").json()["standing"]["working"]["id"]
    first, second = world.player.start(rung), world.player.start(rung, at=MOMENT + timedelta(minutes=1))
    tallies = [world.player.send(run, events("xxxx")).json()["tally"] for run in (first, second)]
    assert [tally["attempts"] for tally in tallies] == [4, 2]
    assert tallies[1]["ending"] == "attempts"
    # Another rung's tries are none of these.
    other = world.post(
        f"ladders/{ladder['id']}/rungs/", **{**GAME, "format": "capped_attempts", "settings": {"cap": 3}}
    )
    third = world.player.start(other["id"], at=MOMENT + timedelta(minutes=2))
    assert world.player.send(third, events("xo")).json()["tally"]["attempts"] == 2


@pytest.mark.django_db
def test_a_request_that_was_refused_may_be_sent_again_with_its_key() -> None:
    world = World()
    key = {"Idempotency-Key": str(uuid4())}
    refused = world.client.post(
        "/api/routines/", {"block": world.block["id"], "title": " "}, format="json", headers=key
    )
    kept = world.client.post("/api/routines/", {"block": world.block["id"], "title": "A"}, format="json", headers=key)
    again = world.client.post("/api/routines/", {"block": world.block["id"], "title": "A"}, format="json", headers=key)
    assert (refused.status_code, kept.status_code, again.json()) == (400, 201, kept.json())
