"""Passwords, sessions and the way out: what an athlete can do about the account."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from django.core.cache import cache
from django.utils import timezone
from rest_framework.test import APIClient

from accounts.models import Athlete
from custody.leaving import delete_left
from runs.models import Run
from tests.server.packages.records import fill
from tests.server.player import Player

pytestmark = pytest.mark.django_db

PASSWORD, NEW = "a-long-quiet-afternoon", "another-long-evening"
FIREFOX = "Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0"
PHONE = "Mozilla/5.0 (Linux; Android 15) AppleWebKit/537.36 Chrome/140.0 Mobile Safari/537.36"


@pytest.fixture(autouse=True)
def _nobody_guessed_before() -> None:
    cache.clear()


def come_in(agent: str, password: str = PASSWORD) -> APIClient:
    client = APIClient(HTTP_USER_AGENT=agent)
    given = {"username": "wren", "password": password}
    assert client.get("/_allauth/browser/v1/config").status_code == 200
    answer = client.post("/_allauth/browser/v1/auth/login", given, format="json")
    client.came_in = answer.status_code == 200  # type: ignore[attr-defined]
    return client


def is_in(client: APIClient) -> bool:
    return client.get("/api/athlete/").status_code == 200


def sign_ins(client: APIClient) -> list[tuple[str, bool]]:
    return [(each["words"], each["is_here"]) for each in client.get("/api/sign-ins/").json()]


def test_sessions_are_seen_and_ended_one_by_one_or_all_others(athlete: Athlete) -> None:
    desk, phone, old = come_in(FIREFOX), come_in(PHONE), come_in("")
    assert sign_ins(desk) == [("something else", False), ("Chromium on Android", False), ("Firefox on Linux", True)]
    oldest = desk.get("/api/sign-ins/").json()[0]["id"]
    assert desk.delete(f"/api/sign-ins/{oldest}/").status_code == 204
    assert (is_in(desk), is_in(phone), is_in(old)) == (True, True, False)
    assert desk.delete("/api/sign-ins/").status_code == 204
    assert (is_in(desk), is_in(phone)) == (True, False)
    assert sign_ins(desk) == [("Firefox on Linux", True)]


def test_nobody_elses_session_is_ended(athlete: Athlete, stranger: Athlete) -> None:
    desk = come_in(FIREFOX)
    other = APIClient()
    other.force_login(stranger)
    theirs = desk.get("/api/sign-ins/").json()[0]["id"]
    assert other.delete(f"/api/sign-ins/{theirs}/").status_code == 404
    other.delete("/api/sign-ins/")
    assert is_in(desk)


def test_a_new_password_ends_all_other_sessions(athlete: Athlete) -> None:
    desk, phone = come_in(FIREFOX), come_in(PHONE)
    wrong = desk.put("/api/password/", {"password": "guess", "new": NEW}, format="json")
    assert (wrong.json()["code"], wrong.json()["errors"][0]["loc"]) == ("bad_password", ["password"])
    weak = desk.put("/api/password/", {"password": PASSWORD, "new": "12345678"}, format="json")
    assert [error["loc"] for error in weak.json()["errors"]] == [["new"], ["new"]]
    assert desk.put("/api/password/", {"password": PASSWORD, "new": NEW}, format="json").status_code == 204
    assert (is_in(desk), is_in(phone)) == (True, False)
    assert sign_ins(desk) == [("Firefox on Linux", True)]
    assert (come_in(PHONE).came_in, come_in(PHONE, NEW).came_in) == (False, True)  # type: ignore[attr-defined]


def test_passwords_are_not_guessed_from_a_session_left_open(athlete: Athlete, settings: Any) -> None:
    desk = come_in(FIREFOX)
    answers = [desk.put("/api/leaving/", {"password": "guess"}, format="json").status_code for _ in range(11)]
    assert answers == [400] * 10 + [429]
    assert desk.get("/api/leaving/").status_code == 200


def test_an_account_is_deleted_a_week_after_the_record_was_taken_out(
    athlete: Athlete, player: Player, ladder_of: Any
) -> None:
    fill(athlete, player, ladder_of)
    desk = come_in(FIREFOX)
    refused = desk.put("/api/leaving/", {"password": PASSWORD}, format="json")
    assert refused.json()["code"] == "take_it_out_first"
    b"".join(desk.get("/api/record/").streaming_content)  # type: ignore[attr-defined]
    assert desk.get("/api/leaving/").json()["has_taken_out"]
    assert desk.put("/api/leaving/", {"password": "guess"}, format="json").json()["code"] == "bad_password"
    leaves_at = desk.put("/api/leaving/", {"password": PASSWORD}, format="json").json()["leaves_at"]
    assert leaves_at is not None
    now = timezone.now()
    assert delete_left(now + timedelta(days=6, hours=23)) == 0
    assert desk.delete("/api/leaving/").json()["leaves_at"] is None
    assert delete_left(now + timedelta(days=8)) == 0
    desk.put("/api/leaving/", {"password": PASSWORD}, format="json")
    assert delete_left(now + timedelta(days=8)) == 1
    assert not is_in(desk)
    assert not Run.everything.exists()


def test_a_record_that_went_out_half_way_does_not_count(athlete: Athlete) -> None:
    desk = come_in(FIREFOX)
    next(iter(desk.get("/api/record/").streaming_content))  # type: ignore[attr-defined]
    assert not desk.get("/api/leaving/").json()["has_taken_out"]


def test_the_demo_stays(athlete: Athlete) -> None:
    desk = come_in(FIREFOX)
    Athlete.objects.update(is_demo=True, taken_out_at=timezone.now())
    assert desk.put("/api/leaving/", {"password": PASSWORD}, format="json").json()["code"] == "not_yours"
