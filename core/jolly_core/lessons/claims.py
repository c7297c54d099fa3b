"""What a lesson may claim: nothing without enough tries, and no difference that luck would make."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from jolly_core.stats.comparing import chance_of_so_few

#: Fewer tries than this say nothing of a rate that is worth a sentence. Common practice, no source.
ENOUGH_TRIES = 20
#: Fewer tries at one target, or fewer breaks, say nothing of it. Common practice, no source.
ENOUGH_AT_ONE, ENOUGH_BREAKS = 5, 3
#: A difference is said where luck would make one like it less often than this, however many targets there are.
LUCK = 0.05


def weakest(rows: Sequence[Mapping[str, Any]]) -> Mapping[str, Any] | None:
    """The target that was made less than the others by more than luck; None where none was.

    Each is tested against all others together, and the chance of luck shared out over them (Bonferroni).
    """
    tried = [row for row in rows if (row.get("attempts") or 0) >= ENOUGH_AT_ONE]
    if len(tried) < 2:  # noqa: PLR2004 # one alone is less than nothing
        return None
    lowest = min(tried, key=lambda row: row["makes"] / row["attempts"])
    others = [row for row in tried if row is not lowest]
    chance = chance_of_so_few(
        lowest["makes"],
        lowest["attempts"],
        sum(row["makes"] for row in others),
        sum(row["attempts"] for row in others),
    )
    return lowest if chance < LUCK / len(tried) else None


def is_enough(tally: Mapping[str, Any]) -> bool:
    """Whether a run has enough tries for a rate that is worth a sentence."""
    return int(tally["attempts"]) >= ENOUGH_TRIES
