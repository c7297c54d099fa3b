"""A run that a device begins by itself is the one that the server would have begun."""

from __future__ import annotations

import json
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from accounts.selectors import get_day
from jolly_core.challenges.registry import FORMATS
from jolly_core.device.wire import Device
from jolly_core.trials.decision import Plan
from ladders.models import Ladder
from runs.models import Run
from tests.server.conftest import rung_id
from tests.server.moments import MOMENT
from tests.server.player import Player, event, events
from tests.server.runs.test_every_game import own, random_presses
from trials.models import Trial

MOMENTS_PARTED = ("started_at",)


def answered(name: str, **values: Any) -> Any:
    return json.loads(Device().answer(json.dumps({"call": name, "with": values})))


def device(name: str, **values: Any) -> Any:
    return answered(name, **values)["value"]


def kits(client: APIClient, *rungs: int) -> list[Any]:
    answer = client.get("/api/kits/", {"rung": rungs})
    assert answer.status_code == 200
    found: list[Any] = answer.json()
    return found


def begun(kit: Any, athlete: Athlete, at: datetime = MOMENT, **values: Any) -> Any:
    day = get_day(athlete, at).isoformat()
    return device("begin_run", kit=kit, run=str(uuid4()), started_at=at.isoformat(), day=day, **values)


def without_moments(run: Any) -> Any:
    return {name: value for name, value in run.items() if name not in MOMENTS_PARTED}


def start_late(client: APIClient, run: Any) -> Any:
    """The start arrives at the server when the network is back."""
    body = {"rung": run["rung"]["id"], "side": run["side"], "part": run["part"], "started_at": run["started_at"]}
    return client.put(f"/api/runs/{run['id']}/", {**body, "was_played": True, "way": run["way"]}, format="json")


@pytest.mark.parametrize("format_id", list(FORMATS))
def test_begins_as_the_server_begins_it(format_id: str, athlete: Athlete, client: APIClient) -> None:
    """Whatever is drawn for it, by the run's own id."""
    [kit] = kits(client, own(athlete, format_id))
    here = begun(kit, athlete)
    there = start_late(client, here).json()
    assert without_moments(here) == without_moments(there)


def test_each_side_has_its_own(athlete: Athlete, client: APIClient, player: Player, serving: Ladder) -> None:
    rung = rung_id(serving)
    for day in range(4):
        player.play(rung, "ooooooxxxx", side=serving.sides[0], day=day)
    found = kits(client, rung)
    assert [kit["side"] for kit in found] == list(serving.sides)
    at = MOMENT + timedelta(days=9)
    for kit in found:
        here = begun(kit, athlete, at)
        assert without_moments(here) == without_moments(start_late(client, here).json())
    assert [kit["run"]["yardstick"]["usual"] for kit in found] == [6, None]


def test_a_whole_run_played_without_a_network_is_the_same_there(
    athlete: Athlete, client: APIClient, player: Player, putting: Ladder
) -> None:
    [kit] = kits(client, rung_id(putting))
    run = begun(kit, athlete)
    pressed = events("ooxolooxoou")
    here = device("open", run=run["id"], rules=run["rules"], sent=[], waiting=pressed)
    assert start_late(client, run).status_code == 200
    there = player.send(run["id"], pressed).json()
    assert all(here[name] == there[name] for name in ("tally", "result", "distance"))


@pytest.mark.parametrize("format_id", list(FORMATS))
def test_what_was_played_here_counts_for_the_next_run_as_it_does_there(
    format_id: str, athlete: Athlete, client: APIClient, player: Player
) -> None:
    """Usual, best, the run to play against, and what is left of a cap; said twice, it counts once."""
    found, at = kits(client, own(athlete, format_id)), MOMENT
    for number in range(3):
        run, at = begun(found[0], athlete, at), at + timedelta(days=2)
        pressed = [*random_presses(f"{format_id}{number}", 9)[:5], event("f", 10)]
        standing = device("open", run=run["id"], rules=run["rules"], sent=[], waiting=pressed)
        over = run | {name: standing[name] for name in ("tally", "result", "distance")}
        found = device("count_in", kits=device("count_in", kits=found, run=over), run=over)
        start_late(client, run)
        assert player.send(run["id"], pressed).json()["tally"] == over["tally"]
    here = begun(found[0], athlete, at)
    assert without_moments(here) == without_moments(start_late(client, here).json())


@pytest.mark.parametrize("days", [{"per_day": 10, "is_capped": True}, {"per_week": 10, "is_capped": True}])
def test_a_cap_holds_without_a_network(days: Any, athlete: Athlete, client: APIClient) -> None:
    rung = own(athlete, "open_count")
    Ladder.objects.update(traits={"dose": days})
    [kit] = kits(client, rung)
    run = begun(kit, athlete)
    standing = device("open", run=run["id"], rules=run["rules"], sent=[], waiting=events("o" * 10 + "f"))
    [kit] = device("count_in", kits=[kit], run=run | {"tally": standing["tally"]})
    later = {"kit": kit, "run": str(uuid4()), "started_at": MOMENT.isoformat()}
    problem = answered("begin_run", **later, day=run["day"])["problem"]
    assert (problem["code"], "Rest is part of it" in problem["detail"]) == ("dose_used_up", True)
    tomorrow = (get_day(athlete, MOMENT) + timedelta(days=1)).isoformat()
    assert ("value" in answered("begin_run", **later, day=tomorrow)) == ("per_day" in days)


@pytest.mark.parametrize("cap", [3, 4])
def test_what_was_played_today_is_known_to_the_kit(
    cap: int, athlete: Athlete, client: APIClient, player: Player
) -> None:
    rung, now = own(athlete, "capped_attempts", cap=cap), datetime.now(UTC)
    player.send(player.start(rung, at=now - timedelta(minutes=1)), events("oxx"))
    [kit] = kits(client, rung)
    today = get_day(athlete, now).isoformat()
    assert (kit["rung_days"], kit["ladder_days"]) == ({today: 3}, {today: 3})
    answer = answered("begin_run", kit=kit, run=str(uuid4()), started_at=now.isoformat(), day=today)
    assert ("problem" in answer) == (cap == 3)


def test_the_plain_games_are_taken_along_once_they_were_played(client: APIClient) -> None:
    assert kits(client) == []
    body = {"game": "row", "started_at": MOMENT.isoformat()}
    client.put(f"/api/quick-runs/{uuid4()}/", body, format="json")
    assert [kit["game"] for kit in kits(client)] == ["row"]


def test_what_was_played_is_not_refused_afterwards(
    athlete: Athlete, client: APIClient, player: Player, putting: Ladder
) -> None:
    """Its cap was used up meanwhile on another device, and its part of the block is no more."""
    rung = own(athlete, "capped_attempts", cap=3)
    [kit] = kits(client, rung)
    player.play(rung, "ooo")
    here = begun(kit, athlete, MOMENT + timedelta(minutes=5), part=4711)
    answer = start_late(client, here)
    assert (answer.status_code, answer.json()["part"]) == (200, None)
    refused = client.put(
        f"/api/runs/{uuid4()}/", {"rung": rung, "side": "none", "started_at": here["started_at"]}, format="json"
    )
    assert refused.json()["code"] == "dose_used_up"


def test_another_athletes_rungs_are_not_there(client: APIClient, stranger: Athlete) -> None:
    assert kits(client, own(stranger, "streak")) == []


@pytest.fixture
def two_ways(client: APIClient, putting: Ladder) -> Trial:
    body = {"first": "old grip", "second": "new grip", "runs": 12}
    assert client.post(f"/api/rungs/{rung_id(putting)}/trials/", body, format="json").status_code == 201
    return Trial.objects.get()


def test_runs_of_a_trial_are_asked_for_in_its_order_without_a_network(
    athlete: Athlete, client: APIClient, player: Player, two_ways: Trial
) -> None:
    """One that was left before anything was played leaves its way to the next."""
    player.putts(two_ways.rung_id, 6)
    found, played = kits(client, two_ways.rung_id), []
    for number, pressed in enumerate(("ooooooxxxx", "", "oooooxxxxx", "oooooooxxx")):
        run = begun(found[0], athlete, MOMENT + timedelta(hours=number))
        counted = device("open", run=run["id"], rules=run["rules"], sent=[], waiting=events(pressed))
        found = device("count_in", kits=found, run={**run, **counted})
        played.append((run, pressed))
    assert [run["way"] for run, _ in played] == [two_ways.plan.way_of(place) for place in (1, 2, 2, 3)]
    for run, pressed in played:
        assert start_late(client, run).json()["way"] == run["way"]
        if pressed:
            player.send(run["id"], events(pressed))
    assert Run.objects.filter(trial=two_ways, is_played=True).count() == 4


def test_a_run_that_was_told_another_way_stands_outside_of_the_trial(
    athlete: Athlete, client: APIClient, player: Player, two_ways: Trial
) -> None:
    """Another device played meanwhile, so that its place is taken by a run of the other way."""
    two_ways.seed = next(seed for seed in range(99) if Plan(two_ways.plan.ways, 12, seed).order[:2] == (0, 1))
    two_ways.save()
    [kit] = kits(client, two_ways.rung_id)
    player.putts(two_ways.rung_id, 6)
    run = begun(kit, athlete)
    assert (run["way"], start_late(client, run).json()["way"]) == ("old grip", "")
