"""A block that was kept on paper, typed in on a device that may have no network.

The server hears of the same totals later, and checks them by the same rules.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from jolly_core.device.blocks import Block, finish_block
from jolly_core.errors import CoreError, Problem
from jolly_core.paper.totals import tally_of_totals
from jolly_core.record.standing import RunRules


def enter_sheet(
    block: Mapping[str, Any],
    kits: Sequence[Mapping[str, Any]],
    *,
    rows: Sequence[Mapping[str, Any]],
    at: str,
    note: str = "",
    effort: int | None = None,
) -> Block:
    """The block, closed by its sheet; ``rows`` holds the totals of each part's runs, ``at`` the moment (ISO 8601).

    Raises ``CoreError`` with every total that cannot be, by its row and run, as the server does; parts of which this
    device has no kit are for the server to check.
    """
    games = {(kit["rung"], kit["side"]): RunRules.from_stored(kit["run"]["rules"]).game for kit in kits}
    parts = {part["id"]: part for part in block["parts"]}
    problems: list[Problem] = []
    for place, row in enumerate(rows):
        part = parts[row["part"]]
        game = games.get((part["rung"]["id"], part["side"]))
        if game is None:
            continue
        for number, totals in enumerate(row["runs"]):
            try:
                tally_of_totals(game, totals)
            except CoreError as error:
                problems += error.under("rows", place, "runs", number).problems
    if problems:
        raise CoreError(problems)
    left = [{**part, "done_at": part["done_at"] or at} for part in block["parts"]]
    begun = {"started_at": block["started_at"] or at, "now": None}
    return finish_block({**block, **begun, "parts": left}, at=at, note=note, effort=effort)
