"""Ladders changed: rungs put in, copied, moved, taken out and brought back; ladders renamed and put away."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from ladders.models import Ladder, Rung
from plan.proposals import BlockRequest
from plan.selectors import get_today_page
from plan.services import plan_block
from tests.server.conftest import rung_id
from tests.server.ladders.test_games import game
from tests.server.player import Player

BY_DISTANCE = ["from 4 m", "from 5 m", "from 6 m", "from 7 m", "from 8 m"]


def titles(client: APIClient, ladder: Ladder) -> list[str]:
    return [each["title"] for each in client.get(f"/api/ladders/{ladder.pk}/").json()["standing"]["rungs"]]


def standing(client: APIClient, ladder: Ladder) -> tuple[int, str]:
    found = client.get(f"/api/ladders/{ladder.pk}/").json()["standing"]
    return found["held"], found["working"]["title"]


def hold(client: APIClient, ladder: Ladder, rungs: int) -> None:
    for held in range(rungs):
        client.post(f"/api/ladders/{ladder.pk}/moves/", {"decision": "climb", "held": held}, format="json")


@pytest.mark.parametrize(
    ("number", "now"), [(1, (3, "from 6 m")), (2, (3, "from 6 m")), (3, (2, "in between")), (6, (2, "from 6 m"))]
)
def test_a_rung_is_put_in_anywhere(client: APIClient, putting: Ladder, number: int, now: tuple[int, str]) -> None:
    hold(client, putting, 2)
    given = game("makes_of_n", title="in between", number=number)
    answer = client.post(f"/api/ladders/{putting.pk}/rungs/", given, format="json")
    assert (answer.status_code, answer.json()["number"]) == (201, number)
    assert titles(client, putting) == [*BY_DISTANCE[: number - 1], "in between", *BY_DISTANCE[number - 1 :]]
    assert standing(client, putting) == now


def test_a_number_that_leaves_a_gap_keeps_nothing(client: APIClient, putting: Ladder) -> None:
    answer = client.post(f"/api/ladders/{putting.pk}/rungs/", game("makes_of_n", number=9), format="json")
    assert (answer.status_code, answer.json()["errors"][0]["loc"]) == (400, ["number"])
    assert titles(client, putting) == BY_DISTANCE


def test_a_copy_has_everything(client: APIClient, putting: Ladder) -> None:
    rung = putting.rungs.get(number=2)
    copy = client.post(f"/api/rungs/{rung.pk}/copy/").json()
    made = Rung.objects.get(pk=copy["id"])
    assert made.number == 3
    for name in ("title", "set_up", "levers", "cues", "format", "settings", "layout_id"):
        assert getattr(made, name) == getattr(rung, name)
    assert made.threshold_revisions.get().threshold == rung.threshold_revisions.get().threshold
    assert made.layout_id is not None


def test_a_rung_is_moved_and_the_athlete_stays(client: APIClient, putting: Ladder) -> None:
    hold(client, putting, 2)
    client.put(f"/api/rungs/{rung_id(putting, 5)}/number/", {"number": 1}, format="json")
    assert titles(client, putting) == ["from 8 m", *BY_DISTANCE[:4]]
    assert standing(client, putting) == (3, "from 6 m")


def test_runs_count_anew_where_another_rung_is_worked_on(client: APIClient, putting: Ladder) -> None:
    before = putting.arrived_at
    client.put(f"/api/rungs/{rung_id(putting, 5)}/number/", {"number": 4}, format="json")
    putting.refresh_from_db()
    assert putting.arrived_at == before
    client.put(f"/api/rungs/{rung_id(putting, 2)}/number/", {"number": 1}, format="json")
    putting.refresh_from_db()
    assert putting.arrived_at > before


def test_what_is_undone_counts_as_before(client: APIClient, putting: Ladder) -> None:
    """The rung that is worked on is taken out and put back: the runs since the athlete came to it still count."""
    arrived, rung = putting.arrived_at, rung_id(putting)
    client.delete(f"/api/rungs/{rung}/")
    putting.refresh_from_db()
    assert putting.arrived_at > arrived
    client.post(f"/api/rungs/{rung}/bring-back/")
    putting.refresh_from_db()
    assert putting.arrived_at == arrived
    for number in (2, 1):  # up and down again
        client.put(f"/api/rungs/{rung}/number/", {"number": number}, format="json")
    putting.refresh_from_db()
    assert putting.arrived_at == arrived


def test_a_rung_taken_out_keeps_its_runs_and_comes_back(client: APIClient, putting: Ladder, player: Player) -> None:
    rung = rung_id(putting, 2)
    run = player.putts(rung, 7)
    for _ in range(2):
        assert client.delete(f"/api/rungs/{rung}/").status_code == 200
    assert titles(client, putting) == [BY_DISTANCE[0], *BY_DISTANCE[2:]]
    assert [each.number for each in putting.rungs.all()] == [1, 2, 3, 4]
    assert client.get(f"/api/runs/{run}/").json()["rung"]["title"] == "from 5 m"
    assert player.outcome(run)["is_working_rung"] is False
    assert len(client.get("/api/runs/").json()["results"]) == 1
    for _ in range(2):
        assert client.post(f"/api/rungs/{rung}/bring-back/").status_code == 200
    assert titles(client, putting) == BY_DISTANCE


def test_the_last_rung_stays(client: APIClient, putting: Ladder) -> None:
    for number in (5, 4, 3, 2):
        client.delete(f"/api/rungs/{rung_id(putting, number)}/")
    answer = client.delete(f"/api/rungs/{rung_id(putting)}/")
    assert (answer.status_code, answer.json()["errors"][0]["code"]) == (400, "last_rung")


def test_a_planned_run_on_a_rung_taken_out_is_still_played(
    client: APIClient, athlete: Athlete, putting: Ladder, player: Player
) -> None:
    block = plan_block(athlete, BlockRequest(30, [putting.pk], date(2099, 5, 4)))
    part = block.parts.exclude(rung=None).get()
    client.delete(f"/api/rungs/{part.rung_id}/")
    player.play(part.rung_id or 0, "oox", part=part.pk)
    assert any("from 5 m" in each for each in get_today_page(athlete).stale)


def test_a_move_is_taken_back_to_a_rung_that_is_gone(client: APIClient, putting: Ladder) -> None:
    hold(client, putting, 3)
    client.delete(f"/api/rungs/{rung_id(putting, 2)}/")
    client.delete(f"/api/ladders/{putting.pk}/moves/")
    assert standing(client, putting) == (1, "from 6 m")


def test_a_ladder_is_renamed(client: APIClient, putting: Ladder) -> None:
    words = {"title": " Putts in the hall ", "discipline": "disc putting", "summary": ""}
    assert client.put(f"/api/ladders/{putting.pk}/words/", words, format="json").json()["title"] == "Putts in the hall"
    empty = client.put(f"/api/ladders/{putting.pk}/words/", {**words, "title": "  "}, format="json")
    assert (empty.status_code, empty.json()["errors"][0]["loc"]) == (400, ["title"])


def test_a_ladder_is_put_away_and_brought_back(
    client: APIClient, athlete: Athlete, putting: Ladder, serving: Ladder, player: Player
) -> None:
    plan_block(athlete, BlockRequest(30, [putting.pk], date(2099, 5, 4)))
    player.putts(rung_id(putting), 7)

    def put_away(is_archived: bool) -> None:
        answer = client.put(f"/api/ladders/{putting.pk}/archived/", {"is_archived": is_archived}, format="json")
        assert answer.status_code == 200

    def own() -> list[Any]:
        return [each["ladder"]["title"] for each in client.get("/api/ladders/").json()]

    put_away(True)
    assert own() == [serving.title]
    assert [each["title"] for each in client.get("/api/archived-ladders/").json()] == [putting.title]
    assert client.get("/api/today/").json()["next_block"]["parts"][1]["title"].startswith(putting.title)
    assert len(client.get("/api/runs/").json()["results"]) == 1
    put_away(False)
    assert sorted(own()) == sorted([putting.title, serving.title])
    put_away(True)
    client.post("/api/shelf/putting-circle/take/")
    assert putting.title in own()


def test_others_ladders_are_not_there(client: APIClient, stranger: Athlete, ladder_of: Any) -> None:
    theirs = ladder_of(stranger, "putting-circle")
    rung = rung_id(theirs)
    for method, path in (
        ("delete", f"rungs/{rung}/"),
        ("post", f"rungs/{rung}/copy/"),
        ("post", f"rungs/{rung}/bring-back/"),
    ):
        assert getattr(client, method)(f"/api/{path}").status_code == 404
    assert client.put(f"/api/rungs/{rung}/number/", {"number": 1}, format="json").status_code == 404
    assert client.put(f"/api/ladders/{theirs.pk}/archived/", {"is_archived": True}, format="json").status_code == 404


def set_needs(client: APIClient, rung: int, *needs: tuple[int, bool]) -> Any:
    body = {"needs": [{"rung": needed, "is_must": is_must} for needed, is_must in needs]}
    return client.put(f"/api/rungs/{rung}/needs/", body, format="json")


def test_what_comes_first_is_said_where_it_is_played_and_planned(
    client: APIClient, putting: Ladder, serving: Ladder, player: Player
) -> None:
    rung, must, ideal = rung_id(putting), rung_id(serving, 2), rung_id(serving, 1)
    assert set_needs(client, rung, (must, True), (ideal, False)).status_code == 200

    def unmet() -> str:
        return str(client.get(f"/api/ladders/{putting.pk}/").json()["rungs"][-1]["unmet"])

    def reasons() -> str:
        plan = client.post("/api/proposals/", {"minutes": 30, "ladders": [putting.pk]}, format="json").json()
        return next(part["reasons"][0] for part in plan["parts"] if part["rung"])

    assert unmet() == (
        "Hold first: Serve to the box, rung 2 (1.5 m box); easier with: Serve to the box, rung 1 (2 m box)."
    )
    assert reasons().startswith("hold first: Serve to the box, rung 2 (1.5 m box)")
    player.putts(rung, 5)  # no door is locked
    hold(client, serving, 2)
    assert (unmet(), "hold first" in reasons()) == ("", False)
    set_needs(client, rung)
    assert client.get(f"/api/ladders/{putting.pk}/").json()["rungs"][-1]["needs"] == []


def test_rungs_that_would_need_each_other_are_refused(client: APIClient, putting: Ladder, serving: Ladder) -> None:
    assert set_needs(client, rung_id(putting, 2), (rung_id(serving, 3), True)).status_code == 200
    # Rung 1 of the serves lies below rung 3, which the second putt needs.
    answer = set_needs(client, rung_id(serving, 1), (rung_id(putting, 4), False))
    assert (answer.status_code, answer.json()["errors"][0]["code"]) == (400, "needs_in_a_circle")
    assert "Serve to the box 1" in answer.json()["errors"][0]["msg"]
    assert client.get(f"/api/ladders/{serving.pk}/").json()["rungs"][-1]["needs"] == []


@pytest.mark.parametrize("which", ["itself", "twice", "another's"])
def test_needs_that_cannot_be(
    client: APIClient, putting: Ladder, stranger: Athlete, ladder_of: Any, which: str
) -> None:
    rung, other = rung_id(putting), rung_id(putting, 2)
    theirs = rung_id(ladder_of(stranger, "serve-to-box"))
    needs = {"itself": [rung], "twice": [other, other], "another's": [theirs]}[which]
    answer = set_needs(client, rung_id(putting), *((each, True) for each in needs))
    assert (answer.status_code, answer.json()["errors"][0]["loc"][0]) == (400, "needs")
