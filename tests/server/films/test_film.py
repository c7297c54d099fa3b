"""What is kept of the clips of a run: names, marks and drawings, and never a picture."""

from __future__ import annotations

from typing import Any

import pytest
from rest_framework.test import APIClient

from films.models import Film
from ladders.models import Ladder
from tests.server.conftest import rung_id
from tests.server.player import Player

CLIP = {"name": "serve.webm", "bytes": 23_502, "changed_ms": 1_796_000_000_000, "a_second": 50, "aligned_s": 1.1}
NOTES: dict[str, Any] = {
    "clips": [CLIP],
    "marks": [{"clip": 0, "at_s": 1.0, "words": "top"}, {"clip": 0, "at_s": 1.4, "words": "contact"}],
    "drawn": [{"clip": 0, "at_s": 1.0, "spots": [[3, 0], [0, 0], [0, 4]]}],
    "reps": [{"felt": True, "saw": False}],
    "note": "Later than it feels.",
}


@pytest.fixture
def url(putting: Ladder, player: Player) -> str:
    return f"/api/runs/{player.play(rung_id(putting), 'xxo')}/film/"


def test_marks_and_notes_are_kept_with_the_run(client: APIClient, url: str) -> None:
    empty = client.get(url).json()
    assert empty["notes"] == {"clips": [], "marks": [], "drawn": [], "reps": [], "note": ""}
    kept = client.put(url, NOTES, format="json").json()
    assert kept == client.get(url).json()
    assert kept["notes"]["clips"] == [{**CLIP, "is_mirrored": False}]
    assert kept["notes"]["drawn"][0]["spots"] == [[3, 0], [0, 0], [0, 4]]
    assert kept["reading"]["between"][0]["words"] == "top to contact: 0.40 s, to within 0.02 s"
    assert kept["reading"]["drawn"][0]["words"] == "angle: 90.0° in the picture"
    assert kept["reading"]["felt"] == "Of 1 rep you felt 0 as the film shows them. 1 felt right and was not."
    # The same again changes nothing; with all taken away nothing is left of it.
    assert client.put(url, NOTES, format="json").json() == kept
    assert client.put(url, empty["notes"], format="json").json() == empty
    assert not Film.objects.exists()


@pytest.mark.parametrize(
    "wrong",
    [
        {"marks": [{"clip": 1, "at_s": 1.0}]},
        {"marks": [{"clip": 0, "at_s": -1.0}]},
        {"drawn": [{"clip": 0, "at_s": 1.0, "spots": [[0, 0]]}]},
        {"drawn": [{"clip": 0, "at_s": 1.0, "spots": [[0, 0], [1e9, 0]]}]},
        {"clips": [CLIP, CLIP, CLIP]},
        {"clips": [{**CLIP, "name": "x" * 300}]},
        {"clips": [{**CLIP, "a_second": 0}]},
        {"reps": [{"felt": "maybe"}]},
        {"marks": [{"clip": 0, "at_s": 1.0}] * 101},
        {"note": "x" * 2001},
    ],
)
def test_what_cannot_be_is_refused_and_what_was_kept_stays(client: APIClient, url: str, wrong: dict[str, Any]) -> None:
    before = client.put(url, NOTES, format="json").json()
    assert client.put(url, {**NOTES, **wrong}, format="json").status_code == 400
    assert client.get(url).json() == before


def test_nobody_else_sees_or_changes_it(nobody: APIClient, client: APIClient, stranger: Any, url: str) -> None:
    client.put(url, NOTES, format="json")
    assert nobody.get(url).status_code == 401
    other = APIClient()
    other.force_login(stranger)
    assert other.get(url).status_code == 404
    assert other.put(url, NOTES, format="json").status_code == 404


def test_it_goes_with_its_run(client: APIClient, url: str) -> None:
    client.put(url, NOTES, format="json")
    run = url.removesuffix("film/")
    assert client.delete(run).status_code in (200, 204)
    assert client.get(url).status_code == 404
