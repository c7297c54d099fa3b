"""Signing up, in and out, and the athlete's settings."""

from __future__ import annotations

from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete

AUTH = "/_allauth/browser/v1/auth"
PASSWORD = "a-long-quiet-afternoon"


def sign(client: APIClient, way: str, username: str = "wren", password: str = PASSWORD) -> Any:
    return client.post(f"{AUTH}/{way}", {"username": username, "password": password}, format="json")


def test_sign_up_out_and_in_again(db: None, nobody: APIClient) -> None:
    assert sign(nobody, "signup").status_code == 200
    assert nobody.get("/api/athlete/").json()["username"] == "wren"
    nobody.delete(f"{AUTH}/session")
    assert nobody.get("/api/athlete/").status_code == 401
    assert sign(nobody, "login").status_code == 200
    assert nobody.get("/api/athlete/").status_code == 200


@pytest.mark.parametrize(
    ("username", "password", "field"),
    [
        pytest.param("wren", "short", "password", id="short password"),
        pytest.param("wren", "12345678901", "password", id="only digits"),
        pytest.param("wren", "password1234", "password", id="a password everybody uses"),
        pytest.param("", PASSWORD, "username", id="no name"),
    ],
)
def test_sign_up_says_which_field_is_wrong(
    db: None, nobody: APIClient, username: str, password: str, field: str
) -> None:
    answer = sign(nobody, "signup", username, password)
    assert answer.status_code == 400
    assert answer["Content-Type"] == "application/problem+json"
    assert {tuple(error["loc"]) for error in answer.json()["errors"]} == {(field,)}
    assert Athlete.objects.count() == 0


def test_a_name_can_be_taken_once(athlete: Athlete, nobody: APIClient) -> None:
    answer = sign(nobody, "signup", athlete.username)
    assert (answer.status_code, answer.json()["errors"][0]["loc"]) == (400, ["username"])


def test_a_wrong_password_opens_nothing(athlete: Athlete, nobody: APIClient) -> None:
    assert sign(nobody, "login", athlete.username, "a-loud-quick-morning").status_code == 400
    assert nobody.get("/api/athlete/").status_code == 401


def test_settings_are_changed_one_by_one(client: APIClient) -> None:
    answer = client.patch("/api/athlete/", {"double_tap_ms": 120, "timezone": "Europe/London"}, format="json").json()
    assert (answer["double_tap_ms"], answer["timezone"], answer["handedness"]) == (120, "Europe/London", "left")


def test_double_taps_within_80_ms_count_once_by_default(client: APIClient) -> None:
    assert client.get("/api/athlete/").json()["double_tap_ms"] == 80


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"double_tap_ms": 1001}, "double_tap_ms"),
        ({"double_tap_ms": -1}, "double_tap_ms"),
        ({"volume": 101}, "volume"),
        ({"handedness": "both"}, "handedness"),
        ({"units": "cubits"}, "units"),
        ({"timezone": "Moon/Far_Side"}, "timezone"),
        ({"colour": "red"}, "colour"),
    ],
)
def test_settings_out_of_range_are_refused_by_field(client: APIClient, change: dict[str, Any], field: str) -> None:
    before = client.get("/api/athlete/").json()
    answer = client.patch("/api/athlete/", change, format="json")
    assert (answer.status_code, answer.json()["errors"][0]["loc"]) == (400, [field])
    assert client.get("/api/athlete/").json() == before


@pytest.mark.parametrize("field", ["username", "is_demo", "name"])
def test_some_things_are_not_for_the_athlete_to_set(client: APIClient, field: str) -> None:
    before = client.get("/api/athlete/").json()[field]
    client.patch("/api/athlete/", {field: "else"}, format="json")
    assert client.get("/api/athlete/").json()[field] == before
