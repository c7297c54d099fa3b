"""Writes of runs, one each."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from itertools import pairwise
from typing import Any
from uuid import UUID

from django.db import transaction

from accounts.models import Athlete
from accounts.selectors import get_day
from jolly_core.challenges.events import Event as CoreEvent
from jolly_core.challenges.events import check_follows, read_event
from jolly_core.challenges.registry import get_challenge
from jolly_core.challenges.session import replay
from jolly_core.errors import CoreError, Problem
from jolly_core.validation import check_choice
from ladders.models import Rung
from runs.models import Event, Run
from runs.selectors import get_yardstick

MOST_EVENTS_A_BATCH = 500
_TALLIED = ["tally", "is_over", "metrics", "attempts", "makes", "time_used_ms", "last_seq", "last_at_ms"]


@dataclass(frozen=True)
class Recorded:
    """What became of a batch: the run as it stands now, and how many events were new and how many known."""

    run: Run
    added: int
    repeated: int


@transaction.atomic
def start_run(
    athlete: Athlete, run_id: UUID, rung: Rung, *, side: str, started_at: datetime, segment_id: int | None = None
) -> Run:
    """Begin a run under an id made by the client. The same call again returns the run that is there.

    Raises ``CoreError``: ``not_a_choice`` for a side the ladder does not have, ``id_taken`` for an id in other use.
    """
    if problem := check_choice("side", side, rung.ladder.sides):
        raise CoreError([problem])
    known = Run.objects.filter(pk=run_id).first()
    if known:
        if (known.athlete_id, known.rung_id, known.side) != (athlete.pk, rung.pk, side):
            raise CoreError.one("id_taken", "This id belongs to another run; make a new one.", "id")
        return known
    tally = replay(get_challenge(rung.format), rung.settings, [], double_tap_ms=athlete.double_tap_ms)
    return Run.objects.create(
        id=run_id,
        athlete=athlete,
        rung=rung,
        segment_id=segment_id,
        side=side,
        format=rung.format,
        settings=rung.settings,
        double_tap_ms=athlete.double_tap_ms,
        started_at=started_at,
        day=get_day(athlete, started_at),
        tally=tally.as_dict(),
        yardstick=get_yardstick(rung, side).as_dict(),
    )


@transaction.atomic
def record_events(run: Run, batch: Sequence[Mapping[str, Any]]) -> Recorded:
    """Add events to a run, each once however often it arrives, and bring the tally up to date. All or nothing.

    Raises ``CoreError``: bad fields by their place in the batch, ``event_id_reused``, ``seq_taken``,
    ``time_goes_backwards``, ``run_set_aside``.
    """
    if run.set_aside:
        raise CoreError.one("run_set_aside", "This run was set aside; take it back before counting on.", "run")
    if not 1 <= len(batch) <= MOST_EVENTS_A_BATCH:
        raise CoreError.one("bad_batch", f"Send 1 to {MOST_EVENTS_A_BATCH} events at a time.", "events")
    stored = {event.client_id: event for event in run.events.all()}
    fresh = _fresh_events(run, batch, stored)
    if fresh:
        ordered = sorted([*stored.values(), *fresh.values()], key=lambda event: event.seq)
        _check_order(ordered, {event.client_id: place for place, event in fresh.items()})
        Event.objects.bulk_create(fresh.values())
        _keep_tally(run, ordered)
    return Recorded(run, len(fresh), len(batch) - len(fresh))


def _fresh_events(run: Run, batch: Sequence[Mapping[str, Any]], stored: Mapping[UUID, Event]) -> dict[int, Event]:
    """The events of the batch that are not stored yet, by their place in it; raises with every problem found."""
    problems: list[Problem] = []
    known, fresh = dict(stored), {}
    for place, given in enumerate(batch):
        try:
            read = read_event(given)
        except CoreError as error:
            problems += error.under("events", place).problems
            continue
        event = Event(run=run, client_id=given["id"], seq=read.seq, kind=read.kind, at_ms=read.at_ms, text=read.text)
        twin = known.get(event.client_id)
        if twin is None:
            known[event.client_id] = event
            fresh[place] = event
        elif _as_core(twin) != read:
            message = "This id was already sent with another event; every event needs an id of its own."
            problems.append(Problem("event_id_reused", message, ("events", place, "id"), str(event.client_id)))
    if problems:
        raise CoreError(problems)
    return fresh


def _as_core(event: Event) -> CoreEvent:
    return CoreEvent(event.kind, event.at_ms, event.seq, event.text)


def _check_order(ordered: Sequence[Event], places: Mapping[UUID, int]) -> None:
    """Raise where numbers or times clash, at the place in the batch of whichever event is the new one."""
    for before, after in pairwise(ordered):
        try:
            check_follows(_as_core(before), _as_core(after))
        except CoreError as error:
            place = places.get(after.client_id, places.get(before.client_id, 0))
            raise error.under("events", place) from None


def _keep_tally(run: Run, events: Sequence[Event]) -> None:
    read = map(_as_core, events)
    tally = replay(get_challenge(run.format), run.settings, read, double_tap_ms=run.double_tap_ms)
    run.tally = tally.as_dict()
    run.is_over = tally.is_over
    run.metrics, run.attempts, run.makes = run.tally["metrics"], tally.attempts, tally.makes
    run.time_used_ms = tally.time_used_ms
    run.last_seq, run.last_at_ms = events[-1].seq, events[-1].at_ms
    run.save(update_fields=_TALLIED)


def set_run_aside(run: Run, reason: str) -> Run:
    """Leave a run out of the record: rain, a lost ball, an interruption. It stays to be seen and taken back."""
    run.set_aside = reason
    run.save(update_fields=["set_aside"])
    return run


def take_run_back(run: Run) -> Run:
    run.set_aside = ""
    run.save(update_fields=["set_aside"])
    return run
