"""Events are added once, in any order of arrival, all or nothing, and answered with the tally."""

from __future__ import annotations

from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from random import Random
from typing import Any
from uuid import uuid4

import pytest
from django.db import DatabaseError, connection, transaction
from rest_framework.test import APIClient

from accounts.models import Athlete
from ladders.models import Ladder
from runs.api.serializers import RecordedSerializer
from runs.models import Event, Run
from runs.services import Recorded
from tests.server.conftest import rung_id
from tests.server.player import Player, event, events


def problem_of(answer: Any) -> tuple[int, str, list[Any]]:
    body = answer.json()
    assert answer["Content-Type"] == "application/problem+json"
    assert set(body) == {"type", "title", "status", "detail", "code", "errors"}
    assert body["status"] == answer.status_code
    return answer.status_code, body["code"], [error["loc"] for error in body["errors"]]


@pytest.fixture
def run_id(player: Player, putting: Ladder) -> str:
    return player.start(rung_id(putting))


def test_answers_with_the_tally(player: Player, run_id: str) -> None:
    answer = player.send(run_id, events("oox")).json()
    assert (answer["added"], answer["repeated"], answer["last_seq"]) == (3, 0, 3)
    assert (answer["tally"]["number"], answer["tally"]["next"]) == (2, "6 more of 7")
    assert (answer["distance"]["to_mark"], answer["distance"]["to_best"]) == (6, None)


def test_answers_as_the_schema_documents_it(player: Player, run_id: str) -> None:
    recorded = Recorded(Run.objects.get(pk=run_id), 3, 0)
    answer = player.send(run_id, events("oox")).json()
    recorded.run.refresh_from_db()
    assert answer == RecordedSerializer(recorded).data


def test_the_same_batch_again_counts_nothing_twice(player: Player, run_id: str) -> None:
    batch = events("oox")
    first = player.send(run_id, batch).json()
    again = player.send(run_id, batch).json()
    assert (again["added"], again["repeated"]) == (0, 3)
    assert again["tally"] == first["tally"]
    assert Event.objects.count() == 3


def test_the_same_event_twice_in_one_batch_is_counted_once(player: Player, run_id: str) -> None:
    batch = events("oo")
    assert player.send(run_id, [*batch, batch[0]]).json()["tally"]["makes"] == 2


def test_late_events_fall_into_their_place(player: Player, run_id: str) -> None:
    batch = events("ooxoo")
    player.send(run_id, batch[3:])
    late = player.send(run_id, batch[:3]).json()
    assert (late["tally"]["best_streak"], late["tally"]["makes"]) == (2, 4)


def test_batches_in_any_order_come_to_the_same(player: Player, putting: Ladder) -> None:
    batch, tallies = events("ooxollxoo"), []
    for seed in range(5):
        shuffled = list(batch)
        Random(seed).shuffle(shuffled)
        run_id = player.start(rung_id(putting))
        for each in shuffled:
            answer = player.send(run_id, [each])
        tallies.append(answer.json()["tally"])
    assert all(tally == tallies[0] for tally in tallies)


@pytest.mark.parametrize(
    ("fault", "status", "code", "loc"),
    [
        pytest.param({"kind": "goal"}, 400, "not_a_choice", ["events", 1, "kind"], id="unknown kind"),
        pytest.param({"at_ms": 10}, 400, "time_goes_backwards", ["events", 1, "at_ms"], id="time goes backwards"),
        pytest.param({"at_ms": -5}, 400, "out_of_range", ["events", 1, "at_ms"], id="negative time"),
        pytest.param({"at_ms": "soon"}, 400, "bad_input", ["events", 1, "at_ms"], id="time in words"),
        pytest.param({"seq": 1}, 409, "seq_taken", ["events", 1, "seq"], id="number taken"),
        pytest.param({"seq": 0}, 400, "out_of_range", ["events", 1, "seq"], id="number out of range"),
        pytest.param({"id": "nine"}, 400, "bad_input", ["events", 1, "id"], id="id that is none"),
    ],
)
def test_a_bad_event_is_named_and_nothing_is_half_stored(
    player: Player, run_id: str, fault: dict[str, Any], status: int, code: str, loc: list[Any]
) -> None:
    batch = events("ooo")
    batch[1].update(fault)
    assert problem_of(player.send(run_id, batch)) == (status, code, [loc])
    assert Event.objects.count() == 0
    assert Run.objects.get(pk=run_id).tally["makes"] == 0


def test_every_bad_event_of_a_batch_is_named(player: Player, run_id: str) -> None:
    batch = events("ooo")
    batch[0]["kind"], batch[2]["seq"] = "goal", 0
    assert problem_of(player.send(run_id, batch))[2] == [["events", 0, "kind"], ["events", 2, "seq"]]


def test_an_id_with_another_event_behind_it_is_refused(player: Player, run_id: str) -> None:
    batch = events("o")
    player.send(run_id, batch)
    changed = {**batch[0], "kind": "miss"}
    assert problem_of(player.send(run_id, [changed])) == (409, "event_id_reused", [["events", 0, "id"]])


@pytest.mark.parametrize("size", [0, 501])
def test_batches_have_a_size(player: Player, run_id: str, size: int) -> None:
    assert problem_of(player.send(run_id, events("o" * size)))[:2] == (400, "bad_batch")


def test_a_missing_field_is_named(player: Player, run_id: str) -> None:
    assert problem_of(player.send(run_id, [{"id": str(uuid4())}]))[2] == [
        ["events", 0, "kind"],
        ["events", 0, "seq"],
        ["events", 0, "at_ms"],
    ]


def test_another_athletes_run_is_not_there(
    player: Player, stranger: Athlete, ladder_of: Callable[[Athlete, str], Ladder]
) -> None:
    other = APIClient()
    other.force_login(stranger)
    theirs = Player(other).start(rung_id(ladder_of(stranger, "putting-circle")))
    assert problem_of(player.send(theirs, events("o")))[:2] == (404, "not_found")
    assert player.client.get(f"/api/runs/{theirs}/").status_code == 404
    assert player.client.get(f"/api/runs/{theirs}/outcome/").status_code == 404
    assert Event.objects.count() == 0


def test_nobody_is_asked_to_sign_in(nobody: APIClient, run_id: str) -> None:
    assert problem_of(nobody.get(f"/api/runs/{run_id}/"))[:2] == (401, "not_authenticated")


def test_presses_after_the_end_are_kept_but_not_counted(player: Player, run_id: str) -> None:
    tally = player.send(run_id, events("ooooo ooooo oo")).json()["tally"]
    assert (tally["attempts"], tally["time_used_ms"], tally["ending"]) == (10, 10_000, "attempts")
    assert Event.objects.count() == 12


def test_double_taps_follow_the_athletes_setting_as_it_was(player: Player, athlete: Athlete, putting: Ladder) -> None:
    before = player.start(rung_id(putting))
    player.client.patch("/api/athlete/", {"double_tap_ms": 0}, format="json")
    after = player.start(rung_id(putting))
    close = [event("o", 1, 1000), event("o", 2, 1050)]
    again = [event("o", 1, 1000), event("o", 2, 1050)]
    assert player.send(before, close).json()["tally"]["makes"] == 1
    assert player.send(after, again).json()["tally"]["makes"] == 2


def test_a_stored_event_cannot_be_changed(player: Player, run_id: str) -> None:
    player.send(run_id, events("o"))
    with pytest.raises(DatabaseError, match="append-only"), transaction.atomic():
        Event.objects.update(kind="miss")


@pytest.mark.skipif(connection.vendor != "sqlite", reason="what SQLite promises is asked of SQLite")
def test_the_database_writes_ahead_and_syncs_fully(db: None) -> None:
    with connection.cursor() as cursor:
        pragmas = {name: cursor.execute(f"PRAGMA {name}").fetchone()[0] for name in ("journal_mode", "synchronous")}
    assert pragmas == {"journal_mode": "wal", "synchronous": 2}  # 2 is FULL, sqlite.org/pragma.html


@pytest.mark.django_db(transaction=True)
def test_two_screens_at_once_lose_nothing(athlete: Athlete, ladder_of: Callable[[Athlete, str], Ladder]) -> None:
    ladder = ladder_of(athlete, "cascade-catches")

    def client() -> APIClient:
        made = APIClient()
        made.force_login(athlete)
        return made

    run_id = Player(client()).start(rung_id(ladder))
    batch = events("o" * 24)

    def send(share: list[dict[str, Any]]) -> list[int]:
        player = Player(client())
        statuses = [player.send(run_id, [each]).status_code for each in share]
        connection.close()
        return statuses

    # Each screen sends every event, so each arrives twice, and half of them late.
    with ThreadPoolExecutor(2) as both:
        statuses = [status for share in both.map(send, (batch, batch)) for status in share]
    assert set(statuses) == {200}
    assert Run.objects.get(pk=run_id).tally["attempts"] == 10  # the goal of ten in a row ends the run
    assert Event.objects.count() == 24
