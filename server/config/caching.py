"""Readings of an athlete's record, kept until that athlete writes something.

Every write through the API goes up the athlete's ``record_version`` in its own transaction; as long as that number
stays, whatever was read is what would be read again. What one athlete writes empties nothing of another's.
"""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Any, TypeVar

from django.db import connection

from accounts.models import Athlete

Read = TypeVar("Read")
#: The number of readings kept in each process: enough for some dozens of athletes.
MOST_KEPT = 256

_kept: OrderedDict[Hashable, tuple[int, Any]] = OrderedDict()
_lock = Lock()


def cached_until_write(athlete: Athlete, key: Hashable, read: Callable[[], Read]) -> Read:
    """What ``read`` gives, or gave for this athlete and key, if the athlete has written nothing since.

    What is kept is shared between threads: it may be looked at, not changed. Within a transaction everything is read
    anew, as it may yet be rolled back.
    """
    if connection.in_atomic_block:
        return read()
    # The version is read first: what is read after it is at least as new.
    own, version = (athlete.pk, key), athlete.record_version
    with _lock:
        known = _kept.pop(own, None)
    value = known[1] if known and known[0] == version else read()
    with _lock:
        _kept[own] = (version, value)
        while len(_kept) > MOST_KEPT:
            _kept.popitem(last=False)
    return value
