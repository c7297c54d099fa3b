"""Writes of runs, one each."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import timedelta
from itertools import pairwise
from typing import Any
from uuid import UUID

from django.db import transaction

from accounts.models import Athlete
from jolly_core.challenges.corrections import corrected
from jolly_core.challenges.events import FINISH, check_follows, read_event
from jolly_core.challenges.events import Event as CoreEvent
from jolly_core.challenges.merging import fits, lined_up
from jolly_core.challenges.session import Session
from jolly_core.errors import CoreError, Problem
from jolly_core.load.registry import dose_of
from jolly_core.record.trace import trace_of
from jolly_core.thresholds.conditions.comfort import check_comfort
from runs.live import put_session, take_session
from runs.models import Event, Run
from runs.selectors import (
    get_run_to_change,
    get_run_to_record,
    get_used,
    list_ids,
    list_known,
)
from runs.summaries import keep_summary
from runs.trying import close_trial

MOST_EVENTS_A_BATCH = 500
#: A press a second for a day; more than that is a stuck key.
MOST_EVENTS = 90_000


@dataclass(frozen=True)
class Recorded:
    """What became of a batch: the run as it stands now, and how many events were new and how many known.

    ``has_moved``: the new ones went behind what another device had sent.
    """

    run: Run
    added: int
    repeated: int
    has_moved: bool = False


@transaction.atomic(savepoint=False)
def record_events(
    athlete: Athlete, run_id: UUID, batch: Sequence[Mapping[str, Any]], *, merges: bool = False
) -> Recorded:
    """Add events to a run, each once however often it arrives, and bring the tally up to date. All or nothing.

    With ``merges``, events that do not fit because another device has counted meanwhile go behind what is stored, as
    the core's ``merging`` says; without it they are refused. Raises ``CoreError``: bad fields by their place in the
    batch, ``event_id_reused``, ``seq_taken``, ``time_goes_backwards``, ``run_set_aside``.
    """
    run = get_run_to_record(athlete, run_id)
    if run.set_aside:
        raise CoreError.one("run_set_aside", "This run was set aside; take it back before counting on.", "run")
    if run.is_from_paper:
        raise CoreError.one("from_paper", "This run came from a sheet; start a new one to count.", "run")
    if not 1 <= len(batch) <= MOST_EVENTS_A_BATCH:
        raise CoreError.one("bad_batch", f"Send 1 to {MOST_EVENTS_A_BATCH} events at a time.", "events")
    if run.event_count > MOST_EVENTS and all(each["kind"] != FINISH for each in batch):
        message = f"A run holds {MOST_EVENTS:,} presses; stop it and begin another."
        raise CoreError.one("no_room", message, "events", value=run.event_count, allowed=MOST_EVENTS)
    kept = take_session(run.pk, run.event_count)
    fresh = _fresh_events(run, batch, ids=kept and kept[0], merges=merges)
    has_moved = merges and _line_up(run, list(fresh.values()))
    if fresh:
        if _share_cap(run):
            kept = None
        if kept and _is_behind_all(run, fresh):
            ids, session = kept[0], _follow_on(kept[1], fresh)
        else:
            ids, session = list_ids(run), _fit_in(run, fresh)
        Event.objects.bulk_create(fresh.values())
        ids.update(event.client_id for event in fresh.values())
        keep_session(run, session, ids, fresh.values())
    elif kept:
        put_session(run.pk, *kept)
    return Recorded(run, len(fresh), len(batch) - len(fresh), has_moved)


def _line_up(run: Run, fresh: Sequence[Event]) -> bool:
    """Put events behind what another device has sent, where they do not fit. Whether that was so."""
    waiting = [event.known for event in fresh]
    last = CoreEvent("", run.last_at_ms, run.last_seq)
    if fits([last, *waiting]):
        return False  # the way of a run in play: nothing of it has to be read
    joined = lined_up([event.known for event in run.events.all()], waiting, run.double_tap_ms)
    for event, known in zip(fresh, joined, strict=True):
        event.seq, event.at_ms = known.seq, known.at_ms
    return joined != waiting


def _share_cap(run: Run) -> bool:
    """A hard cap is one for all runs of its day: what others of them have used since this one began is used here, too.

    It is counted under the lock of this transaction, so that two runs side by side never have more than one cap.
    Whether that changed what is left of it.
    """
    game = run.game
    dose = dose_of(game)
    if dose is None:
        return False
    reduced = dose.reduced(get_used(run.athlete, run.rung_id, run.day, but=run.pk))
    if reduced == game:
        return False
    run.save(update_fields=run.play(reduced))
    return True


def _fresh_events(
    run: Run, batch: Sequence[Mapping[str, Any]], ids: Collection[UUID] | None = None, *, merges: bool = False
) -> dict[int, Event]:
    """The events of the batch that are not stored yet, by their place in it; raises with every problem found.

    One that was stored may stand elsewhere by now, where it ``merges``.

    ``ids`` are those of all that are stored, where they are known: then nothing is asked of the database.
    """
    problems: list[Problem] = []
    fresh: dict[int, Event] = {}
    asked = [given["id"] for given in batch if ids is None or given["id"] in ids]
    known = {event.client_id: event for event in list_known(run, asked)} if asked else {}
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
        elif twin.known != (replace(read, seq=twin.seq, at_ms=twin.at_ms) if merges else read):
            message = "This id was already sent with another event; every event needs an id of its own."
            problems.append(Problem("event_id_reused", message, ("events", place, "id"), str(event.client_id)))
    if problems:
        raise CoreError(problems)
    return fresh


def _is_behind_all(run: Run, fresh: Mapping[int, Event]) -> bool:
    """Whether the events come after all that are stored, in their order: the way of a run in play."""
    numbers = [run.last_seq, *(event.seq for event in fresh.values())]
    return all(before < after for before, after in pairwise(numbers))


def _follow_on(session: Session, fresh: Mapping[int, Event]) -> Session:
    """Step a run's session on by events that come after all it has taken."""
    for place, event in fresh.items():
        try:
            session.step(event.known)
        except CoreError as error:
            raise error.under("events", place) from None
    return session


def _fit_in(run: Run, fresh: Mapping[int, Event]) -> Session:
    """Put late events in their places among those stored, and replay it all."""
    ordered = sorted([*run.events.all(), *fresh.values()], key=lambda event: event.seq)
    _check_order(ordered, {event.client_id: place for place, event in fresh.items()})
    return replay_run(run, ordered)


def replay_run(run: Run, events: Iterable[Event]) -> Session:
    session = Session(run.game, double_tap_ms=run.double_tap_ms, card=run.known_card)
    for event in corrected(event.known for event in events):
        session.step(event)
    return session


def _check_order(ordered: Sequence[Event], places: Mapping[UUID, int]) -> None:
    """Raise where numbers or times clash, at the place in the batch of whichever event is the new one."""
    for before, after in pairwise(ordered):
        try:
            check_follows(before.known, after.known)
        except CoreError as error:
            place = places.get(after.client_id, places.get(before.client_id, 0))
            raise error.under("events", place) from None


def keep_session(run: Run, session: Session, ids: set[UUID], fresh: Collection[Event]) -> None:
    tally = session.tally()
    did_count = run.counts
    columns = run.keep(tally)
    if tally.is_over:
        # Worked out once: while a run is in play it changes with every press.
        run.trace = trace_of(session, tally).as_stored()
        columns.append("trace")
    run.last_seq = max([run.last_seq, *(event.seq for event in fresh)])
    run.last_at_ms = max([run.last_at_ms, *(event.at_ms for event in fresh)])
    run.event_count += len(fresh)
    run.save(update_fields=[*columns, "last_seq", "last_at_ms", "event_count"])
    keep_summary(run, did_count=did_count)
    if run.trial_id and run.is_over:
        close_trial(run, run.started_at + timedelta(milliseconds=run.last_at_ms))
    put_session(run.pk, ids, session)


@transaction.atomic
def set_run_aside(athlete: Athlete, run_id: UUID, reason: str) -> Run:
    """Leave a run out of the record: rain, a lost ball, an interruption. It stays to be seen and taken back."""
    run = get_run_to_change(athlete, run_id)
    did_count, run.set_aside = run.counts, reason
    run.save(update_fields=["set_aside"])
    keep_summary(run, did_count=did_count)
    return run


@transaction.atomic
def take_run_back(athlete: Athlete, run_id: UUID) -> Run:
    """Let a run that was set aside count again."""
    run = get_run_to_change(athlete, run_id)
    did_count, run.set_aside = run.counts, ""
    run.save(update_fields=["set_aside"])
    keep_summary(run, did_count=did_count)
    return run


@transaction.atomic
def say_comfort(athlete: Athlete, run_id: UUID, comfort: int | None) -> Run:
    """Say how comfortable a run was, or take that back. Raises ``CoreError`` for what is not on the scale."""
    if comfort is not None and (problem := check_comfort(comfort)):
        raise CoreError([problem])
    run = get_run_to_change(athlete, run_id)
    run.comfort = comfort
    run.save(update_fields=["comfort"])
    keep_summary(run, did_count=run.counts)
    return run
