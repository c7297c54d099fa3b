"""Every ladder of the shelf in a block, in the tuner, and on a sheet to be typed in."""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta
from typing import Any

import pytest
from rest_framework.test import APIClient

from accounts.models import Athlete
from jolly_core.paper.registry import form_of
from ladders.models import Ladder
from ladders.shelf import list_shelf
from tests.server.conftest import rung_id
from tests.server.moments import MOMENT
from tests.server.player import Player

#: A ladder of the shelf for each game: the first that has it on its first rung.
KEYS = sorted({ladder.rungs[0].game.id: key for key, ladder in reversed(list_shelf().items())}.values())


@pytest.mark.parametrize("key", KEYS)
def test_is_planned_tuned_and_kept_on_paper(
    key: str, client: APIClient, athlete: Athlete, ladder_of: Callable[[Athlete, str], Ladder]
) -> None:
    ladder = ladder_of(athlete, key)
    for risk in ladder.known_traits.risks:
        client.post(f"/api/ladders/{ladder.pk}/acknowledgements/", {"risk": risk}, format="json")
    rung: Any = ladder.rungs.get(number=1)
    planned = client.post("/api/blocks/", {"minutes": 60, "ladders": [ladder.pk], "day": "2099-05-04"}, format="json")
    assert planned.status_code == 201, planned.json()
    part = next(each for each in planned.json()["parts"] if each["kind"] == "challenge")
    assert 0 < part["low_s"] <= part["planned_s"] <= part["high_s"]
    threshold = rung.threshold_revisions.last().threshold
    asked = {"metric": threshold["metric"], "mark": threshold["mark"], "minutes": 15}
    tuned = client.get(f"/api/rungs/{rung.pk}/tuner/", asked)
    assert tuned.status_code == 200, tuned.json()
    totals = {total.name: total.low for total in form_of(rung.game).totals_type.declared()}
    filled = {"rows": [{"part": part["id"], "runs": [totals]}], "minutes": 30}
    typed = client.post(f"/api/blocks/{planned.json()['id']}/sheet/", filled, format="json")
    assert typed.status_code == 200, typed.content


def test_a_hard_skill_is_planned_once_a_day_and_not_beyond_its_week(
    client: APIClient, athlete: Athlete, ladder_of: Callable[[Athlete, str], Ladder], player: Player
) -> None:
    ladder = ladder_of(athlete, "back-crosses")
    rung = rung_id(ladder)

    def planned(day: int) -> Any:
        asked = {"minutes": 45, "ladders": [ladder.pk], "day": (MOMENT + timedelta(days=day)).date().isoformat()}
        return client.post("/api/proposals/", asked, format="json").json()

    assert [each["runs_planned"] for each in planned(0)["parts"] if each["kind"] == "challenge"] == [1]
    for day in range(4):
        player.play(rung, "x f", day=day)
    # Four days of the last seven are its dose.
    left_out = planned(4)["left_out"]
    assert "4 is the dose" in left_out[0]["reason"]
