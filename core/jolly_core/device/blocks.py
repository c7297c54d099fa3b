"""A block played on a device that may have no network: how it stands after each step, in the server's shape.

The server hears of the same steps later, and comes to the same.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from jolly_core.planning.weaving import Drill, left_behind, next_turn

Block = dict[str, Any]


def start_block(block: Mapping[str, Any], *, at: str) -> Block:
    """Begun at that moment (ISO 8601); one that has begun stays as it is."""
    if block["status"] != "planned":
        return dict(block)
    return _turned({**block, "status": "started", "started_at": at})


def finish_part(block: Mapping[str, Any], *, part: int, at: str) -> Block:
    """A part is left behind; what is woven with it and has no run to come goes with it."""
    left = next(each["key"] for each in block["parts"] if each["id"] == part)
    behind = left_behind(_drills(block), block["weave"], block["seed"], left)
    parts = [
        {**each, "done_at": at} if each["done_at"] is None and each["key"] in behind else each
        for each in block["parts"]
    ]
    return _turned({**block, "parts": parts})


def count_run(block: Mapping[str, Any], *, part: int, run: str) -> Block:
    """A run that was played for a part is over."""
    parts = [
        {**each, "runs": [*each["runs"], run]} if each["id"] == part and run not in each["runs"] else each
        for each in block["parts"]
    ]
    return _turned({**block, "parts": parts})


def finish_block(block: Mapping[str, Any], *, at: str, note: str = "", effort: int | None = None) -> Block:
    """Closed, with what was felt and how hard it was."""
    if block["status"] not in ("planned", "started"):
        return dict(block)
    closed = {"status": "done", "finished_at": at, "note": note, "effort": effort, "running": None}
    return {**block, **closed}


def _drills(block: Mapping[str, Any]) -> list[Drill]:
    return [
        Drill(
            part["key"],
            part["runs_planned"],
            len(part["runs"]),
            part["done_at"] is None and part["dropped_at"] is None,
        )
        for part in block["parts"]
    ]


def _turned(block: Block) -> Block:
    """With the part whose turn it is; how much of its time is left is the server's to say."""
    key = next_turn(_drills(block), block["weave"], block["seed"])
    now = next((part["id"] for part in block["parts"] if part["key"] == key), None)
    return {**block, "now": now, "running": None}
