"""Runs begin once, keep their settings, measure against what was, and can be left out of the record."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from jolly_core.challenges.events import Event as CoreEvent
from jolly_core.challenges.session import replay
from ladders.models import Ladder, Rung
from ladders.packs import take_ladder
from ladders.shelf import list_shelf
from runs.models import Run
from runs.selectors import get_pace
from tests.server.conftest import rung_id
from tests.server.moments import MOMENT
from tests.server.player import Player, events


def begin(client: APIClient, run_id: str, **values: Any) -> Any:
    body = {"side": "none", "started_at": MOMENT.isoformat(), **values}
    return client.put(f"/api/runs/{run_id}/", body, format="json")


def test_beginning_twice_is_beginning_once(client: APIClient, putting: Ladder) -> None:
    run_id = str(uuid4())
    first, again = (begin(client, run_id, rung=rung_id(putting)) for _ in range(2))
    assert (first.status_code, again.json()) == (200, first.json())
    assert Run.objects.count() == 1


def test_an_id_in_other_use_is_refused(client: APIClient, putting: Ladder) -> None:
    run_id = str(uuid4())
    begin(client, run_id, rung=rung_id(putting))
    answer = begin(client, run_id, rung=rung_id(putting, 2))
    assert (answer.status_code, answer.json()["code"]) == (409, "id_taken")


@pytest.mark.parametrize(("key", "side"), [("putting", "first"), ("serving", "none"), ("putting", "left")])
def test_a_side_the_ladder_does_not_have_is_refused(
    request: pytest.FixtureRequest, client: APIClient, key: str, side: str
) -> None:
    ladder: Ladder = request.getfixturevalue(key)
    answer = begin(client, str(uuid4()), rung=rung_id(ladder), side=side)
    assert (answer.status_code, answer.json()["errors"][0]["loc"]) == (400, ["side"])
    assert Run.objects.count() == 0


def test_a_clock_that_is_far_off_is_refused(client: APIClient, putting: Ladder) -> None:
    later = (datetime.now(UTC) + timedelta(days=3)).isoformat()
    answer = begin(client, str(uuid4()), rung=rung_id(putting), started_at=later)
    assert answer.json()["errors"] == [
        {"loc": ["started_at"], "code": "out_of_range", "msg": "A run starts now; check this device's clock."}
    ]


def test_a_rung_of_another_athlete_is_not_there(stranger: Athlete, putting: Ladder) -> None:
    other = APIClient()
    other.force_login(stranger)
    assert begin(other, str(uuid4()), rung=rung_id(putting)).status_code == 404


def test_the_day_is_the_athletes_own(client: APIClient, athlete: Athlete, putting: Ladder) -> None:
    client.patch("/api/athlete/", {"timezone": "Pacific/Auckland"}, format="json")
    late = datetime(2026, 5, 4, 13, 0, tzinfo=UTC)  # one o'clock at night on the fifth in Auckland
    answer = begin(client, str(uuid4()), rung=rung_id(putting), started_at=late.isoformat())
    assert answer.json()["day"] == "2026-05-05"


def test_a_rung_changed_later_does_not_change_what_was_played(player: Player, putting: Ladder) -> None:
    run_id = player.start(rung_id(putting))
    Rung.objects.filter(pk=rung_id(putting)).update(settings={"attempts": 3, "goal": None})
    assert player.send(run_id, events("ooo")).json()["tally"]["is_over"] is False


def test_the_stored_tally_is_the_core_s_own(player: Player, putting: Ladder) -> None:
    line = "oolxuoxpoorooof"
    run = Run.objects.get(pk=player.play(rung_id(putting), line))
    core_events = [CoreEvent(each.kind, each.at_ms, each.seq, each.text) for each in run.events.all()]
    assert run.tally == replay(run.game, core_events).as_stored()
    assert (run.attempts, run.makes) == (run.tally["attempts"], run.tally["makes"])


LATER = MOMENT + timedelta(days=3)


def test_is_measured_against_the_runs_before_it(player: Player, putting: Ladder) -> None:
    for made in (6, 9, 6):
        player.putts(rung_id(putting), made)
    run = player.client.get(f"/api/runs/{player.start(rung_id(putting), at=LATER)}/").json()
    assert {name: run["yardstick"][name] for name in ("usual", "best", "mark")} == {"usual": 7, "best": 9, "mark": 8}
    eight = player.send(run["id"], events("o" * 8)).json()["distance"]
    assert (eight["to_mark"], eight["to_best"], eight["is_close_to_best"]) == (0, 1, True)
    # A block of years ago knows nothing of what came after it.
    past = player.client.get(f"/api/runs/{player.start(rung_id(putting), at=MOMENT - timedelta(days=1500))}/").json()
    assert past["yardstick"]["usual"] is None


def test_a_run_set_aside_leaves_the_record_and_comes_back(player: Player, putting: Ladder) -> None:
    run_id = player.putts(rung_id(putting), 9)
    path = f"/api/runs/{run_id}/set-aside/"
    assert player.client.put(path, {"reason": "Wind"}, format="json").json()["set_aside"] == "Wind"
    refused = player.send(run_id, events("o", first_seq=11))
    assert (refused.status_code, refused.json()["code"]) == (409, "run_set_aside")
    later = player.client.get(f"/api/runs/{player.start(rung_id(putting), at=LATER)}/").json()
    assert later["yardstick"]["best"] is None
    assert player.client.delete(path).json()["set_aside"] == ""
    later = player.client.get(f"/api/runs/{player.start(rung_id(putting), at=LATER)}/").json()
    assert later["yardstick"]["best"] == 9


def test_the_logbook_has_the_latest_first_and_no_run_without_a_press(player: Player, putting: Ladder) -> None:
    early, late = player.putts(rung_id(putting), 5, day=0), player.putts(rung_id(putting), 6, day=1)
    player.start(rung_id(putting))
    book = player.client.get("/api/runs/").json()
    assert [run["id"] for run in book["results"]] == [late, early]


def test_unfinished_runs_can_be_come_back_to(player: Player, putting: Ladder) -> None:
    player.putts(rung_id(putting), 5)
    half = player.play(rung_id(putting), "oox")
    found = player.client.get("/api/runs/?unfinished=true").json()["results"]
    assert [run["id"] for run in found] == [half]


def test_events_of_a_run_are_read_in_order(player: Player, putting: Ladder) -> None:
    run_id = player.play(rung_id(putting), "oxl")
    kinds = [each["kind"] for each in player.client.get(f"/api/runs/{run_id}/events/").json()["results"]]
    assert kinds == ["make", "miss", "let"]


def test_pace_is_the_athletes_own_and_a_prior_before_there_is_one(player: Player, putting: Ladder) -> None:
    rung = Rung.objects.get(pk=rung_id(putting))
    assert get_pace(rung, "none").is_prior
    player.putts(rung.pk, 7)  # ten attempts in ten seconds; Laplace: (7 + 1) / (10 + 2)
    pace = get_pace(rung, "none")
    assert (pace.attempt_ms, pace.rate, pace.is_prior) == (1000, pytest.approx(2 / 3), False)


def test_a_race_is_played_to_its_end_and_weighed(client: APIClient, athlete: Athlete, player: Player) -> None:
    race = take_ladder(athlete, "race-to-the-corner", list_shelf()["race-to-the-corner"], MOMENT)
    run = player.play(rung_id(race), "oxoxoxoxoxoxooo")
    tally = client.get(f"/api/runs/{run}/").json()["tally"]
    assert (tally["ending"], tally["metrics"]["points"], tally["metrics"]["lost_points"]) == ("won", 8.0, 6.0)
    outcome = player.outcome(run)
    assert outcome["threshold"]["words"].startswith("1 race won or more in 2 of the last 3 runs")
    assert (outcome["run"]["result"]["number"], outcome["run"]["result"]["beside"]) == ("1", "won 8:6")
    # Fourteen points say nothing of a rate.
    assert outcome["lessons"] == []
