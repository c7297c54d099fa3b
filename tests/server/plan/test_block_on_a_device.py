"""A block that a device plays by itself stands, after every step, as the server has it after the same steps."""

from __future__ import annotations

import json
from datetime import UTC, datetime, timedelta
from random import Random
from typing import Any
from uuid import uuid4

import pytest
from rest_framework.test import APIClient

from jolly_core.device.wire import Device
from ladders.models import Ladder
from tests.server.plan.asking import asked, post
from tests.server.player import events


def device(name: str, **values: Any) -> Any:
    return json.loads(Device().answer(json.dumps({"call": name, "with": values})))["value"]


def seen(block: Any) -> Any:
    """What both must agree on: the time that is left is the server's to say, and moments are written in two ways."""
    parts = [
        (part["id"], bool(part["done_at"]), bool(part["dropped_at"]), sorted(part["runs"])) for part in block["parts"]
    ]
    return block["status"], block["now"], parts, block["note"], block["effort"], block["title"]


@pytest.mark.parametrize("weave", ["blocked", "in_turn", "two_and_one", "mixed"])
@pytest.mark.parametrize("seed", range(3))
def test_every_step_comes_to_the_same(
    client: APIClient, putting: Ladder, serving: Ladder, weave: str, seed: int
) -> None:
    chance = Random(f"{weave}{seed}")
    there = post(client, "blocks/", **asked(putting, serving, weave=weave, seed=seed)).json()
    address, here = f"/api/blocks/{there['id']}/", there
    at = datetime.now(UTC) - timedelta(hours=2)
    here = device("start_block", block=here, at=at.isoformat())
    there = client.patch(address, {"change": "start", "at": at.isoformat()}, format="json").json()
    assert datetime.fromisoformat(there["started_at"]) == at
    while there["now"] is not None:
        assert seen(here) == seen(there)
        part = next(each for each in there["parts"] if each["id"] == there["now"])
        at += timedelta(minutes=1)
        if part["rung"] and len(part["runs"]) < part["runs_planned"] and chance.random() < 0.7:
            run = str(uuid4())
            body = {"rung": part["rung"]["id"], "side": part["side"], "part": part["id"], "started_at": at.isoformat()}
            client.put(f"/api/runs/{run}/", {**body, "was_played": True}, format="json")
            client.post(f"/api/runs/{run}/events/", {"events": events("o" * 9 + "xf")}, format="json")
            here = device("count_run", block=here, part=part["id"], run=run)
            there = client.get(address).json()
        else:
            here = device("finish_part", block=here, part=part["id"], at=at.isoformat())
            there = client.post(f"/api/parts/{part['id']}/done/", {"at": at.isoformat()}, format="json").json()
    closing = {"note": "The second ball sat up.", "effort": 6}
    here = device("finish_block", block=here, at=at.isoformat(), **closing)
    there = client.patch(address, {"change": "finish", "at": at.isoformat(), **closing}, format="json").json()
    assert seen(here) == seen(there)
    assert datetime.fromisoformat(there["finished_at"]) == at


def test_a_moment_that_is_still_to_come_is_now(client: APIClient, putting: Ladder) -> None:
    block = post(client, "blocks/", **asked(putting)).json()
    later = (datetime.now(UTC) + timedelta(hours=3)).isoformat()
    begun = client.patch(f"/api/blocks/{block['id']}/", {"change": "start", "at": later}, format="json").json()
    assert datetime.fromisoformat(begun["started_at"]) <= datetime.now(UTC)
