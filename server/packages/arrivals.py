"""Taking a file in, step by step: it comes in and is looked through; then it is taken in, or left.

Both take long, so a thread does them. What it does with the record is one transaction: whenever it ends early, by the
athlete's wish, an error or the end of the server, nothing was done.
"""

from __future__ import annotations

import logging
from collections.abc import Callable, Iterator
from datetime import timedelta
from threading import Lock, Thread
from uuid import UUID

from django.db import close_old_connections, connection
from django.utils import timezone

from accounts.models import Athlete
from config.finding import find_one
from config.progress import CancelledError
from jolly_core.errors import CoreError
from packages.importing import take_record
from packages.incoming import Incoming
from packages.matching import State, survey
from packages.models import Arrival
from packages.reading import RecordFile
from packages.tables import TABLES

#: One at a time: several would only wait for each other, and fill the memory.
_working = Lock()
#: What came in so long ago is of no use any more.
KEPT_FOR = timedelta(days=1)
AT_WORK = (Arrival.State.LOOKING, Arrival.State.TAKING)
_LOST = "The server was ended in the middle of it. Nothing was taken in; choose the file again."
_BUG = "Something went wrong here. Nothing was taken in; the log of the server says more."

_log = logging.getLogger(__name__)


def receive(athlete: Athlete, file_name: str, pieces: Iterator[bytes]) -> Arrival:
    """Keep a file that comes in and have it looked through; one that came before is forgotten.

    Raises ``CoreError`` for one that is too large, and (``in_use``) while another one is being taken in.
    """
    latest = get_latest(athlete)
    if latest and latest.state == Arrival.State.TAKING:
        raise CoreError.one("in_use", "Another file is being taken in. Wait for it, or end it first.", "file")
    forget_old(athlete)
    arrival = Arrival(athlete=athlete, file_name=file_name[-255:] or "record.zip", made_at=timezone.now())
    progress = Incoming(arrival.pk)
    try:
        progress.keep(pieces)
    except BaseException:
        progress.forget()
        raise
    progress.begin()
    arrival.save(force_insert=True)
    start(lambda: _look(arrival.pk))
    return arrival


def take(athlete: Athlete, arrival_id: UUID, *, takes_theirs: bool) -> Arrival:
    """Have a file that was looked through taken in. Raises ``CoreError`` (``in_use``) where that is not due."""
    arrival = get_arrival(athlete, arrival_id)
    due = Arrival.objects.filter(pk=arrival.pk, state=Arrival.State.LOOKED)
    if due.exists():
        Incoming(arrival.pk).begin()
    if not due.update(state=Arrival.State.TAKING):
        raise CoreError.one("in_use", "This file is not waiting to be taken in.", "file")
    start(lambda: _take(arrival.pk, takes_theirs=takes_theirs))
    return get_arrival(athlete, arrival_id)


def cancel(athlete: Athlete, arrival_id: UUID) -> None:
    """Leave a file, whatever is being done with it."""
    arrival = get_arrival(athlete, arrival_id)
    if arrival.is_at_work:
        Incoming(arrival.pk).end()
        return
    Incoming(arrival.pk).forget()
    Arrival.objects.filter(pk=arrival.pk).delete()


def get_arrival(athlete: Athlete, arrival_id: UUID) -> Arrival:
    """A file of the athlete's; one that nobody works at any more is said to be lost."""
    arrival = find_one(Arrival.objects.all(), pk=arrival_id, athlete=athlete)
    if arrival.is_at_work and Incoming(arrival.pk).is_left:
        # Who was at work may have ended just now, and said of it what it came to.
        left = Arrival.objects.filter(pk=arrival.pk, state__in=AT_WORK)
        left.update(state=Arrival.State.REFUSED, problems=[_LOST])
        arrival.refresh_from_db()
    return arrival


def get_latest(athlete: Athlete) -> Arrival | None:
    """The file that came in last, if one is there."""
    latest = Arrival.objects.filter(athlete=athlete).last()
    return latest and get_arrival(athlete, latest.pk)


def share_of(arrival: Arrival) -> float:
    """How far the work at it got, from 0 to 1."""
    return Incoming(arrival.pk).share if arrival.is_at_work else 1.0


def forget_old(athlete: Athlete) -> None:
    """Take away what came in before: of this athlete all, of others what is a day old."""
    others = Arrival.objects.filter(made_at__lt=timezone.now() - KEPT_FOR)
    for arrival in [*Arrival.objects.filter(athlete=athlete), *others]:
        progress = Incoming(arrival.pk)
        if arrival.is_at_work and not progress.is_left:
            progress.end()
        else:
            progress.forget()
        Arrival.objects.filter(pk=arrival.pk).delete()


def start(work: Callable[[], None]) -> None:
    """Do it in a thread of its own."""
    Thread(target=_in_turn, args=(work,), daemon=True).start()


def _in_turn(work: Callable[[], None]) -> None:
    with _working:
        close_old_connections()
        try:
            work()
        finally:
            connection.close()


def _look(arrival_id: UUID) -> None:
    with _Said(arrival_id) as progress, progress.open() as file:
        athlete = Arrival.objects.select_related("athlete").get(pk=arrival_id).athlete
        seen = survey(RecordFile(file), athlete, progress.tell)
        tables = [
            {"name": name, "words": TABLES[name].words, **{state.name.lower(): rows.count(state) for state in State}}
            for name, rows in seen.tables.items()
            if rows.states
        ]
        _say(arrival_id, Arrival.State.LOOKED, tables=tables, is_into_nothing=seen.is_into_nothing)


def _take(arrival_id: UUID, *, takes_theirs: bool) -> None:
    with _Said(arrival_id) as progress:
        athlete = Arrival.objects.select_related("athlete").get(pk=arrival_id).athlete
        with progress.open() as file:
            taken = take_record(athlete, RecordFile(file), takes_theirs=takes_theirs, tell=progress.tell)
        added, changed = sum(taken.added.values()), sum(taken.changed.values())
        _say(arrival_id, Arrival.State.TAKEN, added=added, changed=changed)
        progress.forget()


class _Said:
    """Work at a file: however it ends, that is said of it."""

    def __init__(self, arrival_id: UUID) -> None:
        self._id, self._progress = arrival_id, Incoming(arrival_id)

    def __enter__(self) -> Incoming:
        return self._progress

    def __exit__(self, kind: object, error: BaseException | None, at: object) -> bool:
        if error is None:
            return False
        if isinstance(error, CoreError):
            _say(self._id, Arrival.State.REFUSED, problems=[problem.message for problem in error.problems])
        elif isinstance(error, CancelledError):
            _say(self._id, Arrival.State.CANCELLED)
        else:
            _log.error("A file could not be taken in.", exc_info=error)
            _say(self._id, Arrival.State.REFUSED, problems=[_BUG])
        self._progress.forget()
        return isinstance(error, Exception)


def _say(arrival_id: UUID, state: Arrival.State, **values: object) -> None:
    Arrival.objects.filter(pk=arrival_id).update(state=state, **values)
