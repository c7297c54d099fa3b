"""The card of a rung's feeds."""

from __future__ import annotations

from typing import Any

from rest_framework.test import APIClient

from ladders.models import Ladder
from tests.server.conftest import rung_id


def test_the_card_says_how_to_set_a_machine_and_where_feeds_land(
    client: APIClient, ladder_of: Any, athlete: Any
) -> None:
    ladder = ladder_of(athlete, "fed-short-and-deep")
    card = client.get(f"/api/rungs/{rung_id(ladder, 2)}/feeder/").json()
    assert card["ball"] == "tennis ball"
    assert card["words"][0] == "At random, by their shares, no more than 2 alike in a row."
    short, deep = card["lines"]
    assert short["words"].startswith("35 km/h, 12° up, from 100 cm, 5 turns a second backwards")
    assert 3 < short["flight"]["away_m"] < deep["flight"]["away_m"] < 15
    assert short["flight"]["path"][0] == {"right_m": 0.0, "away_m": 0.0, "height_m": 1.0}
    assert len(deep["flight"]["path"]) < 100


def test_a_rung_that_is_not_fed_has_no_card(client: APIClient, putting: Ladder) -> None:
    assert client.get(f"/api/rungs/{rung_id(putting)}/feeder/").status_code == 404
    assert client.get("/api/rungs/999999/feeder/").status_code == 404
