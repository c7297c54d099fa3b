"""The way back from a forgotten password, and the doors of the account paths."""

from __future__ import annotations

from io import StringIO
from typing import Any

import pytest
from django.core.cache import cache
from django.core.management import CommandError, call_command
from rest_framework.test import APIClient

from accounts.models import Athlete, RecoveryCode

NEW = "a-new-quiet-evening"


@pytest.fixture(autouse=True)
def _no_tries_yet() -> None:
    cache.clear()


@pytest.fixture
def codes(client: APIClient) -> list[str]:
    made: list[str] = client.post("/api/recovery-codes/").json()["codes"]
    return made


def recover(nobody: APIClient, code: str, password: str = NEW, username: str = "wren") -> Any:
    return nobody.post("/api/recovery/", {"username": username, "code": code, "password": password}, format="json")


def test_a_code_sets_a_new_password_once(athlete: Athlete, codes: list[str], nobody: APIClient) -> None:
    assert len(set(codes)) == 6
    assert recover(nobody, codes[2]).status_code == 204
    athlete.refresh_from_db()
    assert athlete.check_password(NEW)
    again = recover(nobody, codes[2], "another-quiet-evening")
    assert (again.status_code, again.json()["code"]) == (400, "bad_code")
    assert recover(nobody, f" {codes[3].upper()} ", "another-quiet-evening").status_code == 204


def test_codes_are_kept_as_hashes_and_new_ones_replace_them(
    client: APIClient, codes: list[str], nobody: APIClient
) -> None:
    assert all(code.code.startswith("pbkdf2_") for code in RecoveryCode.objects.all())
    client.post("/api/recovery-codes/")
    assert RecoveryCode.objects.count() == 6
    assert recover(nobody, codes[0]).status_code == 400


@pytest.mark.parametrize(
    ("username", "code", "password", "field"),
    [
        ("nobody", "1-aaaa-bbbb-cccc", NEW, "code"),
        ("wren", "9-aaaa-bbbb-cccc", NEW, "code"),
        ("wren", "", NEW, "code"),
        ("wren", None, "short", "password"),
        ("wren", None, "wren", "password"),
    ],
)
def test_what_does_not_go_together_is_refused(
    codes: list[str], nobody: APIClient, username: str, code: str | None, password: str, field: str
) -> None:
    answer = recover(nobody, codes[0] if code is None else code, password, username)
    assert (answer.status_code, answer.json()["errors"][0]["loc"]) == (400, [field])


def test_codes_are_not_guessed_at_leisure(codes: list[str], nobody: APIClient) -> None:
    statuses = [recover(nobody, "1-aaaa-bbbb-cccc").status_code for _ in range(25)]
    assert (statuses[0], statuses[-1]) == (400, 429)


def test_whoever_runs_the_server_can_set_a_password(athlete: Athlete) -> None:
    said = StringIO()
    call_command("reset_password", "wren", stdout=said)
    athlete.refresh_from_db()
    assert athlete.check_password(said.getvalue().split()[-1])
    with pytest.raises(CommandError):
        call_command("reset_password", "somebody")


@pytest.mark.django_db
@pytest.mark.parametrize("password", ["talloway-wren", "Talloway-Wren"])
def test_a_name_is_no_password(nobody: APIClient, password: str) -> None:
    body = {"username": "talloway-wren", "password": password}
    answer = nobody.post("/_allauth/browser/v1/auth/signup", body, format="json")
    assert (answer.status_code, answer.json()["errors"][0]["loc"]) == (400, ["password"])
