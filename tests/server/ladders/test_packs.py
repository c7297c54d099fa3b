"""Ladders in from the shelf and from files, and out into them."""

from __future__ import annotations

import copy
import json
from dataclasses import replace
from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from jolly_core.formats.ladder_pack import read_pack
from ladders.models import Ladder
from ladders.shelf import list_shelf
from tests.server.ladders.test_games import game, make

FILE: dict[str, Any] = {
    "v": 1,
    "ladders": [
        {
            "key": "to-the-post",
            "title": "To the post",
            "discipline": "disc putting",
            "summary": "Ten at a post.",
            "each": {"format": "makes_of_n", "set_up": "Stand {near} of the line."},
            "rungs": [
                {"levers": [{"kind": "distance", "value": 4}]},
                {"levers": [{"kind": "distance", "value": 5}], "needs": [{"ladder": "to-the-tree", "rung": 1}]},
            ],
        },
        {
            "key": "to-the-tree",
            "title": "To the tree",
            "discipline": "disc putting",
            "rungs": [{"title": "a tree", "format": "streak"}],
        },
    ],
}


def take_in(client: APIClient, pack: Any) -> Any:
    return client.post("/api/packs/", {"pack": pack}, format="json")


def given_out(client: APIClient, ladder: int) -> Any:
    answer = client.get(f"/api/ladders/{ladder}/pack/")
    assert answer["Content-Disposition"].endswith('.json"')
    return json.loads(answer.content)


@pytest.mark.parametrize("hand", ["left", "right"])
@pytest.mark.parametrize("key", ["putting-circle", "serve-to-box", "drives-in-three-directions", "first-turning-kick"])
def test_what_is_taken_and_given_out_is_what_is_on_the_shelf(
    client: APIClient, athlete: Athlete, key: str, hand: str
) -> None:
    """Twice mirrored for a left-hander: once when it is taken, once when it is given out."""
    athlete.handedness = hand
    athlete.save()
    ladder = client.post(f"/api/shelf/{key}/take/").json()["id"]
    (given,), packed = read_pack(given_out(client, ladder)), list_shelf()[key]
    assert [rung.title for rung in given.rungs] == [rung.title for rung in packed.rungs]
    for out, on_shelf in zip(given.rungs, packed.rungs, strict=True):
        assert (out.game, out.threshold, out.card, out.levers) == (
            on_shelf.game,
            on_shelf.threshold,
            on_shelf.card,
            on_shelf.levers,
        )
        if on_shelf.layout:
            assert out.layout
            for zone, drawn in zip(out.layout.layout.zones, on_shelf.layout.layout.zones, strict=True):
                assert zone.at == pytest.approx(drawn.at)


def test_a_file_is_looked_at_and_taken_in_with_its_needs(client: APIClient, athlete: Athlete) -> None:
    looked = client.post("/api/packs/preview/", {"pack": FILE}, format="json").json()
    assert [(each["title"], each["rungs"]) for each in looked] == [
        ("To the post", ["distance 4 m", "distance 5 m"]),
        ("To the tree", ["a tree"]),
    ]
    assert not Ladder.objects.filter(athlete=athlete).exists()
    first, second = take_in(client, FILE).json()
    rungs = client.get(f"/api/ladders/{first['id']}/").json()["rungs"]
    assert rungs[0]["needs"][0]["words"].startswith("To the tree, rung 1")
    assert rungs[0]["rung"]["set_up"] == "Stand left of the line.", "said for Wren, who is left-handed"
    assert read_pack(given_out(client, second["id"]))[0].key == "to-the-tree"


def test_a_file_that_is_wrong_changes_nothing_and_says_where(client: APIClient, athlete: Athlete) -> None:
    wrong = copy.deepcopy(FILE)
    wrong["ladders"][1]["rungs"][0]["settings"] = {"goal": 0}
    for answer in (take_in(client, wrong), client.post("/api/packs/preview/", {"pack": wrong}, format="json")):
        assert answer.status_code == 400
        assert answer.json()["errors"][0]["loc"] == ["pack", "ladders", 1, "rungs", 0, "settings", "goal"]
    for nonsense in (None, [], "ladders", 7, {"ladders": FILE["ladders"] * 20, "v": 1}):
        assert take_in(client, nonsense).status_code == 400
    assert not Ladder.objects.filter(athlete=athlete).exists()


def test_nobody_gives_out_what_is_another_athletes(client: APIClient, stranger: Athlete) -> None:
    theirs = Ladder.objects.create(athlete=stranger, title="Theirs", discipline="rope", arrived_at="2026-01-01T00:00Z")
    assert client.get(f"/api/ladders/{theirs.pk}/pack/").status_code == 404


def test_needs_of_the_shelf_are_linked_whichever_is_taken_first(client: APIClient) -> None:
    crosses = client.post("/api/shelf/crosses/take/").json()["id"]

    def needed() -> list[str]:
        rungs = client.get(f"/api/ladders/{crosses}/").json()["rungs"]
        return [need["words"] for rung in rungs for need in rung["needs"]]

    assert needed() == []
    client.post("/api/shelf/bounce-to-side-swing/take/")
    assert len(needed()) == 2
    assert all(words.startswith("From the bounce to the side swing, rung") for words in needed())
    # What was taken out by hand does not come back with another ladder.
    for rung in client.get(f"/api/ladders/{crosses}/").json()["rungs"]:
        client.put(f"/api/rungs/{rung['rung']['id']}/needs/", {"needs": []}, format="json")
    client.post("/api/shelf/rope-row/take/")
    assert needed() == []


def test_what_a_rung_needs_is_said_while_it_is_still_on_the_shelf(client: APIClient) -> None:
    release = client.post("/api/shelf/one-handle-release/take/").json()["id"]

    def on_shelf() -> list[tuple[int, str, bool]]:
        rungs = client.get(f"/api/ladders/{release}/").json()["rungs"]
        return sorted(
            (each["rung"]["number"], need["words"], need["is_must"]) for each in rungs for need in each["shelf_needs"]
        )

    swing, second, third = "rung 4 of From the bounce to the side swing", "rung 2 of Crosses", "rung 3 of Crosses"
    assert on_shelf() == [(1, second, True), (1, swing, True), (2, third, False)]
    client.post("/api/shelf/crosses/take/")
    assert on_shelf() == [(1, swing, True)]
    client.post("/api/shelf/bounce-to-side-swing/take/")
    assert on_shelf() == []


class TestTheShelf:
    def test_is_looked_for_by_what_is_asked(self, client: APIClient) -> None:
        def found(query: str) -> set[str]:
            return {each["key"] for each in client.get(f"/api/shelf/?{query}").json()}

        assert found("words=paper&discipline=table racket sport") == {"serve-under-the-string"}
        assert "rope-row" not in found("spared=knee&spared=wrist")
        assert client.get("/api/shelf/?level=everybody").status_code == 400
        choices = client.get("/api/shelf-choices/").json()
        assert "swimming" in choices["disciplines"]

    def test_is_read_for_the_hand_that_reads(self, client: APIClient, athlete: Athlete) -> None:
        read = client.get("/api/shelf/serve-to-box/").json()
        assert any("right foot in front" in line for line in read["rungs"][0]["card_lines"])
        drawn = list_shelf()["serve-to-box"].rungs[0].layout
        assert drawn
        mirrored = read["rungs"][0]["layout"]["zones"][0]["at"][0]
        assert mirrored == pytest.approx(6.096 - drawn.layout.zones[0].at[0])
        athlete.handedness = "right"
        athlete.save()
        assert client.get("/api/shelf/serve-to-box/").json()["rungs"][0]["layout"]["zones"][0]["at"][0] == 1.0
        assert client.get("/api/shelf/rope-to-the-moon/").status_code == 404


class TestTheFirstMinutes:
    def offer(self, client: APIClient, **said: Any) -> list[str]:
        body = {"discipline": "rope", **said}
        return [each["key"] for each in client.post("/api/first-ladders/", body, format="json").json()["ladders"]]

    def test_what_fits_comes_first_and_what_cannot_be_is_left_out(self, client: APIClient) -> None:
        rope = self.offer(client)
        assert rope[0] in ("bounce-to-side-swing", "rope-row")
        assert rope.index("rope-row") < rope.index("one-handle-release")
        assert "one-handle-release" not in self.offer(client, absent=["soft handles"])
        knees = self.offer(client, spared=["knee", "ankle"])
        assert knees
        assert all(list_shelf()[key].discipline == "strength and mobility" for key in knees)
        games = [list_shelf()[key].rungs[0].game.id for key in self.offer(client, discipline="table racket sport")[:3]]
        assert len(set(games)) == 3, "another game each while there are others"

    def test_a_first_block_is_planned_and_what_was_said_is_kept(self, client: APIClient, athlete: Athlete) -> None:
        body = {
            "ladders": ["free-throws", "ball-kept-up"],
            "minutes": 30,
            "handedness": "right",
            "spared": ["neck"],
        }
        block = client.post("/api/first-block/", body, format="json")
        assert block.status_code == 201, block.json()
        titles = " ".join(part["title"] for part in block.json()["parts"])
        assert "Free throws" in titles
        athlete.refresh_from_db()
        assert athlete.handedness == "right"
        assert [limit["part"] for limit in client.get("/api/limits/").json()] == ["neck"]

    def test_what_can_injure_is_read_first(self, client: APIClient, athlete: Athlete) -> None:
        body = {"ladders": ["breathing-to-the-side"], "minutes": 30, "handedness": "left", "spared": []}
        refused = client.post("/api/first-block/", body, format="json")
        assert (refused.status_code, refused.json()["code"]) == (409, "needs_acknowledgement")
        assert not Ladder.objects.filter(athlete=athlete).exists()
        assert client.post("/api/first-block/", {**body, "has_read": True}, format="json").status_code == 201
        ladder = Ladder.objects.get(athlete=athlete)
        assert [each.risk for each in ladder.acknowledgements.all()] == ["water"]


class TestRefreshing:
    """What was taken, what became of it, and what is newer: nobody's own change is lost."""

    @pytest.fixture
    def newer(self, client: APIClient, monkeypatch: pytest.MonkeyPatch) -> int:
        """A ladder of three rungs is taken, and changed in one of them; then the shelf has another version of it."""
        key = "free-throws"
        packed = list_shelf()[key]
        old = replace(packed, rungs=packed.rungs[:3])
        monkeypatch.setitem(list_shelf(), key, old)
        ladder = int(client.post(f"/api/shelf/{key}/take/").json()["id"])
        assert client.get(f"/api/ladders/{ladder}/refresh/").json() == {"words": []}
        bottom = client.get(f"/api/ladders/{ladder}/").json()["rungs"][-1]["rung"]["id"]
        words = {**game("makes_of_n", settings={"attempts": 10, "goal": 6}), "title": "mine", "levers": []}
        assert client.put(f"/api/rungs/{bottom}/challenge/", words, format="json").status_code == 200
        first, second, third = old.rungs
        fresh = replace(
            old,
            summary="Ten, and ten again.",
            rungs=(
                replace(first, set_up="Chalk it anew.", cues=("Breathe",)),
                replace(packed.rungs[3], title="in between"),
                replace(second, set_up="Three and a half.", threshold=second.threshold.with_mark(7)),
                third,
            ),
        )
        monkeypatch.setitem(list_shelf(), key, fresh)
        return ladder

    def test_what_is_newer_is_said_and_comes_in_beside_what_was_changed(self, client: APIClient, newer: int) -> None:
        said = client.get(f"/api/ladders/{newer}/refresh/").json()["words"]
        assert said == [
            "What it is about",
            "A new rung: in between",
            "Rung 2: the set-up, what is asked for",
        ]
        assert client.post(f"/api/ladders/{newer}/refresh/").status_code == 200
        detail = client.get(f"/api/ladders/{newer}/").json()
        rungs = [each["rung"] for each in reversed(detail["rungs"])]
        assert [rung["title"] for rung in rungs] == [
            "mine",
            "in between",
            "six of ten from 3.5 m",
            "six of ten from the line",
        ]
        # Of the first rung all was written anew with its game: its own words stay.
        assert (rungs[0]["set_up"], rungs[2]["set_up"]) == ("Tape two boxes.", "Three and a half.")
        assert detail["rungs"][1]["threshold"]["values"]["mark"] == 7
        assert detail["standing"]["ladder"]["summary"] == "Ten, and ten again."
        assert client.get(f"/api/ladders/{newer}/refresh/").json() == {"words": []}
        assert client.post(f"/api/ladders/{newer}/refresh/").status_code == 200, "the same wish once more"
        assert len(client.get(f"/api/ladders/{newer}/").json()["rungs"]) == 4

    def test_a_ladder_of_ones_own_has_nothing_newer(self, client: APIClient) -> None:
        own = make(client, rung=game("makes_of_n")).json()["id"]
        assert client.get(f"/api/ladders/{own}/refresh/").json() == {"words": []}
        assert client.post(f"/api/ladders/{own}/refresh/").json()["code"] == "not_from_the_shelf"
