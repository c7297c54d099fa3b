"""Games with a partner: put in, pressed, changed on another screen, kept in routines and through a re-fit."""

from __future__ import annotations

from typing import Any

import pytest
from rest_framework.test import APIClient

from ladders.models import Ladder
from tests.server.plan.asking import DAY, asked, post

TWO = {"game": "tie_break", "to": 7, "condition": "every serve into the box", "partner": "Pell"}


def own(**two: Any) -> list[dict[str, Any]]:
    return [{"key": "own-0", "kind": "for_two", "title": "With Pell", "seconds": 600, "two": {**TWO, **two}}]


@pytest.fixture
def block(client: APIClient, putting: Ladder) -> Any:
    return post(client, "blocks/", **asked(putting, minutes=60), own=own()).json()


def game_of(block: Any) -> Any:
    return next(part for part in block["parts"] if part["game"])


def press(client: APIClient, block: Any, presses: str, before: str = "") -> Any:
    path = f"/api/parts/{game_of(block)['id']}/presses/"
    return client.put(path, {"presses": presses, "before": before}, format="json")


def test_both_results_are_kept_with_the_block(client: APIClient, block: Any) -> None:
    answer = press(client, block, "aab").json()
    assert (answer["partner"], answer["score"]["own"], answer["score"]["other"]) == ("Pell", 2, 1)
    seen = game_of(client.get(f"/api/blocks/{block['id']}/").json())
    assert seen["game"]["presses"] == "aab"
    assert seen["game"]["rule"].endswith("; every serve into the box")
    assert seen["two"] == TWO


def test_what_was_played_with_each_partner_is_looked_back_on(client: APIClient, block: Any) -> None:
    assert client.get("/api/together/").json() == []
    press(client, block, "a" * 7)
    (pell,) = client.get("/api/together/").json()
    assert (pell["partner"], pell["words"]) == ("Pell", "1 time; won by you 1, by Pell 0")
    assert pell["other"] == {"name": "Pell", "won": 0, "made": 0, "balls": 0}
    (game,) = pell["games"]
    assert (game["title"], game["condition"], game["words"]) == (
        "Tie-break to 7",
        TWO["condition"],
        "You win: You 7, Pell 0",
    )


def test_the_same_press_sent_again_counts_once_and_a_late_one_not_at_all(client: APIClient, block: Any) -> None:
    assert press(client, block, "a").status_code == 200
    assert press(client, block, "a").status_code == 200
    assert press(client, block, "ab", before="a").json()["score"]["words"] == "You 1, Pell 1"
    late = press(client, block, "aa", before="a")
    assert (late.status_code, late.json()["code"]) == (409, "pressed_elsewhere")
    assert press(client, block, "a", before="ab").json()["score"]["words"] == "You 1, Pell 0"


@pytest.mark.parametrize("presses", ["q", "a" * 9, "as"])
def test_presses_that_cannot_be_change_nothing(client: APIClient, block: Any, presses: str) -> None:
    assert press(client, block, presses).status_code in (400, 409)
    assert game_of(client.get(f"/api/blocks/{block['id']}/").json())["game"]["presses"] == ""


def test_what_is_done_alone_has_no_score(client: APIClient, block: Any) -> None:
    alone = next(part for part in block["parts"] if not part["game"])
    refused = client.put(f"/api/parts/{alone['id']}/presses/", {"presses": "a", "before": ""}, format="json")
    assert refused.json()["code"] == "wrong_part"


def test_a_stranger_presses_nothing(client: APIClient, block: Any, stranger: Any) -> None:
    client.force_login(stranger)
    assert press(client, block, "a").status_code == 404


def test_a_routine_and_a_refit_keep_the_game(client: APIClient, block: Any) -> None:
    routine = post(client, "routines/", block=block["id"], title="With Pell at the end").json()
    again = post(client, f"routines/{routine['id']}/", day=DAY).json()
    assert game_of(again)["two"] == TWO
    refitted = post(client, f"blocks/{block['id']}/refit/", minutes=50).json()
    assert game_of(refitted)["two"] == TWO
    back = client.delete(f"/api/blocks/{block['id']}/refit/").json()
    assert game_of(back)["two"] == TWO


def test_the_game_of_a_block_for_two_is_scored_as_well(client: APIClient, serving: Ladder) -> None:
    made = post(client, "blocks/", **asked(serving, minutes=60), focus="partner", partner="eleven").json()
    game = game_of(made)["game"]
    assert "begin every point with the" in game["rule"]
    assert press(client, made, "o").status_code == 400
    assert press(client, made, "ab").json()["score"]["words"] == "You 1, your partner 1"


@pytest.mark.parametrize(
    ("values", "loc"),
    [
        ({"two": None}, ["own", 0, "two"]),
        ({"two": {**TWO, "to": 99}}, ["own", 0, "two", "to"]),
        ({"kind": "rest"}, ["own", 0, "two"]),
    ],
)
def test_a_game_that_cannot_be_is_refused_by_field(
    client: APIClient, putting: Ladder, values: Any, loc: list[Any]
) -> None:
    parts = [{**own()[0], **values}]
    refused = post(client, "proposals/", **asked(putting), own=parts)
    assert (refused.status_code, refused.json()["errors"][0]["loc"]) == (400, loc)
