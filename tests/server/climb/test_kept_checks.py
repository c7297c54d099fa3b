"""The rung that is held is checked, lost and rebuilt; advice is overruled, and needs are looked at across ladders."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any

import pytest
from rest_framework.test import APIClient

from ladders.models import KeptCheck, Ladder
from runs.models import Run
from runs.summaries import rebuild_summaries
from tests.server.conftest import rung_id
from tests.server.player import Player, events

WEEK = timedelta(days=7)


def standing(client: APIClient, ladder: Ladder) -> Any:
    return client.get(f"/api/ladders/{ladder.pk}/").json()["standing"]


def decide(client: APIClient, ladder: Ladder, decision: str, **values: str) -> Any:
    held = Ladder.objects.get(pk=ladder.pk).held
    body = {"decision": decision, "held": held, **values}
    answer = client.post(f"/api/ladders/{ladder.pk}/moves/", body, format="json")
    assert answer.status_code == 201, answer.json()
    return answer.json()


def let_weeks_pass(ladder: Ladder, weeks: int) -> None:
    """As if all of it had been done so many weeks earlier."""
    for run in Run.objects.all():
        run.started_at -= weeks * WEEK
        run.day -= weeks * WEEK
        run.save()
    rebuild_summaries()
    check = KeptCheck.objects.get(ladder=ladder)
    for move in ladder.moves.all():
        move.made_at -= weeks * WEEK
        move.save()
    check.since -= weeks * WEEK
    check.since_at -= weeks * WEEK
    check.due_on -= weeks * WEEK
    check.save()


def putt_now(player: Player, rung: int, made: int, days_ago: int = 0) -> str:
    """A run of ten with so many made, in these days."""
    at = datetime.now(UTC) - timedelta(days=days_ago, minutes=1)
    run = player.start(rung, at=at)
    assert player.send(run, events("o" * made + "x" * (10 - made))).status_code == 200
    return run


@pytest.fixture
def held(player: Player, putting: Ladder) -> Ladder:
    """Rung 1 was climbed just now."""
    for made in (8, 9):
        putt_now(player, rung_id(putting), made)
    decide(player.client, putting, "climb")
    return putting


def test_a_climbed_rung_is_checked_after_a_week_and_the_gap_grows(player: Player, held: Ladder) -> None:
    kept = standing(player.client, held)["kept"]
    assert (kept["rung"]["number"], kept["is_due"], kept["is_lost"]) == (1, False, False)
    assert kept["words"] == "Rung 1 is checked in about 1 week."
    let_weeks_pass(held, 1)
    assert standing(player.client, held)["kept"]["is_due"]
    signs = player.client.get("/api/ladders/").json()[0]["signs"]
    assert "check_due" in [sign["id"] for sign in signs]
    ask = player.client.get("/api/today/").json()["asks"][0]
    assert (ask["kind"], ask["standing"]["ladder"]["id"]) == ("check", held.pk)
    putt_now(player, rung_id(held), 8)
    kept = standing(player.client, held)["kept"]
    assert (kept["is_due"], kept["words"]) == (False, "Rung 1 is checked in about 3 weeks. 1 check met so far.")


def test_a_due_check_enters_a_block_as_its_first_run(player: Player, held: Ladder) -> None:
    let_weeks_pass(held, 1)
    day = datetime.now(UTC).date().isoformat()
    body = {"minutes": 30, "ladders": [held.pk], "day": day}
    block = player.client.post("/api/blocks/", body, format="json").json()
    played = [part for part in block["parts"] if part["rung"]]
    assert [(part["rung"]["number"], part["runs_planned"] == 1) for part in played] == [(1, True), (2, False)]
    assert "kept check: whether rung 1 is still yours" in played[0]["reasons"]
    assert block["parts"][0]["kind"] == "warm_up"


def test_missed_twice_it_is_lost_and_it_is_rebuilt_by_climbing_it_again(player: Player, held: Ladder) -> None:
    let_weeks_pass(held, 2)
    putt_now(player, rung_id(held), 3, days_ago=1)
    missed = putt_now(player, rung_id(held), 4)
    verdict = standing(player.client, held)["verdict"]
    assert (verdict["kind"], verdict["headline"]) == ("step_back", "Rebuild rung 1")
    # A run that is set aside was no check; taken back it is one again.
    player.client.put(f"/api/runs/{missed}/set-aside/", {"reason": "Rain"}, format="json")
    assert not standing(player.client, held)["kept"]["is_lost"]
    player.client.delete(f"/api/runs/{missed}/set-aside/")
    assert standing(player.client, held)["kept"]["is_lost"]
    rebuild_summaries()
    assert standing(player.client, held)["kept"]["is_lost"]
    after = decide(player.client, held, "step_back")["standing"]
    assert (after["held"], after["working"]["number"], after["kept"]) == (0, 1, None)
    for made in (9, 9):
        putt_now(player, rung_id(held), made)
    kept = decide(player.client, held, "climb")["standing"]["kept"]
    assert (kept["is_lost"], kept["is_due"]) == (False, False)


def test_a_climb_that_is_taken_back_is_not_checked(player: Player, held: Ladder) -> None:
    player.client.delete(f"/api/ladders/{held.pk}/moves/")
    assert standing(player.client, held)["kept"] is None


def test_a_lost_rung_is_held_no_longer_where_another_one_needs_it(
    player: Player, held: Ladder, serving: Ladder
) -> None:
    needs = {"needs": [{"rung": rung_id(held), "is_must": True}]}
    player.client.put(f"/api/rungs/{rung_id(serving)}/needs/", needs, format="json")
    detail = player.client.get(f"/api/ladders/{serving.pk}/").json()
    assert [(node["ladder"], node["is_held"], node["depth"]) for node in detail["need_graph"]] == [
        (held.pk, True, 0),
        (serving.pk, False, 1),
    ]
    codes = [reason["code"] for reason in detail["standing"]["verdict"]["reasons"]]
    assert "unmet_needs" not in codes
    KeptCheck.objects.filter(ladder=held).update(missed=2)
    after = player.client.get(f"/api/ladders/{serving.pk}/").json()
    assert after["need_graph"][0]["is_held"] is False
    assert after["standing"]["verdict"]["reasons"][-1]["words"].startswith("Hold first: Putts from the circle, rung 1")


def test_why_advice_was_overruled_is_kept_and_taking_back_leads_to_the_same_rung(player: Player, held: Ladder) -> None:
    move = decide(player.client, held, "climb", overruling=" It felt ready. ")["moves"][0]
    assert (move["is_overruled"], move["overruling"]) == (True, "It felt ready.")
    # A rung is put in below meanwhile: what is taken back leads to the rung, not to its number.
    below = {**{"title": "From 2 m", "set_up": "", "cues": []}, "format": "makes_of_n", "settings": {}}
    player.client.post(f"/api/ladders/{held.pk}/rungs/", {**below, "number": 1}, format="json")
    back = player.client.delete(f"/api/ladders/{held.pk}/moves/").json()
    assert back["standing"]["held"] == Ladder.objects.get(pk=held.pk).rungs.get(pk=rung_id(held, 2)).number
    assert back["moves"][0]["overruling"] == "It felt ready."


def test_a_run_that_hurt_asks_for_rest(player: Player, putting: Ladder) -> None:
    run = putt_now(player, rung_id(putting), 9)
    player.client.put(f"/api/runs/{run}/comfort/", {"comfort": 0}, format="json")
    verdict = standing(player.client, putting)["verdict"]
    assert (verdict["kind"], verdict["headline"]) == ("rest", "Rest: it hurt")
    ask = player.client.get("/api/today/").json()["asks"][0]
    assert ask["kind"] == "rest"
    move = decide(player.client, putting, "stay")["moves"][0]
    assert move["is_overruled"] is False


def test_small_doses_stop_where_it_worked_and_stretching_tries_the_next_rung(player: Player, putting: Ladder) -> None:
    def planned() -> list[tuple[int, int]]:
        day = datetime.now(UTC).date().isoformat()
        body = {"minutes": 40, "ladders": [putting.pk], "day": day}
        block = player.client.post("/api/blocks/", body, format="json").json()
        return [(part["rung"]["number"], part["runs_planned"]) for part in block["parts"] if part["rung"]]

    def climb_by(school: str) -> None:
        path = f"/api/ladders/{putting.pk}/school/"
        assert player.client.put(path, {"school": school}, format="json").status_code == 200

    climb_by("small_dose")
    assert planned() == [(1, 1)]
    putt_now(player, rung_id(putting), 9)
    assert standing(player.client, putting)["verdict"]["headline"] == "It worked: stop here for today"
    climb_by("stretch")
    numbers = planned()
    assert [number for number, _ in numbers] == [1, 2]
    assert numbers[1][1] == 1 < numbers[0][1]
    # A trial counts against nothing: the next rung begins afresh.
    putt_now(player, rung_id(putting, 2), 0)
    putt_now(player, rung_id(putting), 9)
    after = decide(player.client, putting, "climb")["standing"]
    assert after["verdict"]["evidence"][0]["recent"] == []


def test_the_first_run_after_weeks_without_any_is_no_check(player: Player, held: Ladder) -> None:
    let_weeks_pass(held, 4)
    putt_now(player, rung_id(held), 3)
    assert standing(player.client, held)["kept"]["words"].startswith("Rung 1 is due for a check: one run at its mark")
    putt_now(player, rung_id(held), 9)
    assert standing(player.client, held)["kept"]["words"] == "Rung 1 is checked in about 3 weeks. 1 check met so far."
