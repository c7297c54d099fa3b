"""A second screen at the API: who comes in, what it says and is told, and when it ends."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

import pytest
from django.core.cache import cache
from rest_framework.test import APIClient

from accounts.models import Athlete
from ladders.models import Ladder
from pairing.models import Pairing
from tests.server.conftest import rung_id
from tests.server.moments import MOMENT
from tests.server.player import Player, events


@pytest.fixture(autouse=True)
def _no_guesses_so_far() -> Iterator[None]:
    cache.clear()
    yield
    cache.clear()


@pytest.fixture
def run(client: APIClient, putting: Ladder) -> str:
    return Player(client).start(rung_id(putting), at=datetime.now(UTC))


class Court:
    def __init__(self, client: APIClient, run: str) -> None:
        self.client, self.path = client, f"/api/runs/{run}/pairing/"

    def open(self) -> Any:
        return self.client.post(self.path).json()["pairing"]

    def look(self) -> Any:
        return self.client.get(self.path).json()["pairing"]

    def say(self, taken: int = 0, *, is_playing: bool = True, **values: Any) -> Any:
        return self.client.put(self.path, {"taken": taken, "is_playing": is_playing, **values}, format="json")


class Hand:
    """A second screen, which is signed in to nothing."""

    def __init__(self, code: str) -> None:
        self.client = APIClient()
        self.answer = self.client.post("/api/hand/", {"code": code}, format="json")
        self.key = self.answer.json().get("key", "")

    def look(self) -> Any:
        return self.client.get("/api/hand/", headers={"X-Hand-Key": self.key})

    def say(self, *presses: Any, **values: Any) -> Any:
        body = {"presses": list(presses), **values}
        return self.client.put("/api/hand/", body, format="json", headers={"X-Hand-Key": self.key})

    def leave(self) -> Any:
        return self.client.delete("/api/hand/", headers={"X-Hand-Key": self.key})


def press(run: str, number: int, action: str = "make", **values: Any) -> dict[str, Any]:
    return {"number": number, "id": str(uuid4()), "run": run, "action": action, "age_ms": 0, "gap_ms": 0, **values}


def age(**by: float) -> None:
    """Let time go by for the pairing."""
    pairing = Pairing.objects.get()
    pairing.opened_at -= timedelta(**by)
    pairing.save()


def test_a_second_screen_comes_in_once_and_sees_the_run(client: APIClient, run: str) -> None:
    court = Court(client, run)
    assert court.look() is None
    opened = court.open()
    assert (opened["is_joined"], opened["picture"][:18]) == (False, "data:image/svg+xml")
    hand = Hand(f"{opened['code'][:3]} {opened['code'][3:]}".lower())
    assert hand.answer.status_code == 201
    seen = hand.look().json()
    assert (seen["run"]["id"], seen["run"]["tally"]["number"], seen["is_playing"]) == (run, 0, False)
    assert (court.look()["is_joined"], court.look()["code"]) == (True, None)
    again = Hand(opened["code"])
    assert (again.answer.status_code, again.answer.json()["code"]) == (400, "unknown_code")


def test_presses_wait_until_they_are_taken_each_once(client: APIClient, run: str) -> None:
    court = Court(client, run)
    hand = Hand(court.open()["code"])
    first, second, third = (press(run, number, age_ms=500) for number in (1, 2, 3))
    assert hand.say(second, first).status_code == 200
    assert hand.say(first, second, third).json()["taken"] == 0
    waiting = court.look()["waiting"]
    assert [(each["number"], each["id"]) for each in waiting] == [(1, first["id"]), (2, second["id"]), (3, third["id"])]
    assert all(each["age_ms"] >= 500 for each in waiting)
    left = (court.say(2).json()["pairing"], court.look())
    assert [[each["number"] for each in pairing["waiting"]] for pairing in left] == [[3], [3]]
    # What was taken comes too late, and a court that is behind takes nothing back.
    assert hand.say(first, third).json()["taken"] == 2
    court.say(1)
    assert (court.look()["taken"], [each["number"] for each in court.look()["waiting"]]) == (2, [3])


def test_offer_and_answer_find_each_other_by_their_number(client: APIClient, run: str) -> None:
    """RFC 8866, 9: each line of a description ends with CRLF, the last one, too."""
    court = Court(client, run)
    hand = Hand(court.open()["code"])
    hand.say(offer="offer 1", offer_number=1)
    hand.say(offer="offer 2\r\n", offer_number=2)
    hand.say(offer="offer 1, late", offer_number=1)
    assert (court.look()["offer"], court.look()["offer_number"]) == ("offer 2\r\n", 2)
    court.say(answer="answer 2\r\n", answer_to=2)
    court.say(answer="answer 1, late", answer_to=1)
    seen = hand.look().json()
    assert (seen["answer"], seen["answer_to"], seen["is_playing"]) == ("answer 2\r\n", 2, True)


def test_nobody_else_comes_in(client: APIClient, run: str, stranger: Athlete, nobody: APIClient) -> None:
    court = Court(client, run)
    hand = Hand(court.open()["code"])
    assert hand.key not in str(Pairing.objects.values_list())
    other = APIClient()
    other.force_login(stranger)
    for method in ("get", "post", "put", "delete"):
        answer = getattr(other, method)(court.path, {"taken": 0, "is_playing": True}, format="json")
        assert answer.status_code == 404, method
        assert getattr(nobody, method)(court.path).status_code == 401, method
    # Being signed in opens no way to the second screen: its key alone does.
    for key in ("", "x" * 43, hand.key.upper()):
        assert client.get("/api/hand/", headers={"X-Hand-Key": key}).status_code == 404
    assert hand.look().status_code == 200


def test_a_new_code_lets_the_one_before_out(client: APIClient, run: str) -> None:
    court = Court(client, run)
    first = Hand(court.open()["code"])
    second = Hand(court.open()["code"])
    assert (first.look().status_code, second.look().status_code) == (404, 200)
    assert first.say(press(run, 1)).status_code == 404


def test_either_ends_it(client: APIClient, run: str) -> None:
    court = Court(client, run)
    hand = Hand(court.open()["code"])
    assert client.delete(court.path).status_code == 204
    assert hand.look().status_code == 404
    hand = Hand(court.open()["code"])
    assert hand.leave().status_code == 204
    assert court.look() is None
    assert court.say().status_code == 404
    assert client.delete(court.path).status_code == 204


def test_codes_and_pairings_grow_old(client: APIClient, run: str) -> None:
    court = Court(client, run)
    code = court.open()["code"]
    age(minutes=10)
    assert court.look() is None
    assert Hand(code).answer.json()["code"] == "unknown_code"
    hand = Hand(court.open()["code"])
    age(hours=11)
    assert hand.look().status_code == 200
    age(hours=1)
    assert hand.look().status_code == 404


def test_it_goes_along_through_a_block_and_no_further(client: APIClient, putting: Ladder) -> None:
    block = client.post("/api/blocks/", {"minutes": 30, "ladders": [putting.pk], "day": "2099-05-11"}).json()
    part = next(each for each in block["parts"] if each["rung"])
    client.patch(f"/api/blocks/{block['id']}/", {"change": "start"}, format="json")
    player = Player(client)
    first, second = (player.start(rung_id(putting), part=part["id"], at=MOMENT) for _ in range(2))
    elsewhere = player.start(rung_id(putting), at=MOMENT)
    hand = Hand(Court(client, first).open()["code"])
    assert Court(client, elsewhere).look() is None
    assert Court(client, second).look()["run"] == first
    Court(client, second).say()
    assert hand.look().json()["run"]["id"] == second
    client.patch(f"/api/blocks/{block['id']}/", {"change": "finish"}, format="json")
    assert Court(client, second).look() is None
    assert hand.look().status_code == 404


def test_guesses_are_few(client: APIClient, run: str) -> None:
    code = Court(client, run).open()["code"]
    assert {Hand("ACDEFH").answer.status_code for _ in range(20)} == {400}
    assert Hand(code).answer.status_code == 429


def test_what_it_shows_is_what_the_server_counted(client: APIClient, run: str) -> None:
    hand = Hand(Court(client, run).open()["code"])
    Player(client).send(run, events("oox"))
    tally = hand.look().json()["run"]["tally"]
    assert (tally["makes"], tally["misses"]) == (2, 1)


@pytest.mark.parametrize(
    ("host", "is_out_of_reach"), [("localhost:8000", True), ("testserver", False)], ids=["this machine", "a network"]
)
def test_the_picture_carries_the_address_it_is_served_at(
    client: APIClient, run: str, host: str, is_out_of_reach: bool, settings: Any
) -> None:
    settings.ALLOWED_HOSTS = ["*"]
    opened = client.post(f"/api/runs/{run}/pairing/", headers={"Host": host}).json()["pairing"]
    assert (opened["address"], opened["is_out_of_reach"]) == (f"http://{host}/hand", is_out_of_reach)
    settings.ADDRESS = "https://192.168.1.20:8443"
    assert Court(client, run).look()["address"] == "https://192.168.1.20:8443/hand"
