"""Plans as iCalendar. Source: RFC 5545.

Times are written in UTC: each block is an event of its own, so no zone's rules have to travel with it, and a reader
shows it by its own clock. A block without an hour is an event of its day.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta

from jolly_core.errors import CoreError

PRODUCT = "-//Jolly Ladder//Plans//EN"
LONGEST_LINE = 75


@dataclass(frozen=True)
class Entry:
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


def write_calendar(name: str, entries: Sequence[Entry]) -> bytes:
    """The calendar file: lines of at most 75 octets, ended by CR LF, in UTF-8.

    Raises ``CoreError`` (``no_zone``) for a moment that does not say which zone it is in.

    >>> write_calendar("Plan", []).split(b"\\r\\n")[0]
    b'BEGIN:VCALENDAR'
    """
    lines = ["BEGIN:VCALENDAR", "VERSION:2.0", f"PRODID:{PRODUCT}", "CALSCALE:GREGORIAN", f"NAME:{escape(name)}"]
    for entry in entries:
        lines += _event(entry)
    lines.append("END:VCALENDAR")
    return b"".join(part + b"\r\n" for line in lines for part in fold(line))


def _event(entry: Entry) -> Iterator[str]:
    yield "BEGIN:VEVENT"
    yield f"UID:{escape(entry.uid)}"
    yield f"DTSTAMP:{_moment(entry.changed_at)}"
    yield f"SEQUENCE:{entry.sequence}"
    if isinstance(entry.start, datetime):
        yield f"DTSTART:{_moment(entry.start)}"
        yield f"DURATION:{duration(entry.minutes * 60)}"
    else:
        yield f"DTSTART;VALUE=DATE:{entry.start:%Y%m%d}"
        yield f"DTEND;VALUE=DATE:{entry.start + timedelta(days=1):%Y%m%d}"
    yield f"SUMMARY:{escape(entry.summary)}"
    if entry.description:
        yield f"DESCRIPTION:{escape(entry.description)}"
    if entry.location:
        yield f"LOCATION:{escape(entry.location)}"
    yield f"STATUS:{'CANCELLED' if entry.is_cancelled else 'CONFIRMED'}"
    yield "END:VEVENT"


def _moment(at: datetime) -> str:
    if at.tzinfo is None:
        raise CoreError.one("no_zone", "A moment in a calendar needs its time zone.", "start", value=at.isoformat())
    return f"{at.astimezone(UTC):%Y%m%dT%H%M%SZ}"


def duration(seconds: int) -> str:
    """Seconds as a duration value (RFC 5545, 3.3.6).

    >>> duration(2700), duration(5400), duration(86400), duration(-900)
    ('PT45M', 'PT1H30M', 'P1D', '-PT15M')
    """
    sign, rest = ("-" if seconds < 0 else ""), abs(seconds)
    days, rest = divmod(rest, 86400)
    parts = ((rest // 3600, "H"), (rest % 3600 // 60, "M"), (rest % 60, "S"))
    time = "".join(f"{count}{unit}" for count, unit in parts if count)
    day = f"{days}D" if days else ""
    return f"{sign}P{day}{'T' + time if time else '' if day else 'T0S'}"


def escape(text: str) -> str:
    """Text with what RFC 5545, 3.3.11 wants escaped: backslash, semicolon, comma, line end."""
    text = text.replace("\\", "\\\\").replace(";", "\\;").replace(",", "\\,")
    return text.replace("\r\n", "\\n").replace("\n", "\\n").replace("\r", "\\n")


def fold(line: str) -> list[bytes]:
    """The line in pieces of at most 75 octets, each further one beginning with a space; no character is cut.

    Source: RFC 5545, 3.1.
    """
    pieces, piece = [], b""
    for character in line:
        encoded = character.encode()
        if len(piece) + len(encoded) > LONGEST_LINE:
            pieces.append(piece)
            piece = b" "
        piece += encoded
    return [*pieces, piece]
