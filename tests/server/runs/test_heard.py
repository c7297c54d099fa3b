"""What the ear has heard of a run, in place of its presses, and what it has learnt of a place."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from ladders.models import Ladder
from runs.recount import list_recountable, recount
from tests.server.conftest import rung_id
from tests.server.player import Player


def hear(player: Player, run: str, *hits_ms: int, gap_ms: int = 1500, name: object = None) -> Any:
    body = {"hits_ms": hits_ms, "gap_ms": gap_ms}
    return player.client.put(f"/api/runs/{run}/heard/{name or uuid4()}/", body, format="json")


def catches(player: Player, ladder_of: Any, athlete: Any, line: str = "oox oooo f") -> str:
    return player.play(rung_id(ladder_of(athlete, "cascade-catches")), line)


def test_what_was_heard_takes_the_place_of_the_presses(player: Player, ladder_of: Any, athlete: Any) -> None:
    run, name = catches(player, ladder_of, athlete), uuid4()
    before = player.client.get(f"/api/runs/{run}/").json()
    assert before["heard_as"] == "rallies"
    for _ in range(2):  # sent again, it is done once
        heard = hear(player, run, 500, 1000, 1500, 2000, 2500, 6000, name=name).json()
    assert heard["tally"]["metrics"]["best_streak"] == 5
    assert (heard["tally"]["makes"], heard["tally"]["misses"]) == (6, 2)
    assert heard["is_over"]
    assert heard["last_seq"] == before["last_seq"] + 1
    # The history stays, and the count is that of its events.
    stored = player.client.get(f"/api/runs/{run}/events/").json()["results"]
    assert [each["kind"] for each in stored][:3] == ["make", "make", "miss"]
    assert [list(recount(each)) for each in list_recountable()] == [[]]
    strokes = player.client.get(f"/api/runs/{run}/strokes/").json()["strokes"]
    assert [each["at_ms"] for each in strokes if each["kind"] == "make"] == [500, 1000, 1500, 2000, 2500, 6000]


def test_a_thousand_hits_take_several_events(player: Player, ladder_of: Any, athlete: Any) -> None:
    run = catches(player, ladder_of, athlete)
    assert hear(player, run, *range(100, 300_100, 300)).json()["tally"]["makes"] >= 10
    assert [list(recount(each)) for each in list_recountable()] == [[]]


def test_refuses_what_was_not_heard_there(player: Player, ladder_of: Any, athlete: Any, putting: Ladder) -> None:
    cases = [
        (player.putts(rung_id(putting), 8), [500], "not_heard"),
        (catches(player, ladder_of, athlete, "oo"), [500], "not_over"),
    ]
    for run, hits, code in cases:
        assert hear(player, run, *hits).json()["errors"][0]["code"] == code
    assert hear(player, cases[0][0]).status_code == 400


def test_a_place_keeps_what_the_ear_learnt_there(player: Player) -> None:
    place = player.client.post("/api/places/", {"name": "Kiln Street rink", "offers": []}, format="json").json()
    assert place["ear"] is None
    lessons = {"sensitivity": 1.25, "hits": [[30.5, 20.0]], "others": [[3.0, 40.0]], "cut": None}
    answer = player.client.put(f"/api/places/{place['id']}/ear/", lessons, format="json")
    assert answer.json()["ear"] == lessons
    assert player.client.get("/api/places/").json()[0]["ear"] == lessons
    for wrong in ({"sensitivity": 30}, {"hits": [[500.0]]}, {"others": [[]]}):
        assert (
            player.client.put(f"/api/places/{place['id']}/ear/", {**lessons, **wrong}, format="json").status_code == 400
        )
