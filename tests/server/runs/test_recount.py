"""Recounting every stored run from its events."""

from __future__ import annotations

from contextlib import nullcontext
from io import StringIO

import pytest
from django.core.management import CommandError, call_command

from ladders.models import Ladder
from runs.models import Event, Run
from tests.server.conftest import rung_id
from tests.server.player import Player


def recounted(*, refused: str = "") -> str:
    """What the command says; where something differs it fails, with words that ``refused`` matches."""
    said = StringIO()
    with pytest.raises(CommandError, match=refused) if refused else nullcontext():
        call_command("recount_runs", stdout=said)
    return said.getvalue()


@pytest.fixture
def runs(player: Player, putting: Ladder, serving: Ladder) -> list[Run]:
    """A run to its end with a let and an undo in it, one in play, and one of which nothing was counted."""
    rung = rung_id(putting)
    ids = [player.play(rung, "oolxuo xooox ooxo"), player.play(rung, "oox"), player.start(rung)]
    ids.append(player.play(rung_id(serving), "oop roxf", side="second"))
    return [Run.objects.get(pk=each) for each in ids]


def test_runs_are_stored_as_their_events_say(runs: list[Run]) -> None:
    assert recounted().strip() == "3 runs recounted; 0 differ from what is stored."


def test_what_was_stored_otherwise_is_named_and_left_as_it_is(runs: list[Run]) -> None:
    run = runs[0]
    Run.objects.filter(pk=run.pk).update(makes=99, tally={**run.tally, "streak": 42})
    said = recounted(refused="3 runs recounted; 1 differ")
    assert f"{run.pk} makes: stored 99, recounted {run.makes}" in said
    assert f"{run.pk} tally.streak: stored 42, recounted {run.tally['streak']}" in said
    run.refresh_from_db()
    assert run.makes == 99


def test_what_an_earlier_version_stored_in_another_shape_does_not_differ(runs: list[Run]) -> None:
    run = runs[0]
    old = {name: value for name, value in run.tally.items() if name not in ("v", "face", "signs", "notes")}
    Run.objects.filter(pk=run.pk).update(tally={**old, "next": "Over", "out_of": None})
    assert recounted().strip() == "3 runs recounted; 0 differ from what is stored."
    Run.objects.filter(pk=run.pk).update(tally={"number": 8})
    assert "not readable" in recounted(refused="1 differ")


def test_what_was_stored_otherwise_is_put_right_when_asked(runs: list[Run]) -> None:
    run = runs[0]
    # As an earlier version stored it: no version, no face, notes within the detail.
    old = {name: value for name, value in run.tally.items() if name not in ("v", "face", "signs", "notes")}
    Run.objects.filter(pk=run.pk).update(makes=99, tally={**old, "detail": {"notes": []}})
    said = StringIO()
    call_command("recount_runs", "--repair", stdout=said)
    assert "3 runs recounted; 1 put right." in said.getvalue()
    run.refresh_from_db()
    assert (run.makes, run.tally["v"]) == (run.tally["makes"], 2)
    assert recounted().strip() == "3 runs recounted; 0 differ from what is stored."


def test_an_event_that_is_missing_is_found(runs: list[Run]) -> None:
    run = runs[1]
    Event.objects.bulk_create([Event(run=run, client_id=run.pk, seq=4, kind="make", at_ms=9000)])
    assert f"{run.pk} event_count: stored 3, recounted 4" in recounted(refused="1 differ")


def test_events_that_cannot_stand_behind_each_other_are_said(runs: list[Run]) -> None:
    run = runs[1]
    Event.objects.bulk_create([Event(run=run, client_id=run.pk, seq=4, kind="make", at_ms=1)])
    assert "a run's clock only goes forward" in recounted(refused="1 differ")
