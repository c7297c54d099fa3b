"""Keeping a proposed block."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from accounts.models import Athlete
from blocks.models import Block
from blocks.services import keep_block
from jolly_core.errors import CoreError
from plan.selectors import propose_block


def plan_block(athlete: Athlete, *, minutes: int, ladder_ids: Sequence[int], day: date) -> Block:
    """Arrange a block for ``day`` and keep it. Raises ``CoreError`` when it would hold no challenge at all."""
    proposal = propose_block(athlete, minutes, ladder_ids, day)
    rows = proposal.rows()
    if not proposal.targets:
        raise CoreError.one("nothing_to_play", "Choose at least one ladder to practise.", "ladders")
    if not any(row["rung"] for row in rows):
        raise CoreError.one("too_short", "No run fits into these minutes; give it more.", "minutes", value=minutes)
    titles = dict.fromkeys(row["rung"].ladder.title for row in rows if row["rung"])
    return keep_block(
        athlete,
        title=" + ".join(titles)[:120],
        day=day,
        minutes=minutes,
        spare_s=proposal.arrangement.spare_s,
        segments=[{name: value for name, value in row.items() if name != "start_s"} for row in rows],
    )
