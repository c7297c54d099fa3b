"""Recounting: what is stored of runs against what the rules make of their events today."""

from __future__ import annotations

import json
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from jolly_core.challenges.session import replay
from jolly_core.errors import CoreError
from jolly_core.record.trace import trace_of
from runs.models import Run, columns_of
from runs.services import replay_run

#: What of a tally says how it is shown, and counts nothing: later versions draw the same count otherwise.
SHOWN = {"number_label", "out_of", "next", "target", "then", "asks", "face", "pads", "signs", "notes"}
#: As many runs as are in memory with their events at a time.
AT_ONCE = 100


@dataclass(frozen=True)
class Difference:
    """A value that is stored otherwise than a run's events say; ``where`` is its name in the tally, or a column."""

    run: UUID
    where: str
    stored: Any
    recounted: Any


def list_recountable(*, newest_first: bool = False) -> Iterator[Run]:
    """Every run that was counted as it happened, with its events, in the order they were begun, or the other way."""
    runs = Run.objects.filter(is_from_paper=False, last_seq__gt=0).prefetch_related("events")
    order = ("-started_at", "-id") if newest_first else ("started_at", "id")
    yield from runs.order_by(*order).iterator(chunk_size=AT_ONCE)


def recount(run: Run) -> Iterator[Difference]:
    """Every value of a run that differs from what its events come to."""
    events = [event.known for event in run.events.all()]
    try:
        tally = replay(run.game, events, double_tap_ms=run.double_tap_ms, card=run.known_card)
    except CoreError as error:
        yield Difference(run.pk, "events", "kept", str(error))
        return
    try:
        # As this version reads what an earlier one has stored in another shape.
        kept = run.known_tally.as_stored()
    except (CoreError, TypeError, ValueError, KeyError) as error:
        yield Difference(run.pk, "tally", "kept", f"not readable: {error}")
        return
    # As it would be stored: tuples are lists there, and numbers are as JSON writes them.
    stored, recounted, columns = json.loads(
        json.dumps([kept, tally.as_stored(), {**columns_of(run.game, tally), "event_count": len(events)}])
    )
    for name in sorted({*recounted, *stored} - SHOWN):
        if stored.get(name) != recounted.get(name):
            yield Difference(run.pk, f"tally.{name}", stored.get(name), recounted.get(name))
    for name, value in columns.items():
        if getattr(run, name) != value:
            yield Difference(run.pk, name, getattr(run, name), value)


def repair(run: Run) -> None:
    """Store what the run's events come to; one whose events the rules of today do not take stays as it is."""
    events = list(run.events.all())
    try:
        session = replay_run(run, events)
    except CoreError:
        return
    run.event_count = len(events)
    run.trace = trace_of(session).as_stored() if session.is_over() else None
    run.save(update_fields=[*run.keep(session.tally()), "trace", "event_count"])
