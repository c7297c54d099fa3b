"""The shelf, taking a ladder, and changing what a rung asks for."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from jolly_core.challenges.registry import FORMATS
from ladders.models import Ladder, ThresholdRevision
from tests.server.conftest import rung_id


def test_the_shelf_says_which_are_taken(client: APIClient, putting: Ladder) -> None:
    taken = {each["key"]: each["taken"] for each in client.get("/api/shelf/").json()}
    assert taken["putting-circle"] == putting.pk
    assert taken["wall-rally"] is None


def test_taking_a_ladder_twice_takes_it_once(client: APIClient) -> None:
    first, again = (client.post("/api/shelf/wall-rally/take/") for _ in range(2))
    assert (first.status_code, first.json()["id"]) == (201, again.json()["id"])
    assert len(client.get("/api/ladders/").json()) == 1


def test_a_ladder_that_is_not_on_the_shelf_is_not_there(client: APIClient) -> None:
    assert client.post("/api/shelf/rope-to-the-moon/take/").status_code == 404


def test_sides_are_said_with_the_hand_they_mean(client: APIClient, serving: Ladder) -> None:
    sides = client.get("/api/ladders/").json()[0]["ladder"]["sides"]
    assert [each["words"] for each in sides] == ["right hand", "left hand"]


def test_every_format_is_described_for_its_editor(client: APIClient) -> None:
    formats = client.get("/api/challenges/").json()
    assert {each["id"] for each in formats} == set(FORMATS)
    assert formats[0]["id"] == "streak"
    titles = [each["title"] for each in formats[1:]]
    assert titles == sorted(titles)
    assert all(each["settings_schema"]["$schema"].endswith("2020-12/schema") for each in formats)


ASKED = {
    "metric": "makes",
    "mark": 7,
    "conditions": {"at_the_mark": {"reached": 1, "of_last": 2, "days": 1}},
    "each_side": False,
    "floor": None,
    "floor_runs": 3,
}


def ask(client: APIClient, rung: int, **values: Any) -> Any:
    return client.put(f"/api/rungs/{rung}/threshold/", {**ASKED, **values}, format="json")


def test_what_was_asked_before_stays_in_the_record(client: APIClient, putting: Ladder) -> None:
    rung = rung_id(putting)
    assert ask(client, rung).status_code == 200
    marks = [each.threshold["mark"] for each in ThresholdRevision.objects.filter(rung=rung)]
    assert marks == [8, 7]
    standing = client.get("/api/ladders/").json()[0]
    assert standing["threshold"]["words"] == "7 makes or more in 1 of the last 2 runs"


@pytest.mark.parametrize(
    ("values", "loc"),
    [
        ({"conditions": {"at_the_mark": {"reached": 4}}}, ["conditions", "at_the_mark", "reached"]),
        ({"conditions": {"proof": {"sure": 30}}}, ["conditions", "proof", "sure"]),
        ({"metric": "contacts"}, ["metric"]),
        ({"each_side": True}, ["each_side"]),
        ({"floor": 9}, ["floor"]),
        ({"mark": None}, ["mark"]),
    ],
)
def test_what_cannot_be_asked_is_refused_by_field(
    client: APIClient, putting: Ladder, values: dict[str, Any], loc: list[str]
) -> None:
    answer = ask(client, rung_id(putting), **values)
    assert (answer.status_code, answer.json()["errors"][0]["loc"]) == (400, loc)
    assert ThresholdRevision.objects.filter(rung=rung_id(putting)).count() == 1


def test_another_athletes_rung_is_not_there(
    client: APIClient, stranger: Athlete, ladder_of: Callable[[Athlete, str], Ladder]
) -> None:
    theirs = ladder_of(stranger, "putting-circle")
    assert ask(client, rung_id(theirs)).status_code == 404
    assert client.get(f"/api/ladders/{theirs.pk}/").status_code == 404
    assert client.get("/api/ladders/").json() == []
