"""Of everything that an athlete keeps there is room for so many, and shapes are documented as what they are."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import fields
from typing import Any

import jsonschema
import pytest
import yaml
from rest_framework.test import APIClient

from jolly_core.shapes.registry import SHAPES
from ladders.models import Ladder
from tests.server.config.test_answers import SCHEMA
from tests.server.conftest import rung_id
from tests.server.ladders.test_games import game, make
from tests.server.layouts.test_layouts import BOX, keep
from tests.server.player import Player, events

LIMIT = {"part": "knee", "side": "left", "strictness": "rest", "since": "2026-03-02", "until": None}
#: What is kept, by the bound that is made small, and a write that keeps one more.
KEEPS: dict[str, Callable[[APIClient, Ladder, int], Any]] = {
    "ladders.packs.MOST_LADDERS": lambda client, ladder, number: make(client, title=f"Ladder {number}"),
    "ladders.rungs.MOST_RUNGS": lambda client, ladder, _: client.post(
        f"/api/ladders/{ladder.pk}/rungs/", game(), format="json"
    ),
    "layouts.services.MOST_LAYOUTS": lambda client, ladder, _: keep(client, BOX),
    "places.services.MOST_PLACES": lambda client, ladder, number: client.post(
        "/api/places/", {"name": f"Yard {number}", "offers": []}, format="json"
    ),
    "accounts.services.MOST_LIMITS": lambda client, ladder, _: client.post("/api/limits/", LIMIT, format="json"),
}


@pytest.mark.parametrize("bound", KEEPS)
def test_there_is_room_for_so_many(
    client: APIClient, putting: Ladder, monkeypatch: pytest.MonkeyPatch, bound: str
) -> None:
    monkeypatch.setattr(bound, 12)
    answers = [KEEPS[bound](client, putting, number) for number in range(13)]
    assert answers[0].status_code in (200, 201), answers[0].json()
    refused = answers[-1]
    assert (refused.status_code, refused.json()["code"]) == (400, "no_room")
    assert "room for 12" in refused.json()["detail"]


def test_limits_that_were_lifted_take_no_room(client: APIClient, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("accounts.services.MOST_LIMITS", 2)
    for _ in range(4):
        kept = client.post("/api/limits/", LIMIT, format="json")
        assert kept.status_code == 201, kept.json()
        assert client.delete(f"/api/limits/{kept.json()['id']}/").status_code in (200, 204)


def test_a_run_takes_no_presses_without_end_and_can_still_be_stopped(
    player: Player, putting: Ladder, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("runs.services.MOST_EVENTS", 2)
    run = player.start(rung_id(putting))
    assert player.send(run, events("oxo")).status_code == 200
    refused = player.send(run, events("o", 4))
    assert (refused.status_code, refused.json()["code"]) == (400, "no_room")
    assert player.send(run, events("f", 4)).json()["tally"]["is_over"]


@pytest.mark.parametrize("kind", SHAPES)
def test_each_shape_is_documented_with_the_lengths_of_its_kind(client: APIClient, kind: str) -> None:
    lengths = {each.name: 0.5 for each in fields(SHAPES[kind])}
    zone = {"name": "one", "surface": "wall", "shape": {"kind": kind, **lengths}, "at": [2.0, 1.0]}
    shape = keep(client, zone).json()["zones"][0]["shape"]
    schemas = yaml.safe_load(SCHEMA.read_text())["components"]["schemas"]
    documented = {
        name: schemas[each["$ref"].split("/")[-1]] if "$ref" in each else each
        for name, each in schemas[f"{kind.title()}Shape"]["properties"].items()
    }
    jsonschema.validate(shape, {"properties": documented, "required": list(documented), "additionalProperties": False})
    first, *_ = lengths
    missing = {**zone, "shape": {name: each for name, each in zone["shape"].items() if name != first}}
    assert keep(client, missing).json()["errors"][0]["loc"] == ["zones", 0, "shape", first]
