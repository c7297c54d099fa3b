"""Plans as iCalendar: checked octet by octet against RFC 5545, and read back."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

import pytest
from hypothesis import given
from hypothesis import strategies as st
from icalendar import Calendar

from jolly_core.errors import CoreError
from jolly_core.formats.calendar import PlannedEvent, write_calendar

MADE = datetime(2026, 3, 1, 12, 0, tzinfo=UTC)
PARIS = ZoneInfo("Europe/Paris")


def entry(start: datetime | date, **values: Any) -> PlannedEvent:
    given_values: dict[str, Any] = {
        "uid": "a@jolly-ladder",
        "summary": "Serve to the box",
        "minutes": 45,
        "changed_at": MADE,
        **values,
    }
    return PlannedEvent(start=start, **given_values)


def events(calendar: bytes) -> list[Any]:
    return list(Calendar.from_ical(calendar).walk("VEVENT"))


# --- the whole file ---------------------------------------------------------------------------------------------------


def test_octet_by_octet() -> None:
    start = datetime(2026, 3, 26, 7, 30, tzinfo=PARIS)
    made = write_calendar("Practice", [entry(start, description="5 min: Warm-up\nServes", location="Tanner's Yard")])
    assert made == (
        b"BEGIN:VCALENDAR\r\n"
        b"VERSION:2.0\r\n"
        b"PRODID:-//Jolly Ladder//Plans//EN\r\n"
        b"CALSCALE:GREGORIAN\r\n"
        b"NAME:Practice\r\n"
        b"BEGIN:VEVENT\r\n"
        b"UID:a@jolly-ladder\r\n"
        b"DTSTAMP:20260301T120000Z\r\n"
        b"SEQUENCE:0\r\n"
        b"DTSTART:20260326T063000Z\r\n"
        b"DURATION:PT45M\r\n"
        b"SUMMARY:Serve to the box\r\n"
        b"DESCRIPTION:5 min: Warm-up\\nServes\r\n"
        b"LOCATION:Tanner's Yard\r\n"
        b"STATUS:CONFIRMED\r\n"
        b"END:VEVENT\r\n"
        b"END:VCALENDAR\r\n"
    )


def test_the_hour_by_the_wall_stays_across_the_change_of_the_clocks() -> None:
    # 07:30 in Paris on Thursdays around 29 March 2026, when the clocks go forward: RFC 5545 and the IANA zone data.
    starts = [datetime(2026, 3, 26, 7, 30, tzinfo=PARIS), datetime(2026, 4, 2, 7, 30, tzinfo=PARIS)]
    made = write_calendar("Practice", [entry(start, uid=f"{start:%d}@x") for start in starts])
    assert b"DTSTART:20260326T063000Z" in made
    assert b"DTSTART:20260402T053000Z" in made
    read = [each["DTSTART"].dt.astimezone(PARIS) for each in events(made)]
    assert [(at.hour, at.minute) for at in read] == [(7, 30), (7, 30)]


def test_needs_no_time_zone_beside_it() -> None:
    made = write_calendar("Practice", [entry(datetime(2026, 3, 26, 7, 30, tzinfo=PARIS))])
    assert b"TZID" not in made
    assert list(Calendar.from_ical(made).get_missing_tzids()) == []


def test_a_block_without_an_hour_is_an_event_of_its_day() -> None:
    # The end of a day is exclusive: RFC 5545, 3.6.1.
    made = write_calendar("Practice", [entry(date(2026, 3, 2))])
    assert b"DTSTART;VALUE=DATE:20260302\r\nDTEND;VALUE=DATE:20260303\r\n" in made
    event = events(made)[0]
    assert event["DTEND"].dt - event["DTSTART"].dt == timedelta(days=1)


def test_lines_are_folded_and_text_is_escaped_as_the_standard_has_it() -> None:
    # RFC 5545, 3.1: no line is longer than 75 octets, and no character is cut. 3.3.11: what is escaped in a text.
    words = 40 * "🎯" + "; a\\b, c"
    made = write_calendar("Practice", [entry(MADE, summary=words)])
    lines = made.split(b"\r\n")
    assert all(len(line) <= 75 and line.decode() for line in lines[:-1])
    unfolded = made.replace(b"\r\n ", b"").decode()
    assert "SUMMARY:" + 40 * "🎯" + "\\; a\\\\b\\, c\r\n" in unfolded


def test_what_has_to_be_there_is_there_once() -> None:
    # RFC 5545, 3.6, 3.6.1, 3.7.3, 3.7.4 (from memory). A reader takes much that is wrong, so the octets are looked at.
    made = write_calendar("Practice", [entry(MADE, uid=str(number)) for number in range(3)])
    lines = made.split(b"\r\n")
    assert made.count(b"\n") == made.count(b"\r\n") == len(lines) - 1
    for name, times in ((b"PRODID:", 1), (b"VERSION:", 1), (b"UID:", 3), (b"DTSTAMP:", 3), (b"DTSTART:", 3)):
        assert sum(line.startswith(name) for line in lines) == times


@given(
    st.text(st.characters(exclude_categories=("Cs", "Cc")), max_size=120),
    st.integers(-(10**9), 10**9).map(lambda seconds: MADE + timedelta(seconds=seconds)),
    st.integers(10, 180),
)
def test_the_library_reads_back_what_was_written(words: str, start: datetime, minutes: int) -> None:
    made = write_calendar("Practice", [entry(start, summary=words, description=f"{words}\n{words}", minutes=minutes)])
    event = events(made)[0]
    assert event["SUMMARY"] == words
    assert event["DESCRIPTION"] == f"{words}\n{words}"
    assert event["DTSTART"].dt == start
    assert event["DURATION"].dt == timedelta(minutes=minutes)


def test_a_moment_without_its_zone_is_refused() -> None:
    with pytest.raises(CoreError) as refused:
        write_calendar("Practice", [entry(datetime(2026, 3, 26, 7, 30))])  # noqa: DTZ001
    assert refused.value.problems[0].code == "no_zone"


def test_what_was_called_off_says_so_under_its_own_name() -> None:
    event = events(write_calendar("Practice", [entry(MADE, is_cancelled=True, sequence=2)]))[0]
    assert (event["STATUS"], event["SEQUENCE"], event["UID"]) == ("CANCELLED", 2, "a@jolly-ladder")
