"""Ladders and games of one's own: made, added to, changed, tried out; what cannot be set is said where it stands."""

from __future__ import annotations

from typing import Any

import jsonschema
import pytest
from rest_framework.test import APIClient

from jolly_core.challenges.registry import FORMATS, read_game
from jolly_core.foretelling.registry import forecast_of
from jolly_core.thresholds.fair import fair_threshold
from jolly_core.thresholds.threshold import check_mark
from ladders.models import Ladder
from tests.server.conftest import rung_id
from tests.server.player import Player


def game(format_id: str = "quota", **values: Any) -> dict[str, Any]:
    return {"title": "", "set_up": "Tape two boxes.", "cues": [], "format": format_id, "settings": {}, **values}


def make(client: APIClient, **values: Any) -> Any:
    words = {"title": "Boxes in the yard", "discipline": "one-wall handball", "summary": ""}
    return client.post("/api/own-ladders/", {**words, "rung": game(), **values}, format="json")


def test_a_ladder_of_ones_own_asks_for_what_is_fair(client: APIClient) -> None:
    made = make(client, rung=game("makes_of_n", settings={"attempts": 20}))
    assert made.status_code == 201
    standing = client.get(f"/api/ladders/{made.json()['id']}/").json()["standing"]
    assert [rung["title"] for rung in standing["rungs"]] == ["out of 20"]
    assert (standing["threshold"]["values"]["metric"], standing["threshold"]["values"]["mark"]) == ("makes", 13)


def test_one_rung_more_comes_on_top(client: APIClient, putting: Ladder) -> None:
    before = putting.rungs.count()
    answer = client.post(f"/api/ladders/{putting.pk}/rungs/", game("race", title="a race"), format="json")
    assert (answer.status_code, answer.json()["number"], answer.json()["title"]) == (201, before + 1, "a race")


def test_a_changed_game_leaves_what_was_played_as_it_was(client: APIClient, putting: Ladder, player: Player) -> None:
    rung = rung_id(putting)
    run = player.putts(rung, 8)
    settings = {"targets": ["near", "far"], "each": 3}
    answer = client.put(f"/api/rungs/{rung}/challenge/", game(settings=settings), format="json")
    assert (answer.status_code, answer.json()["format"], answer.json()["goal_words"]) == (
        200,
        "quota",
        "3 on each of 2 targets",
    )
    kept = client.get(f"/api/runs/{run}/").json()
    assert (kept["format"], kept["tally"]["metrics"]["makes"]) == ("makes_of_n", 8)
    assert client.get(f"/api/runs/{player.start(rung)}/").json()["settings"]["each"] == 3


def test_what_is_asked_stays_while_the_game_can_reach_it(client: APIClient, putting: Ladder) -> None:
    rung = rung_id(putting)

    def mark(**settings: int) -> float:
        body = game("makes_of_n", settings=settings)
        assert client.put(f"/api/rungs/{rung}/challenge/", body, format="json").status_code == 200
        standing = client.get(f"/api/ladders/{putting.pk}/").json()["standing"]
        return float(standing["threshold"]["values"]["mark"])

    assert [mark(attempts=12), mark(attempts=5)] == [8, 3]


@pytest.mark.parametrize(
    ("values", "loc"),
    [
        (game(settings={"targets": []}), ["settings", "targets"]),
        (game(settings={"targets": ["near", "NEAR"]}), ["settings", "targets", 1]),
        (game(settings={"each": 0}), ["settings", "each"]),
        (game("zone_points", settings={"zones": [{"name": "low", "points": 101}]}), ["settings", "zones", 0, "points"]),
        (game("pattern", settings={"pattern": "up"}), ["settings", "pattern"]),
        (game("tug_of_war"), ["format"]),
    ],
    ids=["none", "twice", "nothing to make", "too many points", "unknown zone", "unknown game"],
)
def test_what_cannot_be_set_is_said_where_it_stands(client: APIClient, values: dict[str, Any], loc: list[Any]) -> None:
    answer = make(client, rung=values)
    assert (answer.status_code, answer.json()["errors"][0]["loc"]) == (400, loc)
    assert Ladder.objects.count() == 0


def test_settings_are_tried_out_without_keeping_anything(client: APIClient) -> None:
    tried = client.post("/api/challenges/circuit/check/", {"settings": {"circuits": 2}}, format="json").json()
    assert (tried["goal_words"], tried["settings"]["on_miss"]) == ("2 circuits of 4 stations", "restart")
    assert 0 < tried["low_s"] < tried["expected_s"] < tried["high_s"]
    refused = client.post("/api/challenges/circuit/check/", {"settings": {"circuits": 99}}, format="json")
    assert refused.json()["errors"][0]["msg"] == "Circuits must be 1 to 50; 99 is outside."


def test_a_strangers_ladder_gets_no_rung(client: APIClient, stranger: Any, ladder_of: Any) -> None:
    theirs = ladder_of(stranger, "putting-circle")
    assert client.post(f"/api/ladders/{theirs.pk}/rungs/", game(), format="json").status_code == 404
    assert client.put(f"/api/rungs/{rung_id(theirs)}/challenge/", game(), format="json").status_code == 404


@pytest.mark.parametrize("format_id", list(FORMATS))
def test_the_published_schema_says_what_the_rules_say(format_id: str) -> None:
    """Against jsonschema, the reference implementation of JSON Schema 2020-12 in Python."""
    schema = FORMATS[format_id].schema()
    jsonschema.Draft202012Validator.check_schema(schema)
    read = read_game(format_id, {}).settings.as_dict()
    jsonschema.validate(read, schema)
    for name, value in read.items():
        if isinstance(value, int):
            with pytest.raises(jsonschema.ValidationError):
                jsonschema.validate({**read, name: schema["properties"][name]["maximum"] + 1}, schema)
        elif isinstance(value, list) and value:
            with pytest.raises(jsonschema.ValidationError):
                jsonschema.validate({**read, name: value * 30}, schema)


@pytest.mark.parametrize("format_id", list(FORMATS))
def test_a_fair_mark_can_be_reached(format_id: str) -> None:
    game = read_game(format_id, {})
    threshold = fair_threshold(game)
    check_mark(game, threshold)
    # Where the record of somebody without one can tell the chance at all, it is neither none nor sure.
    forecast = forecast_of(game)
    chance = forecast.chance(forecast.prior, threshold.metric.id, threshold.mark, 90)
    assert chance is None or 0.01 < chance < 0.999
