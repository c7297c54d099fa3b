"""The plain games for counting without a plan. Their ladder is kept out of sight: it asks for nothing."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any


@dataclass(frozen=True)
class QuickGame:
    title: str
    format: str
    settings: dict[str, Any] = field(default_factory=dict)


TITLE, DISCIPLINE = "Quick count", "without a plan"
QUICK_GAMES: dict[str, QuickGame] = {
    "count": QuickGame("Makes and misses", "open_count"),
    "row": QuickGame("In a row", "long_run", {"rack": 10}),
    "minute": QuickGame("Contacts in a minute", "timed_count", {"seconds": 60}),
}
