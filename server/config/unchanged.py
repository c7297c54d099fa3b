"""Remembering what was read for as long as nothing in the database has changed.

SQLite tells each connection whether another one has changed the database (``PRAGMA data_version``), and how much it has
changed itself. As long as both say the same, whatever was read is what would be read again. So nothing has to be told
to forget, and nothing can be forgotten to be told.
"""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import local
from typing import Any, TypeVar

from django.db import connection

Read = TypeVar("Read")
#: As many readings as an athlete may go to and fro between, for each thread of the server.
MOST_KEPT = 16

_kept = local()


def remember(key: Hashable, read: Callable[[], Read]) -> Read:
    """What ``read`` gives, or gave for this key on this thread, if the database has not changed since.

    What is remembered is shared: it may be looked at, not changed. Within a transaction everything is read anew, as it
    may yet be rolled back.
    """
    if connection.in_atomic_block or connection.vendor != "sqlite":
        return read()
    stamp = _stamp()
    readings: OrderedDict[Hashable, tuple[Any, Any]] = _kept.__dict__.setdefault("readings", OrderedDict())
    known = readings.pop(key, None)
    value = known[1] if known and known[0] == stamp else read()
    readings[key] = (stamp, value)
    while len(readings) > MOST_KEPT:
        readings.popitem(last=False)
    return value


def _stamp() -> tuple[Any, ...]:
    """Stays the same while the database does; of one connection, as each counts for itself."""
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA data_version")
        version = cursor.fetchone()[0]
    return connection.connection, version, connection.connection.total_changes
