"""Nothing that is sent makes the server fall over: each write of the schema, with each of its values made nonsense."""

from __future__ import annotations

import json
import os
from collections.abc import Iterator
from copy import deepcopy
from random import Random
from time import monotonic
from typing import Any
from uuid import uuid4

import pytest
import yaml

from pairing.api.views import HandThrottle
from tests.server.config.test_answers import SCHEMA
from tests.server.config.world import World
from tests.server.config.writes import WRITES

#: "a lone surrogate", "beyond 64 bits", days at the ends of the calendar, and whatever else a type does not expect.
NONSENSE: list[Any] = [
    None,
    True,
    -1,
    2**31,
    2**63,
    10**30,
    1e308,
    "",
    " ",
    "x" * 3000,
    "\ud800",
    "\x00",
    "\x1b",
    "0001-01-01",
    "9999-12-31",
    "0001-01-01T00:00:00Z",
    "9999-12-31T23:59:59-14:00",
    [],
    [[]],
    [None],
    {},
    {"": None},
    [1] * 600,
]
#: Bodies that are no plain JSON object.
BODIES = [
    b"",
    b"null",
    b"[]",
    b'"text"',
    b"{",
    b"\xff\xfe{}",
    b"[" * 5000 + b"]" * 5000,
    b'{"a":' * 900 + b"1" + b"}" * 900,
    b'{"a": 1' + b"0" * 5000 + b"}",
    b'{"a": NaN}',
    b'{"a": "\\ud800"}',
]
LONG_ID = "9" * 5000
#: The statuses that the committed schema gives for each operation.
DOCUMENTED = {
    operation["operationId"]: [int(status) for status in operation["responses"]]
    for methods in yaml.safe_load(SCHEMA.read_text())["paths"].values()
    for operation in methods.values()
}
#: So many values of a long body are made nonsense, drawn anew for each write; `make fuzz` goes on with the others.
MOST_PLACES = 12
#: Seconds that `make fuzz` spends beyond the fixed cases; none in the tests.
FUZZ_S = float(os.environ.get("FUZZ_S", "0"))


def places_in(value: Any, path: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    """The way to every value in a body, outermost first."""
    if path:
        yield path
    inside = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for name, each in inside:
        yield from places_in(each, (*path, name))


def with_value(body: Any, path: tuple[Any, ...], value: Any) -> Any:
    changed = deepcopy(body)
    inner = changed
    for name in path[:-1]:
        inner = inner[name]
    inner[path[-1]] = value
    return changed


def send(world: World, method: str, path: str, data: bytes, content_type: str = "application/json") -> int:
    answer = world.client.generic(method.upper(), f"/api/{path}", data, content_type=content_type)
    return int(answer.status_code)


def dumped(body: Any) -> bytes:
    return json.dumps(body).encode("utf-8", "surrogatepass")


@pytest.fixture(autouse=True)
def _guesses_without_number(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(HandThrottle, "rate", None)


@pytest.mark.django_db
@pytest.mark.parametrize("write", list(WRITES))
def test_nonsense_is_refused_and_breaks_nothing(write: str) -> None:
    world = World()
    world.client.raise_request_exception = False
    documented = set(DOCUMENTED[write]) - {500}
    method, path, body = WRITES[write][0](world)
    for data in BODIES:
        assert send(world, method, path, data) in documented, data[:40]
    assert send(world, method, path, dumped(body), "application/json; charset=utf-16") in documented
    assert send(world, method, path, dumped(body), "text/plain") in documented
    chance = Random(write)
    places = list(places_in(body))
    for place in places if len(places) <= MOST_PLACES else chance.sample(places, MOST_PLACES):
        is_first = not any(isinstance(step, int) and step for step in place)
        for value in NONSENSE if is_first else chance.sample(NONSENSE, 4):
            assert send(world, method, path, dumped(with_value(body, place, value))) in documented, (place, value)
    assert send(world, method, path, dumped(body)) in documented
    end = monotonic() + FUZZ_S / len(WRITES)
    while monotonic() < end:
        changed = body
        for place in chance.sample(list(places_in(body)), 1) if body else ():
            changed = with_value(body, place, chance.choice(NONSENSE))
        assert send(world, method, path, dumped(changed)) in documented, changed


@pytest.mark.django_db
def test_addresses_of_nonsense_are_refused_and_break_nothing() -> None:
    world = World()
    world.client.raise_request_exception = False
    for number in ("0", "-1", str(2**63), "9" * 30, LONG_ID):
        for path in (
            "ladders/{}/",
            "blocks/{}/",
            "layouts/{}/",
            "layouts/{}/file/",
            "rungs/{}/tuner/?mark=1",
        ):
            assert world.client.get("/api/" + path.format(number)).status_code in (400, 404)
    for query in ("offset=" + "9" * 30, "limit=" + "9" * 30, "offset=-1", "limit=x", "unfinished=\x00"):
        assert world.client.get(f"/api/runs/?{query}").status_code in (200, 400)
    for day in ("0001-01-01", "9999-12-27", "2026-02-30", "x"):
        for path in (f"weeks/{day}/", f"weeks/{day}/calendar.ics"):
            assert world.client.get(f"/api/{path}").status_code in (400, 404)
        assert send(world, "post", f"weeks/{day}/arrangement/", b"") in (400, 404)
    for mark in ("nan", "inf", "1e400", "9" * 400):
        assert world.client.get(f"/api/rungs/{world.rung}/tuner/?metric=makes&mark={mark}&minutes=5").status_code == 400


@pytest.mark.django_db
@pytest.mark.parametrize("data", BODIES)
def test_the_account_paths_take_no_nonsense_either(data: bytes) -> None:
    world = World()
    world.client.logout()
    world.client.raise_request_exception = False
    for path in ("auth/login", "auth/signup"):
        answer = world.client.generic("POST", f"/_allauth/browser/v1/{path}", data, content_type="application/json")
        assert answer.status_code in (400, 401)
    for path in ("auth/password/request", "account/phone", "account/email", "auth/2fa/authenticate"):
        answer = world.client.generic("POST", f"/_allauth/browser/v1/{path}", data, content_type="application/json")
        assert answer.status_code in (400, 404)
    unused = world.client.post("/_allauth/browser/v1/auth/password/request", {"email": "w@x.example"}, format="json")
    assert unused.status_code == 404


@pytest.mark.django_db
def test_a_run_id_of_another_kind_is_not_found() -> None:
    world = World()
    assert world.client.get("/api/runs/not-an-id/").status_code == 404
    assert world.client.get(f"/api/runs/{uuid4()}/").status_code == 404
