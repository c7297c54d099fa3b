"""A ladder written as a table, marks that are offered, and a game made of a layout."""

from __future__ import annotations

from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from jolly_core.challenges.registry import FORMATS, read_game
from jolly_core.foretelling.pace import Pace
from jolly_core.thresholds.offers import offer_marks
from jolly_core.thresholds.threshold import Threshold, check_mark
from ladders.models import Ladder
from tests.server.config.world import LAYOUT
from tests.server.conftest import rung_id
from tests.server.ladders.test_games import game, make
from tests.server.player import Player


def row(rung: int | None, distance_m: float | None, mark: float | None = None, **values: Any) -> dict[str, Any]:
    levers = [] if distance_m is None else [{"kind": "distance", "value": distance_m}]
    made = {"format": "makes_of_n", "settings": {"attempts": 10, "goal": 7}}
    return {"rung": rung, "title": "", "levers": levers, "mark": mark, **made, **values}


def write(client: APIClient, ladder: int, *rows: dict[str, Any]) -> Any:
    return client.put(f"/api/ladders/{ladder}/table/", {"rows": rows}, format="json")


def rungs(client: APIClient, ladder: int) -> list[Any]:
    """From the ground up."""
    return list(reversed(client.get(f"/api/ladders/{ladder}/").json()["rungs"]))


@pytest.fixture
def own(client: APIClient) -> int:
    return int(make(client, rung=game("makes_of_n", settings={"attempts": 10, "goal": 7})).json()["id"])


def test_six_rungs_are_written_at_once_each_called_by_its_lever(client: APIClient, own: int) -> None:
    first = rungs(client, own)[0]["rung"]["id"]
    wrote = write(client, own, row(first, 2, 8), *(row(None, distance, 7) for distance in (3, 4, 5, 6, 7)))
    assert wrote.status_code == 200, wrote.json()
    there = rungs(client, own)
    assert [each["rung"]["title"] for each in there[1:]] == [f"distance {distance} m" for distance in (3, 4, 5, 6, 7)]
    assert [each["threshold"]["values"]["mark"] for each in there] == [8, 7, 7, 7, 7, 7]
    assert [each["step"] for each in there] == ["", *(f"Distance {at} m → {at + 1} m" for at in (2, 3, 4, 5, 6))]
    again = write(client, own, *(row(each["rung"]["id"], at) for at, each in enumerate(there, 2)))
    assert again.status_code == 200
    assert len(rungs(client, own)) == 6


def test_a_row_between_is_put_in_between(client: APIClient, own: int) -> None:
    first = rungs(client, own)[0]["rung"]["id"]
    write(client, own, row(first, 2, title="near"), row(None, 4, title="far"))
    ids = [each["rung"]["id"] for each in rungs(client, own)]
    write(client, own, row(ids[0], 2, title="near"), row(None, 3, title="middle"), row(ids[1], 4, title="far"))
    assert [each["rung"]["title"] for each in rungs(client, own)] == ["near", "middle", "far"]


@pytest.mark.parametrize(
    ("bad", "loc"),
    [
        ({"settings": {"attempts": 0}}, ["rows", "1", "settings", "attempts"]),
        ({"levers": [{"kind": "distance", "value": -1}]}, ["rows", "1", "levers", "0", "value"]),
        ({"mark": 11}, ["rows", "1", "mark"]),
        ({"rung": 999_999}, ["rows", "1", "rung"]),
    ],
)
def test_one_row_that_cannot_be_leaves_all_as_they_were(
    client: APIClient, own: int, bad: dict[str, Any], loc: list[str]
) -> None:
    first = rungs(client, own)[0]["rung"]["id"]
    refused = write(client, own, row(first, 5, title="another name"), {**row(None, 6), **bad})
    assert refused.status_code == 400
    assert [str(each) for each in refused.json()["errors"][0]["loc"]] == loc
    assert [each["rung"]["title"] for each in rungs(client, own)] != ["another name"]


def test_another_athletes_ladder_is_not_there(client: APIClient, stranger: Athlete, own: int) -> None:
    other = APIClient()
    other.force_login(stranger)
    assert write(other, own, row(None, 3)).status_code == 404


def test_marks_are_offered_by_the_record(player: Player, putting: Ladder) -> None:
    for made in (6, 7, 8, 7):
        player.putts(rung_id(putting), made)
    offers = player.client.get(f"/api/rungs/{rung_id(putting)}/marks/makes/").json()
    assert {"metric": "makes", "mark": 8, "words": "one above your usual"} in offers
    assert player.client.get(f"/api/rungs/{rung_id(putting)}/marks/sky/").status_code == 400


@pytest.mark.parametrize("format_id", list(FORMATS))
def test_what_is_offered_can_be_asked(format_id: str) -> None:
    known = read_game(format_id, {})
    for metric in known.metrics:
        for usual in (None, 0.0, 3.5, 10_000.0):
            for offer in offer_marks(known, metric.id, pace=Pace(rate=0.8), usual=usual):
                check_mark(known, Threshold(metric, offer.mark))
    assert offer_marks(known, "sky", pace=Pace(), usual=None) == ()


def test_a_game_is_made_of_a_layout_and_orders_are_offered_for_its_zones(client: APIClient, stranger: Athlete) -> None:
    layout = client.post("/api/layouts/", LAYOUT, format="json").json()
    body = {"title": "Boxes", "discipline": "wall", "summary": "", "rung": game(), "layout": layout["id"]}
    made = client.post("/api/own-ladders/", body, format="json")
    assert rungs(client, made.json()["id"])[0]["rung"]["layout"]["id"] == layout["id"]
    assert client.post("/api/own-ladders/", {**body, "layout": 999_999}, format="json").status_code == 404
    orders = client.post("/api/orders/", {"zones": ["left", "right"]}, format="json").json()
    assert [order["written"] for order in orders] == ["alternate", "2 and 2", "1 and 2", "random"]


def test_a_rung_that_loses_its_name_is_called_after_its_levers_and_levers_that_are_not_sent_stay(
    client: APIClient, putting: Ladder
) -> None:
    changed = {"title": " ", "set_up": "", "cues": [], "format": "makes_of_n", "settings": {"attempts": 10}}
    path = f"/api/rungs/{rung_id(putting)}/challenge/"
    kept = client.put(path, changed, format="json").json()
    assert (kept["title"], kept["levers"]) == ("distance 4 m", "distance 4 m")
    without = client.put(path, {**changed, "levers": []}, format="json").json()
    assert (without["title"], without["levers"]) == ("out of 10", "")
