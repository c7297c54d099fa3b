"""Drills whose runs take turns, from the proposal to the last run."""

from __future__ import annotations

from typing import Any

import pytest
from rest_framework.test import APIClient

from ladders.models import Ladder
from tests.server.plan.asking import DAY, asked, post
from tests.server.player import Player


@pytest.fixture
def woven(client: APIClient, putting: Ladder, serving: Ladder) -> Any:
    right, left = (f"{serving.rungs.first().pk}-{side}" for side in ("first", "second"))
    putts = f"{putting.rungs.first().pk}-none"
    kept = [{"key": key, "place": place, "runs": 2} for place, key in enumerate((right, putts, left))]
    body = {**asked(putting, serving, minutes=60), "kept": kept, "fill": False, "weave": "in_turn"}
    proposal = post(client, "proposals/", **body).json()
    assert [braid["order"] for braid in proposal["braids"]] == [[right, putts, left] * 2]
    assert "Shea and Morgan" in proposal["weave_words"]
    return post(client, "blocks/", **body).json()


def play(player: Player, block: Any) -> Any:
    """Play the run whose turn it is."""
    part = next(each for each in block["parts"] if each["id"] == block["now"])
    player.play(part["rung"]["id"], "o" * 10, side=part["side"], part=part["id"])
    return player.client.get(f"/api/blocks/{block['id']}/").json()


def done(player: Player, block: Any) -> Any:
    assert post(player.client, f"parts/{block['now']}/done/").status_code == 200
    return player.client.get(f"/api/blocks/{block['id']}/").json()


def test_they_are_played_in_turn_and_left_behind_together(player: Player, woven: Any) -> None:
    patch = {"change": "start"}
    player.client.patch(f"/api/blocks/{woven['id']}/", patch, format="json")
    block = done(player, woven)  # the warm-up
    titles = []
    for _ in range(6):
        part = next(each for each in block["parts"] if each["id"] == block["now"])
        titles.append((part["title"].split(":")[0], part["side"]))
        block = play(player, block)
    serves, putts = "Serve to the box", "Putts from the circle"
    assert titles == [(serves, "first"), (putts, "none"), (serves, "second")] * 2
    block = done(player, block)
    assert [part["kind"] for part in block["parts"] if part["done_at"] is None] == ["cool_down"]
    assert {part["actual_s"] for part in block["parts"]} == {None}


def test_one_that_is_left_early_leaves_the_others_their_turns(player: Player, woven: Any) -> None:
    player.client.patch(f"/api/blocks/{woven['id']}/", {"change": "start"}, format="json")
    block = play(player, done(player, woven))
    block = done(player, block)  # no putts today
    part = next(each for each in block["parts"] if each["id"] == block["now"])
    assert (part["side"], len(part["runs"])) == ("second", 0)


def test_a_routine_keeps_its_order_of_runs(client: APIClient, woven: Any) -> None:
    routine = post(client, "routines/", block=woven["id"], title="In turn").json()
    again = post(client, f"routines/{routine['id']}/", day=DAY).json()
    assert again["weave"] == "in_turn"
    assert [braid["keys"] for braid in again["braids"]] == [braid["keys"] for braid in woven["braids"]]


def test_an_order_that_is_none_is_refused(client: APIClient, putting: Ladder) -> None:
    refused = post(client, "proposals/", **asked(putting), weave="plaited")
    assert (refused.status_code, refused.json()["errors"][0]["loc"]) == (400, ["weave"])
