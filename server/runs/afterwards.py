"""What is done to runs afterwards: corrected, described, deleted and brought back."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import UTC, datetime
from typing import Any
from uuid import UUID, uuid4

from django.db import transaction

from accounts.models import Athlete
from config.finding import lock_one
from jolly_core.challenges.corrections import CORRECT, Correction, read_correction
from jolly_core.challenges.events import FINISH
from jolly_core.challenges.heard import as_corrections, presses_of, read_heard
from jolly_core.challenges.session import Session
from jolly_core.errors import CoreError
from runs.models import BAR, Event, Run
from runs.selectors import get_run_to_change, list_ids
from runs.services import keep_session, replay_run
from runs.summaries import keep_summary

MOST_TAGS, LONGEST_TAG = 8, 40
#: What a deleted run is set aside as, so that nothing counts it.
DELETED = "deleted"


@transaction.atomic
def correct_run(athlete: Athlete, run_id: UUID, given: Mapping[str, Any], event_id: UUID) -> Run:
    """Add a correction to a run that is over: the history stays, and the tally follows. The same id again does nothing.

    Raises ``CoreError``: ``not_over``, ``from_paper``, ``no_such_press``, ``changes_nothing``, bad fields.
    """
    run, ids = _run_to_correct(athlete, run_id)
    if event_id in ids:
        return run
    correction, before = read_correction(given), run.known_tally
    session, added = _counted_anew(run, [correction], event_id)
    if session.tally() == before:
        message = "That changes nothing: the press did not count, or was that already."
        raise CoreError.one("changes_nothing", message, "seq", value=correction.seq)
    return _keep_corrections(run, ids, session, added)


@transaction.atomic
def take_heard(athlete: Athlete, run_id: UUID, given: Mapping[str, Any], event_id: UUID) -> Run:
    """Let what the ear has heard take the place of a run's presses, which stay in its history.

    The same id again does nothing. Raises ``CoreError``: ``not_over``, ``from_paper``, ``not_heard``, bad fields.
    """
    run, ids = _run_to_correct(athlete, run_id)
    if event_id in ids:
        return run
    presses = presses_of(run.game, read_heard(given), run.last_at_ms)
    return _keep_corrections(run, ids, *_counted_anew(run, as_corrections(presses), event_id))


def _run_to_correct(athlete: Athlete, run_id: UUID) -> tuple[Run, set[UUID]]:
    """The run, which is over and has presses, and the ids of its events."""
    run = get_run_to_change(athlete, run_id)
    if run.is_from_paper:
        raise CoreError.one("from_paper", "This run came from a sheet: there are no presses to correct.", "run")
    if not run.is_over:
        raise CoreError.one("not_over", "This run is not over: take presses back on its court.", "run")
    return run, list_ids(run)


def _counted_anew(run: Run, corrections: Sequence[Correction], event_id: UUID) -> tuple[Session, list[Event]]:
    """The run with these corrections, and the events that they are; the first has that id."""
    event_ids = [event_id, *(uuid4() for _ in corrections[1:])]
    added = [
        _event(run, each_id, CORRECT, each.written, place)
        for place, (each_id, each) in enumerate(zip(event_ids, corrections, strict=True), start=1)
    ]
    session = replay_run(run, [*run.events.all(), *added])
    if not session.is_over():
        # Without that press it would still go on: it was stopped at its last one.
        added.append(_event(run, uuid4(), FINISH, "", len(added) + 1))
        session = replay_run(run, [*run.events.all(), *added])
    return session, added


def _keep_corrections(run: Run, ids: set[UUID], session: Session, added: Sequence[Event]) -> Run:
    Event.objects.bulk_create(added)
    keep_session(run, session, ids | {event.client_id for event in added}, added)
    return run


def _event(run: Run, client_id: UUID, kind: str, text: str, after: int) -> Event:
    return Event(run=run, client_id=client_id, seq=run.last_seq + after, kind=kind, at_ms=run.last_at_ms, text=text)


@transaction.atomic
def describe_run(athlete: Athlete, run_id: UUID, note: str, tags: Sequence[str]) -> Run:
    """Write a note about a run, in place of what was noted before, and tag it. Raises ``CoreError`` for odd tags."""
    run = get_run_to_change(athlete, run_id)
    run.note, run.tags = note.strip(), _written(tags)
    run.save(update_fields=["note", "tags"])
    return run


def _written(tags: Sequence[str]) -> str:
    wanted = list(dict.fromkeys(" ".join(tag.split()) for tag in tags if tag.strip()))
    if len(wanted) > MOST_TAGS:
        raise CoreError.one("too_many", f"A run takes {MOST_TAGS} tags at the most.", "tags", value=len(wanted))
    for tag in wanted:
        if len(tag) > LONGEST_TAG or BAR in tag:
            message = f"A tag has at most {LONGEST_TAG} characters, and no {BAR} among them."
            raise CoreError.one("bad_tag", message, "tags", value=tag)
    return f"{BAR}{BAR.join(wanted)}{BAR}" if wanted else ""


@transaction.atomic
def delete_run(athlete: Athlete, run_id: UUID) -> Run:
    """Take a run out of everything; ``restore_run`` brings it back."""
    run = get_run_to_change(athlete, run_id)
    did_count = run.counts
    run.deleted_at, run.set_aside = datetime.now(UTC), run.set_aside or DELETED
    run.save(update_fields=["deleted_at", "set_aside"])
    keep_summary(run, did_count=did_count)
    return run


@transaction.atomic
def restore_run(athlete: Athlete, run_id: UUID) -> Run:
    """Bring a run back that was deleted, as it was; one that is there stays as it is."""
    run = lock_one(Run.everything.filter(athlete=athlete).select_related("rung__ladder__athlete"), pk=run_id)
    if run.deleted_at is None:
        return run
    run.deleted_at = None
    run.set_aside = "" if run.set_aside == DELETED else run.set_aside
    run.save(update_fields=["deleted_at", "set_aside"])
    keep_summary(run, did_count=False)
    return run
