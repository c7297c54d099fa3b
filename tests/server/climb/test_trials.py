"""Two ways on trial, through the API: the drawn order is kept to, whatever happens to single runs."""

from __future__ import annotations

from typing import Any

import pytest
from rest_framework.test import APIClient

from ladders.models import Ladder
from tests.server.conftest import rung_id
from tests.server.player import Player, events
from trials.models import Trial

SEED = 5


@pytest.fixture
def trial(player: Player, putting: Ladder) -> Trial:
    body = {"first": "old grip", "second": "new grip", "runs": 12}
    answer = player.client.post(f"/api/rungs/{rung_id(putting)}/trials/", body, format="json")
    assert answer.status_code == 201, answer.json()
    Trial.objects.update(seed=SEED)
    return Trial.objects.get()


def seen(client: APIClient, ladder: Ladder) -> Any:
    return client.get(f"/api/ladders/{ladder.pk}/trials/").json()[0]


def way_of(client: APIClient, run: str) -> str:
    way: str = client.get(f"/api/runs/{run}/").json()["way"]
    return way


def play(player: Player, trial: Trial, place: int) -> str:
    """A run of the trial: the new grip makes two more."""
    made = 5 + 2 * trial.plan.order[place] + place % 3
    return player.putts(trial.rung_id, made, day=place)


def test_twelve_runs_in_the_drawn_order_come_to_a_decision(player: Player, putting: Ladder, trial: Trial) -> None:
    for place in range(12):
        run = play(player, trial, place)
        assert way_of(player.client, run) == trial.plan.way_of(place)
        if place < 11:
            assert seen(player.client, putting)["verdict"] == "running"
    decided = seen(player.client, putting)
    assert (decided["verdict"], decided["next_way"]) == ("second", "")
    assert decided["words"][0].startswith("“new grip” is better by 2 makes")
    assert decided["ended_at"] is not None
    assert way_of(player.client, player.putts(trial.rung_id, 5, day=20)) == ""


def test_a_run_that_is_set_aside_leaves_its_way_to_the_next_one(player: Player, putting: Ladder, trial: Trial) -> None:
    first = play(player, trial, 0)
    second = play(player, trial, 1)
    player.client.put(f"/api/runs/{first}/set-aside/", {"reason": "Wind"}, format="json")
    assert (seen(player.client, putting)["played"], seen(player.client, putting)["next_way"]) == (
        0,
        trial.plan.way_of(0),
    )
    third = player.putts(trial.rung_id, 5, day=3)
    assert [way_of(player.client, run) for run in (second, third)] == [trial.plan.way_of(1), trial.plan.way_of(0)]
    assert seen(player.client, putting)["played"] == 2
    # Taken back there are two in one place: the one that was played first stands.
    player.client.delete(f"/api/runs/{first}/set-aside/")
    assert seen(player.client, putting)["played"] == 2


def test_a_run_that_is_begun_and_left_takes_no_way_with_it(player: Player, putting: Ladder, trial: Trial) -> None:
    left = player.start(trial.rung_id)
    played = play(player, trial, 0)
    assert [way_of(player.client, run) for run in (left, played)] == [trial.plan.way_of(0)] * 2
    assert seen(player.client, putting)["played"] == 1
    # Finished late it is one too many of its place, and the next run goes on in the order.
    assert player.send(left, events("oooooooxxx")).status_code == 200
    assert seen(player.client, putting)["played"] == 1
    assert way_of(player.client, play(player, trial, 1)) == trial.plan.way_of(1)


def test_one_trial_at_a_time_and_ended_it_stays_in_the_record(player: Player, putting: Ladder, trial: Trial) -> None:
    body = {"first": "loud", "second": "quiet", "runs": 12}
    path = f"/api/rungs/{rung_id(putting)}/trials/"
    again = player.client.post(path, body, format="json")
    assert (again.status_code, again.json()["errors"][0]["code"]) == (400, "one_at_a_time")
    play(player, trial, 0)
    answer = player.client.delete(f"/api/trials/{trial.pk}/").json()[0]
    assert (answer["verdict"], answer["played"]) == ("running", 1)
    assert player.client.post(path, body, format="json").status_code == 201
    assert len(player.client.get(f"/api/ladders/{putting.pk}/trials/").json()) == 2


def test_today_says_which_way_comes_next(player: Player, putting: Ladder, trial: Trial) -> None:
    ask = player.client.get("/api/today/").json()["asks"][0]
    assert ask["kind"] == "trial"
    assert ask["words"] == f"Two ways on rung 1: run 1 of 12, with “{trial.plan.way_of(0)}”."


def test_what_cannot_be_tried_is_said_field_by_field(player: Player, putting: Ladder, serving: Ladder) -> None:
    path = f"/api/rungs/{rung_id(putting)}/trials/"
    bad = player.client.post(path, {"first": " ", "second": "x", "runs": 13}, format="json").json()["errors"]
    assert {tuple(problem["loc"]) for problem in bad} == {("first",), ("runs",)}
    side = player.client.post(path, {"first": "a", "second": "b", "side": "left", "runs": 12}, format="json")
    assert side.status_code == 400


def test_nobody_sees_or_ends_the_trial_of_another(trial: Trial, stranger: Any, putting: Ladder) -> None:
    client = APIClient()
    client.force_login(stranger)
    assert client.delete(f"/api/trials/{trial.pk}/").status_code == 404
    assert client.get(f"/api/ladders/{putting.pk}/trials/").status_code == 404
