"""Reads of blocks."""

from __future__ import annotations

from datetime import date

from django.db.models import QuerySet
from django.shortcuts import get_object_or_404

from accounts.models import Athlete
from blocks.models import Block, Segment
from jolly_core.load.weekly import Session


def list_blocks(athlete: Athlete) -> QuerySet[Block]:
    """The athlete's blocks with their segments, but for those that were dropped."""
    blocks = Block.objects.filter(athlete=athlete).exclude(status=Block.Status.DROPPED)
    return blocks.prefetch_related("segments__rung__ladder__athlete", "segments__runs").select_related("athlete")


def get_block(athlete: Athlete, block_id: int) -> Block:
    blocks = (
        Block.objects.filter(athlete=athlete)
        .prefetch_related("segments__rung__ladder__athlete", "segments__runs")
        .select_related("athlete")
    )
    return get_object_or_404(blocks, pk=block_id)


def get_next_block(athlete: Athlete, today: date) -> Block | None:
    """The block in play, or else the next one planned for today or later."""
    blocks = list_blocks(athlete)
    started = blocks.filter(status=Block.Status.STARTED).order_by("-started_at").first()
    return started or blocks.filter(status=Block.Status.PLANNED, day__gte=today).first()


def list_sessions(athlete: Athlete, since: date) -> list[Session]:
    """The blocks played since that day whose effort was told, as the core's load takes them."""
    blocks = Block.objects.filter(athlete=athlete, status=Block.Status.DONE, day__gte=since)
    return [
        Session(block.day, (block.finished_at - block.started_at).total_seconds() / 60, block.effort)
        for block in blocks
        if block.started_at and block.finished_at and block.effort is not None
    ]


def get_segment(athlete: Athlete, segment_id: int) -> Segment:
    return get_object_or_404(Segment.objects.select_related("block"), pk=segment_id, block__athlete=athlete)
