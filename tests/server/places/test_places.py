"""Places: what each has, and what that leaves of a block."""

from __future__ import annotations

from typing import Any

from rest_framework.test import APIClient

from ladders.models import Ladder


def keep(client: APIClient, name: str, *offers: str) -> Any:
    return client.post("/api/places/", {"name": name, "offers": list(offers)}, format="json")


def test_a_drill_stays_at_home_when_the_place_has_not_what_it_needs(client: APIClient, putting: Ladder) -> None:
    yard = keep(client, "Tanner's Yard", "wall", " wall ").json()
    assert yard["offers"] == ["wall"]
    body = {"minutes": 30, "ladders": [putting.pk], "place": yard["id"]}
    proposal = client.post("/api/proposals/", body, format="json").json()
    assert [each["reason"] for each in proposal["left_out"]] == ["the place has no basket"]
    keep(client, "Tanner's Yard", "wall", "basket")
    assert client.post("/api/proposals/", body, format="json").json()["left_out"] == []


def test_a_place_needs_a_name(client: APIClient) -> None:
    assert keep(client, "  ").status_code == 400


def test_another_athletes_place_is_not_there(client: APIClient, stranger: Any, putting: Ladder) -> None:
    yard = keep(client, "Tanner's Yard", "wall").json()
    other = APIClient()
    other.force_login(stranger)
    assert other.get("/api/places/").json() == []
    body = {"minutes": 30, "ladders": [putting.pk], "place": yard["id"]}
    assert other.post("/api/proposals/", body, format="json").status_code == 404


def test_kit_that_is_not_to_hand_leaves_its_drills_out(client: APIClient, putting: Ladder, serving: Ladder) -> None:
    body = {"minutes": 30, "ladders": [putting.pk, serving.pk], "missing": ["five discs"]}
    proposal = client.post("/api/proposals/", body, format="json").json()
    assert [each["reason"] for each in proposal["left_out"]] == ["not to hand: five discs"]
    # Its own kit, and what its layout takes.
    assert proposal["kit"] == ["three balls", "tape for the box", "2 cones", "a tape measure"]
