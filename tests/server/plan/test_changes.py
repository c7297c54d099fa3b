"""A block changed by hand, re-fitted and taken back; what changed since it was planned; routines."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from accounts.selectors import get_today
from blocks.models import Block
from blocks.services import finish_part
from ladders.models import Ladder
from plan.models import Routine
from tests.server.conftest import rung_id
from tests.server.plan.asking import DAY, asked, post
from tests.server.player import Player


def challenges(block: Any) -> list[dict[str, Any]]:
    return [part for part in block["parts"] if part["kind"] == "challenge"]


def shape(block: Any) -> list[tuple[str, int, int]]:
    return [(part["key"], part["runs_planned"], part["planned_s"]) for part in block["parts"]]


@pytest.fixture
def block(client: APIClient, putting: Ladder, serving: Ladder) -> Any:
    return post(client, "blocks/", **asked(putting, serving, start="18:00")).json()


class TestByHand:
    def test_a_kept_block_is_changed_and_the_rest_stays_valid(
        self, client: APIClient, block: Any, putting: Ladder, serving: Ladder
    ) -> None:
        last, *others = reversed(challenges(block))
        kept = [{"key": last["key"], "runs": 3, "is_locked": True}, *({"key": each["key"]} for each in others)]
        body = {**asked(putting, serving), "kept": kept, "fill": False}
        changed = client.put(f"/api/blocks/{block['id']}/", body, format="json").json()
        first = challenges(changed)[0]
        assert (first["key"], first["runs_planned"], first["is_locked"]) == (last["key"], 3, True)
        assert sum(part["planned_s"] for part in changed["parts"]) + changed["spare_s"] == 30 * 60
        assert changed["id"] == block["id"]

    def test_locked_parts_that_do_not_fit_are_refused_and_nothing_changes(
        self, client: APIClient, block: Any, putting: Ladder
    ) -> None:
        body = {
            **asked(putting),
            "minutes": 10,
            "kept": [{"key": f"{rung_id(putting)}-none", "runs": 8, "is_locked": True}],
        }
        refused = client.put(f"/api/blocks/{block['id']}/", body, format="json")
        assert (refused.status_code, refused.json()["code"]) == (400, "over_budget")
        assert client.get(f"/api/blocks/{block['id']}/").json() == block

    def test_a_block_that_has_begun_is_not_rearranged(self, client: APIClient, block: Any, putting: Ladder) -> None:
        client.patch(f"/api/blocks/{block['id']}/", {"change": "start"}, format="json")
        refused = client.put(f"/api/blocks/{block['id']}/", asked(putting), format="json")
        assert (refused.status_code, refused.json()["code"]) == (409, "block_closed")

    @pytest.mark.parametrize(("without", "what"), [("has_warm_up", "warm_up"), ("has_cool_down", "cool_down")])
    def test_leaving_out_an_end_needs_a_yes_that_the_block_keeps(
        self, client: APIClient, putting: Ladder, without: str, what: str
    ) -> None:
        body = asked(putting, **{without: False})
        refused = post(client, "blocks/", **body)
        assert (refused.status_code, refused.json()["code"]) == (409, "needs_acknowledgement")
        words = refused.json()["errors"][0]["msg"]
        kept = post(client, "blocks/", **body, acknowledged=[what]).json()
        assert [(each["what"], each["words"]) for each in kept["acknowledged"]] == [(what, words)]
        assert what not in [part["kind"] for part in kept["parts"]]


class TestRefit:
    def test_only_fifteen_minutes_after_all_and_back(self, client: APIClient, block: Any) -> None:
        less = post(client, f"blocks/{block['id']}/refit/", minutes=15).json()
        assert (less["minutes"], less["can_take_back"], less["start"]) == (15, True, "18:00:00")
        assert sum(part["planned_s"] for part in less["parts"]) <= 15 * 60
        assert less["changes"][0].startswith("Re-fitted from 30 to 15 minutes")
        back = client.delete(f"/api/blocks/{block['id']}/refit/").json()
        assert (shape(back), back["minutes"], back["changes"]) == (shape(block), 30, [])
        assert back["can_take_back"] is False

    def test_what_is_locked_stays(self, client: APIClient, putting: Ladder, serving: Ladder) -> None:
        key = f"{rung_id(putting)}-none"
        kept = [{"key": key, "runs": 3, "is_locked": True}]
        block = post(client, "blocks/", **asked(putting, serving, kept=kept)).json()
        less = post(client, f"blocks/{block['id']}/refit/", minutes=15).json()
        assert next(each for each in challenges(less) if each["key"] == key)["runs_planned"] == 3

    def test_there_is_nothing_to_take_back_before_it(self, client: APIClient, block: Any) -> None:
        refused = client.delete(f"/api/blocks/{block['id']}/refit/")
        assert (refused.status_code, refused.json()["code"]) == (409, "nothing_to_take_back")

    def test_another_athletes_block_is_not_there(self, block: Any, stranger: Any) -> None:
        other = APIClient()
        other.force_login(stranger)
        assert post(other, f"blocks/{block['id']}/refit/", minutes=15).status_code == 404


class TestWhatChangedSince:
    def test_nothing_right_after_planning(self, client: APIClient, block: Any) -> None:
        assert client.get("/api/today/").json()["stale"] == []

    def test_a_climb_a_limit_and_bringing_it_up_to_date(
        self, client: APIClient, block: Any, putting: Ladder, serving: Ladder
    ) -> None:
        post(client, f"ladders/{putting.pk}/moves/", decision="climb", held=0)
        post(client, "limits/", part="elbow", since=DAY)
        stale = client.get("/api/today/").json()["stale"]
        assert stale[0].startswith("Putts from the circle has moved to rung 2")
        assert any("body limit: rest the elbow" in words for words in stale)
        fresh = post(client, f"blocks/{block['id']}/refit/", minutes=30).json()
        # By the day of the block, the rung that was climbed is due for a check, which comes first.
        assert [each["key"] for each in challenges(fresh)] == [f"{rung_id(putting, number)}-none" for number in (1, 2)]
        assert fresh["changes"][0].startswith("Re-fitted brought up to date")
        assert client.get("/api/today/").json()["stale"] == []


class TestRoutines:
    def test_a_block_is_repeated_on_the_rungs_of_today(self, client: APIClient, block: Any, putting: Ladder) -> None:
        routine = post(client, "routines/", block=block["id"], title=" Monday at the wall ").json()
        assert routine["title"] == "Monday at the wall"
        post(client, f"ladders/{putting.pk}/moves/", decision="climb", held=0)
        again = post(client, f"routines/{routine['id']}/", day="2099-05-11").json()
        assert again["day"] == "2099-05-11"
        before = [(each["ladder"]["id"], each["side"]) for each in challenges(block)]
        assert [(each["ladder"]["id"], each["side"]) for each in challenges(again)] == before
        assert {each["rung"]["number"] for each in challenges(again) if each["ladder"]["id"] == putting.pk} == {2}

    def test_own_parts_and_rungs_chosen_by_hand_come_back_as_they_were(
        self, client: APIClient, putting: Ladder
    ) -> None:
        second = list(putting.rungs.values_list("pk", flat=True))[1]
        own = [{"key": "own-0", "kind": "rest", "title": "Rest", "seconds": 60, "place": 1}]
        kept = [
            {"key": f"{rung_id(putting)}-none", "place": 0, "runs": 2},
            {"key": f"{second}-none", "place": 2, "runs": 1},
        ]
        made = post(client, "blocks/", **asked(putting), rungs=[second], own=own, kept=kept, fill=False).json()
        routine = post(client, "routines/", block=made["id"], title="The set").json()
        again = post(client, f"routines/{routine['id']}/", day="2099-05-11").json()
        assert [(part["title"], part["runs_planned"]) for part in again["parts"]] == [
            (part["title"], part["runs_planned"]) for part in made["parts"]
        ]
        assert [part["is_rung_fixed"] for part in challenges(again)] == [False, True]

    def test_a_set_that_has_grown_longer_is_given_the_minutes_it_needs(
        self, client: APIClient, putting: Ladder
    ) -> None:
        made = post(client, "blocks/", **asked(putting)).json()
        routine = Routine.objects.get(pk=post(client, "routines/", block=made["id"], title="The set").json()["id"])
        Routine.objects.filter(pk=routine.pk).update(minutes=10)
        again = post(client, f"routines/{routine.pk}/", day="2099-05-11").json()
        assert again["minutes"] > 10
        assert [part["runs_planned"] for part in challenges(again)] == [
            part["runs_planned"] for part in challenges(made)
        ]

    def test_sessions_stand_side_by_side_over_all_versions(
        self, client: APIClient, player: Player, putting: Ladder
    ) -> None:
        key = f"{rung_id(putting)}-none"
        kept = [{"key": key, "place": 0, "runs": 1, "is_locked": True}]
        made = post(client, "blocks/", **asked(putting), kept=kept, fill=False).json()
        first = post(client, "routines/", block=made["id"], title="The set").json()
        self.play(client, player, putting, made, makes=6)
        again = post(client, f"routines/{first['id']}/", day="2099-05-11").json()
        self.play(client, player, putting, again, makes=8)
        second = post(client, "routines/", block=again["id"], title="The set").json()
        assert (second["version"], [each["id"] for each in client.get("/api/routines/").json()]) == (2, [second["id"]])
        third = post(client, f"routines/{second['id']}/", day="2099-05-18").json()
        self.play(client, player, putting, third, makes=7)
        table = client.get(f"/api/routines/{second['id']}/comparison/").json()
        assert table["columns"] == ["Putts from the circle"]
        assert [(row["version"], row["total"]["words"], row["is_best"]) for row in table["rows"]] == [
            (1, "6 of 10", False),
            (1, "8 of 10", True),
            (2, "7 of 10", False),
        ]
        assert table["words"] == "The last set: 70 % made; before, 70 % on average and 80 % at best."
        assert client.delete(f"/api/routines/{second['id']}/").status_code == 204
        assert client.get("/api/routines/").json() == []

    def play(self, client: APIClient, player: Player, ladder: Ladder, block: Any, *, makes: int) -> None:
        """A block with one run of it, played to its end."""
        client.patch(f"/api/blocks/{block['id']}/", {"change": "start"}, format="json")
        (part,) = challenges(block)
        player.play(rung_id(ladder), "o" * makes + "x" * (10 - makes), part=part["id"])
        client.patch(f"/api/blocks/{block['id']}/", {"change": "finish"}, format="json")

    def test_a_forgotten_routine_leaves_its_blocks(self, client: APIClient, block: Any) -> None:
        routine = post(client, "routines/", block=block["id"], title="Short one").json()
        post(client, f"routines/{routine['id']}/", day=DAY)
        assert client.delete(f"/api/routines/{routine['id']}/").status_code == 204
        assert client.get("/api/routines/").json() == []
        assert Block.objects.count() == 2

    def test_needs_a_name(self, client: APIClient, block: Any) -> None:
        refused = post(client, "routines/", block=block["id"], title="  ")
        assert (refused.status_code, refused.json()["errors"][0]["loc"]) == (400, ["title"])


class TestFocus:
    def test_a_test_day_repeats_the_last_one(self, player: Player, athlete: Athlete, putting: Ladder) -> None:
        client, today = player.client, get_today(athlete)
        first = post(client, "blocks/", **asked(putting, day=str(today - timedelta(7)), focus="test_day")).json()
        client.patch(f"/api/blocks/{first['id']}/", {"change": "start"}, format="json")
        client.patch(f"/api/blocks/{first['id']}/", {"change": "finish"}, format="json")
        post(client, f"ladders/{putting.pk}/moves/", decision="climb", held=0)
        again = post(client, "proposals/", **asked(putting, day=str(today), focus="test_day")).json()
        repeated = [part for part in again["parts"] if part["kind"] == "challenge"]
        # The same rung as then, although another is worked on now: else it would be another test.
        assert [(each["key"], each["runs_planned"]) for each in repeated] == [
            (each["key"], each["runs_planned"]) for each in challenges(first)
        ]
        assert repeated[0]["reasons"][0].startswith("as on ")

    def test_with_a_partner_there_is_a_game(self, client: APIClient, putting: Ladder) -> None:
        block = post(client, "blocks/", **asked(putting, focus="partner", partner="eleven")).json()
        game = next(part for part in block["parts"] if part["kind"] == "partner")
        assert game["title"] == "Points to eleven"
        done = client.post(f"/api/parts/{game['id']}/done/").json()
        assert next(each for each in done["parts"] if each["id"] == game["id"])["done_at"]


def test_planned_against_actual(player: Player, athlete: Athlete, putting: Ladder) -> None:
    client = player.client
    block = post(client, "blocks/", **asked(putting, day=str(get_today(athlete)))).json()
    client.patch(f"/api/blocks/{block['id']}/", {"change": "start"}, format="json")
    kept = Block.objects.get(pk=block["id"])
    assert kept.started_at
    at = kept.started_at
    for part in kept.parts.all():
        at += timedelta(seconds=part.planned_s + 30)
        finish_part(athlete, part.pk, at)
    shown = client.get(f"/api/blocks/{block['id']}/").json()
    assert [each["actual_s"] - each["planned_s"] for each in shown["parts"]] == [30] * len(shown["parts"])


class TestPartsOfOnesOwn:
    OWN = [
        {
            "key": "own-0",
            "kind": "checklist",
            "title": "My warm-up",
            "seconds": 400,
            "items": ["hips", "ankles"],
            "role": "warm_up",
        },
        {"key": "own-1", "kind": "timed", "title": "Mirror work", "seconds": 300, "place": 0},
        {"key": "own-2", "kind": "rest", "title": "Rest", "seconds": 60, "place": 2},
    ]

    def test_they_are_kept_played_and_come_back_to_be_changed(self, client: APIClient, putting: Ladder) -> None:
        key = f"{rung_id(putting)}-none"
        body = {**asked(putting), "own": self.OWN, "kept": [{"key": key, "place": 1, "runs": 1}], "fill": False}
        block = post(client, "blocks/", **body).json()
        assert [part["title"] for part in block["parts"]] == [
            "My warm-up",
            "Mirror work",
            "Putts from the circle: from 4 m",
            "Rest",
            "Cool down and note",
        ]
        warm_up, mirror, *_ = block["parts"]
        assert [step["seconds"] for step in warm_up["steps"]] == [200, 200]
        assert (mirror["kind"], mirror["planned_s"], mirror["rung"]) == ("timed", 300, None)
        client.patch(f"/api/blocks/{block['id']}/", {"change": "start"}, format="json")
        for part in block["parts"]:
            post(client, f"parts/{part['id']}/done/")
        played = client.get(f"/api/blocks/{block['id']}/").json()
        assert all(part["done_at"] for part in played["parts"])

    def test_a_refit_keeps_them_and_is_taken_back(self, client: APIClient, putting: Ladder) -> None:
        block = post(client, "blocks/", **asked(putting), own=self.OWN).json()
        smaller = post(client, f"blocks/{block['id']}/refit/", minutes=20).json()
        assert [part["title"] for part in smaller["parts"] if not part["rung"]][:2] == ["My warm-up", "Mirror work"]
        assert smaller["parts"][0]["items"] == ["hips", "ankles"]
        back = client.delete(f"/api/blocks/{block['id']}/refit/").json()
        assert shape(back) == shape(block)
        assert [part["role"] for part in back["parts"]] == [part["role"] for part in block["parts"]]

    def test_a_block_may_be_all_ones_own(self, client: APIClient) -> None:
        own = [{"key": "own-0", "kind": "free_play", "title": "Free play", "seconds": 900}]
        block = post(client, "blocks/", minutes=30, ladders=[], day=DAY, own=own).json()
        assert block["title"] == "Free play"
        rest = [{"key": "own-0", "kind": "rest", "title": "Rest", "seconds": 600}]
        answer = post(client, "blocks/", minutes=30, ladders=[], day=DAY, own=rest)
        assert (answer.status_code, answer.json()["errors"][0]["code"]) == (400, "nothing_to_play")

    def test_what_cannot_be_is_refused_by_its_path(self, client: APIClient, putting: Ladder) -> None:
        answer = post(client, "proposals/", **asked(putting), own=[{**self.OWN[1], "seconds": 3}])
        assert answer.json()["errors"][0]["loc"] == ["own", 0, "seconds"]


class TestRungsChosenByHand:
    def test_six_steps_of_one_ladder_stay_where_they_are_put(
        self, client: APIClient, player: Player, athlete: Athlete, putting: Ladder, stranger: Any, ladder_of: Any
    ) -> None:
        rungs = list(putting.rungs.values_list("pk", flat=True))
        kept = [{"key": f"{rung}-none", "place": place, "runs": 1} for place, rung in enumerate(rungs)]
        body = {**asked(minutes=90), "rungs": rungs, "kept": kept, "fill": False}
        block = post(client, "blocks/", **body).json()
        played = [part["rung"]["id"] for part in challenges(block)]
        assert played == rungs
        assert all(part["is_rung_fixed"] for part in challenges(block))
        refitted = post(client, f"blocks/{block['id']}/refit/", minutes=80).json()
        assert [part["rung"]["id"] for part in challenges(refitted)] == rungs
        alien = ladder_of(stranger, "putting-circle").rungs.first().pk
        answer = post(client, "proposals/", **asked(putting), rungs=[rungs[0], alien])
        assert answer.json()["errors"][0]["loc"] == ["rungs", 1]


class TestRhythm:
    """A routine that comes back every half year, as Today and the week remember it."""

    def due(self, client: APIClient, day: str = "") -> list[str]:
        path = f"/api/weeks/{day}/" if day else "/api/today/"
        return [each["words"] for each in client.get(path).json()["due"]]

    def test_it_is_due_until_it_is_planned_and_again_half_a_year_later(
        self, client: APIClient, block: Any, athlete: Athlete
    ) -> None:
        routine = post(client, "routines/", block=block["id"], title="Test day").json()
        assert self.due(client) == []
        client.patch(f"/api/routines/{routine['id']}/", {"every_days": 182}, format="json")
        assert self.due(client) == []  # the block that it was made from is still to come
        Block.objects.update(status="done", day=get_today(athlete) - timedelta(days=200))
        (words,) = self.due(client)
        assert words.startswith("every half year, last on ")
        again = post(client, f"routines/{routine['id']}/", day=str(get_today(athlete))).json()
        assert self.due(client) == []
        Block.objects.filter(pk=again["id"]).update(status="done")
        monday = get_today(athlete) + timedelta(days=182)
        monday -= timedelta(days=monday.weekday())
        assert len(self.due(client, str(monday))) == 1
        assert self.due(client, str(monday - timedelta(days=7))) == []

    def test_another_version_keeps_the_rhythm(self, client: APIClient, block: Any) -> None:
        first = post(client, "routines/", block=block["id"], title="Test day").json()
        client.patch(f"/api/routines/{first['id']}/", {"every_days": 30}, format="json")
        assert post(client, "routines/", block=block["id"], title="Test day").json()["every_days"] == 30

    def test_a_rhythm_that_is_none_is_refused(self, client: APIClient, block: Any) -> None:
        routine = post(client, "routines/", block=block["id"], title="Test day").json()
        refused = client.patch(f"/api/routines/{routine['id']}/", {"every_days": 3}, format="json")
        assert (refused.status_code, refused.json()["errors"][0]["loc"]) == (400, ["every_days"])
