"""Writes of weeks, one each."""

from __future__ import annotations

import secrets
from collections.abc import Mapping, Sequence
from datetime import date, datetime, timedelta
from typing import Any

from django.db import transaction

from accounts.models import Athlete
from accounts.selectors import get_today
from blocks.models import Block
from blocks.selectors import get_block, list_blocks_between
from blocks.services import drop_block, move_block
from jolly_core.errors import CoreError
from jolly_core.planning.kept import GaveWay
from jolly_core.planning.week import check_week
from jolly_core.planning.week_solver import ArrangedWeek, arrange_week
from ladders.selectors import list_ladders
from places.selectors import list_places
from plan.proposals import BlockRequest
from plan.services import plan_block
from weeks.models import CalendarLink, KeptWeek, WeekWish, Window
from weeks.selectors import DAYS, as_values, get_window, read_week


@transaction.atomic
def keep_terms(athlete: Athlete, windows: Sequence[Mapping[str, Any]], wishes: Sequence[Mapping[str, Any]]) -> None:
    """Keep the athlete's usual week: all windows and wishes, highest priority first, instead of those before.

    Raises ``CoreError`` naming every window and wish that cannot be used, by its place.
    """
    check_week(as_values(windows, wishes))
    places = {place.pk: place for place in list_places(athlete)}
    ladders = {ladder.pk for ladder in list_ladders(athlete)}
    for place, wish in enumerate(wishes):
        if wish["ladder"] and wish["ladder"] not in ladders:
            raise CoreError.one("unknown_ladder", "Wish for a ladder of your own.", "wishes", place, "ladder")
    Window.objects.filter(athlete=athlete).delete()
    WeekWish.objects.filter(athlete=athlete).delete()
    Window.objects.bulk_create(
        Window(athlete=athlete, **{**window, "place": places.get(window["place"])}) for window in windows
    )
    WeekWish.objects.bulk_create(
        WeekWish(athlete=athlete, rank=rank, kind=wish["kind"], number=wish["number"], ladder_id=wish["ladder"] or None)
        for rank, wish in enumerate(wishes, 1)
    )


def propose_week(athlete: Athlete, monday: date) -> ArrangedWeek:
    """Arrange the week by the athlete's wishes; nothing is kept. Raises ``CoreError`` without windows or wishes."""
    week = read_week(athlete, monday)
    if not week.windows:
        raise CoreError.one("no_windows", "Say first when you can practise.", "windows")
    if not week.drills:
        raise CoreError.one("no_wishes", "Say first which ladders you want in your week, and how often.", "wishes")
    return arrange_week(week)


@transaction.atomic
def keep_week(athlete: Athlete, monday: date, drills: Mapping[int, Sequence[int]], why: Mapping[str, str]) -> None:
    """Plan a block in each window with these ladders, in place of what was planned there; days gone by are left alone.

    Raises ``CoreError`` for a block that cannot be.
    """
    today = get_today(athlete)
    planned = [
        block
        for block in list_blocks_between(athlete, max(monday, today), monday + timedelta(days=DAYS - 1))
        if block.status == Block.Status.PLANNED and block.start is not None
    ]
    for window_id, ladders in drills.items():
        window = get_window(athlete, window_id)
        day = monday + timedelta(days=window.weekday)
        if day < today:
            continue
        for block in planned:
            if (block.day, block.start) == (day, window.start):
                drop_block(athlete, block.pk)
        if ladders:
            asked = BlockRequest(window.minutes, list(ladders), day, place=window.place, missing=window.missing)
            plan_block(athlete, asked, start=window.start)
    KeptWeek.objects.update_or_create(athlete=athlete, monday=monday, defaults={"why": GaveWay(dict(why)).as_stored()})


@transaction.atomic
def move_to_window(athlete: Athlete, block_id: int, window_id: int) -> Block:
    """Put a planned block into another window of its week."""
    block, window = get_block(athlete, block_id), get_window(athlete, window_id)
    monday = block.day - timedelta(days=block.day.weekday())
    day = monday + timedelta(days=window.weekday)
    return move_block(athlete, block_id, day=day, start=window.start, place=window.place)


@transaction.atomic
def make_link(athlete: Athlete, at: datetime) -> CalendarLink:
    """A new private address for the plan; the one before, if any, is revoked."""
    revoke_link(athlete, at)
    return CalendarLink.objects.create(athlete=athlete, token=secrets.token_urlsafe(32), made_at=at)


def revoke_link(athlete: Athlete, at: datetime) -> None:
    CalendarLink.objects.filter(athlete=athlete, revoked_at=None).update(revoked_at=at)
