"""Writes of blocks, one each."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import fields
from datetime import datetime
from typing import Any

from django.db import transaction

from accounts.models import Athlete
from blocks.models import Block, Part
from blocks.selectors import get_block_to_change, list_played_out
from config.bounds import check_room
from config.finding import lock_one
from jolly_core.challenges.for_two import check_presses
from jolly_core.errors import CoreError
from jolly_core.load.weekly import check_effort
from jolly_core.planning.kept import BlockShape, PartShape
from layouts.selectors import get_layout

MOST_AHEAD = 400


@transaction.atomic
def keep_block(athlete: Athlete, *, parts: Sequence[dict[str, Any]], **values: Any) -> Block:
    """Keep a planned block with its parts in order."""
    ahead = Block.objects.filter(athlete=athlete, status=Block.Status.PLANNED, day__gte=values["day"])
    check_room(ahead, MOST_AHEAD, "blocks planned ahead", instead="drop one of them first")
    block = Block.objects.create(athlete=athlete, **values)
    _lay_parts(block, parts)
    return block


@transaction.atomic
def replan_block(
    athlete: Athlete,
    block_id: int,
    *,
    parts: Sequence[dict[str, Any]],
    change: str = "",
    can_take_back: bool = False,
    **values: Any,
) -> Block:
    """Give a planned block other parts, and say what changed. Raises ``CoreError`` for one that has begun."""
    block = get_block_to_change(athlete, block_id)
    _check_planned(block)
    before = _shape_of(block).as_stored() if can_take_back else {}
    changes = [*block.changes, change] if change else block.changes
    return _lay_anew(block, parts, before=before, changes=changes, **values)


@transaction.atomic
def take_refit_back(athlete: Athlete, block_id: int) -> Block:
    """The shape before the last re-fit. Raises ``CoreError`` where there is none, or the block has begun."""
    block = get_block_to_change(athlete, block_id)
    _check_planned(block)
    if not block.before:
        raise CoreError.one("nothing_to_take_back", "This block was not re-fitted since it was planned.", "block")
    shape = BlockShape.from_stored(block.before).as_dict()
    return _lay_anew(block, shape.pop("parts"), before={}, changes=block.changes[:-1], **shape)


def _lay_anew(block: Block, parts: Sequence[dict[str, Any]], **values: Any) -> Block:
    _save_changed(block, **values)
    block.parts.all().delete()
    _lay_parts(block, parts)
    return block


@transaction.atomic
def put_layout(athlete: Athlete, block_id: int, layout_id: int) -> Block:
    """Put a layout into a block: its kit joins what to bring. Raises ``CoreError`` for a block that is closed."""
    block, layout = _lock(athlete, block_id), get_layout(athlete, layout_id)
    if block.status in (Block.Status.DONE, Block.Status.DROPPED):
        raise CoreError.one("block_closed", "This block is closed; choose one that is still to come.", "status")
    block.layouts.add(layout)
    return block


@transaction.atomic
def take_layout_out(athlete: Athlete, block_id: int, layout_id: int) -> Block:
    """Take a layout out of a block again."""
    block = _lock(athlete, block_id)
    block.layouts.remove(get_layout(athlete, layout_id))
    return block


@transaction.atomic
def move_block(athlete: Athlete, block_id: int, **values: Any) -> Block:
    """Put a planned block to another day, hour or place. Raises ``CoreError`` for one that has begun."""
    block = _lock(athlete, block_id)
    _check_planned(block)
    _save_changed(block, **values)
    return block


def _lock(athlete: Athlete, block_id: int) -> Block:
    return lock_one(Block.objects.filter(athlete=athlete), pk=block_id)


def _lock_part(athlete: Athlete, part_id: int) -> Part:
    return lock_one(Part.objects.filter(block__athlete=athlete), pk=part_id)


def _save_changed(block: Block, **values: Any) -> None:
    """Write what calendars have to hear of."""
    values["sequence"] = block.sequence + 1
    for name, value in values.items():
        setattr(block, name, value)
    block.save(update_fields=[*values, "changed_at"])


def _check_planned(block: Block) -> None:
    if block.status != Block.Status.PLANNED:
        raise CoreError.one("block_closed", "This block has begun; plan a new one.", "status", value=block.status)


def _shape_of(block: Block) -> BlockShape:
    """What a re-fit changes, and what taking it back restores."""
    names = [each.name for each in fields(PartShape)]
    parts = tuple(PartShape(**{name: getattr(each, name) for name in names}) for each in block.parts.all())
    return BlockShape(block.title, block.minutes, block.spare_s, block.widen, parts)


def _lay_parts(block: Block, parts: Sequence[dict[str, Any]]) -> None:
    Part.objects.bulk_create(Part(block=block, position=position, **values) for position, values in enumerate(parts, 1))


@transaction.atomic
def start_block(athlete: Athlete, block_id: int, at: datetime) -> Block:
    """Begin a block; beginning again changes nothing."""
    block = _lock(athlete, block_id)
    if block.status in (Block.Status.DONE, Block.Status.DROPPED):
        raise CoreError.one("block_closed", "This block is closed; plan a new one.", "status", value=block.status)
    if block.status == Block.Status.PLANNED:
        block.status, block.started_at = Block.Status.STARTED, at
        block.save(update_fields=["status", "started_at"])
    return block


@transaction.atomic
def finish_part(athlete: Athlete, part_id: int, at: datetime) -> Part:
    """Leave a part behind; its runs, as many as there are, stand. What is woven with it and played out goes with it."""
    part = _lock_part(athlete, part_id)
    if part.done_at is None:
        block = Block.objects.prefetch_related("parts__runs").get(pk=part.block_id)
        behind = [each.pk for each in list_played_out(block, part)] or [part.pk]
        Part.objects.filter(pk__in=behind).update(done_at=at)
        part.refresh_from_db()
    return part


@transaction.atomic
def keep_presses(athlete: Athlete, part_id: int, presses: str, *, before: str) -> Part:
    """Keep what was pressed in a game for two, all of it; ``before`` is what the screen had known until then.

    Raises ``CoreError``: ``wrong_part`` for a part that is no game for two, ``pressed_elsewhere`` where another screen
    was faster, and as the core does for presses that are none.
    """
    part = _lock_part(athlete, part_id)
    two = part.for_two
    if two is None:
        raise CoreError.one("wrong_part", f"{part.title} is not played with a partner.", "part", value=part.pk)
    check_presses(two, presses)
    if part.presses not in (before, presses):
        message = "The score was changed on another screen meanwhile; look at it, and press once more."
        raise CoreError.one("pressed_elsewhere", message, "before", value=before)
    part.presses = presses
    part.save(update_fields=["presses"])
    return part


#: What one press adds to a part that goes by the clock.
STRETCH_S = 120


@transaction.atomic
def extend_part(athlete: Athlete, part_id: int) -> Part:
    """Give a part of a block in play more: one run of a challenge, or two minutes of what goes by the clock.

    Raises ``CoreError`` for a part that is behind already.
    """
    part = _lock_part(athlete, part_id)
    _check_open(part)
    runs = part.runs_planned
    more_s = round(part.planned_s / runs) if runs else STRETCH_S
    part.planned_s += more_s
    part.low_s, part.high_s = part.low_s + more_s, part.high_s + more_s
    part.runs_planned = runs + 1 if runs else 0
    part.save(update_fields=["planned_s", "low_s", "high_s", "runs_planned"])
    return part


@transaction.atomic
def drop_part(athlete: Athlete, part_id: int, at: datetime) -> Part:
    """Leave out a part of a block in play; ``take_part_back`` puts it back. Raises ``CoreError`` for one behind."""
    part = _lock_part(athlete, part_id)
    _check_open(part)
    part.dropped_at = at
    part.save(update_fields=["dropped_at"])
    return part


@transaction.atomic
def take_part_back(athlete: Athlete, part_id: int) -> Part:
    """Put back a part that was left out."""
    part = _lock_part(athlete, part_id)
    part.dropped_at = None
    part.save(update_fields=["dropped_at"])
    return part


def _check_open(part: Part) -> None:
    if part.block.status != Block.Status.STARTED or not part.is_open:
        message = f"{part.title} is behind, or its block is not in play; change a part that is still to come."
        raise CoreError.one("not_in_play", message, "part", value=part.pk)


@transaction.atomic
def finish_block(athlete: Athlete, block_id: int, at: datetime, note: str = "", effort: int | None = None) -> Block:
    """Close a block, played to its end or not, with what was felt and how hard it was (0 to 10).

    Raises ``CoreError`` (``out_of_range``) for an effort that is none.
    """
    if effort is not None and (problem := check_effort(effort)):
        raise CoreError([problem])
    block = _lock(athlete, block_id)
    if block.status in (Block.Status.PLANNED, Block.Status.STARTED):
        # A clock that was set back in between ends no block before it began.
        at = max(at, block.started_at or at)
        block.status, block.finished_at, block.note, block.effort = Block.Status.DONE, at, note, effort
        block.save(update_fields=["status", "finished_at", "note", "effort"])
    return block


@transaction.atomic
def drop_block(athlete: Athlete, block_id: int) -> Block:
    """Take a planned block out of the plan; ``restore_block`` brings it back."""
    block = _lock(athlete, block_id)
    if block.status == Block.Status.PLANNED:
        _save_changed(block, status=Block.Status.DROPPED)
    return block


@transaction.atomic
def restore_block(athlete: Athlete, block_id: int) -> Block:
    """Put a block back into the plan that was taken out of it."""
    block = _lock(athlete, block_id)
    if block.status == Block.Status.DROPPED:
        _save_changed(block, status=Block.Status.PLANNED)
    return block
