"""A block in play: whether it still fits, what to drop, more of the part in play."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from django.utils import timezone
from rest_framework.test import APIClient

from blocks.models import Block, Part
from jolly_core.planning.running import PartLeft, stand_of
from ladders.models import Ladder
from tests.server.plan.test_plan import change, plan


@pytest.fixture
def playing(client: APIClient, putting: Ladder, serving: Ladder) -> Any:
    block = plan(client, putting, serving, minutes=30).json()
    return change(client, block["id"], change="start").json()


def begun_ago(block: int, minutes: int) -> None:
    Block.objects.filter(pk=block).update(started_at=timezone.now() - timedelta(minutes=minutes))


def challenges(block: Any) -> list[Any]:
    return [part for part in block["parts"] if part["kind"] == "challenge"]


def test_a_block_that_is_not_in_play_does_not_run(client: APIClient, putting: Ladder) -> None:
    assert plan(client, putting).json()["running"] is None


def test_on_time_nothing_is_to_be_dropped(playing: Any) -> None:
    running = playing["running"]
    assert (running["late_s"], running["drops"]) == (0, [])
    assert running["left_s"] == pytest.approx(1800, abs=5)


def test_running_late_offers_what_can_be_dropped_and_takes_it_back(client: APIClient, playing: Any) -> None:
    begun_ago(playing["id"], 22)
    for part in playing["parts"][:1]:
        client.post(f"/api/parts/{part['id']}/done/")
    block = client.get(f"/api/blocks/{playing['id']}/").json()
    running = block["running"]
    assert running["late_s"] > 0
    assert "drop one of these" in running["words"]
    titles = [each["title"] for each in running["drops"]]
    assert "Warm-up" not in titles
    assert "Cool-down" not in titles
    # The one in play is not offered.
    assert challenges(block)[0]["id"] not in [each["id"] for each in running["drops"]]
    chosen = running["drops"][0]
    dropped = client.put(f"/api/parts/{chosen['id']}/dropped/").json()
    assert dropped["running"]["needed_s"] == pytest.approx(running["needed_s"] - chosen["frees_s"], abs=3)
    back = client.delete(f"/api/parts/{chosen['id']}/dropped/").json()
    assert back["running"]["needed_s"] == pytest.approx(running["needed_s"], abs=3)


def test_one_run_more_takes_the_time_of_one_run(client: APIClient, playing: Any) -> None:
    first = challenges(playing)[0]
    more = challenges(client.post(f"/api/parts/{first['id']}/more/").json())[0]
    assert more["runs_planned"] == first["runs_planned"] + 1
    assert more["planned_s"] == pytest.approx(first["planned_s"] * (1 + 1 / first["runs_planned"]), abs=1)
    warm_up = playing["parts"][0]
    longer = client.post(f"/api/parts/{warm_up['id']}/more/").json()["parts"][0]
    assert longer["planned_s"] == warm_up["planned_s"] + 120


def test_what_is_behind_is_left_alone(client: APIClient, playing: Any) -> None:
    first = playing["parts"][0]["id"]
    client.post(f"/api/parts/{first}/done/")
    refused = [client.post(f"/api/parts/{first}/more/"), client.put(f"/api/parts/{first}/dropped/")]
    assert [answer.json()["code"] for answer in refused] == ["not_in_play", "not_in_play"]


def test_a_dropped_part_is_not_what_comes_next(client: APIClient, playing: Any) -> None:
    chosen = challenges(playing)[-1]
    client.put(f"/api/parts/{chosen['id']}/dropped/")
    assert not Part.objects.get(pk=chosen["id"]).is_open


@pytest.mark.parametrize(
    ("left_s", "late_s", "first"),
    [(900, 0, None), (850, 0, None), (700, 200, "Rally"), (450, 450, "Serves")],
    ids=["fits", "within a minute", "one is enough", "the longer one frees enough"],
)
def test_the_least_pressing_that_frees_enough_comes_first(left_s: int, late_s: int, first: str | None) -> None:
    parts = [
        PartLeft(1, "challenge", "In play", 200, 1),
        PartLeft(2, "challenge", "Rally", 250, 2),
        PartLeft(3, "challenge", "Serves", 400, 2),
        PartLeft(4, "cool_down", "Cool-down", 50, 2),
    ]
    running = stand_of(parts, left_s)
    assert (running.late_s, running.drops[0].title if running.drops else None) == (late_s, first)


class TestAForgottenBlock:
    def test_finished_days_later_it_counts_its_own_minutes(self, client: APIClient, playing: Any) -> None:
        begun_ago(playing["id"], minutes=4 * 24 * 60)
        assert change(client, playing["id"], change="finish", effort=5).status_code == 200
        Block.objects.filter(pk=playing["id"]).update(day=timezone.now().date())
        weeks = client.get("/api/load/")
        assert weeks.status_code == 200
        assert weeks.json()["weeks"][-1]["minutes"] == 30

    def test_a_clock_that_was_set_back_ends_no_block_before_it_began(self, client: APIClient, playing: Any) -> None:
        begun_ago(playing["id"], minutes=-600)
        assert change(client, playing["id"], change="finish", effort=5).status_code == 200
        block = Block.objects.get(pk=playing["id"])
        assert block.finished_at is not None
        assert block.started_at is not None
        assert block.finished_at >= block.started_at
        assert client.get("/api/load/").status_code == 200

    def test_left_for_days_it_does_not_come_next(self, client: APIClient, playing: Any) -> None:
        assert client.get("/api/today/").json()["next_block"]["id"] == playing["id"]
        begun_ago(playing["id"], minutes=4 * 24 * 60)
        assert client.get("/api/today/").json()["next_block"] is None


def test_a_warm_up_that_was_set_by_hand_outlives_a_refit(client: APIClient, putting: Ladder) -> None:
    kept = [{"key": "warm_up", "runs": 1, "seconds": 420, "place": 0, "is_locked": False}]
    body = {"minutes": 40, "ladders": [putting.pk], "day": "2099-05-04", "kept": kept}
    answer = client.post("/api/blocks/", body, format="json")
    assert answer.status_code == 201, answer.json()
    block = answer.json()
    refit = client.post(f"/api/blocks/{block['id']}/refit/", {"minutes": 30}, format="json").json()
    assert [each["parts"][0]["planned_s"] for each in (block, refit)] == [420, 420]
