"""A block kept on paper: what the sheet asks, and typing it in, all or nothing."""

from __future__ import annotations

import json
from datetime import UTC, datetime
from typing import Any

import pytest

from accounts.models import Athlete
from accounts.selectors import get_today
from jolly_core.device.wire import Device
from ladders.models import Ladder
from runs.models import Run
from tests.server.conftest import rung_id
from tests.server.player import Player


@pytest.fixture
def block(player: Player, athlete: Athlete, putting: Ladder) -> Any:
    body = {"minutes": 30, "ladders": [putting.pk], "day": str(get_today(athlete)), "start": "00:00"}
    return player.client.post("/api/blocks/", body, format="json").json()


def challenge(block: Any) -> Any:
    return next(part for part in block["parts"] if part["kind"] == "challenge")


def enter(player: Player, block: Any, *runs: dict[str, Any], **values: Any) -> Any:
    rows = [{"part": challenge(block)["id"], "runs": list(runs)}]
    body = {"rows": rows, "minutes": 28, **values}
    return player.client.post(f"/api/blocks/{block['id']}/sheet/", body, format="json")


def test_the_sheet_says_the_rule_the_boxes_and_the_totals(block: Any) -> None:
    sheet = challenge(block)["sheet"]
    assert sheet["rule"] == "Play all 10; tick a box for each make, leave it empty for a miss."
    assert (sheet["boxes"], [total["name"] for total in sheet["totals"]]) == (10, ["makes"])


def test_totals_become_runs_that_are_marked_and_count(player: Player, block: Any, putting: Ladder) -> None:
    closed = enter(player, block, {"makes": 8}, {"makes": 9}, effort=6, note="Windy").json()
    assert (closed["status"], closed["effort"], closed["note"]) == ("done", 6, "Windy")
    runs = player.played()
    assert [(run["is_from_paper"], run["tally"]["makes"], run["tally"]["ending"]) for run in runs] == [
        (True, 9, "paper"),
        (True, 8, "paper"),
    ]
    assert player.client.get(f"/api/runs/{runs[0]['id']}/events/").json()["results"] == []
    # The rung asks for 8 makes in 2 of the last 3 runs.
    standing = player.client.get(f"/api/ladders/{putting.pk}/").json()["standing"]
    assert standing["verdict"]["kind"] == "climb"


def test_minutes_and_effort_are_the_load(player: Player, block: Any) -> None:
    enter(player, block, {"makes": 8}, effort=5)
    assert player.client.get("/api/load/").json()["weeks"][-1]["load"] == 28 * 5


def test_no_pace_is_learnt_from_paper(player: Player, block: Any, putting: Ladder) -> None:
    before = player.client.post("/api/proposals/", {"minutes": 30, "ladders": [putting.pk]}, format="json").json()
    enter(player, block, {"makes": 8})
    after = player.client.post("/api/proposals/", {"minutes": 30, "ladders": [putting.pk]}, format="json").json()
    runs = [next(each for each in answer["parts"] if each["rung"]) for answer in (before, after)]
    assert runs[0]["planned_s"] / runs[0]["runs_planned"] == pytest.approx(
        runs[1]["planned_s"] / runs[1]["runs_planned"], rel=0.02
    )


@pytest.mark.parametrize(
    ("totals", "code"),
    [
        ({"makes": 11}, "out_of_reach"),
        ({"makes": -1}, "out_of_range"),
        ({}, "missing"),
        ({"makes": 3, "goals": 1}, "unknown_setting"),
    ],
    ids=["more than tries", "negative", "missing", "unknown"],
)
def test_a_total_that_cannot_be_keeps_nothing(player: Player, block: Any, totals: dict[str, Any], code: str) -> None:
    refused = enter(player, block, {"makes": 8}, totals)
    assert refused.status_code == 400
    error = refused.json()["errors"][0]
    assert (error["loc"][:4], error["code"]) == (["rows", 0, "runs", 1], code)
    assert Run.objects.count() == 0
    assert player.client.get(f"/api/blocks/{block['id']}/").json()["status"] == "planned"


def test_a_sheet_is_typed_in_once(player: Player, block: Any) -> None:
    enter(player, block, {"makes": 8})
    refused = enter(player, block, {"makes": 8})
    assert (refused.status_code, refused.json()["code"]) == (409, "block_closed")
    assert Run.objects.count() == 1


def test_a_row_of_another_block_is_refused(player: Player, athlete: Athlete, block: Any, putting: Ladder) -> None:
    body = {"minutes": 30, "ladders": [putting.pk], "day": str(get_today(athlete))}
    other = player.client.post("/api/blocks/", body, format="json").json()
    rows = [{"part": challenge(other)["id"], "runs": [{"makes": 8}]}]
    refused = player.client.post(f"/api/blocks/{block['id']}/sheet/", {"rows": rows, "minutes": 20}, format="json")
    assert (refused.status_code, refused.json()["errors"][0]["code"]) == (400, "wrong_part")


def test_events_cannot_be_added_to_a_paper_run(player: Player, block: Any) -> None:
    enter(player, block, {"makes": 8})
    run = player.client.get("/api/runs/").json()["results"][0]["id"]
    answer = player.send(run, [{"id": "0b0f6a2e-4f0e-4a51-9df4-8a2f5c1d7e10", "kind": "make", "seq": 1, "at_ms": 10}])
    assert answer.status_code == 409
    assert player.client.get(f"/api/runs/{run}/").json()["tally"]["makes"] == 8


def test_totals_of_a_streak_with_sides(player: Player, athlete: Athlete, ladder_of: Any) -> None:
    ladder = ladder_of(athlete, "cascade-catches")
    body = {"minutes": 30, "ladders": [ladder.pk], "day": str(get_today(athlete))}
    block = player.client.post("/api/blocks/", body, format="json").json()
    enter(player, block, {"best_streak": 12, "makes": 40, "misses": 5})
    tally = player.played()[0]["tally"]
    assert (tally["best_streak"], tally["attempts"]) == (12, 45)
    assert rung_id(ladder)


@pytest.mark.parametrize("runs", [[{"makes": 8}], [{"makes": 11}, {}, {"makes": -1}], [{}, {"makes": 3, "misses": 1}]])
def test_a_device_without_a_network_takes_and_refuses_the_same(
    player: Player, block: Any, runs: list[dict[str, Any]]
) -> None:
    part = challenge(block)
    kits = player.client.get("/api/kits/", {"rung": part["rung"]["id"]}).json()
    rows, at = [{"part": part["id"], "runs": runs}], datetime.now(UTC).isoformat()
    asked = {"block": block, "kits": kits, "rows": rows, "at": at, "note": "Windy", "effort": 6}
    here = json.loads(Device().answer(json.dumps({"call": "enter_sheet", "with": asked})))
    there = enter(player, block, *runs, at=at, note="Windy", effort=6).json()
    if "problem" in here:
        assert here["problem"] == {name: there[name] for name in ("code", "detail", "errors")}
    else:
        assert [here["value"][name] for name in SAID] == [there[name] for name in SAID]
        assert all(each["done_at"] for each in here["value"]["parts"])


SAID = ("status", "now", "note", "effort", "running")
