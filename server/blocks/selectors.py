"""Reads of blocks."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from typing import NamedTuple

from django.db.models import Count, F, Q, QuerySet, Sum

from accounts.models import Athlete
from blocks.models import Block, Part
from config.finding import find_one, lock_one
from jolly_core.challenges.for_two import ForTwo
from jolly_core.foretelling.pace import Estimate
from jolly_core.load.weekly import Practice
from jolly_core.planning.running import PartLeft, Running, rank_of, stand_of
from jolly_core.planning.times import HABIT_PARTS, Timed, around_seconds, set_up_seconds
from jolly_core.planning.weaving import BLOCKED, Braid, Drill, find_braids, left_behind, next_turn
from jolly_core.record.together import PlayedForTwo, Together, list_together
from ladders.selectors import list_laid
from layouts.models import Layout

#: How far back "left out n of the last times" looks, and how many times it looks at.
AVOIDED_DAYS, AVOIDED_TIMES = 60, 4
#: Blocks hold a handful of challenges, so this many hold enough to learn a habit from.
HABIT_BLOCKS = HABIT_PARTS // 2
#: So many blocks are read at a time where all of them are.
PLANS_AT_ONCE = 200


#: A block that was begun is in play on its day and the next, for those who play past midnight.
LEFT_AFTER = timedelta(days=1)
#: A block that seems to have lasted this many times its minutes was left running. Common practice, no source.
MOST_TIMES = 4


def list_blocks(athlete: Athlete) -> QuerySet[Block]:
    """The athlete's blocks with their parts, but for those that were dropped."""
    return _with_parts(Block.objects.filter(athlete=athlete).exclude(status=Block.Status.DROPPED))


def list_plans(athlete: Athlete) -> Iterator[Block]:
    """The same blocks day by day as a calendar tells them, without the runs in them: few are held at a time."""
    blocks = Block.objects.filter(athlete=athlete).exclude(status=Block.Status.DROPPED)
    plans = blocks.select_related("athlete", "place").prefetch_related("parts")
    return plans.order_by("day", "pk").iterator(chunk_size=PLANS_AT_ONCE)


def _with_parts(blocks: QuerySet[Block]) -> QuerySet[Block]:
    inside = (
        "parts__rung__ladder__athlete",
        "parts__rung__ladder__acknowledgements",
        "parts__rung__ladder__rungs__threshold_revisions",
        "parts__rung__ladder__rungs__layout",
        "parts__rung__layout",
        "layouts",
        "parts__runs",
    )
    return blocks.prefetch_related(*inside).select_related("athlete", "place")


def get_block(athlete: Athlete, block_id: int) -> Block:
    return find_one(_with_parts(Block.objects.filter(athlete=athlete)), pk=block_id)


def get_block_to_change(athlete: Athlete, block_id: int) -> Block:
    """A block with its parts, locked until the transaction ends."""
    return lock_one(_with_parts(Block.objects.filter(athlete=athlete)), pk=block_id)


def get_next_block(athlete: Athlete, today: date) -> Block | None:
    """The block in play, or else the next one planned for today or later."""
    blocks = list_blocks(athlete)
    # One that was begun days ago was left, and is not what comes next; it can still be closed where it stands.
    lately = today - LEFT_AFTER
    started = blocks.filter(status=Block.Status.STARTED, started_at__date__gte=lately).order_by("-started_at").first()
    return started or blocks.filter(status=Block.Status.PLANNED, day__gte=today).first()


def list_block_layouts(block: Block) -> list[Layout]:
    """Where targets go in a block: the layouts of its rungs, then those that were put into it by hand."""
    by_hand = [layout for layout in block.layouts.all() if not layout.is_dropped]
    for layout in by_hand:
        layout.athlete = block.athlete  # it is known already: no need to read it once more for each
    of_rungs = list_laid([part.rung for part in block.parts.all() if part.rung])
    return list({layout.pk: layout for layout in (*of_rungs, *by_hand)}.values())


def list_blocks_between(athlete: Athlete, first: date, last: date) -> QuerySet[Block]:
    """The athlete's blocks of those days, but for those that were dropped."""
    blocks = list_blocks(athlete).filter(day__gte=first, day__lte=last)
    # Those without an hour first: databases differ in where they sort nulls.
    return blocks.order_by("day", F("start").asc(nulls_first=True), "id")


def list_sessions(athlete: Athlete, since: date) -> list[Practice]:
    """The blocks played since that day whose effort was told, as the core's load takes them."""
    done = Block.objects.filter(athlete=athlete, status=Block.Status.DONE, day__gte=since)
    rows = done.values_list("day", "minutes", "effort", "started_at", "finished_at")
    return [
        Practice(day, _minutes_played(minutes, started_at, finished_at), effort)
        for day, minutes, effort, started_at, finished_at in rows
        if started_at and finished_at and effort is not None
    ]


def _minutes_played(planned: int, started_at: datetime, finished_at: datetime) -> float:
    """How long a block was played; as long as planned where its clock cannot be believed: nobody closed it in time."""
    minutes = (finished_at - started_at).total_seconds() / 60
    return minutes if 0 <= minutes <= MOST_TIMES * planned else float(planned)


def get_part(athlete: Athlete, part_id: int) -> Part:
    return find_one(Part.objects.select_related("block"), pk=part_id, block__athlete=athlete)


def is_planned_for(athlete: Athlete, part_id: int, rung_id: int, side: str) -> bool:
    """Whether there is such a part, and it is planned for that rung and side."""
    return Part.objects.filter(pk=part_id, block__athlete=athlete, rung=rung_id, side=side).exists()


@dataclass(frozen=True)
class LeftOut:
    """How often a ladder's side was left out of the last ``planned`` blocks that it was part of."""

    left_out: int
    planned: int


def list_left_out(athlete: Athlete, day: date) -> dict[tuple[int, str], LeftOut]:
    """How often each ladder's sides were left out of the last blocks that they stood in."""
    parts = Part.objects.filter(
        rung__isnull=False,
        block__athlete=athlete,
        block__status=Block.Status.DONE,
        block__day__gte=day - timedelta(days=AVOIDED_DAYS),
    ).annotate(run_count=Count("runs", filter=Q(runs__is_over=True, runs__deleted_at=None)))
    rows = parts.order_by("-block__day", "-block_id").values_list("rung__ladder", "side", "run_count")
    last: dict[tuple[int, str], list[int]] = {}
    for ladder, side, runs in rows:
        times = last.setdefault((ladder, side), [])
        if len(times) < AVOIDED_TIMES:
            times.append(runs)
    return {key: LeftOut(times.count(0), len(times)) for key, times in last.items()}


class _TimedPart(NamedTuple):
    """What of a part tells how long it took."""

    pk: int
    is_other_side: bool
    planned_s: int
    low_s: int
    high_s: int
    runs_planned: int
    done_at: datetime | None


def list_played_together(athlete: Athlete) -> tuple[Together, ...]:
    """What was played with partners in blocks, each with both records; whoever was played with last comes first."""
    parts = Part.objects.filter(block__athlete=athlete).exclude(presses="").order_by("block__day", "block", "position")
    rows = parts.values_list("block__day", "two", "presses")
    return list_together(PlayedForTwo(day, ForTwo.from_stored(two), presses) for day, two, presses in rows if two)


def list_timed(athlete: Athlete) -> list[Timed]:
    """Planned against actual of the last challenges that were played as planned, the latest last."""
    # Of woven drills nobody can say where the time of one ends and that of the other begins.
    done = Block.objects.filter(athlete=athlete, status=Block.Status.DONE, weave=BLOCKED).order_by("-day", "-id")
    # Rows, not instances: there are hundreds of parts, and each tells a few numbers.
    blocks = list(done.values_list("pk", "started_at", "widen")[:HABIT_BLOCKS])
    ids = [block for block, _, _ in blocks]
    parts_of: dict[int, list[_TimedPart]] = {}
    for part in (
        Part.objects.filter(block__in=ids).order_by("block", "position").values_list("block", *_TimedPart._fields)
    ):
        parts_of.setdefault(part[0], []).append(_TimedPart(*part[1:]))
    runs = _list_run_times(ids)
    timed = []
    for block, started_at, widen in reversed(blocks):
        parts = parts_of.get(block, [])
        actual = _seconds_between(started_at, parts)
        known = [each for each in parts if each.pk in actual and each.pk in runs]
        timed += [_timed(part, widen, actual[part.pk], *runs[part.pk]) for part in known]
    return [each for each in timed if each]


def _list_run_times(blocks: Sequence[int]) -> dict[int, tuple[int, int]]:
    """How many runs each part of the blocks holds that were brought to their end, and how long they took, in ms."""
    runs = Part.objects.filter(block__in=blocks, runs__is_over=True, runs__deleted_at=None).order_by()
    rows = runs.values_list("id").annotate(Count("runs"), Sum("runs__time_used_ms"))
    return {part: (count, time_ms) for part, count, time_ms in rows}


def list_braids(block: Block) -> tuple[Braid, ...]:
    """The drills of a block whose runs are woven, stretch by stretch."""
    return find_braids(_drills(block), block.weave, block.seed)


def get_part_in_play(block: Block) -> Part | None:
    """The part whose turn it is; None once all are over."""
    key = next_turn(_drills(block), block.weave, block.seed)
    return next((part for part in block.parts.all() if part.key == key), None)


def _drills(block: Block) -> list[Drill]:
    return [Drill(part.key, part.runs_planned, part.runs_played, part.is_open) for part in block.parts.all()]


def list_played_out(block: Block, part: Part) -> list[Part]:
    """A part, and what is woven with it and has no run to come: what is left behind in one go."""
    keys = left_behind(_drills(block), block.weave, block.seed, part.key)
    return [each for each in block.parts.all() if each.key in keys and each.is_open]


def running_of(block: Block, now: datetime) -> Running | None:
    """How a block in play stands; None for one that is not."""
    if block.status != Block.Status.STARTED or block.started_at is None:
        return None
    parts = [each for each in block.parts.all() if each.is_open]
    began = max([block.started_at, *(each.done_at for each in block.parts.all() if each.done_at)])
    in_play_s = round((now - began).total_seconds())
    left = [
        PartLeft(
            part.pk,
            part.kind,
            part.title,
            max(0, part.planned_s - (in_play_s if place == 0 else 0)),
            rank_of(is_weaker=part.is_weaker, is_locked=part.is_locked),
        )
        for place, part in enumerate(parts)
    ]
    return stand_of(left, block.minutes * 60 - round((now - block.started_at).total_seconds()))


def actual_seconds(block: Block) -> dict[int, int]:
    """How long each part that was left behind took, by its id: from the one before it, or from the block's start."""
    return _seconds_between(block.started_at, block.parts.all())


def _seconds_between(began: datetime | None, parts: Iterable[Part | _TimedPart]) -> dict[int, int]:
    """The same of a block's parts in their order, for a block that ``began`` then."""
    seconds = {}
    for part in parts:
        if began and part.done_at:
            seconds[part.pk] = round((part.done_at - began).total_seconds())
        began = part.done_at or began
    return seconds


def _timed(part: _TimedPart, widen: float, actual_s: int, runs: int, played_ms: int) -> Timed | None:
    """None where fewer or more runs were played than planned: such a part says nothing of the plan's times."""
    if not runs or runs != part.runs_planned or not played_ms or not part.high_s:
        return None
    planned = Estimate(part.low_s, part.planned_s, part.high_s)
    return Timed(
        planned=planned,
        actual_s=actual_s,
        around_planned_s=around_seconds(set_up_seconds(is_other_side=part.is_other_side), runs),
        around_s=max(0, actual_s - played_ms // 1000),
        widen=widen,
    )


def list_planned_sides(athlete: Athlete, since: date) -> dict[tuple[int, str], tuple[int, int]]:
    """How often each ladder's sides stood in blocks that were played since then, and how often they were left out."""
    parts = Part.objects.filter(
        rung__isnull=False, block__athlete=athlete, block__status=Block.Status.DONE, block__day__gte=since
    ).annotate(run_count=Count("runs", filter=Q(runs__is_over=True, runs__deleted_at=None)))
    planned: dict[tuple[int, str], tuple[int, int]] = {}
    for ladder, side, runs in parts.order_by().values_list("rung__ladder", "side", "run_count"):
        times, left_out = planned.get((ladder, side), (0, 0))
        planned[ladder, side] = times + 1, left_out + (runs == 0)
    return planned
