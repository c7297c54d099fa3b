"""The pages of Look back over the API: what is planted in a record is found there, and nothing else."""

from __future__ import annotations

from datetime import timedelta
from random import Random
from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from blocks.services import finish_block, start_block
from ladders.models import Ladder
from lookback.models import RungLooks
from lookback.working_out import work_out
from plan.proposals import BlockRequest
from plan.services import plan_block
from runs.models import Run
from tests.server.conftest import rung_id
from tests.server.moments import MOMENT
from tests.server.player import Player


def page(player: Player, path: str = "", **search: Any) -> Any:
    query = "&".join(f"{name}={value}" for name, value in search.items())
    answer = player.client.get(f"/api/look-back/{path}?{query}")
    assert answer.status_code == 200, answer.json()
    found = answer.json()
    return found.get("page", found)


def leap(player: Player, rung: int) -> None:
    """Eighteen days on a rung; from the eleventh on nearly all is made."""
    random = Random(3)
    for day in range(18):
        player.putts(rung, random.randint(3, 5) if day < 10 else random.randint(8, 10), day=3 * day)


def test_an_empty_record_has_too_little_to_look_at(player: Player) -> None:
    found = page(player)
    assert (found["looks"], found["first"], found["still"]) == (0, [], [])
    assert found["words"] == "There is too little in the record to look at yet."
    for path in ("trend/", "inside/", "then-and-now/", "weak-spots/", "season/"):
        page(player, path)
    assert player.client.get("/api/look-back/first/").json() == {"find": None, "since_words": ""}


def test_a_breakthrough_is_found_with_its_picture_and_its_days(player: Player, putting: Ladder) -> None:
    leap(player, rung_id(putting))
    found = page(player)["first"][0]
    assert found["question"] == "course"
    assert found["about"]["rung"] == rung_id(putting)
    assert found["look"]["words"].startswith("Better since 3 June 2026: ")
    assert (found["look"]["since"], found["look"]["until"]) == ("2026-05-04", "2026-06-24")
    assert found["look"]["picture"]["split"] == 10
    assert player.client.get("/api/look-back/first/").json()["find"]["question"] == "course"


def test_aimless_practice_shows_no_find(player: Player, putting: Ladder) -> None:
    random = Random(12)
    for day in range(20):
        for _ in range(2):
            line = "".join(random.choice("ooox") for _ in range(10))
            player.play(rung_id(putting), line, day=2 * day)
    found = page(player)
    assert found["looks"] > 3
    assert found["first"] == found["others"] == []
    assert found["words"].endswith("none of them is more than luck.")


def test_looks_are_worked_out_once_and_anew_only_where_the_record_changed(
    player: Player, athlete: Athlete, putting: Ladder
) -> None:
    first, second = rung_id(putting), rung_id(putting, 2)
    leap(player, first)
    player.putts(second, 5)
    assert work_out(athlete) == 2
    assert work_out(athlete) == 0
    player.putts(second, 6, day=60)
    assert work_out(athlete) == 1
    body = {"day": "2026-05-20", "words": "new grip"}
    assert player.client.post(f"/api/ladders/{putting.pk}/method-changes/", body, format="json").status_code == 200
    assert work_out(athlete) == 2
    # Marked in other words on the same day, its finds are said in those.
    player.client.post(f"/api/ladders/{putting.pk}/method-changes/", {**body, "words": "old grip"}, format="json")
    assert work_out(athlete) == 2
    run = Run.objects.filter(rung=first).first()
    assert run
    player.client.delete(f"/api/runs/{run.pk}/")
    assert work_out(athlete) == 1


def test_looks_are_worked_out_when_a_block_ends(player: Player, athlete: Athlete, putting: Ladder) -> None:
    leap(player, rung_id(putting))
    block = plan_block(athlete, BlockRequest(20, [putting.pk], (MOMENT + timedelta(days=90)).date()))
    player.client.patch(f"/api/blocks/{block.pk}/", {"change": "start"}, format="json")
    assert not RungLooks.objects.exists()
    player.client.patch(f"/api/blocks/{block.pk}/", {"change": "finish", "note": "", "effort": 3}, format="json")
    assert RungLooks.objects.count() == 1


def test_runs_from_before_there_were_traces_get_theirs(player: Player, athlete: Athlete, putting: Ladder) -> None:
    leap(player, rung_id(putting))
    Run.objects.update(trace=None)
    work_out(athlete)
    assert not Run.objects.filter(trace__isnull=True).exists()
    run = Run.objects.first()
    assert run
    assert run.trace["strokes"].count("1") == run.makes


def test_a_change_of_method_shows_two_periods(player: Player, putting: Ladder) -> None:
    rung = rung_id(putting)
    for day in range(12):
        player.putts(rung, 5 + day % 2 if day < 6 else 7 + day % 2, day=2 * day)
    body = {"day": "2026-05-16", "words": " new   grip "}
    marked = player.client.post(f"/api/ladders/{putting.pk}/method-changes/", body, format="json").json()
    found = page(player, "trend/")
    (side,) = found["sides"]
    assert [period["why"] for period in side["level"]["periods"]] == ["the first run", "new grip"]
    assert [period["usual"] for period in side["level"]["periods"]] == [5.5, 7.5]
    assert {"day": "2026-05-16", "words": "new grip", "kind": "method", "id": marked["id"]} in found["strips"]
    assert player.client.delete(f"/api/method-changes/{marked['id']}/").status_code == 204
    assert len(page(player, "trend/")["sides"][0]["level"]["periods"]) == 2  # as clear a shift without the tape


@pytest.mark.parametrize(
    ("body", "code"),
    [({"day": "2199-01-01", "words": "x"}, "in_the_future"), ({"day": "2026-05-01", "words": "  "}, None)],
)
def test_refuses_changes_of_method_that_cannot_be(player: Player, putting: Ladder, body: Any, code: str | None) -> None:
    answer = player.client.post(f"/api/ladders/{putting.pk}/method-changes/", body, format="json")
    assert answer.status_code == 400
    assert code is None or answer.json()["errors"][0]["code"] == code


def test_what_belongs_to_another_is_not_there(player: Player, putting: Ladder, stranger: Athlete) -> None:
    leap(player, rung_id(putting))
    other = APIClient()
    other.force_login(stranger)
    assert other.get(f"/api/look-back/trend/?rung={rung_id(putting)}").json()["page"]["sides"] == []
    assert other.get("/api/look-back/").json()["page"]["looks"] == 0
    body = {"day": "2026-05-01", "words": "new grip"}
    assert other.post(f"/api/ladders/{putting.pk}/method-changes/", body, format="json").status_code == 404


def test_weak_spots_are_priced_and_drawn_where_they_lie(player: Player, athlete: Athlete, ladder_of: Any) -> None:
    boxes = ladder_of(athlete, "four-boxes")
    for day in range(8):
        # In turn, four boxes five times: the last of each four is missed but once. A left-hander's are mirrored.
        player.play(rung_id(boxes), "ooox" * 4 + "oooo", day=day)
    found = page(player, "weak-spots/")
    assert found["words"].startswith("Four boxes on the wall, “low left” costs most: eight misses in ten.")
    worst = found["costs"][0]
    assert (worst["tried"]["target"], worst["misses"], worst["tried"]["attempts"]) == ("low left", 32, 40)
    (spots,) = found["maps"]
    assert spots["layout"]["place"] == "one_wall_court"
    assert {zone["name"] for zone in spots["layout"]["zones"]} == {spot["name"] for spot in spots["spots"]}
    assert page(player)["first"][0]["question"] == "weak_target"
    assert page(player, "weak-spots/", since="2026-05-06")["costs"][0]["tried"]["target"] == "low left"


def test_a_side_that_was_planned_and_left_out_is_named(player: Player, athlete: Athlete, serving: Ladder) -> None:
    for number in range(10):
        day = MOMENT + timedelta(days=2 * number)
        block = plan_block(athlete, BlockRequest(30, [serving.pk], day.date()))
        start_block(athlete, block.pk, day)
        for part in block.parts.exclude(rung=None):
            if part.side == "first":
                player.play(part.rung_id, "ooooooooxx", side="first", day=2 * number, part=part.pk)  # type: ignore[arg-type]
        finish_block(athlete, block.pk, day + timedelta(hours=1))
    found = page(player)["first"]
    assert "left_out" in [find["question"] for find in found]
    costs = page(player, "weak-spots/")["costs"]
    assert all(cost["tried"]["side"] != "second" for cost in costs)  # nothing was tried there


def test_then_and_now_of_three_typed_years(player: Player, putting: Ladder) -> None:
    rows = [
        {"day": f"{year}-06-0{day}", "rung": rung_id(putting), "side": "none", "value": value + day % 2}
        for year, value in ((2023, 4), (2024, 6), (2025, 8))
        for day in range(1, 6)
    ]
    player.client.post("/api/old-results/", {"rows": rows}, format="json")
    found = page(player, "then-and-now/")
    assert (found["then"], found["now"]) == ("2024", "2025")
    (side,) = found["sides"]
    assert side["compared"]["words"].startswith("2 makes better in 2025 than in 2024 (")
    assert [best["title"] for best in side["years"]] == ["2025", "2024", "2023"]
    assert len(side["dots"]) == 15
    months = page(player, "then-and-now/", then="2023-06", now="2025-06")["sides"][0]["compared"]
    assert months["then"]["title"] == "June 2023"
    first, last = side["dots"][0]["run"], side["dots"][-1]["run"]
    runs = page(player, "then-and-now/", then=first, now=last)["sides"][0]["compared"]
    assert "Two single runs say little" in runs["words"]
    assert player.client.get("/api/look-back/then-and-now/?then=yesterday&now=2025").status_code == 400


def test_the_end_of_a_run_says_since_when_nothing_was_as_good(player: Player, putting: Ladder) -> None:
    rung = rung_id(putting)
    for day, made in enumerate((9, 5, 6)):
        player.putts(rung, made, day=day)
    run = player.putts(rung, 8, day=5)
    assert player.client.get(f"/api/look-back/runs/{run}/").json()["since_words"] == "best since 4 May 2026"


def test_the_season_has_what_was_played_in_its_days(player: Player, putting: Ladder) -> None:
    leap(player, rung_id(putting))
    season = page(player, "season/", since="2026-05-04", until="2026-06-24")
    assert (season["runs"], season["days"], len(season["rows"])) == (18, 18, 1)
    assert " better in the second half than in the first half (" in season["rows"][0]["words"]
    assert page(player, "season/", since="2026-05-04", until="2026-05-10")["runs"] == 3


def test_pages_take_the_same_filters(player: Player, putting: Ladder, serving: Ladder) -> None:
    leap(player, rung_id(putting))
    player.play(rung_id(serving), "o" * 10, side="first", day=80)
    assert page(player, "trend/")["about"]["ladder"] == serving.pk
    assert page(player, "trend/", discipline="disc putting")["about"]["ladder"] == putting.pk
    assert page(player, ladder=serving.pk)["first"] == []
    assert "course" in [find["question"] for find in page(player, since="2026-05-04")["first"]]
    assert page(player, "inside/", ladder=putting.pk)["about"]["ladder"] == putting.pk
    assert player.client.get("/api/look-back/?ladder=none").status_code == 400


def test_runs_without_a_result_draw_nothing(player: Player, athlete: Athlete, ladder_of: Any) -> None:
    """The share of a set of ten says nothing of one that was stopped: there are runs, and no result of theirs."""
    putting = ladder_of(athlete, "putting-circle")
    asked = {"at_the_mark": {"reached": 2, "of_last": 3, "days": 1}}
    body = {"metric": "rate", "mark": 80, "conditions": asked, "each_side": False, "floor": None, "floor_runs": 2}
    answer = player.client.put(f"/api/rungs/{rung_id(putting)}/threshold/", body, format="json")
    assert answer.status_code == 200, answer.json()
    player.play(rung_id(putting), "oxo f")
    found = page(player, "trend/")
    assert found["about"]["rung"] == rung_id(putting)
    assert found["sides"] == []
    assert page(player, "season/", since="2026-05-01")["rows"] == []


def test_tags_of_ones_own_are_priced_beside_targets(player: Player, putting: Ladder) -> None:
    calm, windy = player.putts(rung_id(putting), 9), player.putts(rung_id(putting), 3)
    body = {"note": "", "tags": ["windy"]}
    player.client.put(f"/api/runs/{windy}/described/", body, format="json")
    costs = page(player, "weak-spots/")["costs"]
    assert [(cost["tried"]["target"], cost["misses"]) for cost in costs] == [("tagged windy", 7), ("", 8)]
    assert costs[0]["words"] == "seven misses in ten"
    player.client.delete(f"/api/runs/{calm}/")
    assert [cost["misses"] for cost in page(player, "weak-spots/", tag="windy")["costs"]] == [7, 7]
