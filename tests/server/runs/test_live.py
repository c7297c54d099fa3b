"""A run in play is stepped from memory; what is stored decides all the same."""

from __future__ import annotations

from uuid import uuid4

import pytest

from ladders.models import Ladder
from runs.live import MOST_RUNS, forget_sessions, put_session, take_session
from runs.models import Run
from tests.server.conftest import rung_id
from tests.server.player import Player, events

LINE = "oolxuopporolfxu"


@pytest.fixture(autouse=True)
def _forgotten() -> None:
    forget_sessions()


def test_one_by_one_comes_to_the_same_as_after_a_restart_between_each(player: Player, putting: Ladder) -> None:
    kept, restarted = (player.start(rung_id(putting)) for _ in range(2))
    for each, again in zip(events(LINE), events(LINE), strict=True):
        live = player.send(kept, [each]).json()["tally"]
        forget_sessions()
        assert player.send(restarted, [again]).json()["tally"] == live
        forget_sessions()
        player.send(kept, [each])  # known already, and so no step


def test_a_session_that_missed_events_is_not_used(player: Player, putting: Ladder) -> None:
    """As when another process has counted on the run meanwhile."""
    run_id = player.start(rung_id(putting))
    player.send(run_id, events("oo"))
    run = Run.objects.get(pk=run_id)
    stale = take_session(run.pk, 2)
    assert stale is not None
    player.send(run_id, events("ox", first_seq=3))
    put_session(run.pk, *stale)
    tally = player.send(run_id, events("o", first_seq=5)).json()["tally"]
    assert (tally["makes"], tally["misses"], tally["streak"]) == (4, 1, 1)


def test_a_refused_event_leaves_no_half_stepped_session(player: Player, putting: Ladder) -> None:
    run_id = player.start(rung_id(putting))
    player.send(run_id, events("oo"))
    bad = events("oo", first_seq=3)
    bad[1]["at_ms"] = 1
    assert player.send(run_id, bad).status_code == 400
    assert player.send(run_id, events("x", first_seq=3)).json()["tally"]["makes"] == 2


def test_only_so_many_runs_are_kept_in_memory(player: Player, putting: Ladder) -> None:
    run_id = player.play(rung_id(putting), "oo")
    run = Run.objects.get(pk=run_id)
    kept = take_session(run.pk, 2)
    assert kept is not None
    ids = [uuid4() for _ in range(MOST_RUNS + 1)]
    for each in ids:
        put_session(each, *kept)
    assert take_session(ids[0], 2) is None
    assert take_session(ids[-1], 2) == kept
