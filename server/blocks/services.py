"""Writes of blocks, one each."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import fields
from datetime import datetime
from typing import Any

from django.db import transaction

from accounts.models import Athlete
from blocks.models import Block, Segment
from config.bounds import check_room
from jolly_core.errors import CoreError
from jolly_core.load.weekly import check_effort
from jolly_core.planning.kept import BlockShape, PartShape
from layouts.models import Layout

MOST_AHEAD = 400


@transaction.atomic
def keep_block(athlete: Athlete, *, segments: Sequence[dict[str, Any]], **values: Any) -> Block:
    """Keep a planned block with its segments in order."""
    ahead = Block.objects.filter(athlete=athlete, status=Block.Status.PLANNED, day__gte=values["day"])
    check_room(ahead, MOST_AHEAD, "blocks planned ahead", instead="drop one of them first")
    block = Block.objects.create(athlete=athlete, **values)
    _lay_segments(block, segments)
    return block


@transaction.atomic
def replan_block(
    block: Block, *, segments: Sequence[dict[str, Any]], change: str = "", can_take_back: bool = False, **values: Any
) -> Block:
    """Give a planned block other segments, and say what changed. Raises ``CoreError`` for one that has begun."""
    _check_planned(block)
    block.before = _shape_of(block).as_stored() if can_take_back else {}
    for name, value in values.items():
        setattr(block, name, value)
    if change:
        block.changes = [*block.changes, change]
    _save_changed(block)
    block.segments.all().delete()
    _lay_segments(block, segments)
    return block


@transaction.atomic
def take_refit_back(block: Block) -> Block:
    """The shape before the last re-fit. Raises ``CoreError`` where there is none, or the block has begun."""
    _check_planned(block)
    if not block.before:
        raise CoreError.one("nothing_to_take_back", "This block was not re-fitted since it was planned.", "block")
    before = BlockShape.from_stored(block.before).as_dict()
    block.changes = block.changes[:-1]
    return replan_block(block, **before)


def put_layout(block: Block, layout: Layout) -> Block:
    """Put a layout into a block: its kit joins what to bring. Raises ``CoreError`` for a block that is closed."""
    if block.status in (Block.Status.DONE, Block.Status.DROPPED):
        raise CoreError.one("block_closed", "This block is closed; choose one that is still to come.", "status")
    block.layouts.add(layout)
    return block


def take_layout_out(block: Block, layout: Layout) -> Block:
    block.layouts.remove(layout)
    return block


def move_block(block: Block, **values: Any) -> Block:
    """Put a planned block to another day, hour or place. Raises ``CoreError`` for one that has begun."""
    _check_planned(block)
    for name, value in values.items():
        setattr(block, name, value)
    _save_changed(block)
    return block


def _save_changed(block: Block) -> None:
    block.sequence += 1
    block.save()


def _check_planned(block: Block) -> None:
    if block.status != Block.Status.PLANNED:
        raise CoreError.one("block_closed", "This block has begun; plan a new one.", "status", value=block.status)


def _shape_of(block: Block) -> BlockShape:
    """What a re-fit changes, and what taking it back restores."""
    names = [each.name for each in fields(PartShape)]
    segments = tuple(PartShape(**{name: getattr(each, name) for name in names}) for each in block.segments.all())
    return BlockShape(block.title, block.minutes, block.spare_s, block.widen, segments)


def _lay_segments(block: Block, segments: Sequence[dict[str, Any]]) -> None:
    Segment.objects.bulk_create(
        Segment(block=block, position=position, **values) for position, values in enumerate(segments, 1)
    )


def start_block(block: Block, at: datetime) -> Block:
    """Begin a block; beginning again changes nothing."""
    if block.status in (Block.Status.DONE, Block.Status.DROPPED):
        raise CoreError.one("block_closed", "This block is closed; plan a new one.", "status", value=block.status)
    if block.status == Block.Status.PLANNED:
        block.status, block.started_at = Block.Status.STARTED, at
        block.save(update_fields=["status", "started_at"])
    return block


def finish_segment(segment: Segment, at: datetime) -> Segment:
    """Leave a segment behind; its runs, as many as there are, stand."""
    if segment.done_at is None:
        segment.done_at = at
        segment.save(update_fields=["done_at"])
    return segment


#: What one press adds to a part that goes by the clock.
STRETCH_S = 120


def extend_segment(segment: Segment) -> Segment:
    """Give a part of a block in play more: one run of a challenge, or two minutes of what goes by the clock.

    Raises ``CoreError`` for a part that is behind already.
    """
    _check_open(segment)
    runs = segment.runs_planned
    more_s = round(segment.planned_s / runs) if runs else STRETCH_S
    segment.planned_s += more_s
    segment.low_s, segment.high_s = segment.low_s + more_s, segment.high_s + more_s
    segment.runs_planned = runs + 1 if runs else 0
    segment.save(update_fields=["planned_s", "low_s", "high_s", "runs_planned"])
    return segment


def drop_segment(segment: Segment, at: datetime) -> Segment:
    """Leave out a part of a block in play; ``take_segment_back`` puts it back. Raises ``CoreError`` for one behind."""
    _check_open(segment)
    segment.dropped_at = at
    segment.save(update_fields=["dropped_at"])
    return segment


def take_segment_back(segment: Segment) -> Segment:
    segment.dropped_at = None
    segment.save(update_fields=["dropped_at"])
    return segment


def _check_open(segment: Segment) -> None:
    if segment.block.status != Block.Status.STARTED or not segment.is_open:
        message = f"{segment.title} is behind, or its block is not in play; change a part that is still to come."
        raise CoreError.one("not_in_play", message, "segment", value=segment.pk)


def finish_block(block: Block, at: datetime, note: str = "", effort: int | None = None) -> Block:
    """Close a block, played to its end or not, with what was felt and how hard it was (0 to 10).

    Raises ``CoreError`` (``out_of_range``) for an effort that is none.
    """
    if effort is not None and (problem := check_effort(effort)):
        raise CoreError([problem])
    if block.status in (Block.Status.PLANNED, Block.Status.STARTED):
        # A clock that was set back in between ends no block before it began.
        at = max(at, block.started_at or at)
        block.status, block.finished_at, block.note, block.effort = Block.Status.DONE, at, note, effort
        block.save(update_fields=["status", "finished_at", "note", "effort"])
    return block


def drop_block(block: Block) -> Block:
    """Take a planned block out of the plan; ``restore_block`` brings it back."""
    if block.status == Block.Status.PLANNED:
        block.status = Block.Status.DROPPED
        _save_changed(block)
    return block


def restore_block(block: Block) -> Block:
    if block.status == Block.Status.DROPPED:
        block.status = Block.Status.PLANNED
        _save_changed(block)
    return block
