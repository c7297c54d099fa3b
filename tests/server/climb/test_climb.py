"""Verdicts on what is kept, and the decisions made on them."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from jolly_core.ladder.levers import Lever
from ladders.models import Ladder
from ladders.rungs import insert_rung
from places.services import keep_place
from tests.server.conftest import rung_id
from tests.server.moments import MOMENT
from tests.server.player import Player


def standing(client: APIClient, ladder: Ladder) -> Any:
    return client.get(f"/api/ladders/{ladder.pk}/").json()["standing"]


def decide(client: APIClient, ladder: Ladder, decision: str) -> Any:
    held = Ladder.objects.get(pk=ladder.pk).held
    return client.post(f"/api/ladders/{ladder.pk}/moves/", {"decision": decision, "held": held}, format="json")


def test_a_filled_threshold_advises_to_climb(player: Player, putting: Ladder) -> None:
    player.putts(rung_id(putting), 8)
    assert standing(player.client, putting)["verdict"]["kind"] == "stay"
    player.putts(rung_id(putting), 9)
    verdict = standing(player.client, putting)["verdict"]
    assert (verdict["kind"], verdict["headline"]) == ("climb", "Climb to rung 2")
    assert verdict["reasons"][0]["words"].startswith("Of the last 2 runs 2 reached 8 makes or more")


def test_climbing_moves_the_marker_and_begins_the_next_rung_afresh(player: Player, putting: Ladder) -> None:
    player.putts(rung_id(putting, 2), 10)  # played before it was the rung being worked on
    for made in (8, 9):
        player.putts(rung_id(putting), made)
    answer = decide(player.client, putting, "climb")
    assert answer.status_code == 201
    after = answer.json()["standing"]
    assert (after["held"], after["working"]["number"]) == (1, 2)
    assert after["verdict"]["evidence"][0]["recent"] == []


def test_the_advice_is_kept_beside_a_decision_against_it(player: Player, putting: Ladder) -> None:
    player.putts(rung_id(putting), 3)
    move = decide(player.client, putting, "climb").json()["moves"][0]
    assert (move["decision"], move["verdict"], move["is_overruled"]) == ("climb", "stay", True)
    assert move["reasons"] == ["The last run did not reach 8 makes or more; 2 more and the rung is yours."]


def test_a_decision_can_be_taken_back(player: Player, putting: Ladder) -> None:
    for made in (8, 9):
        player.putts(rung_id(putting), made)
    before = standing(player.client, putting)
    decide(player.client, putting, "climb")
    answer = player.client.delete(f"/api/ladders/{putting.pk}/moves/").json()
    assert answer["standing"] == before
    assert answer["moves"][0]["taken_back_at"] is not None
    again = player.client.delete(f"/api/ladders/{putting.pk}/moves/")
    assert (again.status_code, again.json()["code"]) == (400, "no_move")


@pytest.mark.parametrize(("held", "decision"), [(0, "step_back"), (5, "climb")])
def test_there_is_no_rung_beyond_the_ends(client: APIClient, putting: Ladder, held: int, decision: str) -> None:
    Ladder.objects.filter(pk=putting.pk).update(held=held)
    answer = decide(client, putting, decision)
    assert (answer.status_code, answer.json()["errors"][0]["loc"]) == (400, ["decision"])


def test_a_decision_that_is_none_is_refused(client: APIClient, putting: Ladder) -> None:
    assert decide(client, putting, "leap").status_code == 400


def test_three_runs_below_the_floor_advise_to_step_back(player: Player, putting: Ladder) -> None:
    Ladder.objects.filter(pk=putting.pk).update(held=1)
    for made in (3, 2, 3):
        player.putts(rung_id(putting, 2), made)
    verdict = standing(player.client, putting)["verdict"]
    assert (verdict["kind"], verdict["headline"]) == ("step_back", "Step back to rung 1 and rebuild")
    assert decide(player.client, putting, "step_back").json()["standing"]["held"] == 0


def test_runs_of_one_side_do_not_fill_the_other(player: Player, serving: Ladder) -> None:
    for _ in range(2):
        player.play(rung_id(serving), "ooooooooox", side="first")
    verdict = standing(player.client, serving)["verdict"]
    assert verdict["kind"] == "stay"
    assert [each["met"] for each in verdict["evidence"]] == [0, 2]


def test_the_end_of_a_run_stands_beside_usual_best_and_mark(player: Player, putting: Ladder) -> None:
    for made in (6, 9):
        player.putts(rung_id(putting), made)
    run_id = player.putts(rung_id(putting), 8)
    player.putts(rung_id(putting), 2)  # later runs are left out
    outcome = player.outcome(run_id)
    makes = outcome["rows"][0]
    assert (makes["id"], makes["mark_words"], makes["is_met"]) == ("makes", "8", True)
    comparison = makes["comparison"]
    assert (comparison["value"], comparison["usual"], comparison["best"]) == (8, 7.5, 9)
    assert comparison["words"] == "About your usual, which is 7.5."
    assert [point["value"] for point in outcome["recent"]] == [6, 9, 8]
    assert outcome["lessons"][0].startswith("Making 8 of 10 fits a true rate anywhere from 49 to 94 %")


def test_a_run_on_another_rung_is_told_apart(player: Player, putting: Ladder) -> None:
    assert player.outcome(player.putts(rung_id(putting, 3), 5))["is_working_rung"] is False


def test_a_ladder_shows_every_rung_with_its_runs_from_the_top_down(player: Player, putting: Ladder) -> None:
    player.putts(rung_id(putting), 8)
    rungs = player.client.get(f"/api/ladders/{putting.pk}/").json()["rungs"]
    assert [each["rung"]["number"] for each in rungs] == [5, 4, 3, 2, 1]
    assert [each["state"] for each in rungs] == ["ahead", "ahead", "ahead", "ahead", "working"]
    record = rungs[-1]["records"][0]
    assert (record["usual"], record["best"], record["runs"][0]["is_met"]) == (8, 8, True)


def test_all_ladders_at_once_look_as_far_back_as_one_alone(player: Player, putting: Ladder) -> None:
    """A threshold over twenty runs, seven of them longer ago than the year that is looked at first.

    The first one after the pause counts for nothing.
    """
    Ladder.objects.filter(pk=putting.pk).update(arrived_at=MOMENT - timedelta(days=900))
    counted = {"reached": 19, "of_last": 20, "days": 1}
    asked = {"metric": "makes", "mark": 8, "conditions": {"at_the_mark": counted}}
    values = {**asked, "each_side": False, "floor": None, "floor_runs": 3}
    player.client.put(f"/api/rungs/{rung_id(putting)}/threshold/", values, format="json")
    for number in range(20):
        player.putts(rung_id(putting), 9, day=-800 if number < 7 else 0)
    assert standing(player.client, putting)["verdict"]["kind"] == "climb"
    assert player.client.get("/api/ladders/").json()[0]["verdict"]["kind"] == "climb"


def test_taking_a_climb_back_after_a_rung_was_put_in_lands_on_the_rung_that_was_held(
    player: Player, putting: Ladder
) -> None:
    for _ in range(2):
        assert decide(player.client, putting, "climb").status_code == 201
    held = Ladder.objects.get(pk=putting.pk).rungs.get(number=1)
    below = putting.rungs.get(number=1)
    insert_rung(
        below.ladder.athlete,
        below.pk,
        1,
        title="from 3 m",
        set_up="",
        levers=[Lever("distance", 3)],
        layout_id=None,
        at=MOMENT,
    )
    answer = player.client.delete(f"/api/ladders/{putting.pk}/moves/").json()
    held.refresh_from_db()
    assert (held.number, answer["standing"]["held"]) == (2, 2)


def test_a_decision_from_another_rung_than_is_held_decides_nothing(player: Player, putting: Ladder) -> None:
    path = f"/api/ladders/{putting.pk}/moves/"
    answers = [player.client.post(path, {"decision": "climb", "held": 0}, format="json") for _ in range(2)]
    assert [answer.json()["standing"]["held"] for answer in answers] == [1, 1]


def test_what_a_ladder_can_be_planned_by_is_what_a_block_of_it_holds(player: Player, serving: Ladder) -> None:
    """The page puts a part into a block by the key that the ladder's standing gives."""
    plannable = standing(player.client, serving)["plannable"]
    asked = {"minutes": 60, "ladders": [serving.pk]}
    parts = player.client.post("/api/proposals/", asked, format="json").json()["parts"]
    assert [(each["key"], each["title"]) for each in parts if each["rung"]] == [
        (each["key"], each["title"]) for each in plannable
    ]
    assert len(plannable) == 2


LUCK = {
    "metric": "makes",
    "mark": 7,
    "conditions": {"at_the_mark": {"reached": 2, "of_last": 3, "days": 1}},
    "each_side": False,
    "floor": None,
    "floor_runs": 3,
}
PROOF = {**LUCK, "conditions": {"proof": {"sure": 90, "margin": 5}}}


def test_a_lucky_athlete_is_promoted_by_counting_and_held_by_proof(player: Player, putting: Ladder) -> None:
    """Six in ten, with two good days among them; what either would say is told before it is asked."""
    rung = rung_id(putting)
    for made in (5, 7, 6, 7):
        player.putts(rung, made)
    path = f"/api/rungs/{rung}"
    asked = {}
    for name, values in (("luck", LUCK), ("proof", PROOF)):
        asked[name] = player.client.post(f"{path}/price/", values, format="json").json()
        assert player.client.put(f"{path}/threshold/", values, format="json").status_code == 200
        verdict = player.client.get(f"/api/ladders/{putting.pk}/").json()["standing"]["verdict"]
        assert verdict["kind"] == asked[name]["would"][-1]["kind"] == {"luck": "climb", "proof": "stay"}[name]
    assert "97 times in 100" in asked["luck"]["price"]["words"][0]
    assert asked["luck"]["price"]["words"][1].startswith("You, at ")
    assert [each["value"] for each in asked["proof"]["would"]] == [5, 7, 6, 7]
    assert "it is" in verdict["reasons"][0]["words"]
    assert verdict["evidence"][0]["brief"].endswith(" sure, 90 % wanted")
    for _ in range(3):
        player.putts(rung, 9)
    assert player.client.get(f"/api/ladders/{putting.pk}/").json()["standing"]["verdict"]["kind"] == "climb"


def test_a_price_that_cannot_be_told_is_none(player: Player, athlete: Athlete, ladder_of: Any) -> None:
    ladder = ladder_of(athlete, "wall-rally")
    asked = player.client.get(f"/api/ladders/{ladder.pk}/").json()["standing"]["threshold"]["values"]
    answer = player.client.post(f"/api/rungs/{rung_id(ladder)}/price/", asked, format="json").json()
    assert (answer["price"], answer["would"]) == (None, [])


def test_comfort_is_asked_where_it_comes_first(player: Player, putting: Ladder) -> None:
    client = player.client
    answer = client.put(f"/api/ladders/{putting.pk}/school/", {"school": "comfort_first"}, format="json").json()
    assert (answer["school"], answer["from_rung_one"]) == ("comfort_first", True)
    runs = [player.putts(rung_id(putting), 9, day=day) for day in range(3)]

    def say(run: str, comfort: int | None) -> Any:
        return client.put(f"/api/runs/{run}/comfort/", {"comfort": comfort}, format="json")

    for run in runs:
        assert standing(client, putting)["verdict"]["kind"] == "stay"
        assert say(run, 4).json()["comfort"] == 4
    assert standing(client, putting)["verdict"]["kind"] == "climb"
    assert client.get("/api/ladders/").json()[0]["verdict"]["kind"] == "climb"
    say(runs[1], 3)
    verdict = standing(client, putting)["verdict"]
    assert verdict["reasons"][-1]["words"] == "Comfort of the last 3 runs: 4, 3, 4; 2 more runs at 4 of 5 or more."
    assert say(runs[1], 6).json()["errors"][0]["loc"] == ["comfort"]
    assert say(runs[1], None).json()["comfort"] is None


def test_a_school_asks_the_same_of_every_rung_and_leaves_the_marks(client: APIClient, putting: Ladder) -> None:
    marks = [rung["threshold"]["values"]["mark"] for rung in client.get(f"/api/ladders/{putting.pk}/").json()["rungs"]]
    for school, conditions in (("prove_it", {"proof"}), ("count_it", {"at_the_mark"})):
        assert client.put(f"/api/ladders/{putting.pk}/school/", {"school": school}, format="json").status_code == 200
        asked = [rung["threshold"]["values"] for rung in client.get(f"/api/ladders/{putting.pk}/").json()["rungs"]]
        assert [(each["mark"], set(each["conditions"])) for each in asked] == [(mark, conditions) for mark in marks]
    client.put(f"/api/ladders/{putting.pk}/school/", {"school": "prove_it"}, format="json")
    rung = {"title": "", "set_up": "", "cues": [], "format": "makes_of_n", "settings": {"attempts": 20}}
    assert client.post(f"/api/ladders/{putting.pk}/rungs/", rung, format="json").status_code == 201
    newest = client.get(f"/api/ladders/{putting.pk}/").json()["rungs"][0]
    assert set(newest["threshold"]["values"]["conditions"]) == {"proof"}
    refused = client.put(f"/api/ladders/{putting.pk}/school/", {"school": "by_luck"}, format="json")
    assert refused.json()["errors"][0]["loc"] == ["school"]


def test_the_wall_says_at_which_of_ones_places_a_ladder_can_be_played(
    player: Player, putting: Ladder, serving: Ladder
) -> None:
    for name, offers in (("Tanner's Yard", ["wall", "flat floor"]), ("the Old Dairy hall", ["basket", "flat floor"])):
        keep_place(putting.athlete, name, offers)
    places = {each["ladder"]["id"]: each["places"] for each in player.client.get("/api/ladders/").json()}
    assert places == {putting.pk: ["the Old Dairy hall"], serving.pk: ["Tanner's Yard"]}
