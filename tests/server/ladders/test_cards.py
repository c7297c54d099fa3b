"""Cards of rungs and the sides of a body: written, kept with a run, said for whoever plays."""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta
from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from ladders.models import Ladder
from runs.models import Run
from tests.server.conftest import rung_id
from tests.server.ladders.test_games import game, make
from tests.server.player import MOMENT, Player, events

CARD = {
    "faults": {"faults": [{"fault": "late", "shows": "", "mend": "{near foot} first"}]},
    "bands": {"bands": [{"band": "club", "low": 4, "high": 6}]},
}


def write(client: APIClient, rung: int, card: dict[str, Any]) -> Any:
    return client.put(f"/api/rungs/{rung}/card/", {"card": card}, format="json")


def standing(client: APIClient, ladder: int) -> Any:
    return client.get(f"/api/ladders/{ladder}/").json()["rungs"][-1]


def said(player: Player, run: str) -> Any:
    return player.client.get(f"/api/runs/{run}/").json()


@pytest.fixture
def own(client: APIClient) -> int:
    return int(make(client, rung=game("makes_of_n", settings={"attempts": 6, "goal": 4})).json()["id"])


def test_a_card_is_written_said_and_shown_after_three_misses(player: Player, own: int) -> None:
    rung = standing(player.client, own)["rung"]["id"]
    kept = write(player.client, rung, CARD)
    assert (kept.status_code, kept.json()["card_lines"][0]) == (200, "Fault: late. Mend: left foot first")
    assert standing(player.client, own)["written"]["card"]["faults"]["faults"][0]["mend"] == "{near foot} first"
    run = player.start(rung)
    assert said(player, run)["tally"]["signs"] == []
    player.send(run, events("xxx"))
    assert said(player, run)["tally"]["signs"] == [
        {"kind": "reminder", "item": "faults", "title": "Usual fault: late", "lines": ["Mend: left foot first"]}
    ]
    player.send(run, events("ooo", first_seq=4))
    assert player.outcome(run)["band"] == "1 to club (4 to 6)"


def test_a_run_keeps_the_card_that_it_began_with(player: Player, own: int) -> None:
    rung = standing(player.client, own)["rung"]["id"]
    write(player.client, rung, CARD)
    run = player.start(rung)
    write(player.client, rung, {})
    player.send(run, events("xxx"))
    assert said(player, run)["tally"]["signs"]
    assert standing(player.client, own)["rung"]["card_lines"] == []


def test_what_cannot_stand_on_it_is_named_at_its_place_and_changes_nothing(client: APIClient, own: int) -> None:
    rung = standing(client, own)["rung"]["id"]
    write(client, rung, CARD)
    refused = write(client, rung, {"beat": {"bpm": 1}})
    assert (refused.status_code, refused.json()["errors"][0]["loc"]) == (400, ["card", "beat", "bpm"])
    assert set(standing(client, own)["written"]["card"]) == {"faults", "bands"}


def test_a_copy_has_the_card_and_a_stranger_none_of_it(client: APIClient, own: int, stranger: Athlete) -> None:
    rung = standing(client, own)["rung"]["id"]
    write(client, rung, CARD)
    copied = client.post(f"/api/rungs/{rung}/copy/").json()
    assert copied["card_lines"]
    other = APIClient()
    other.force_login(stranger)
    assert write(other, rung, {}).status_code == 404


def test_a_side_of_its_own_hand_is_told_for_that_hand(player: Player, serving: Ladder) -> None:
    """Wren is left-handed; serving with the right hand puts the left foot in front."""
    cards = {}
    for side in ("first", "second"):
        run = player.start(rung_id(serving), side)
        cards[side] = said(player, run)["rung"]["card_lines"][0]
        assert Run.objects.get(pk=run).card["checks"]["checks"][1] == cards[side].split(", ")[1]
    assert "right foot in front" in cards["first"]
    assert "left foot in front" in cards["second"]


def test_a_found_side_changes_what_is_said_in_its_discipline(
    client: APIClient, athlete: Athlete, ladder_of: Callable[[Athlete, str], Ladder]
) -> None:
    wheel = ladder_of(athlete, "wheel-on-a-line")

    def lines() -> str:
        return " ".join(standing(client, wheel.pk)["rung"]["card_lines"])

    assert "foot of your turning side in front" in lines()
    body = {"trait": "turn", "tries": ["right"] * 5, "discipline": "Floor  skills", "way": "right"}
    kept = client.put("/api/body-sides/", body, format="json").json()
    assert (kept["way"], kept["words"]) == ("right", "You turn right: 5 of 5 tries. That is 98 % sure.")
    assert "right foot in front" in lines()
    known = client.get("/api/body-sides/").json()["known"]
    assert known == [{"discipline": "floor skills", "trait": "turn", "way": "right", "lefts": 0, "rights": 5}]
    client.put("/api/body-sides/", {**body, "discipline": "", "way": "left", "tries": []}, format="json")
    assert "right foot in front" in lines(), "what was said for the discipline goes before what is said for all"
    client.put("/api/body-sides/", {**body, "way": "", "tries": []}, format="json")
    assert "left foot in front" in lines()


CHAIN = [
    {"name": "hop", "start": "feet apart", "finish": "{back foot} back"},
    {"name": "throw", "start": "{back foot} back", "finish": "feet apart"},
]


def test_the_words_of_a_game_are_said_too_and_kept_with_the_run(player: Player) -> None:
    """Wren is left-handed: the right foot leads, the left one is behind."""
    ladder = make(player.client, rung=game("combination", settings={"skills": CHAIN, "goes": 2})).json()["id"]
    rung = standing(player.client, ladder)["rung"]
    assert rung["settings"]["skills"][0]["finish"] == "{back foot} back", "the rung keeps what was written"
    run = player.start(rung["id"])
    player.send(run, events("o"))
    assert "left foot back" in str(said(player, run)["tally"])
    assert "{" not in str(Run.objects.get(pk=run).game.settings)


def test_a_race_against_oneself_is_run_beside_the_last_one_of_its_side(player: Player) -> None:
    ladder = make(player.client, rung=game("against_yourself", settings={"makes": 3})).json()["id"]
    rung = standing(player.client, ladder)["rung"]["id"]
    assert said(player, player.play(rung, "xoxoo", day=1))["tally"]["metrics"]["won"] is None
    later = player.play(rung, "oxoo", day=3)
    assert said(player, later)["tally"]["metrics"]["won"] == 1
    # It comes in late, as from a device without a network: the run before it is the first one.
    between = said(player, player.play(rung, "ooxo", day=2))
    assert (between["tally"]["metrics"]["lead"], between["tally"]["detail"]["tries"]) == (1, "||.|")
    again = player.start(rung, at=MOMENT + timedelta(days=9))
    player.send(again, events("x"))
    assert said(player, again)["tally"]["next"] == "3 more, 1 behind last time"


def test_finding_a_side_keeps_nothing_and_refuses_what_is_no_side(client: APIClient) -> None:
    found = client.post("/api/side-finder/", {"trait": "foot", "tries": ["left"] * 4}, format="json").json()
    assert found["way"] == "left"
    assert client.get("/api/body-sides/").json()["known"] == []
    body = {"trait": "foot", "tries": [], "discipline": "", "way": "up"}
    assert client.put("/api/body-sides/", body, format="json").status_code == 400
