"""What every answer has in common: problem+json, security headers, a schema that says so.

That the schema is as committed is looked at by `make check`.
"""

from __future__ import annotations

import gc
import re
from collections.abc import Iterator
from typing import Any

import pytest
import yaml
from django.conf import settings
from django.test import Client
from rest_framework.test import APIClient

from ladders.models import Ladder, Rung
from runs.models import Run
from tests.server.conftest import rung_id
from tests.server.player import Player

SCHEMA = settings.ROOT / "docs" / "formats" / "openapi.yaml"


@pytest.fixture(scope="module")
def schema() -> Any:
    return yaml.safe_load(SCHEMA.read_text())


def operations(schema: Any) -> Iterator[tuple[str, Any]]:
    for path, methods in schema["paths"].items():
        for method, operation in methods.items():
            yield f"{method} {path}", operation


def test_every_operation_documents_its_refusals(schema: Any) -> None:
    for name, operation in operations(schema):
        answer = operation["responses"]["400"]["content"]["application/problem+json"]["schema"]
        assert answer == {"$ref": "#/components/schemas/Problem"}, name


def test_the_schema_describes_in_words_what_it_is_about(schema: Any) -> None:
    """No signature that Python made, no docstring of a base class again and again, and no limit of a database."""
    known = schema["components"]["schemas"]
    described = [each["description"] for each in known.values() if each.get("description")]
    assert [each for each in described if re.match(r"\w+\(\w+: ", each)] == []
    assert max(described.count(each) for each in set(described)) <= 3
    largest = [
        f"{name}.{field}"
        for name, each in known.items()
        for field, values in each.get("properties", {}).items()
        if values.get("maximum") in (2**15 - 1, 2**31 - 1, 2**63 - 1)
    ]
    assert largest == []


def lists_in(schema: Any) -> Iterator[Any]:
    """Every list that stands anywhere in a schema."""
    if isinstance(schema, dict):
        if schema.get("type") == "array":
            yield schema
        for each in schema.values():
            yield from lists_in(each)


def test_every_list_that_is_sent_has_an_end(schema: Any) -> None:
    sent = {name: each for name, each in schema["components"]["schemas"].items() if name.endswith("Request")}
    endless = [name for name, each in sent.items() if any("maxItems" not in found for found in lists_in(each))]
    assert (endless, len(sent) > 30) == ([], True)


def test_every_operation_has_a_name_of_its_own(schema: Any) -> None:
    names = [operation["operationId"] for _, operation in operations(schema)]
    assert len(names) == len(set(names))


def test_every_read_asks_nobody_to_sign_in(db: None, schema: Any, nobody: APIClient) -> None:
    for path, methods in schema["paths"].items():
        # A second screen is nobody's: it is known by its key.
        if "get" in methods and "schema" not in path and path != "/api/hand/":
            spelled = re.sub(r"{(run|arrival)_id}", "7f9c24e8-3b12-4bd0-9e5a-3f2f6a1d4c55", path)
            spelled = spelled.replace("{monday}", "2026-05-04")
            spelled = re.sub(r"{\w+}", "1", spelled)
            assert nobody.get(spelled).status_code == 401, path


@pytest.mark.parametrize("path", ["/api/nowhere/", "/assets/missing.js", "/missing.txt"])
def test_an_address_that_is_not_there_says_so(db: None, path: str) -> None:
    answer = Client().get(path)
    assert (answer.status_code, answer["Content-Type"]) == (404, "application/problem+json")


def test_broken_json_is_refused_in_the_same_shape(client: APIClient) -> None:
    answer = client.patch("/api/athlete/", "{half", content_type="application/json")
    assert (answer.status_code, answer.json()["code"]) == (400, "parse_error")


def test_a_change_from_a_foreign_page_is_refused(athlete: Any) -> None:
    client = Client(enforce_csrf_checks=True)
    client.force_login(athlete)
    answer = client.patch("/api/athlete/", {"volume": 1}, content_type="application/json")
    assert answer.status_code == 403
    assert answer.json()["code"] in {"csrf_failed", "permission_denied"}


def test_the_page_allows_no_script_but_its_own() -> None:
    policy = Client().get("/").headers["Content-Security-Policy"]
    assert "default-src 'self'" in policy
    assert "script-src 'self' 'wasm-unsafe-eval';" in f"{policy};"  # the rules run as WebAssembly; nothing else is new
    assert "'unsafe-eval'" not in policy
    assert "frame-ancestors 'none'" in policy
    assert "Content-Security-Policy" not in Client().get("/assets/none.js").headers  # a policy is a document's


@pytest.mark.parametrize("path", ["/", "/climb/3", "/practise/runs/7f9c24e8-3b12-4bd0-9e5a-3f2f6a1d4c55"])
def test_every_screen_has_an_address(path: str) -> None:
    answer = Client().get(path)
    assert answer.status_code == 200
    assert b'id="root"' in answer.content
    assert "no-store" in answer["Cache-Control"] or "no-cache" in answer["Cache-Control"]


@pytest.mark.parametrize("path", ["/api/today/", "/api/ladders/", "/api/runs/"])
def test_an_answer_leaves_no_row_for_the_garbage_collector(player: Player, putting: Ladder, path: str) -> None:
    """What refers to itself is found only by a search that holds up whichever press comes next."""
    player.putts(rung_id(putting), 5)
    gc.collect()
    gc.disable()
    gc.set_debug(gc.DEBUG_SAVEALL)
    try:
        assert player.client.get(path).status_code == 200
        gc.collect()
        left = {type(each) for each in gc.garbage}
    finally:
        gc.set_debug(0)
        gc.garbage.clear()
        gc.enable()
    assert not left & {Run, Rung, Ladder}
