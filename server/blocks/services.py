"""Writes of blocks, one each."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, datetime
from typing import Any

from django.db import transaction

from accounts.models import Athlete
from blocks.models import Block, Segment
from jolly_core.errors import CoreError
from jolly_core.load.weekly import check_effort


@transaction.atomic
def keep_block(
    athlete: Athlete, *, title: str, day: date, minutes: int, spare_s: int, segments: Sequence[dict[str, Any]]
) -> Block:
    """Keep a planned block with its segments in order."""
    block = Block.objects.create(athlete=athlete, title=title, day=day, minutes=minutes, spare_s=spare_s)
    Segment.objects.bulk_create(
        Segment(block=block, position=position, **values) for position, values in enumerate(segments, 1)
    )
    return block


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


def finish_block(block: Block, at: datetime, note: str = "", effort: int | None = None) -> Block:
    """Close a block, played to its end or not, with what was felt and how hard it was (0 to 10).

    Raises ``CoreError`` (``out_of_range``) for an effort that is none.
    """
    if effort is not None and (problem := check_effort(effort)):
        raise CoreError([problem])
    if block.status in (Block.Status.PLANNED, Block.Status.STARTED):
        block.status, block.finished_at, block.note, block.effort = Block.Status.DONE, at, note, effort
        block.save(update_fields=["status", "finished_at", "note", "effort"])
    return block


def drop_block(block: Block) -> Block:
    """Take a planned block out of the plan; ``restore_block`` brings it back."""
    if block.status == Block.Status.PLANNED:
        block.status = Block.Status.DROPPED
        block.save(update_fields=["status"])
    return block


def restore_block(block: Block) -> Block:
    if block.status == Block.Status.DROPPED:
        block.status = Block.Status.PLANNED
        block.save(update_fields=["status"])
    return block
