"""Runs in play, kept in memory, so that one more event costs one step and not the replay of the whole run.

Only a shortcut: what is stored decides. A session is used while it has taken exactly the events that are stored, and
made anew by replay whenever it has not: after a restart, on another process, after late events.
"""

from __future__ import annotations

from collections import OrderedDict
from threading import Lock
from uuid import UUID

from jolly_core.challenges.session import Session

MOST_RUNS = 64

_sessions: OrderedDict[UUID, tuple[int, Session]] = OrderedDict()
_lock = Lock()


def take_session(run_id: UUID, events: int) -> Session | None:
    """The session of a run that has taken that many events. It is gone from here until it is put back."""
    with _lock:
        taken, session = _sessions.pop(run_id, (-1, None))
    return session if taken == events else None


def put_session(run_id: UUID, events: int, session: Session) -> None:
    with _lock:
        _sessions[run_id] = (events, session)
        while len(_sessions) > MOST_RUNS:
            _sessions.popitem(last=False)


def forget_session(run_id: UUID) -> None:
    """Its settings changed: it is made anew."""
    with _lock:
        _sessions.pop(run_id, None)


def forget_sessions() -> None:
    """As after a restart."""
    with _lock:
        _sessions.clear()
