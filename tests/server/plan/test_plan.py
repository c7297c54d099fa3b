"""Proposing a block, keeping it, playing it through, and the day at a glance."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from accounts.selectors import get_today
from blocks.models import Block
from ladders.models import Ladder
from tests.server.conftest import rung_id
from tests.server.player import Player

DAY = "2099-05-04"


def plan(client: APIClient, *ladders: Ladder, minutes: int = 30, day: str = DAY) -> Any:
    body = {"minutes": minutes, "ladders": [ladder.pk for ladder in ladders], "day": day}
    return client.post("/api/blocks/", body, format="json")


def change(client: APIClient, block: int, **values: Any) -> Any:
    return client.patch(f"/api/blocks/{block}/", values, format="json")


def test_a_proposal_is_shown_and_not_kept(client: APIClient, putting: Ladder) -> None:
    answer = client.post("/api/proposals/", {"minutes": 30, "ladders": [putting.pk]}, format="json").json()
    assert [part["kind"] for part in answer["parts"]] == ["warm_up", "challenge", "cool_down"]
    assert sum(part["planned_s"] for part in answer["parts"]) + answer["spare_s"] == 30 * 60
    assert Block.objects.count() == 0


def test_a_part_says_what_it_was_taken_for_before_there_was_a_record(player: Player, putting: Ladder) -> None:
    def part() -> Any:
        body = {"minutes": 30, "ladders": [putting.pk]}
        parts = player.client.post("/api/proposals/", body, format="json").json()["parts"]
        return next(each for each in parts if each["rung"])

    before = part()
    assert before["guess_s"] is None
    for _ in range(3):
        player.putts(rung_id(putting), 6)  # a putt a second
    after = part()
    each_s = before["planned_s"] / before["runs_planned"]
    assert after["guess_s"] / after["runs_planned"] == pytest.approx(each_s, rel=0.1)
    assert after["planned_s"] / after["runs_planned"] < each_s / 2


@pytest.mark.parametrize(
    ("focus", "looked_at"), [("balanced", 4), ("one_ladder", 1), ("weak_spots", 4), ("test_day", 4)]
)
def test_where_no_ladder_was_chosen_the_focus_says_which_are_looked_at(
    client: APIClient, athlete: Athlete, ladder_of: Any, focus: str, looked_at: int
) -> None:
    own = [ladder_of(athlete, key).pk for key in ("putting-circle", "serve-to-box", "wall-rally", "cascade-catches")]
    answer = client.post("/api/proposals/", {"minutes": 60, "focus": focus}, format="json").json()
    assert answer["ladders"] == own[:looked_at]
    chosen = client.post("/api/proposals/", {"minutes": 60, "focus": focus, "ladders": own[3:]}, format="json").json()
    assert chosen["ladders"] == own[3:]


def test_a_block_begins_with_what_waits_longest(
    client: APIClient, athlete: Athlete, player: Player, ladder_of: Any
) -> None:
    """Half an hour holds two: those that were never played, then the one that was not for longest."""
    own = [ladder_of(athlete, key) for key in ("putting-circle", "serve-to-box", "wall-rally")]

    def begins_with() -> Any:
        return client.post("/api/proposals/", {"minutes": 30}, format="json").json()["ladders"]

    assert begins_with() == [own[0].pk, own[1].pk]
    player.putts(rung_id(own[0]), 6, day=-3)
    assert begins_with() == [own[1].pk, own[2].pk]
    for side in own[1].sides:
        player.play(rung_id(own[1]), "ooooooxxxx", side=side, day=-1)
    assert begins_with() == [own[0].pk, own[2].pk]


def test_a_block_is_kept_as_proposed(client: APIClient, putting: Ladder, serving: Ladder) -> None:
    block = plan(client, putting, serving).json()
    titles = [part["title"] for part in block["parts"]]
    assert titles[0] == "Warm-up"
    assert "Serve to the box: 2 m box, right hand" in titles
    assert client.get(f"/api/blocks/{block['id']}/").json() == block


@pytest.mark.parametrize(
    ("values", "loc"),
    [
        ({"minutes": 5}, ["minutes"]),
        ({"minutes": 181}, ["minutes"]),
        ({"ladders": []}, ["ladders"]),
        ({"ladders": [987654]}, ["ladders", 0]),
        ({"day": "soon"}, ["day"]),
        ({"minutes": None}, ["minutes"]),
    ],
)
def test_a_block_that_cannot_be_is_refused_by_field(
    client: APIClient, putting: Ladder, values: dict[str, Any], loc: list[Any]
) -> None:
    body = {"minutes": 30, "ladders": [putting.pk], "day": DAY, **values}
    answer = client.post("/api/blocks/", body, format="json")
    assert (answer.status_code, answer.json()["errors"][0]["loc"]) == (400, loc)
    assert Block.objects.count() == 0


def test_a_block_is_played_part_after_part(player: Player, putting: Ladder) -> None:
    client = player.client
    block = plan(client, putting).json()
    warm_up, challenge, _ = block["parts"]
    assert [step["seconds"] for step in warm_up["steps"]] == [75, 50, 50, 50, 75]
    assert change(client, block["id"], change="start").json()["status"] == "started"
    assert client.post(f"/api/parts/{warm_up['id']}/done/").json()["parts"][0]["done_at"]
    run_id = player.play(rung_id(putting), "o" * 10, part=challenge["id"])
    assert client.get(f"/api/blocks/{block['id']}/").json()["parts"][1]["runs"] == [run_id]
    assert client.get(f"/api/runs/{run_id}/").json()["block"] == block["id"]
    finished = change(client, block["id"], change="finish", note="Calm hands").json()
    assert (finished["status"], finished["note"]) == ("done", "Calm hands")


def test_a_closed_block_is_not_begun_again(client: APIClient, putting: Ladder) -> None:
    block = plan(client, putting).json()["id"]
    change(client, block, change="finish")
    answer = change(client, block, change="start")
    assert (answer.status_code, answer.json()["code"]) == (409, "block_closed")


def test_a_dropped_block_can_be_brought_back(client: APIClient, putting: Ladder) -> None:
    block = plan(client, putting).json()["id"]
    change(client, block, change="drop")
    assert client.get("/api/blocks/").json() == []
    assert change(client, block, change="restore").json()["status"] == "planned"
    assert [each["id"] for each in client.get("/api/blocks/").json()] == [block]


def test_today_has_the_next_block_the_ladders_and_the_cautions(client: APIClient, putting: Ladder) -> None:
    block = plan(client, putting).json()
    today = client.get("/api/today/").json()
    assert today["next_block"]["id"] == block["id"]
    assert [each["standing"]["ladder"]["title"] for each in today["asks"]] == ["Putts from the circle"]
    assert any("half speed" in caution or "full effort" in caution for caution in today["cautions"])
    assert any("people out of the line" in caution for caution in today["cautions"])


def test_today_of_a_new_athlete_is_empty(client: APIClient) -> None:
    today = client.get("/api/today/").json()
    assert (today["next_block"], today["asks"], today["recent"]) == (None, [], [])


def test_what_is_set_up_is_what_the_next_block_holds(client: APIClient, putting: Ladder, serving: Ladder) -> None:
    def stations() -> list[tuple[str, int]]:
        answer = client.get("/api/set-up/").json()
        return [(each["ladder"]["title"], each["rung"]["number"]) for each in answer["stations"]]

    assert stations() == [("Putts from the circle", 1), ("Serve to the box", 1)]
    third = putting.rungs.get(number=3).pk
    kept = [{"key": f"{third}-none", "place": 0, "runs": 1}]
    body = {"minutes": 30, "ladders": [], "rungs": [third], "kept": kept, "fill": False, "day": DAY}
    block = client.post("/api/blocks/", body, format="json").json()
    assert stations() == [("Putts from the circle", 3)]
    assert client.get("/api/set-up/").json()["kit"] == block["kit"]


def test_a_ladder_can_be_visited_from_rung_one_up(client: APIClient, putting: Ladder) -> None:
    """What is on the way is this very rung, whatever is climbed before the block is played."""
    putting.held = 2
    putting.save()
    path = f"/api/ladders/{putting.pk}/visits/"

    def visited(*, from_rung_one: bool) -> list[tuple[int, bool]]:
        answer = client.put(path, {"from_rung_one": from_rung_one}, format="json")
        assert answer.json()["from_rung_one"] is from_rung_one
        parts = plan(client, putting, minutes=60).json()["parts"]
        return [(part["rung"]["number"], part["is_rung_fixed"]) for part in parts if part["rung"]]

    assert visited(from_rung_one=True) == [(1, True), (2, True), (3, False)]
    assert visited(from_rung_one=False) == [(3, False)]


def test_another_athletes_block_is_not_there(client: APIClient, stranger: Any, putting: Ladder) -> None:
    block = plan(client, putting).json()
    other = APIClient()
    other.force_login(stranger)
    assert other.get(f"/api/blocks/{block['id']}/").status_code == 404
    assert change(other, block["id"], change="drop").status_code == 404
    assert other.post(f"/api/parts/{block['parts'][0]['id']}/done/").status_code == 404
    refused = plan(other, putting)
    assert (refused.status_code, refused.json()["errors"][0]["loc"]) == (400, ["ladders", 0])


def test_a_run_belongs_to_the_part_of_the_block_that_is_planned_for_it(
    client: APIClient, putting: Ladder, serving: Ladder
) -> None:
    part = plan(client, putting).json()["parts"][1]["id"]
    body = {"rung": rung_id(serving), "side": "second", "part": part, "started_at": "2026-05-04T17:00:00Z"}
    answer = client.put("/api/runs/7f9c24e8-3b12-4bd0-9e5a-3f2f6a1d4c55/", body, format="json")
    assert (answer.status_code, answer.json()["code"]) == (400, "wrong_part")


def test_a_run_cannot_be_hung_on_another_athletes_block(
    player: Player, stranger: Any, putting: Ladder, ladder_of: Any
) -> None:
    part = plan(player.client, putting).json()["parts"][1]["id"]
    other = APIClient()
    other.force_login(stranger)
    theirs = rung_id(ladder_of(stranger, "putting-circle"))
    body = {"rung": theirs, "side": "none", "part": part, "started_at": "2026-05-04T17:00:00Z"}
    path = "/api/runs/7f9c24e8-3b12-4bd0-9e5a-3f2f6a1d4c55/"
    assert other.put(path, body, format="json").status_code == 404


def test_a_mark_is_tuned_side_by_side(player: Player, serving: Ladder) -> None:
    rung = rung_id(serving)
    player.play(rung, "ooooooooxx", side="first")
    answer = player.client.get(f"/api/rungs/{rung}/tuner/?metric=makes&mark=7").json()
    right, left = answer
    assert (right["side_words"], right["words"][0][:14]) == ("right hand", "No record here")
    # Laplace: (8 + 1) / (10 + 2) = 0.75; seven or more of ten: 0.775875 (scipy.stats.binom.sf).
    assert left["chance"] == pytest.approx(0.7758750915527344)
    assert left["stretch"] == 7


@pytest.mark.parametrize(
    ("query", "loc"),
    [("metric=speed&mark=7", ["metric"]), ("metric=makes", ["mark"]), ("metric=makes&mark=x", ["mark"])],
)
def test_a_mark_that_cannot_be_tuned_is_refused_by_field(
    client: APIClient, serving: Ladder, query: str, loc: list[str]
) -> None:
    answer = client.get(f"/api/rungs/{rung_id(serving)}/tuner/?{query}")
    assert (answer.status_code, answer.json()["errors"][0]["loc"]) == (400, loc)


def test_load_is_effort_times_the_minutes_played(client: APIClient, putting: Ladder, athlete: Athlete) -> None:
    today = get_today(athlete)
    block = plan(client, putting, day=today.isoformat()).json()["id"]
    change(client, block, change="start")
    began = datetime.now(UTC) - timedelta(minutes=40)
    Block.objects.filter(pk=block).update(started_at=began)
    assert change(client, block, change="finish", effort=6).json()["effort"] == 6
    unsaid = plan(client, putting, day=today.isoformat()).json()["id"]
    change(client, unsaid, change="start")
    change(client, unsaid, change="finish")
    load = client.get("/api/load/").json()
    assert len(load["weeks"]) == 8
    assert (load["weeks"][-1]["sessions"], load["weeks"][-1]["load"]) == (1, pytest.approx(240, abs=1))
    assert "none is shown here" in load["disputed"]


@pytest.mark.parametrize("effort", [-1, 11])
def test_an_effort_that_is_none_is_refused(client: APIClient, putting: Ladder, effort: int) -> None:
    block = plan(client, putting).json()["id"]
    answer = change(client, block, change="finish", effort=effort)
    assert (answer.status_code, answer.json()["errors"][0]["loc"]) == (400, ["effort"])
    assert client.get(f"/api/blocks/{block}/").json()["status"] == "planned"
