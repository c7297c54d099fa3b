"""Two devices on one run: batches that merge, over the API; and what a page counts of them by itself."""

from __future__ import annotations

import json
from random import Random
from typing import Any

import pytest

from jolly_core.device.wire import Device
from ladders.models import Ladder
from runs.live import forget_sessions
from tests.server.conftest import rung_id
from tests.server.player import Player, event, events


def merge(player: Player, run_id: str, batch: list[dict[str, Any]]) -> Any:
    body = {"events": batch, "merges": True}
    answer = player.client.post(f"/api/runs/{run_id}/events/", body, format="json")
    assert answer.status_code == 200, answer.json()
    return answer.json()


def stored(player: Player, run_id: str) -> Any:
    return player.client.get(f"/api/runs/{run_id}/events/?limit=1000").json()["results"]


def counted(player: Player, run_id: str) -> Any:
    """How the run stands by the rules that a page is sent, and the events that it reads."""
    rules = player.client.get(f"/api/runs/{run_id}/").json()["rules"]
    asked = {"run": run_id, "rules": rules, "sent": stored(player, run_id), "waiting": []}
    return json.loads(Device().answer(json.dumps({"call": "open", "with": asked})))["value"]


def test_a_batch_that_another_device_was_faster_than_goes_behind(player: Player, putting: Ladder) -> None:
    run_id = player.start(rung_id(putting))
    player.send(run_id, events("oo"))
    late = [event("x", 2, 1500), event("o", 3, 1900)]
    answer = merge(player, run_id, late)
    assert (answer["has_moved"], answer["last_seq"], answer["last_at_ms"]) == (True, 4, 2480)
    assert (answer["tally"]["makes"], answer["tally"]["misses"]) == (3, 1)
    # The answer was lost, and the batch comes again as it was.
    again = merge(player, run_id, late)
    assert (again["added"], again["repeated"], again["tally"]) == (0, 2, answer["tally"])


def test_an_id_with_another_press_behind_it_is_refused_all_the_same(player: Player, putting: Ladder) -> None:
    run_id = player.start(rung_id(putting))
    first = event("o", 1)
    player.send(run_id, [first])
    body = {"events": [{**first, "kind": "miss"}], "merges": True}
    answer = player.client.post(f"/api/runs/{run_id}/events/", body, format="json")
    assert answer.json()["code"] == "event_id_reused"


def test_a_late_press_comes_behind_a_correction(player: Player, putting: Ladder) -> None:
    run_id = player.play(rung_id(putting), "oooooxxxxx")
    change = f"/api/runs/{run_id}/corrections/{event('o', 1)['id']}/"
    assert player.client.put(change, {"seq": 6, "change": "was", "kind": "make"}, format="json").status_code == 200
    answer = merge(player, run_id, [event("u", 11, 11_000)])
    assert (answer["has_moved"], answer["tally"]["makes"], answer["tally"]["misses"]) == (True, 6, 3)


@pytest.mark.parametrize("seed", range(8))
def test_three_devices_lose_nothing_and_a_page_counts_the_same(player: Player, putting: Ladder, seed: int) -> None:
    chance = Random(seed)
    run_id = player.start(rung_id(putting))
    unsent = {name: events("".join(chance.choice("oxu") for _ in range(chance.randint(1, 9)))) for name in "abc"}
    made = {name: [each["id"] for each in batch] for name, batch in unsent.items()}
    while any(unsent.values()):
        name = chance.choice([each for each, batch in unsent.items() if batch])
        batch = unsent[name][: chance.randint(1, 4)]
        if chance.random() < 0.3:
            forget_sessions()
        answer = merge(player, run_id, batch)
        if chance.random() < 0.7:
            unsent[name] = unsent[name][len(batch) :]
    history = [each["id"] for each in stored(player, run_id)]
    assert len(history) == len(set(history)) == sum(map(len, made.values()))
    for ids in made.values():
        assert [each for each in history if each in ids] == ids
    here = counted(player, run_id)
    for name in ("tally", "result", "distance"):
        assert here[name] == answer[name]
    assert (here["seq"], here["at_ms"]) == (answer["last_seq"], answer["last_at_ms"])
