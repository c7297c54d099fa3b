"""A file comes in through the API: looked through, then taken in; whatever comes between, nothing is half done."""

from __future__ import annotations

import os
from collections.abc import Callable
from pathlib import Path
from time import time
from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from config.progress import GONE_AFTER_S
from packages import arrivals
from packages.incoming import Incoming
from packages.models import Arrival
from runs.models import Run
from tests.server.packages.records import members, packed

pytestmark = pytest.mark.django_db

Work = Callable[[], None]


@pytest.fixture(autouse=True)
def _in_a_folder_of_its_own(settings: Any, tmp_path: Path) -> None:
    settings.VAR = tmp_path


@pytest.fixture
def waiting(monkeypatch: pytest.MonkeyPatch) -> list[Work]:
    """What a thread would do, to be done when the test wants it."""
    work: list[Work] = []
    monkeypatch.setattr("packages.arrivals.start", work.append)
    return work


@pytest.fixture
def pell(stranger: Athlete) -> APIClient:
    client = APIClient()
    client.force_login(stranger)
    return client


def send(client: APIClient, data: bytes, name: str = "practice-record.zip") -> Any:
    return client.post(f"/api/record/arrivals/?file_name={name}", data, content_type="application/zip")


def files() -> list[str]:
    return sorted(file.name for file in (Path(Incoming(Arrival().pk).file).parent).iterdir())


def test_a_record_goes_out_and_comes_in(
    client: APIClient, wren: Athlete, pell: APIClient, stranger: Athlete, waiting: list[Work]
) -> None:
    answer = client.get("/api/record/")
    assert answer["Content-Disposition"].startswith('attachment; filename="practice-record-')
    data = b"".join(answer.streaming_content)  # type: ignore[attr-defined]
    sent = send(pell, data).json()
    assert (sent["state"], sent["share"]) == ("looking", 0.0)
    waiting.pop()()
    looked = pell.get("/api/record/arrivals/").json()["arrival"]
    assert (looked["state"], looked["is_into_nothing"], looked["file_name"]) == ("looked", True, "practice-record.zip")
    by_name = {each["name"]: each for each in looked["tables"]}
    assert by_name["runs"] | {"words": ""} == {"name": "runs", "words": "", "new": 4, "same": 0, "different": 0}
    at = f"/api/record/arrivals/{looked['id']}/"
    assert pell.post(f"{at}take/", {"takes_theirs": True}, format="json").json()["state"] == "taking"
    assert pell.post(f"{at}take/", {}, format="json").json()["code"] == "in_use"
    assert send(pell, data).json()["code"] == "in_use"
    waiting.pop()()
    taken = pell.get(at).json()
    assert (taken["state"], taken["added"] > 50, taken["changed"]) == ("taken", True, 1)
    assert members(packed(stranger)).keys() == members(data).keys()
    assert files() == []


def test_nobody_elses_file_is_seen_or_taken(
    client: APIClient, pell: APIClient, package: bytes, waiting: list[Work]
) -> None:
    arrival = send(client, package).json()["id"]
    waiting.pop()()
    for answer in (
        pell.get(f"/api/record/arrivals/{arrival}/"),
        pell.delete(f"/api/record/arrivals/{arrival}/"),
        pell.post(f"/api/record/arrivals/{arrival}/take/", {}, format="json"),
    ):
        assert answer.status_code == 404
    assert pell.get("/api/record/arrivals/").json() == {"arrival": None}


def test_what_is_wrong_is_said_and_the_file_forgotten(pell: APIClient, waiting: list[Work]) -> None:
    arrival = send(pell, b"hello").json()["id"]
    waiting.pop()()
    answer = pell.get(f"/api/record/arrivals/{arrival}/").json()
    assert (answer["state"], answer["problems"]) == (
        "refused",
        ["This is no zip file, or it was cut off on its way."],
    )
    assert files() == []
    assert pell.delete(f"/api/record/arrivals/{arrival}/").status_code == 204
    assert pell.get("/api/record/arrivals/").json() == {"arrival": None}


def test_a_file_that_is_too_large_is_not_even_kept(pell: APIClient, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("packages.incoming.MOST_PACKED", 1000)
    answer = send(pell, b"x" * 1001)
    assert (answer.status_code, answer.json()["code"]) == (400, "zip_too_large")
    assert files() == []
    assert not Arrival.objects.exists()


@pytest.mark.parametrize("step", ["looking", "taking"])
def test_it_is_ended_in_the_middle(
    pell: APIClient, stranger: Athlete, package: bytes, waiting: list[Work], step: str
) -> None:
    arrival = send(pell, package).json()["id"]
    at = f"/api/record/arrivals/{arrival}/"
    if step == "taking":
        waiting.pop()()
        pell.post(f"{at}take/", {}, format="json")
    assert pell.delete(at).status_code == 204
    waiting.pop()()
    assert pell.get(at).json()["state"] == "cancelled"
    assert Run.everything.filter(athlete=stranger).count() == 0
    assert files() == []


def test_a_server_that_was_ended_says_so(pell: APIClient, package: bytes, waiting: list[Work]) -> None:
    arrival = send(pell, package).json()["id"]
    long_ago = time() - GONE_AFTER_S - 1
    share = next(file for file in Incoming(arrival).file.parent.iterdir() if file.suffix == ".share")
    os.utime(share, (long_ago, long_ago))
    answer = pell.get("/api/record/arrivals/").json()["arrival"]
    assert answer["state"] == "refused"
    assert answer["problems"][0].startswith("The server was ended in the middle of it.")


def test_work_that_ends_while_it_is_asked_after_keeps_its_last_word(
    pell: APIClient, waiting: list[Work], monkeypatch: pytest.MonkeyPatch
) -> None:
    """The answer read "at work"; before it looked for the worker, the worker had refused the file and gone."""
    arrival = send(pell, b"hello").json()["id"]

    def ends_just_now(_progress: Incoming) -> bool:
        waiting.pop()()
        return True

    monkeypatch.setattr(Incoming, "is_left", property(ends_just_now))
    answer = pell.get(f"/api/record/arrivals/{arrival}/").json()
    assert answer["problems"] == ["This is no zip file, or it was cut off on its way."]


def test_an_error_of_ours_is_logged_and_nothing_is_taken(
    pell: APIClient, package: bytes, waiting: list[Work], monkeypatch: pytest.MonkeyPatch, caplog: Any
) -> None:
    monkeypatch.setattr(arrivals, "survey", lambda *_args: 1 / 0)
    arrival = send(pell, package).json()["id"]
    waiting.pop()()
    answer = pell.get(f"/api/record/arrivals/{arrival}/").json()
    assert (answer["state"], answer["problems"][0][:25]) == ("refused", "Something went wrong here")
    assert "ZeroDivisionError" in caplog.text


def test_a_new_file_takes_the_place_of_the_one_before(pell: APIClient, package: bytes, waiting: list[Work]) -> None:
    first = send(pell, package).json()["id"]
    waiting.pop()()
    second = send(pell, package, "again.zip").json()["id"]
    waiting.pop()()
    assert pell.get(f"/api/record/arrivals/{first}/").status_code == 404
    assert files() == [f"{second}.file", f"{second}.share"]


def test_only_who_is_signed_in_and_only_files(nobody: APIClient, pell: APIClient) -> None:
    assert nobody.get("/api/record/").status_code == 401
    assert send(nobody, b"x").status_code == 401
    assert pell.post("/api/record/arrivals/?file_name=a", {"a": 1}, format="json").status_code == 415
    assert pell.post("/api/record/arrivals/", b"x", content_type="application/zip").status_code == 400
