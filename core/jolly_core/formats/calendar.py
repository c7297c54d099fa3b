"""Plans as iCalendar (RFC 5545), written by the icalendar library.

Times are written in UTC: each block is an event of its own, so no zone's rules have to travel with it, and a reader
shows it by its own clock. A block without an hour is an event of its day.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from typing import Any

from jolly_core.errors import CoreError

PRODUCT = "-//Jolly Ladder//Plans//EN"


@dataclass(frozen=True)
class PlannedEvent:
    """One event. ``start`` is a moment with its zone, or a day; ``minutes`` matters only for a moment.

    ``uid`` stays the same when the event changes, ``changed_at`` says when it last did and ``sequence`` how often.
    """

    uid: str
    summary: str
    start: datetime | date
    minutes: int
    changed_at: datetime
    description: str = ""
    location: str = ""
    sequence: int = 0
    is_cancelled: bool = False


def write_calendar(name: str, events: Sequence[PlannedEvent]) -> bytes:
    """The calendar file, in UTF-8.

    Raises ``CoreError`` (``no_zone``) for a moment that does not say which zone it is in.

    >>> b"SUMMARY" in write_calendar("Plan", [])
    False
    """
    # Not with this module: half of what the server does needs no calendar.
    from icalendar import Calendar

    calendar = Calendar()
    for key, value in (("version", "2.0"), ("prodid", PRODUCT), ("calscale", "GREGORIAN"), ("name", name)):
        calendar.add(key, value)
    for event in events:
        calendar.add_component(_component(event))
    return bytes(calendar.to_ical(sorted=False))


def _component(event: PlannedEvent) -> Any:
    from icalendar import Event

    component = Event()
    component.add("uid", event.uid)
    component.add("dtstamp", _in_utc(event.changed_at))
    component.add("sequence", event.sequence)
    if isinstance(event.start, datetime):
        component.add("dtstart", _in_utc(event.start))
        component.add("duration", timedelta(minutes=event.minutes))
    else:
        component.add("dtstart", event.start)
        component.add("dtend", event.start + timedelta(days=1))
    component.add("summary", event.summary)
    for key, text in (("description", event.description), ("location", event.location)):
        if text:
            component.add(key, text)
    component.add("status", "CANCELLED" if event.is_cancelled else "CONFIRMED")
    return component


def _in_utc(at: datetime) -> datetime:
    if at.tzinfo is None:
        raise CoreError.one("no_zone", "A moment in a calendar needs its time zone.", "start", value=at.isoformat())
    return at.astimezone(UTC)
