"""Body limits: said once, they leave drills out or ease them until they are lifted."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete, BodyLimit
from accounts.selectors import get_today
from ladders.models import Ladder


def add(client: APIClient, athlete: Athlete, **values: Any) -> Any:
    return client.post("/api/limits/", {"part": "shoulder", "since": str(get_today(athlete)), **values}, format="json")


def left_out(client: APIClient, *ladders: Ladder) -> dict[str, str]:
    body = {"minutes": 60, "ladders": [ladder.pk for ladder in ladders]}
    answer = client.post("/api/proposals/", body, format="json").json()
    return {
        each["title"].split(":")[0] + each["key"][each["key"].index("-") :]: each["reason"]
        for each in answer["left_out"]
    }


def test_a_limit_leaves_a_drill_out_and_says_so(client: APIClient, athlete: Athlete, serving: Ladder) -> None:
    limit = add(client, athlete).json()
    assert limit["words"] == "rest the shoulder"
    assert set(left_out(client, serving).values()) == {"body limit: rest the shoulder"}
    assert [each["id"] for each in client.get("/api/today/").json()["limits"]] == [limit["id"]]


def test_a_sore_right_wrist_leaves_the_left_hand_free(client: APIClient, athlete: Athlete, serving: Ladder) -> None:
    # Wren is left-handed: the right hand comes first.
    add(client, athlete, part="wrist", side="right")
    assert list(left_out(client, serving)) == ["Serve to the box-second"]


def test_a_lifted_limit_stays_in_the_record(client: APIClient, athlete: Athlete, serving: Ladder) -> None:
    limit = add(client, athlete, since=str(get_today(athlete) - timedelta(3))).json()
    assert client.delete(f"/api/limits/{limit['id']}/").status_code == 204
    assert client.get("/api/limits/").json() == []
    assert left_out(client, serving) == {}
    assert BodyLimit.objects.count() == 1


def test_a_limit_ends_on_its_last_day(client: APIClient, athlete: Athlete, serving: Ladder) -> None:
    today = get_today(athlete)
    add(client, athlete, since=str(today - timedelta(14)), until=str(today - timedelta(1)))
    assert client.get("/api/limits/").json() == []
    assert left_out(client, serving) == {}


@pytest.mark.parametrize(
    ("values", "loc"),
    [
        ({"part": "tail"}, ["part"]),
        ({"side": "up"}, ["side"]),
        ({"until": "2001-01-01"}, ["until"]),
        ({"since": "x"}, ["since"]),
    ],
)
def test_a_limit_that_cannot_be_is_refused_by_field(
    client: APIClient, athlete: Athlete, values: dict[str, Any], loc: list[str]
) -> None:
    refused = add(client, athlete, **values)
    assert (refused.status_code, refused.json()["errors"][0]["loc"]) == (400, loc)
    assert BodyLimit.objects.count() == 0


def test_another_athletes_limit_is_not_there(client: APIClient, athlete: Athlete, stranger: Athlete) -> None:
    limit = add(client, athlete).json()
    other = APIClient()
    other.force_login(stranger)
    assert other.get("/api/limits/").json() == []
    assert other.delete(f"/api/limits/{limit['id']}/").status_code == 404
