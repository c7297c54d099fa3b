"""The plan as a calendar: of one week to download, or of all that is to come for a subscription."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import timedelta
from zoneinfo import ZoneInfo

from accounts.models import Athlete
from accounts.selectors import get_today
from blocks.models import Block
from blocks.selectors import list_blocks
from jolly_core.formats.calendar import PlannedEvent, write_calendar
from weeks.selectors import moment_of

#: How far back a subscription shows what was planned.
PAST = timedelta(weeks=4)


def calendar_of(athlete: Athlete, blocks: Iterable[Block]) -> bytes:
    """The calendar file of those blocks."""
    zone = ZoneInfo(athlete.timezone)
    return write_calendar("Practice", [_event(block, zone) for block in blocks])


def subscription_of(athlete: Athlete) -> bytes:
    """The calendar file of everything from the last weeks on."""
    return calendar_of(athlete, list_blocks(athlete).filter(day__gte=get_today(athlete) - PAST))


def _event(block: Block, zone: ZoneInfo) -> PlannedEvent:
    lines = [f"{round(part.planned_s / 60)} min: {part.title}" for part in block.parts.all()]
    return PlannedEvent(
        uid=f"{block.uid}@jolly-ladder",
        summary=f"{block.title}, {block.minutes} min",
        start=moment_of(block, zone),
        minutes=block.minutes,
        changed_at=block.changed_at,
        description="\n".join(lines),
        location=block.place.name if block.place else "",
        sequence=block.sequence,
    )
