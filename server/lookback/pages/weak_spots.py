"""Weak spots: what each ladder, side and target costs, and where on the layout that lies."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import date

from django.db.models import Max, Sum

from accounts.models import Athlete
from accounts.selectors import get_today
from jolly_core.finds.costs import Cost, Tried, dearest, list_costs
from jolly_core.finds.look import PlannedSide
from jolly_core.finds.of_a_rung.weak_target import LATEST, added_up
from jolly_core.record.trace import TargetTries
from jolly_core.stats.proportions import wilson_interval
from ladders.models import Ladder, Rung
from layouts.models import Layout
from lookback.pages.about import About, about_rung
from lookback.pages.finds import list_kept
from lookback.records import list_counting_runs, list_planned, read_rungs
from lookback.working_out import work_out
from runs.filters import Filters

#: Maps are drawn of so many rungs, those with the most misses first.
MOST_MAPS = 6


@dataclass(frozen=True)
class MapSpot:
    """A target on a map: what was tried and made there, and the rates that fit it 19 times in 20."""

    name: str
    attempts: int
    makes: int
    rate: float
    low: float
    high: float


@dataclass(frozen=True)
class SpotMap:
    """The targets of a rung and side, drawn on its layout where it has one."""

    about: About
    layout: Layout | None
    spots: tuple[MapSpot, ...]


@dataclass(frozen=True)
class WeakSpots:
    """What everything costs, the dearest first, and the maps of those with targets."""

    words: str
    costs: tuple[Cost, ...]
    maps: tuple[SpotMap, ...]


def get_weak_spots(athlete: Athlete, filters: Filters) -> WeakSpots:
    """What each weakness that the filters leave costs."""
    work_out(athlete)
    is_kept = filters.are_of_place_alone
    targets = (_kept_targets if is_kept else _targets)(athlete, filters)
    sums = (_kept_sums if is_kept else _sums)(athlete, filters)
    tried = [*_sides(athlete, sums), *_by_ladder(targets), *_by_tag(athlete, filters)]
    costs = list_costs(tried, get_today(athlete))
    return WeakSpots(dearest(costs), tuple(costs), tuple(_maps(targets)))


Targets = list[tuple[Rung, str, list[TargetTries]]]


def _kept_targets(athlete: Athlete, filters: Filters) -> Targets:
    kept = list_kept(athlete, filters).exclude(targets={}).defer("looks", "brief")
    return [
        (each.rung, side, [TargetTries(name, attempts, makes) for name, attempts, makes in targets])
        for each in kept.select_related("rung__ladder__athlete", "rung__layout")
        for side, targets in each.targets.items()
        if not filters.side or side == filters.side
    ]


def _targets(athlete: Athlete, filters: Filters) -> Targets:
    ids = list_counting_runs(athlete, filters).order_by().values_list("rung", flat=True).distinct()
    rungs = list(Rung.everything.filter(pk__in=list(ids)).select_related("ladder__athlete", "layout"))
    records = read_rungs(athlete, rungs, filters)
    found: Targets = []
    for rung in rungs:
        for side, runs in records[rung.pk].runs.items():
            if played := [run for run in runs if run.trace.targets][-LATEST:]:
                found.append((rung, side, added_up(played)))
    return found


#: Tries, makes and the last day of a ladder's side.
Sums = dict[tuple[int, str], tuple[int, int, date]]


def _kept_sums(athlete: Athlete, filters: Filters) -> Sums:
    sums: Sums = {}
    for ladder, sides in list_kept(athlete, filters).values_list("rung__ladder", "sums"):
        for side, (attempts, makes, day) in sides.items():
            if not filters.side or side == filters.side:
                known = sums.get((ladder, side), (0, 0, date.min))
                last = max(known[2], date.fromisoformat(day))
                sums[ladder, side] = known[0] + attempts, known[1] + makes, last
    return sums


def _sums(athlete: Athlete, filters: Filters) -> Sums:
    runs = list_counting_runs(athlete, filters).order_by()
    rows = runs.values_list("rung__ladder", "side").annotate(Sum("attempts"), Sum("makes"), Max("day"))
    return {(ladder, side): (attempts, makes, day) for ladder, side, attempts, makes, day in rows}


def _sides(athlete: Athlete, sums: Sums) -> list[Tried]:
    ladders = Ladder.objects.only("title", "pair").in_bulk({ladder for ladder, _ in sums})
    planned = list_planned(athlete, get_today(athlete))
    found = []
    for (ladder_id, side), (attempts, makes, day) in sums.items():
        ladder = ladders[ladder_id]
        sides: Mapping[str, PlannedSide] = planned[ladder_id][2] if ladder_id in planned else {}
        words = ladder.known_pair.words(side)
        found.append(
            Tried(ladder_id, ladder.title, side, words, "", attempts, makes, day, sides.get(side, PlannedSide()))
        )
    return found


def _by_tag(athlete: Athlete, filters: Filters) -> list[Tried]:
    """What was tried in runs with each tag of the athlete's own, ladder by ladder and side by side."""
    runs = list_counting_runs(athlete, filters).exclude(tags="").order_by()
    sums: dict[tuple[int, str, str], tuple[int, int, date]] = {}
    ladders: dict[int, Ladder] = {}
    for run in runs.select_related("rung__ladder").only(
        "side", "tags", "attempts", "makes", "day", "rung__ladder__title", "rung__ladder__pair"
    ):
        ladder = ladders.setdefault(run.rung.ladder_id, run.rung.ladder)
        for tag in run.tag_list:
            attempts, makes, day = sums.get((ladder.pk, run.side, tag), (0, 0, date.min))
            sums[ladder.pk, run.side, tag] = attempts + run.attempts, makes + run.makes, max(day, run.day)
    return [
        Tried(ladder, ladders[ladder].title, side, ladders[ladder].known_pair.words(side), f"tagged {tag}", *each)
        for (ladder, side, tag), each in sums.items()
    ]


def _by_ladder(targets: Targets) -> list[Tried]:
    """The targets of each ladder and side, over its rungs; one alone is the whole side."""
    sums: dict[tuple[int, str, str], tuple[Rung, int, int]] = {}
    for rung, side, each in targets:
        for target in each if len(each) > 1 else ():
            _, attempts, makes = sums.get((rung.ladder_id, side, target.name), (rung, 0, 0))
            sums[rung.ladder_id, side, target.name] = rung, attempts + target.attempts, makes + target.makes
    return [
        Tried(ladder, rung.ladder.title, side, rung.ladder.known_pair.words(side), name, attempts, makes)
        for (ladder, side, name), (rung, attempts, makes) in sums.items()
    ]


def _maps(targets: Targets) -> Iterable[SpotMap]:
    ranked = sorted(targets, key=lambda each: -sum(target.attempts - target.makes for target in each[2]))
    for rung, side, each in ranked[:MOST_MAPS]:
        spots = tuple(_spot(target) for target in each if target.attempts)
        yield SpotMap(about_rung(rung, side), rung.laid, spots)


def _spot(target: TargetTries) -> MapSpot:
    low, high = wilson_interval(target.makes, target.attempts)
    return MapSpot(target.name, target.attempts, target.makes, target.makes / target.attempts, low, high)
