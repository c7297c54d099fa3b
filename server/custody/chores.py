"""What a server does by itself from time to time: deleting accounts whose week is over, making back-ups."""

from __future__ import annotations

import logging
from collections.abc import Callable
from datetime import datetime, time, timedelta
from threading import Event, Thread

from django.conf import settings
from django.db import close_old_connections, connection
from django.utils import timezone

from accounts.services import forget_stand_ins
from config.database import database_file
from custody.back_ups import back_up, forget_back_ups, list_back_ups, step_back
from custody.leaving import delete_left

EVERY_S = 60.0

_log = logging.getLogger(__name__)


def read_hour(text: str) -> time | None:
    """At which hour a back-up is made, as "03:30"; None for never. Raises ``ValueError`` for no hour."""
    return time.fromisoformat(text) if text else None


def is_due(hour: time, now: datetime, latest: datetime | None) -> bool:
    """Whether the back-up of that hour, by this machine's clock, has not been made yet.

    >>> from datetime import UTC
    >>> now = datetime(2026, 11, 28, 4, 0, tzinfo=UTC)
    >>> is_due(time(3, 30), now, now - timedelta(hours=24)), is_due(time(3, 30), now, now - timedelta(minutes=5))
    (True, False)
    """
    due = now.replace(hour=hour.hour, minute=hour.minute, second=0, microsecond=0)
    if due > now:
        due -= timedelta(days=1)
    return latest is None or latest < due


def do_chores(now: datetime) -> None:
    """Whatever is due."""
    delete_left(now)
    forget_stand_ins(now - timedelta(days=1))
    hour, file = read_hour(settings.BACK_UP_AT), database_file()
    if hour is None or file is None:
        return
    copies = list_back_ups(settings.BACK_UPS)
    if is_due(hour, now.astimezone(), copies[0].made_at if copies else None):
        back_up(file, settings.BACK_UPS, now)
        forget_back_ups(settings.BACK_UPS, now, most=settings.BACK_UPS_KEPT, days=settings.BACK_UPS_DAYS)


def start(wait: Callable[[float], bool] | None = None) -> Thread:
    """Do the chores in a thread of their own, as long as the server runs."""
    wait = wait or Event().wait

    def go_on() -> None:
        step_back()
        while not wait(EVERY_S):
            close_old_connections()
            try:
                do_chores(timezone.now())
            except Exception:  # noqa: BLE001 # one that fails today is tried again in a minute
                _log.exception("A chore of the server failed.")
            finally:
                connection.close()

    thread = Thread(target=go_on, daemon=True, name="chores")
    thread.start()
    return thread
