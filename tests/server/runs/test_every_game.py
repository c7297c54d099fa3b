"""Runs of every format over the wire: drawn anew, capped by the record, counted without a plan and put onto a rung."""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta
from io import StringIO
from random import Random
from typing import Any
from uuid import uuid4

import pytest
from django.core.management import call_command
from rest_framework.test import APIClient

from accounts.models import Athlete
from jolly_core.challenges.registry import FORMATS
from ladders.models import Ladder
from ladders.services import make_ladder
from runs.models import Run
from tests.server.conftest import rung_id
from tests.server.moments import MOMENT
from tests.server.player import Player, event, events

Take = Callable[[Athlete, str], Ladder]


def own(athlete: Athlete, format_id: str, **settings: Any) -> int:
    words = {"title": format_id, "discipline": "drills", "summary": ""}
    rung = {"title": "", "set_up": "", "cues": [], "format": format_id, "settings": settings}
    return rung_id(make_ladder(athlete, words, rung, MOMENT))


def random_presses(format_id: str, many: int) -> list[dict[str, Any]]:
    chance = Random(format_id)
    texts = ("left", "middle", "right", "near", "deep", "3", "7", "tape in place")
    pressed = []
    for seq in range(1, many + 1):
        pressed.append(event(chance.choice("oooxxlu"), seq))
        if chance.random() < 0.3:
            pressed[-1].update(kind="zone", text=chance.choice(texts))
    return pressed


@pytest.mark.parametrize("format_id", list(FORMATS))
def test_splitting_a_batch_changes_nothing(format_id: str, athlete: Athlete, player: Player) -> None:
    rung = own(athlete, format_id)
    pressed = random_presses(format_id, 40)
    # On days of their own: a day's cap is shared by all its runs.
    whole, split = player.start(rung), player.start(rung, at=MOMENT + timedelta(days=1))
    # Drawn anew for every run: alike only where the same was drawn.
    Run.objects.filter(pk=split).update(settings=Run.objects.get(pk=whole).settings)
    at_once = player.send(whole, pressed).json()["tally"]
    for begin, end in ((0, 1), (1, 8), (8, 25), (25, 40)):
        last = player.send(split, [{**each, "id": str(uuid4())} for each in pressed[begin:end]]).json()["tally"]
    assert last == at_once
    said = StringIO()
    call_command("recount_runs", stdout=said)
    assert "0 differ" in said.getvalue()


def test_an_order_at_random_is_another_one_in_every_run(athlete: Athlete, player: Player) -> None:
    rung = own(athlete, "pattern", pattern="random")
    seeds = {Run.objects.get(pk=player.start(rung)).settings["seed"] for _ in range(5)}
    assert len(seeds) == 5
    assert None not in seeds


class TestCappedAttempts:
    def test_a_day_is_over_at_the_cap_and_what_was_tried_counts(self, athlete: Athlete, player: Player) -> None:
        rung = own(athlete, "capped_attempts", cap=6, days=2)
        player.play(rung, "xxxo f")
        second = player.play(rung, "xxxx")
        tally = Run.objects.get(pk=second).tally
        assert (tally["attempts"], tally["ending"]) == (2, "attempts")
        body = {"rung": rung, "side": "none", "started_at": (MOMENT + timedelta(hours=2)).isoformat()}
        refused = player.client.put(f"/api/runs/{uuid4()}/", body, format="json").json()
        assert refused["code"] == "dose_used_up"
        assert "Rest is part of it" in refused["detail"]

    def test_days_of_a_week_are_counted_back_from_today(self, athlete: Athlete, player: Player) -> None:
        rung = own(athlete, "capped_attempts", cap=6, days=2)
        for day in (0, 1):
            player.play(rung, "x f", day=day)
        started = MOMENT + timedelta(days=3)
        body = {"rung": rung, "side": "none", "started_at": started.isoformat()}
        refused = player.client.put(f"/api/runs/{uuid4()}/", body, format="json").json()
        assert "2 is the dose" in refused["detail"]
        body["started_at"] = (MOMENT + timedelta(days=8)).isoformat()
        assert player.client.put(f"/api/runs/{uuid4()}/", body, format="json").status_code == 200


class TestQuickCount:
    def start(self, client: APIClient, game: str = "count") -> Any:
        body = {"game": game, "started_at": MOMENT.isoformat()}
        return client.put(f"/api/quick-runs/{uuid4()}/", body, format="json")

    def test_counts_without_a_ladder_and_shows_none(self, client: APIClient, player: Player) -> None:
        run = self.start(client).json()
        assert (run["is_quick"], run["format"]) == (True, "open_count")
        player.send(run["id"], events("oox f"))
        assert client.get("/api/ladders/").json() == []
        assert player.outcome(run["id"])["run"]["tally"]["makes"] == 2
        assert [each["id"] for each in client.get("/api/runs/").json()["results"]] == [run["id"]]

    def test_the_same_plain_game_is_the_same_rung(self, client: APIClient) -> None:
        first, again, other = (self.start(client, game).json()["rung"]["id"] for game in ("count", "count", "row"))
        assert first == again != other

    def test_on_a_rung_it_is_counted_again_by_its_rules(
        self, client: APIClient, player: Player, putting: Ladder
    ) -> None:
        run = self.start(client).json()["id"]
        player.send(run, events("oooooooox oooo f"))
        body = {"rung": rung_id(putting), "side": "none"}
        attached = client.put(f"/api/runs/{run}/rung/", body, format="json").json()
        # Ten putts are the game there: what came after them does not count.
        assert (attached["format"], attached["tally"]["makes"], attached["tally"]["attempts"]) == ("makes_of_n", 9, 10)
        assert (attached["is_over"], attached["is_quick"]) == (True, False)
        assert client.put(f"/api/runs/{run}/rung/", body, format="json").json()["tally"] == attached["tally"]
        other = {"rung": rung_id(putting, 2), "side": "none"}
        again = client.put(f"/api/runs/{run}/rung/", other, format="json")
        assert (again.status_code, again.json()["code"]) == (400, "not_a_quick_run")
        said = StringIO()
        call_command("recount_runs", stdout=said)
        assert "0 differ" in said.getvalue()

    def test_a_short_one_is_stopped_on_its_rung(self, client: APIClient, player: Player, putting: Ladder) -> None:
        run = self.start(client).json()["id"]
        player.send(run, events("oox"))
        body = {"rung": rung_id(putting), "side": "none"}
        attached = client.put(f"/api/runs/{run}/rung/", body, format="json").json()
        assert (attached["tally"]["ending"], attached["tally"]["attempts"]) == ("stopped", 3)

    def test_an_undo_after_that_is_counted_by_the_rung_as_well(
        self, client: APIClient, player: Player, putting: Ladder
    ) -> None:
        run = self.start(client).json()["id"]
        player.send(run, events("oooooooooo"))
        client.put(f"/api/runs/{run}/rung/", {"rung": rung_id(putting), "side": "none"}, format="json")
        answer = player.send(run, [event("u", 11), event("x", 12)]).json()["tally"]
        assert (answer["format"], answer["makes"], answer["misses"], answer["ending"]) == (
            "makes_of_n",
            9,
            1,
            "attempts",
        )

    def test_only_onto_a_side_that_there_is(self, client: APIClient, player: Player, serving: Ladder) -> None:
        run = self.start(client).json()["id"]
        player.send(run, events("oox f"))
        refused = client.put(f"/api/runs/{run}/rung/", {"rung": rung_id(serving), "side": "none"}, format="json")
        assert (refused.status_code, refused.json()["code"]) == (400, "not_a_choice")


def test_intervals_that_were_kept_by_the_clock_count_for_the_verdict(
    athlete: Athlete, player: Player, client: APIClient
) -> None:
    """Both hands are busy: nobody presses, and the sets are done all the same."""
    rung = own(athlete, "intervals", work_s=5, rest_s=0, sets=2)
    run = player.start(rung)
    ends = [{**event("f", 1, 10_500), "kind": "zone", "text": "6"}]
    tally = player.send(run, ends).json()["tally"]
    assert (tally["is_over"], tally["attempts"], tally["metrics"]["sets_done"]) == (True, 0, 2)
    assert player.outcome(run)["standing"]["verdict"]["evidence"][0]["recent"] == [True]


def test_a_quick_run_takes_of_the_dose_of_the_rung_it_is_put_on(
    athlete: Athlete, player: Player, client: APIClient
) -> None:
    rung = own(athlete, "capped_attempts", cap=3)
    player.play(rung, "oxx")
    run = str(uuid4())
    client.put(f"/api/quick-runs/{run}/", {"game": "count", "started_at": MOMENT.isoformat()}, format="json")
    player.send(run, events("oo f"))
    answer = client.put(f"/api/runs/{run}/rung/", {"rung": rung, "side": "none"}, format="json")
    assert (answer.status_code, answer.json()["code"]) == (409, "dose_used_up")
