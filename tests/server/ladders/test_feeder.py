"""The card of a rung's feeds."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Any

from rest_framework.test import APIClient

from ladders.models import Ladder
from runs.models import Run
from tests.server.conftest import rung_id
from tests.server.player import Player


def test_the_card_says_how_to_set_a_machine_and_where_feeds_land(
    client: APIClient, ladder_of: Any, athlete: Any
) -> None:
    ladder = ladder_of(athlete, "fed-short-and-deep")
    card = client.get(f"/api/rungs/{rung_id(ladder, 2)}/feeder/").json()
    assert card["ball"] == "tennis ball"
    assert card["words"][0] == "At random, by their shares, no more than 2 alike in a row."
    short, deep, wide = card["lines"]
    assert short["words"] == "66 km/h, 14° up, from 100 cm, a low one before the service line"
    # Over the net (11.89 m away), the short one before the service line and the deep one behind it, wide inside the
    # singles line: by the court's published sizes (ITF Rules of Tennis, Rule 1, from memory).
    assert 17.37 > 23.77 - short["spots"][0][1] > 11.89
    assert 5.49 > deep["spots"][0][1] > 0
    assert len(wide["spots"]) == 3
    # Wren plays with the left hand: what goes to the right of others goes to the left here, in words and in metres.
    assert wide["words"].endswith("to your left, inside the line")
    assert all(1.37 < x < 5.48 for x, _ in wide["spots"])
    assert card["machine"] == [5.485, 23.77]
    assert card["surface"] == "court"
    assert card["layout"]["title"] == "Fed from the far baseline"
    assert short["flight"]["path"][0] == {"right_m": 0.0, "away_m": 0.0, "height_m": 1.0}
    assert len(deep["flight"]["path"]) < 100
    assert [each["lever"] for each in card["harder"]] == ["faster", "deeper", "wider", "less regular"]


def test_one_rung_more_is_harder_by_one_lever(client: APIClient, ladder_of: Any, athlete: Any) -> None:
    ladder = ladder_of(athlete, "fed-short-and-deep")
    url = f"/api/rungs/{rung_id(ladder)}/feeder/harder/"
    made = client.post(url, {"lever": "less regular"}, format="json").json()
    assert (made["number"], made["title"], made["levers"]) == (2, "less regular: at random", "less regular: at random")
    assert made["settings"]["order"] == "at_random"
    assert made["layout"]["title"] == "Fed from the far baseline"
    # What was rung 2 is rung 3 now.
    assert [rung.title for rung in ladder.rungs.all()][2] == "three at random, every three seconds"
    refused = client.post(url, {"lever": "prettier"}, format="json")
    assert (refused.status_code, refused.json()["errors"][0]["code"]) == (400, "not_a_choice")
    assert client.post("/api/rungs/999999/feeder/harder/", {"lever": "wider"}, format="json").status_code == 404


def test_a_limit_on_running_is_kept_to_by_leaving_out_what_takes_it(
    client: APIClient, ladder_of: Any, athlete: Any, player: Player
) -> None:
    ladder = ladder_of(athlete, "fed-short-and-deep")
    client.post("/api/limits/", {"part": "running", "since": "2020-01-01", "strictness": "rest"}, format="json")
    fed = Run.objects.get(pk=player.start(rung_id(ladder, 2))).settings
    assert ([feed["feed"] for feed in fed["feeds"]], fed["spared"]) == (["deep"], 2)
    # The drill is not left out for it, and is played with all its feeds once the limit is gone.
    verdict = client.get(f"/api/ladders/{ladder.pk}/").json()
    assert "body limit" not in str(verdict)
    (limit,) = client.get("/api/limits/").json()
    client.delete(f"/api/limits/{limit['id']}/")
    assert len(Run.objects.get(pk=player.start(rung_id(ladder, 2), at=datetime.now(UTC))).settings["feeds"]) == 3


def test_a_rung_that_is_not_fed_has_no_card(client: APIClient, putting: Ladder) -> None:
    assert client.get(f"/api/rungs/{rung_id(putting)}/feeder/").status_code == 404
    assert client.get("/api/rungs/999999/feeder/").status_code == 404
