"""Sides that are not only hands: named, played, found weaker by the record, and brought over from strong and weak."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from rest_framework.test import APIClient

from accounts.models import Athlete
from ladders.models import Ladder
from plan.proposals import BlockRequest
from plan.services import keep_routine, plan_block, refit_block
from runs.models import Run
from tests.server.conftest import rung_id
from tests.server.ladders.test_games import game, make
from tests.server.player import Player

SERVES = game("makes_of_n", settings={"attempts": 10})


def detail(client: APIClient, ladder: int) -> Any:
    return client.get(f"/api/ladders/{ladder}/").json()


def test_the_pairs_to_choose_from(client: APIClient) -> None:
    pairs = {each["id"]: each["title"] for each in client.get("/api/pairs/").json()}
    assert pairs["strokes"] == "forehand and backhand"
    assert {"none", "hands", "turns", "breathing", "courts", "own"} <= set(pairs)


def test_a_ladder_with_strokes_asks_for_each(client: APIClient) -> None:
    ladder = make(client, rung=SERVES, pair={"kind": "strokes"}).json()
    assert [each["words"] for each in ladder["sides"]] == ["forehand", "backhand"]
    standing = detail(client, ladder["id"])["standing"]
    assert standing["threshold"]["values"]["each_side"] is True
    assert [each["side_words"] for each in standing["verdict"]["evidence"]] == ["forehand", "backhand"]
    assert [part["title"].split(", ")[1] for part in standing["plannable"]] == ["forehand", "backhand"]


def test_own_words_that_are_the_same_are_refused_where_they_stand(client: APIClient) -> None:
    answer = make(client, pair={"kind": "own", "first": "Uphill", "second": "uphill"})
    assert answer.status_code == 400
    assert [each["loc"] for each in answer.json()["errors"]] == [["pair", "second"]]
    assert not Ladder.objects.filter(title="Boxes in the yard").exists()


def test_both_in_turn_are_one_run(client: APIClient, player: Player) -> None:
    ladder = make(client, rung=SERVES, pair={"kind": "hands", "is_in_turn": True}).json()
    assert [each["side"] for each in ladder["sides"]] == ["both"]
    rung = detail(client, ladder["id"])["rungs"][0]["rung"]["id"]
    run = player.play(rung, "o" * 10, side="both")
    assert client.get(f"/api/runs/{run}/").json()["side_words"] == "left and right hand, in turn"
    assert [(each["side"], each["count"]) for each in detail(client, ladder["id"])["rungs"][0]["records"]] == [
        ("both", 1)
    ]
    assert detail(client, ladder["id"])["side_finding"] == ""


def test_the_record_tells_which_is_the_weaker(client: APIClient, player: Player) -> None:
    ladder = make(client, rung=SERVES, pair={"kind": "strokes"}).json()
    rung = detail(client, ladder["id"])["rungs"][0]["rung"]["id"]
    assert detail(client, ladder["id"])["side_finding"].startswith("Which of forehand and backhand is weaker")
    for makes in (8, 9, 8, 7, 9):
        player.play(rung, "o" * makes + "x" * (10 - makes), side="first")
        player.play(rung, "o" * (makes - 4) + "x" * (14 - makes), side="second")
    assert detail(client, ladder["id"])["side_finding"] == (
        "Backhand is likely the weaker side: worse in 10 of 10 comparisons (5 runs each)."
    )
    plan = client.post("/api/proposals/", {"minutes": 30, "ladders": [ladder["id"]]}, format="json").json()
    played = [part for part in plan["parts"] if part["rung"]]
    assert [(part["side"], part["is_weaker"]) for part in played] == [("second", True), ("first", False)]
    assert played[0]["runs_planned"] >= played[1]["runs_planned"]


def test_a_page_that_was_open_before_may_still_say_strong_and_weak(player: Player, serving: Ladder) -> None:
    """Wren is left-handed."""
    runs = [player.play(rung_id(serving), "oox", side=side) for side in ("weak", "strong")]
    assert [Run.objects.get(pk=run).side for run in runs] == ["second", "first"]


def state(athlete: Athlete) -> tuple[Any, ...]:
    """What the database holds of sides, whichever version it is of."""
    with connection.cursor() as cursor:
        rows = []
        for query in (
            "SELECT side FROM runs_run ORDER BY started_at, id",
            "SELECT side FROM runs_summary ORDER BY id",
            "SELECT side FROM blocks_part ORDER BY id",
            "SELECT parts FROM plan_routine ORDER BY id",
            "SELECT before FROM blocks_block ORDER BY id",
        ):
            cursor.execute(query)
            rows.append(tuple(row[0] for row in cursor.fetchall()))
    return tuple(rows)


@pytest.mark.django_db(transaction=True)
def test_stored_sides_are_brought_over_and_back(athlete: Athlete, serving: Ladder, player: Player) -> None:
    for side in ("first", "second"):
        player.play(rung_id(serving), "ooxx", side=side)
    block = plan_block(athlete, BlockRequest(30, [serving.pk], date(2026, 5, 4)))
    keep_routine(athlete, block.pk, "Serves")
    refit_block(athlete, block.pk, 25)
    now = state(athlete)
    older = [("runs", "0009_part"), ("blocks", "0009_parts"), ("plan", "0001_initial")]
    older.append(("ladders", "0006_moves_by_rung_and_one_quick_ladder"))
    try:
        MigrationExecutor(connection).migrate(older)
        before = state(athlete)
        assert set(before[0]) == {"weak", "strong"}
        assert before[0] == tuple({"first": "strong", "second": "weak"}[side] for side in now[0])
        assert '"second"' not in before[3][0]
        with connection.cursor() as cursor:
            cursor.execute("SELECT has_sides FROM ladders_ladder")
            assert [bool(row[0]) for row in cursor.fetchall()] == [True]
    finally:
        executor = MigrationExecutor(connection)
        executor.migrate(executor.loader.graph.leaf_nodes())
    after = state(athlete)
    assert after[:4] == now[:4]
    assert Ladder.objects.get().known_pair.kind == "hands"
