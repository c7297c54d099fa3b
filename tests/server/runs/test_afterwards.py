"""Runs that are over: corrected, described, deleted and brought back, typed in from long ago."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

import pytest
from rest_framework.test import APIClient

from ladders.models import Ladder
from runs.models import Run, Summary
from runs.recount import list_recountable, recount
from tests.server.conftest import rung_id
from tests.server.player import Player, events


def correct(player: Player, run: str, **values: Any) -> Any:
    return player.client.put(f"/api/runs/{run}/corrections/{uuid4()}/", values, format="json")


def get(player: Player, run: str) -> Any:
    return player.client.get(f"/api/runs/{run}/").json()


def test_a_press_that_was_another_one(player: Player, putting: Ladder) -> None:
    run = player.play(rung_id(putting), "ooooxooooo")
    answer = correct(player, run, seq=5, change="was", kind="make")
    assert answer.status_code == 200
    assert answer.json()["tally"]["makes"] == 10
    assert get(player, run)["result"]["number"] == "10"
    # The history stays: ten presses and what was said of one of them.
    stored = player.client.get(f"/api/runs/{run}/events/").json()["results"]
    assert [each["kind"] for each in stored] == ["make"] * 4 + ["miss"] + ["make"] * 5 + ["correct"]
    assert Run.objects.get(pk=run).trace["strokes"] == "1" * 10


def test_a_press_that_did_not_happen_leaves_a_run_that_was_stopped(player: Player, putting: Ladder) -> None:
    run = player.play(rung_id(putting), "oooooooxxx")
    tally = correct(player, run, seq=10, change="gone").json()["tally"]
    assert (tally["attempts"], tally["makes"], tally["is_over"], tally["ending"]) == (9, 7, True, "stopped")


def test_a_press_that_is_missing(player: Player, ladder_of: Any, athlete: Any) -> None:
    catching = ladder_of(athlete, "cascade-catches")
    run = player.play(rung_id(catching), "ooox oooo f")
    tally = correct(player, run, seq=8, change="then", kind="make").json()["tally"]
    assert tally["metrics"]["best_streak"] == 5
    strokes = player.client.get(f"/api/runs/{run}/strokes/").json()["strokes"]
    assert [each["seq"] for each in strokes if each["kind"] == "make"] == [1, 2, 3, 5, 6, 7, 8, 0]
    assert [each["row"] for each in strokes][:5] == [1, 2, 3, 0, 1]


def test_a_correction_can_be_corrected(player: Player, putting: Ladder) -> None:
    run = player.play(rung_id(putting), "ooooxooooo")
    correct(player, run, seq=5, change="was", kind="make")
    assert correct(player, run, seq=5, change="was", kind="miss").json()["tally"]["makes"] == 9


def test_the_same_correction_again_does_nothing(player: Player, putting: Ladder) -> None:
    run, name = player.play(rung_id(putting), "ooooxooooo"), uuid4()
    body = {"seq": 5, "change": "gone"}
    for _ in range(2):
        answer = player.client.put(f"/api/runs/{run}/corrections/{name}/", body, format="json")
        assert answer.json()["tally"]["attempts"] == 9


@pytest.mark.parametrize(
    ("values", "code"),
    [
        ({"seq": 11, "change": "gone"}, "no_such_press"),
        ({"seq": 5, "change": "was", "kind": "miss"}, "changes_nothing"),
        ({"seq": 5, "change": "was", "kind": ""}, "not_a_choice"),
        ({"seq": 5, "change": "was", "kind": "zone"}, "bad_text"),
    ],
)
def test_refuses_corrections_that_say_nothing(player: Player, putting: Ladder, values: Any, code: str) -> None:
    run = player.play(rung_id(putting), "ooooxooooo")
    answer = correct(player, run, **values)
    assert (answer.status_code, answer.json()["errors"][0]["code"]) == (400, code)
    assert get(player, run)["tally"]["makes"] == 9


def test_refuses_to_correct_what_is_not_over_or_has_no_presses(player: Player, putting: Ladder) -> None:
    run = player.play(rung_id(putting), "oox")
    assert correct(player, run, seq=1, change="gone").json()["errors"][0]["code"] == "not_over"
    old = {"rows": [{"day": "2025-05-01", "rung": rung_id(putting), "side": "none", "value": 7}]}
    typed = player.client.post("/api/old-results/", old, format="json").json()[0]["id"]
    assert correct(player, typed, seq=1, change="gone").json()["errors"][0]["code"] == "from_paper"


def test_corrected_runs_recount_to_themselves(player: Player, putting: Ladder) -> None:
    for line, values in (
        ("ooooxooooo", {"seq": 5, "change": "was", "kind": "let"}),
        ("oooooooxxx", {"seq": 10, "change": "gone"}),
        ("ooouxxooooooo", {"seq": 2, "change": "then", "kind": "miss"}),
    ):
        correct(player, player.play(rung_id(putting), line), **values)
    assert [list(recount(run)) for run in list_recountable()] == [[], [], []]


def test_usual_and_best_follow_a_correction(player: Player, putting: Ladder) -> None:
    run = player.putts(rung_id(putting), 10)
    correct(player, run, seq=1, change="was", kind="miss")
    summary = Summary.objects.get(rung=rung_id(putting), side="none").summary
    assert summary["highest"]["makes"] == 9


# --- notes, tags, deleting -------------------------------------------------------------------------------------------


def describe(player: Player, run: str, note: str, *tags: str) -> Any:
    body = {"note": note, "tags": list(tags)}
    return player.client.put(f"/api/runs/{run}/described/", body, format="json")


def test_a_note_written_afterwards_takes_the_place_of_those_before(player: Player, putting: Ladder) -> None:
    run = player.putts(rung_id(putting), 8)
    note = {"id": str(uuid4()), "kind": "note", "seq": 11, "at_ms": 11_000, "text": "windy"}
    player.send(run, [note])
    assert get(player, run)["note"] == "windy"
    described = describe(player, run, "windy, new discs", " wet  grass ", "wet grass", "evening").json()
    assert (described["note"], described["tags"]) == ("windy, new discs", ["wet grass", "evening"])
    assert describe(player, run, "").json()["note"] == ""


def test_tags_and_words_are_found_in_the_logbook(player: Player, putting: Ladder, serving: Ladder) -> None:
    first, second = player.putts(rung_id(putting), 8), player.play(rung_id(serving), "o" * 10, side="first")
    describe(player, first, "gusts from behind", "windy")

    def found(search: str) -> list[str]:
        return [run["id"] for run in player.client.get(f"/api/runs/?{search}").json()["results"]]

    assert found("tag=windy") == [first]
    assert found("tag=wind") == []
    assert found("words=gusts") == [first]
    assert found("words=serve") == [second]
    assert found("side=first") == [second]
    assert found(f"ladder={putting.pk}") == [first]
    assert found("since=2026-05-05") == []
    assert len(found("until=2026-05-04")) == 2
    assert player.client.get("/api/runs/?side=left").status_code == 400


@pytest.mark.parametrize("tags", [["a|b"], ["x" * 41], [str(number) for number in range(9)]])
def test_refuses_odd_tags(player: Player, putting: Ladder, tags: list[str]) -> None:
    run = player.putts(rung_id(putting), 8)
    assert describe(player, run, "", *tags).status_code == 400


def test_a_deleted_run_is_gone_from_everything_and_comes_back_as_it_was(player: Player, putting: Ladder) -> None:
    kept, gone = player.putts(rung_id(putting), 6), player.putts(rung_id(putting), 10)
    assert player.client.delete(f"/api/runs/{gone}/").status_code == 204
    assert [run["id"] for run in player.client.get("/api/runs/").json()["results"]] == [kept]
    assert player.client.get(f"/api/runs/{gone}/").status_code == 404
    assert player.send(gone, events("o", 11)).status_code == 404
    assert Summary.objects.get(rung=rung_id(putting)).summary["highest"]["makes"] == 6
    assert player.client.put(f"/api/runs/{gone}/restored/").status_code == 200
    assert Summary.objects.get(rung=rung_id(putting)).summary["highest"]["makes"] == 10
    assert get(player, gone)["set_aside"] == ""


def test_a_run_that_was_left_out_stays_so_through_being_deleted(player: Player, putting: Ladder) -> None:
    run = player.putts(rung_id(putting), 9)
    player.client.put(f"/api/runs/{run}/set-aside/", {"reason": "rain"}, format="json")
    player.client.delete(f"/api/runs/{run}/")
    player.client.put(f"/api/runs/{run}/restored/")
    assert get(player, run)["set_aside"] == "rain"


def test_nobody_else_touches_a_run(player: Player, putting: Ladder, stranger: Any) -> None:
    run, other = player.putts(rung_id(putting), 9), APIClient()
    other.force_login(stranger)
    body = {"seq": 1, "change": "gone"}
    answers = [
        other.delete(f"/api/runs/{run}/"),
        other.put(f"/api/runs/{run}/restored/"),
        other.put(f"/api/runs/{run}/described/", {"note": "", "tags": []}, format="json"),
        other.put(f"/api/runs/{run}/corrections/{uuid4()}/", body, format="json"),
        other.get(f"/api/runs/{run}/strokes/"),
    ]
    assert {answer.status_code for answer in answers} == {404}


# --- old results -----------------------------------------------------------------------------------------------------


def type_in(player: Player, *rows: dict[str, Any]) -> Any:
    return player.client.post("/api/old-results/", {"rows": list(rows)}, format="json")


def test_results_of_three_years_are_typed_in_at_once(player: Player, putting: Ladder) -> None:
    rung = rung_id(putting)
    answer = type_in(
        player,
        *(
            {"day": f"{year}-06-01", "rung": rung, "side": "none", "value": value}
            for year, value in ((2023, 5), (2024, 6), (2025, 9))
        ),
    )
    assert answer.status_code == 200
    assert [row["result"]["number"] for row in answer.json()] == ["5", "6", "9"]
    assert Run.objects.filter(rung=rung, is_from_paper=True, attempts=10).count() == 3
    # Those before a run are what it is measured against.
    assert player.outcome(player.putts(rung, 8))["rows"][0]["comparison"]["best"] == 9


def test_a_result_alone_counts_though_its_tries_are_not_known(player: Player, ladder_of: Any, athlete: Any) -> None:
    catching = ladder_of(athlete, "cascade-catches")
    type_in(player, {"day": "2025-03-01", "rung": rung_id(catching, 3), "side": "none", "value": 31})
    run = Run.objects.get()
    assert (run.counts, run.attempts, run.metrics["best_streak"]) == (True, 0, 31)
    assert [list(recount(each)) for each in list_recountable()] == []


def test_one_bad_row_keeps_nothing_and_is_named(player: Player, putting: Ladder) -> None:
    rung = rung_id(putting)
    tomorrow = (datetime.now(UTC).date() + timedelta(days=2)).isoformat()
    answer = type_in(
        player,
        {"day": "2025-06-01", "rung": rung, "side": "none", "value": 5},
        {"day": "2025-06-02", "rung": rung, "side": "none", "value": 11},
        {"day": tomorrow, "rung": rung, "side": "none", "value": 5},
        {"day": "2025-06-02", "rung": rung, "side": "first", "value": 5},
    )
    assert answer.status_code == 400
    assert [(each["loc"], each["code"]) for each in answer.json()["errors"]] == [
        (["rows", 1, "value"], "out_of_range"),
        (["rows", 2, "day"], "in_the_future"),
        (["rows", 3, "side"], "not_a_choice"),
    ]
    assert not Run.objects.exists()


def test_refuses_results_on_rungs_of_others(player: Player, stranger: Any, ladder_of: Any) -> None:
    theirs = ladder_of(stranger, "putting-circle")
    row = {"day": "2025-06-01", "rung": rung_id(theirs), "side": "none", "value": 5}
    assert type_in(player, row).json()["errors"][0]["code"] == "unknown_rung"
