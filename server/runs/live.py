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

_sessions: OrderedDict[UUID, tuple[set[UUID], Session]] = OrderedDict()
_lock = Lock()


def take_session(run_id: UUID, events: int) -> tuple[set[UUID], Session] | None:
    """Take out the session of a run that has taken that many events, with their ids, until it is put back."""
    with _lock:
        kept = _sessions.pop(run_id, None)
    return kept if kept is not None and len(kept[0]) == events else None


def put_session(run_id: UUID, ids: set[UUID], session: Session) -> None:
    with _lock:
        _sessions[run_id] = (ids, session)
        while len(_sessions) > MOST_RUNS:
            _sessions.popitem(last=False)


def forget_sessions() -> None:
    """Empty the cache, as after a restart."""
    with _lock:
        _sessions.clear()
