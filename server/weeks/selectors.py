"""Reads of weeks: the core's view of windows, wishes and blocks, and what the blocks make of the wishes."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta
from functools import cached_property
from typing import Any

from accounts.models import Athlete
from accounts.selectors import get_today, list_limits
from blocks.models import Block
from blocks.selectors import list_blocks_between
from config.finding import find_one
from jolly_core.body.traits import HARD
from jolly_core.errors import CoreError
from jolly_core.planning import week as core
from jolly_core.planning.candidate import Candidate, Terms
from jolly_core.planning.kept import GaveWay
from jolly_core.planning.screening import screen
from jolly_core.planning.times import time_of_part
from plan.candidates import Candidates, list_candidates
from plan.selectors import DueRoutine, list_due
from weeks.models import CalendarLink, KeptWeek, WeekWish, Window

#: What one visit to a drill holds on each side, for its length in a week.
RUNS_A_VISIT = 2
DAYS = 7
#: A drill that is wished for comes at most so often beyond the wish, where its dose does not say.
USUAL_MOST = 2


@dataclass(frozen=True)
class SeenWeek:
    """One week: its windows and its blocks, and what the blocks make of the wishes."""

    monday: date
    windows: Sequence[Window]
    blocks: Sequence[Block]
    week: core.Week
    assignment: Mapping[str, tuple[str, ...]]
    why: Mapping[str, str]
    is_kept: bool
    due: Sequence[DueRoutine] = ()

    @cached_property
    def states(self) -> list[core.WishState]:
        return core.list_states(self.week, self.assignment, self.why)

    @cached_property
    def breaches(self) -> list[str]:
        return core.list_breaches(self.week, self.assignment)


def list_windows(athlete: Athlete) -> list[Window]:
    return list(Window.objects.filter(athlete=athlete).select_related("place"))


def list_week_wishes(athlete: Athlete) -> list[WeekWish]:
    wishes = WeekWish.objects.filter(athlete=athlete).exclude(ladder__archived_at__isnull=False)
    return list(wishes.select_related("ladder"))


def check_monday(monday: date) -> None:
    """Raises ``CoreError`` for a day that no week begins on."""
    if monday.weekday():
        raise CoreError.one("not_a_monday", "A week is named by its Monday.", "monday", value=monday.isoformat())


def read_week(athlete: Athlete, monday: date) -> core.Week:
    """The athlete's usual week as the core takes it, with the drills that are wished for."""
    check_monday(monday)
    windows = [_window(window) for window in list_windows(athlete)]
    return _week(athlete, monday, windows, extra_ladders=())


def _week(athlete: Athlete, monday: date, windows: Sequence[core.Window], extra_ladders: Iterable[int]) -> core.Week:
    wishes = list_week_wishes(athlete)
    wanted = [wish.ladder_id for wish in wishes if wish.ladder_id is not None]
    ladders = list(dict.fromkeys([*wanted, *extra_ladders]))
    known = list_candidates(athlete, ladders, monday)
    often = {ladder: _most_often(wishes, ladder) for ladder in ladders}
    terms = Terms(minutes=60, day=max(monday, get_today(athlete)), limits=list_limits(athlete, monday))
    drills = [_drill(known, ladder, often[ladder], terms) for ladder in ladders]
    return core.Week(tuple(windows), tuple(drills), tuple(_wish(wish) for wish in wishes))


def _window(window: Window) -> core.Window:
    offers = None if window.place is None else tuple(window.place.offers)
    start_min = window.start.hour * 60 + window.start.minute
    return core.Window(str(window.pk), window.weekday, start_min, window.minutes, offers, tuple(window.missing))


def _wish(wish: WeekWish) -> core.WeekWish:
    return core.WeekWish(str(wish.pk), wish.kind, wish.number, str(wish.ladder_id or ""))


def _most_often(wishes: Sequence[WeekWish], ladder: int) -> int:
    """How often a ladder may come where its dose does not say: as the athlete's own at-most, or twice, or as wished."""
    own = {wish.kind: wish.number for wish in wishes if wish.ladder_id == ladder}
    return max(own.get(core.AT_MOST, USUAL_MOST), own.get(core.AT_LEAST, 0))


def _drill(known: Candidates, ladder: int, most: int, terms: Terms) -> core.Drill:
    """One visit plays the rung on each of its sides, and once each the rungs on the way to it."""
    sides = [each for each in known.candidates if each.ladder == str(ladder)]
    first, traits = sides[0], sides[0].traits
    seconds = sum(
        time_of_part(each.run, each.visit.most_runs or RUNS_A_VISIT, each.set_up_s, known.habit).expected_s
        for each in sides
    )
    return core.Drill(
        key=str(ladder),
        title=known.targets[first.key][0].ladder.title,
        minutes=-(-seconds // 60),
        at_most=traits.dose.days_a_week or most,
        days_between=traits.dose.days_between,
        is_hard=traits.effort == HARD,
        needs=traits.needs,
        kit=first.kit,
        barred=_barred(sides, terms),
    )


def _barred(sides: Sequence[Candidate], terms: Terms) -> str:
    """Why no side of a ladder may be played just now: a caution to be read, or a body limit. Empty where one may."""
    said = [
        screened.words
        for side in sides
        if (screened := screen(side, terms, 1)).most_runs == 0 and not side.dose.is_used_up
    ]
    return said[0] if len(said) == len(sides) else ""


def get_week(athlete: Athlete, monday: date, moves: Mapping[int, Window] | None = None) -> SeenWeek:
    """The week of that Monday; ``moves`` shows it as if blocks stood in other windows."""
    check_monday(monday)
    windows = list_windows(athlete)
    sunday = monday + timedelta(days=DAYS - 1)
    blocks = list(list_blocks_between(athlete, monday, sunday))
    places = {block.pk: _place_of(block, monday, windows, (moves or {}).get(block.pk)) for block in blocks}
    own = [place for place in places.values() if isinstance(place, core.Window)]
    ladders = {block.pk: _ladders_of(block) for block in blocks}
    known = [_window(window) for window in windows]
    week = _week(athlete, monday, [*known, *own], [ladder for inside in ladders.values() for ladder in inside])
    assignment: dict[str, tuple[str, ...]] = {}
    for block in blocks:
        place = places[block.pk]
        key = place.key if isinstance(place, core.Window) else str(place.pk)
        assignment[key] = (*assignment.get(key, ()), *(str(ladder) for ladder in ladders[block.pk]))
    kept = KeptWeek.objects.filter(athlete=athlete, monday=monday).first()
    return SeenWeek(
        monday,
        windows,
        blocks,
        week,
        assignment,
        GaveWay.from_stored(kept.why).why if kept else {},
        is_kept=kept is not None,
        # What is over is over: a week that has gone by asks for nothing any more.
        due=list_due(athlete, sunday) if sunday >= get_today(athlete) else (),
    )


def _ladders_of(block: Block) -> list[int]:
    return list(dict.fromkeys(part.rung.ladder_id for part in block.parts.all() if part.rung))


def _place_of(block: Block, monday: date, windows: Sequence[Window], to: Window | None) -> Window | core.Window:
    """The window a block stands in; a block of its own hour is a window of its own, with all that it needs."""
    if to is not None:
        return to
    weekday = (block.day - monday).days
    for window in windows:
        if (window.weekday, window.start) == (weekday, block.start):
            return window
    start = block.start or time(12)
    offers = None if block.place is None else tuple(block.place.offers)
    return core.Window(f"block-{block.pk}", weekday, start.hour * 60 + start.minute, block.minutes, offers)


def get_window(athlete: Athlete, window_id: int) -> Window:
    return find_one(Window.objects.select_related("place"), pk=window_id, athlete=athlete)


def get_link(athlete: Athlete) -> CalendarLink | None:
    """The link that is in force, if any."""
    return CalendarLink.objects.filter(athlete=athlete, revoked_at=None).last()


def get_athlete_of_link(token: str) -> Athlete:
    """Whose plan a link shows; a link that was revoked is not there."""
    link: CalendarLink = find_one(CalendarLink.objects.select_related("athlete"), token=token, revoked_at=None)
    return link.athlete


def as_values(windows: Sequence[Mapping[str, Any]], wishes: Sequence[Mapping[str, Any]]) -> core.Week:
    """Windows and wishes as they were sent, in the core's shape, to be checked before they are kept."""
    return core.Week(
        tuple(
            core.Window(str(place), window["weekday"], _minute_of(window["start"]), window["minutes"])
            for place, window in enumerate(windows)
        ),
        tuple(core.Drill(str(wish["ladder"]), "", 1) for wish in wishes if wish["ladder"]),
        tuple(
            core.WeekWish(str(place), wish["kind"], wish["number"], str(wish["ladder"] or ""))
            for place, wish in enumerate(wishes)
        ),
    )


def _minute_of(at: time) -> int:
    return at.hour * 60 + at.minute


def moment_of(block: Block, zone: Any) -> datetime | date:
    """When a block begins: a moment by the athlete's own clock, or only its day."""
    return block.day if block.start is None else datetime.combine(block.day, block.start, zone)
