"""Ladders that can injure: read and acknowledged first, capped where they have to be."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any
from uuid import uuid4

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from ladders.models import Ladder
from tests.server.conftest import rung_id
from tests.server.ladders.test_games import game, make
from tests.server.moments import MOMENT
from tests.server.player import Player


@pytest.fixture
def wheel(athlete: Athlete, ladder_of: Callable[[Athlete, str], Ladder]) -> Ladder:
    """Seven tries a run, fourteen a day at most, then stop."""
    return ladder_of(athlete, "wheel-on-a-line")


def start(client: APIClient, ladder: Ladder) -> Any:
    body = {"rung": rung_id(ladder), "side": "second", "started_at": MOMENT.isoformat()}
    return client.put(f"/api/runs/{uuid4()}/", body, format="json")


def say_yes(client: APIClient, ladder: Ladder, risk: str = "inverted") -> Any:
    return client.post(f"/api/ladders/{ladder.pk}/acknowledgements/", {"risk": risk}, format="json")


def test_says_who_should_be_there(client: APIClient, wheel: Ladder) -> None:
    risk = client.get(f"/api/ladders/{wheel.pk}/").json()["standing"]["ladder"]["risks"][0]
    assert (risk["id"], risk["at"]) == ("inverted", None)
    assert "coach" in risk["words"]
    assert "spotter" in risk["words"]


def test_no_run_begins_before_the_yes(client: APIClient, wheel: Ladder) -> None:
    refused = start(client, wheel)
    assert (refused.status_code, refused.json()["code"]) == (409, "needs_acknowledgement")
    proposal = client.post("/api/proposals/", {"minutes": 30, "ladders": [wheel.pk]}, format="json").json()
    assert all("acknowledge its cautions first" in each["reason"] for each in proposal["left_out"])
    assert say_yes(client, wheel).status_code in (200, 201)
    assert client.get(f"/api/ladders/{wheel.pk}/").json()["standing"]["ladder"]["risks"][0]["at"]
    assert start(client, wheel).status_code == 200


def test_only_its_own_risks_can_be_said_yes_to(client: APIClient, wheel: Ladder, stranger: Athlete) -> None:
    assert say_yes(client, wheel, "water").status_code == 400
    other = APIClient()
    other.force_login(stranger)
    assert say_yes(other, wheel).status_code == 404


def test_the_run_closes_at_the_cap_whatever_happened(player: Player, wheel: Ladder) -> None:
    say_yes(player.client, wheel)
    for _ in range(2):
        player.play(rung_id(wheel), "o" * 7, side="second")
    refused = start(player.client, wheel)
    assert (refused.status_code, refused.json()["code"]) == (409, "dose_used_up")
    assert "14 of 14 attempts used today" in refused.json()["detail"]


def test_a_dose_that_is_no_cap_only_advises(player: Player, athlete: Athlete, ladder_of: Any) -> None:
    rope = ladder_of(athlete, "rope-row")
    assert rope.known_traits.dose.is_capped is False
    player.play(rung_id(rope), "o" * 20)
    assert player.start(rung_id(rope))


def test_a_ladder_of_ones_own_says_what_it_asks_and_cautions_follow(client: APIClient, player: Player) -> None:
    ladder = make(client, rung=game("makes_of_n")).json()["id"]
    client.post("/api/limits/", {"part": "knee", "since": "2026-01-01"}, format="json")

    def planned() -> tuple[list[str], list[str]]:
        answer = client.post("/api/proposals/", {"minutes": 30, "ladders": [ladder]}, format="json").json()
        return [each["reason"] for each in answer["left_out"]], [
            reason for part in answer["parts"] if part["rung"] for reason in part["reasons"]
        ]

    assert "cannot keep to this here (rest the knee): its ladder does not say what it asks of the body" in planned()[1]
    body = {
        "regions": ["knee"],
        "actions": ["jumping"],
        "risks": ["jumping_kicks"],
        "counts": "jumps",
        "effort": "hard",
    }
    said = client.put(f"/api/ladders/{ladder}/body/", body, format="json").json()
    assert said["body"] == body
    assert [(risk["id"], risk["at"]) for risk in said["risks"]] == [("jumping_kicks", None)]
    assert planned()[0][0].startswith("jumping or turning kicks: read and acknowledge its cautions first")
    client.post(f"/api/ladders/{ladder}/acknowledgements/", {"risk": "jumping_kicks"}, format="json")
    assert planned()[0] == ["body limit: rest the knee"]


def test_what_cannot_be_said_of_a_body_is_refused(client: APIClient) -> None:
    ladder = make(client, rung=game("makes_of_n")).json()["id"]
    body = {"regions": ["tail"], "actions": [], "risks": ["dragons"], "counts": None, "effort": "easy"}
    answer = client.put(f"/api/ladders/{ladder}/body/", body, format="json")
    assert (answer.status_code, [each["loc"][0] for each in answer.json()["errors"]]) == (400, ["regions", "risks"])


def test_the_risks_of_the_shelf_stay(client: APIClient, athlete: Athlete, ladder_of: Any) -> None:
    wheel = ladder_of(athlete, "wheel-on-a-line")
    before = list(wheel.known_traits.risks)
    body = {"regions": [], "actions": [], "risks": [], "counts": None, "effort": "easy"}
    said = client.put(f"/api/ladders/{wheel.pk}/body/", body, format="json").json()
    assert before
    assert said["body"]["risks"] == before
