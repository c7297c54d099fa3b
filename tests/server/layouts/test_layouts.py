"""Layouts: kept, changed, put away and restored, out to SVG and in again, on rungs and in blocks."""

from __future__ import annotations

from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from jolly_core.patterns.written import read_pattern
from ladders.models import Ladder
from layouts.models import Layout
from tests.server.conftest import rung_id
from tests.server.player import Player

BOX = {
    "name": "box",
    "surface": "wall",
    "shape": {"kind": "rectangle", "width_m": 1.0, "height_m": 0.5},
    "at": [2.0, 1.0],
    "counts": "alone",
    "joined_to": "",
}
RING = {**BOX, "name": "ring", "shape": {"kind": "circle", "radius_m": 0.2}, "at": [3.0, 2.0]}


def body(*zones: dict[str, Any], **values: Any) -> dict[str, Any]:
    stand = {"x_m": 2.0, "back_m": 4.0}
    return {
        "title": "Two targets",
        "place": "plain_wall",
        "zones": list(zones),
        "stand": stand,
        "pattern": "",
        **values,
    }


def keep(client: APIClient, *zones: dict[str, Any], **values: Any) -> Any:
    return client.post("/api/layouts/", body(*zones, **values), format="json")


def test_a_layout_is_kept_as_it_was_laid(client: APIClient) -> None:
    kept = keep(client, BOX, RING, pattern="box, ring, ring").json()
    assert client.get(f"/api/layouts/{kept['id']}/").json() == kept
    assert kept["zones"] == [BOX, RING]
    assert (kept["place_title"], kept["stand"], kept["pattern"]) == (
        "Plain wall",
        {"x_m": 2.0, "back_m": 4.0},
        "box, ring, ring",
    )
    moved = {**RING, "at": [1.0, 2.5]}
    changed = client.put(f"/api/layouts/{kept['id']}/", body(BOX, moved), format="json").json()
    assert changed["zones"][1]["at"] == [1.0, 2.5]


@pytest.mark.parametrize(
    ("values", "loc"),
    [
        ({"title": ""}, ["title"]),
        ({"zones": [{**BOX, "at": [3.9, 1.0]}]}, ["zones", 0, "at"]),
        ({"zones": [{**BOX, "shape": {"kind": "circle"}}]}, ["zones", 0, "shape", "radius_m"]),
        ({"pattern": "box, hat"}, ["pattern", 1]),
        ({"zones": [BOX, BOX]}, ["zones", 1, "name"]),
    ],
)
def test_what_cannot_be_laid_is_refused_and_changes_nothing(client: APIClient, values: Any, loc: list[Any]) -> None:
    kept = keep(client, BOX).json()
    refused = client.put(f"/api/layouts/{kept['id']}/", body(BOX, **values) | values, format="json")
    assert refused.status_code == 400
    assert refused.json()["errors"][0]["loc"] == loc
    assert client.get(f"/api/layouts/{kept['id']}/").json() == kept


def test_put_away_and_restored(client: APIClient) -> None:
    kept = keep(client, BOX).json()
    assert client.delete(f"/api/layouts/{kept['id']}/").json()["is_dropped"] is True
    assert client.get("/api/layouts/").json() == []
    assert client.post(f"/api/layouts/{kept['id']}/restore/").status_code == 200
    assert [each["id"] for each in client.get("/api/layouts/").json()] == [kept["id"]]


def test_another_athletes_layout_is_not_there(client: APIClient, stranger: Athlete) -> None:
    kept = keep(client, BOX).json()
    other = APIClient()
    other.force_login(stranger)
    for path in (f"/api/layouts/{kept['id']}/", f"/api/layouts/{kept['id']}/file/"):
        assert other.get(path).status_code == 404
    assert other.get("/api/layouts/").json() == []


# --- the file ---------------------------------------------------------------------------------------------------------


def test_out_and_in_again_without_loss(client: APIClient) -> None:
    kept = keep(client, BOX, RING, pattern="ring, box").json()
    file = client.get(f"/api/layouts/{kept['id']}/file/")
    assert file["Content-Type"] == "image/svg+xml"
    assert file["Content-Disposition"].startswith("attachment")
    again = client.post("/api/layouts/import/", {"svg": file.content.decode()}, format="json").json()
    same = ("title", "place", "zones", "stand", "pattern")
    assert {name: again[name] for name in same} == {name: kept[name] for name in same}
    assert again["id"] != kept["id"]


def test_a_file_that_is_no_layout_changes_nothing(client: APIClient) -> None:
    kept = keep(client, BOX).json()
    text = client.get(f"/api/layouts/{kept['id']}/file/").content.decode()
    files = {
        "not_svg": text[:-20],
        "foreign": "<svg xmlns='http://www.w3.org/2000/svg'><script>1</script></svg>",
        "other_place": text.replace("plain_wall", "own-12"),
        "off_the_surface": text.replace('width="1000.0"', 'width="9000.0"'),
    }
    for code, svg in files.items():
        refused = client.post("/api/layouts/import/", {"svg": svg}, format="json")
        assert (refused.status_code, refused.json()["code"]) == (400, code)
    assert Layout.objects.count() == 1


# --- on rungs and in blocks -------------------------------------------------------------------------------------------


def test_a_rung_from_the_shelf_has_its_layout_mirrored_for_a_left_hander(client: APIClient, serving: Ladder) -> None:
    # The athlete is left-handed; a box against the left side line for a right-hander lies against the right one.
    rung = client.get("/api/set-up/").json()["stations"][0]["rung"]
    layout = client.get(f"/api/layouts/{rung['layout']['id']}/").json()
    assert layout["zones"][0]["at"][0] == pytest.approx(6.096 - 1.0)
    assert layout["place"] == "one_wall_court"


def test_a_layout_goes_onto_a_rung_and_off_again(client: APIClient, putting: Ladder) -> None:
    rung = rung_id(putting)
    kept = keep(client, BOX).json()
    put = client.put(f"/api/rungs/{rung}/layout/", {"layout": kept["id"]}, format="json").json()
    assert put["layout"] == {"id": kept["id"], "title": "Two targets"}
    assert client.put(f"/api/rungs/{rung}/layout/", {"layout": None}, format="json").json()["layout"] is None


def test_a_layout_in_a_block_brings_its_kit(client: APIClient, putting: Ladder) -> None:
    asked = {"minutes": 30, "ladders": [putting.pk]}
    block = client.post("/api/blocks/", asked, format="json").json()
    kept = keep(client, BOX).json()
    address = f"/api/blocks/{block['id']}/layouts/{kept['id']}/"
    with_it = client.put(address).json()
    assert set(with_it["kit"]) - set(block["kit"]) == {"3 m of tape", "a tape measure"} - set(block["kit"])
    assert [each["title"] for each in with_it["layouts"]] == ["Putt from 4 m", "Two targets"]
    assert client.delete(address).json()["kit"] == block["kit"]
    client.patch(f"/api/blocks/{block['id']}/", {"change": "drop"}, format="json")
    assert client.put(address).status_code == 409


# --- places -----------------------------------------------------------------------------------------------------------

YARD = {
    "kind": "wall",
    "width_m": 4.2,
    "length_m": 3.0,
    "spots": [{"title": "foot of the drainpipe", "at": [3.6, 0.0]}],
}


def keep_yard(client: APIClient, **drawing: Any) -> Any:
    place = {"name": "Tanner's Yard", "offers": ["wall"], "drawing": {**YARD, **drawing}}
    return client.post("/api/places/", place, format="json")


def test_the_library_holds_own_places_and_those_of_the_rules(client: APIClient) -> None:
    yard = keep_yard(client).json()
    first, *others = client.get("/api/library/").json()
    assert (first["id"], first["title"], first["own_id"]) == (yard["drawn_as"], "Tanner's Yard", yard["id"])
    assert {place["own_id"] for place in others} == {None}
    assert [spot["title"] for spot in first["surfaces"][0]["spots"]][-1] == "foot of the drainpipe"
    assert {guide["title"] for guide in first["surfaces"][0]["guides_x"]} >= {
        "foot of the drainpipe",
        "half",
        "a third",
    }
    tennis = next(place for place in others if place["id"] == "tennis_court")
    assert "ITF" in tennis["sizes_from"]
    assert {"name": "length", "words": "23.77 m"} in tennis["sizes"]


def test_an_own_place_that_targets_lie_on_stays_as_it_is(client: APIClient) -> None:
    yard = keep_yard(client).json()
    kept = keep(client, {**BOX, "surface": "surface"}, place=yard["drawn_as"])
    assert kept.status_code == 201
    assert client.delete(f"/api/places/{yard['id']}/").json()["code"] == "in_use"
    assert keep_yard(client, width_m=5.0).json()["code"] == "in_use"
    assert keep_yard(client).status_code == 201  # the same measures once more


def test_a_place_that_is_measured_keeps_what_it_offers(client: APIClient) -> None:
    client.post("/api/places/", {"name": "Tanner's Yard", "offers": ["basket"]}, format="json")
    keep_yard(client)
    assert [place["offers"] for place in client.get("/api/places/").json()] == [["basket", "wall"]]


def test_a_place_is_measured_in_lengths_that_can_be(client: APIClient) -> None:
    refused = keep_yard(client, width_m=0).json()
    assert [error["loc"] for error in refused["errors"]] == [["drawing", "width_m"], ["drawing", "spots", 0, "at"]]


#: Four corners, listed in no order of theirs.
CORNERS = {"low left": [1.0, 0.5], "high right": [3.0, 2.5], "high left": [1.0, 2.5], "low right": [3.0, 0.5]}


@pytest.mark.parametrize(
    ("written", "played"),
    [
        ("clock", ["high right", "low right", "low left", "high left"]),
        ("Counter-clock", ["high right", "high left", "low left", "low right"]),
        ("rows", ["high left", "high right", "low left", "low right"]),
        ("2 and 2", ["low left", "low left", "high right", "high right"]),
    ],
)
def test_a_written_order_goes_by_where_the_rungs_targets_lie(
    client: APIClient, putting: Ladder, player: Player, written: str, played: list[str]
) -> None:
    rung = rung_id(putting)
    zones = [{**RING, "name": name, "at": at} for name, at in CORNERS.items()]
    kept = keep(client, *zones).json()
    client.put(f"/api/rungs/{rung}/layout/", {"layout": kept["id"]}, format="json")
    game = {"title": "", "set_up": "", "cues": [], "format": "pattern"}
    settings = {"zones": list(CORNERS), "pattern": written}
    assert client.put(f"/api/rungs/{rung}/challenge/", {**game, "settings": settings}, format="json").status_code == 200
    run = client.get(f"/api/runs/{player.start(rung)}/").json()
    assert read_pattern(run["settings"]["pattern"], run["settings"]["zones"])[:4] == tuple(played)
