"""Typing in a block that was kept on paper: totals where there are no events, marked as such."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import UTC, datetime, time, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.db import transaction

from accounts.models import Athlete
from blocks.models import Block
from blocks.selectors import get_block_to_change, get_part
from blocks.services import finish_block, finish_part, start_block
from jolly_core.errors import CoreError, Problem
from runs.starting import keep_paper_run

#: Between two runs of a sheet: nobody wrote the times down.
APART = timedelta(minutes=1)


@transaction.atomic
def enter_sheet(
    athlete: Athlete,
    block_id: int,
    rows: Sequence[Mapping[str, Any]],
    *,
    minutes: int,
    effort: int | None = None,
    note: str = "",
    at: datetime | None = None,
) -> Block:
    """Keep the totals of a block's sheet and close the block. All or nothing.

    ``at`` is when it was typed in, where that was not now: on a device without a network.

    Raises ``CoreError`` with every total that cannot be, by its row and run; ``block_closed`` for a block that is done.
    """
    block = get_block_to_change(athlete, block_id)
    if block.status in (Block.Status.DONE, Block.Status.DROPPED):
        raise CoreError.one("block_closed", "This block is closed; its sheet was typed in or it was played.", "status")
    began = _began(block, at or datetime.now(UTC))
    start_block(athlete, block_id, began)
    problems: list[Problem] = []
    last = began
    for place, row in enumerate(rows):
        part = get_part(athlete, row["part"])
        if part.block_id != block.pk:
            raise CoreError.one("wrong_part", "This part belongs to another block.", "rows", place, "part")
        for number, totals in enumerate(row["runs"]):
            last += APART
            try:
                keep_paper_run(athlete, part.pk, totals, started_at=last)
            except CoreError as error:
                problems += error.under("rows", place, "runs", number).problems
    if problems:
        raise CoreError(problems)
    for part in block.parts.all():
        finish_part(athlete, part.pk, last)
    return finish_block(athlete, block_id, began + timedelta(minutes=minutes), note, effort)


def _began(block: Block, typed_at: datetime) -> datetime:
    """When the block began as far as anybody knows: as planned, or at noon of its day, and before it was typed in."""
    zone = ZoneInfo(block.athlete.timezone)
    planned = datetime.combine(block.day, block.start or time(12), zone)
    return block.started_at or min(planned, typed_at).astimezone(UTC)
