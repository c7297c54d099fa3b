"""What ladders on a wall are looked for by: which wait for a decision, are nearly there, were left, lag on one side."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from jolly_core.verdicts.kept_check import Kept
from jolly_core.verdicts.reason import CLIMB, STAY, STEP_BACK
from jolly_core.verdicts.verdict import Verdict

#: Left for so long, a ladder is one that was left. Common practice, no source.
STALE_DAYS = 21


@dataclass(frozen=True)
class WallSign:
    """One thing that a ladder can be looked for by."""

    id: str
    title: str


DECISION = WallSign("decision", "waiting for a decision")
NEARLY = WallSign("nearly", "one good run away")
STALE = WallSign("stale", "left for three weeks")
CHECK_DUE = WallSign("check_due", "kept check due")
LOST = WallSign("lost", "lost, to be rebuilt")
WEAKER = WallSign("weaker", "one side lags")


def signs_of(
    verdict: Verdict, *, last_day: date, today: date, lags: bool, kept: Kept | None = None
) -> tuple[WallSign, ...]:
    """What a ladder is found by; ``last_day`` is the last one on which it was played or climbed."""
    more = [each.more_runs for each in verdict.evidence]
    found = {
        DECISION: verdict.kind in (CLIMB, STEP_BACK),
        NEARLY: verdict.kind == STAY and sum(each is None or each > 0 for each in more) == 1 and 1 in more,
        STALE: (today - last_day).days >= STALE_DAYS,
        CHECK_DUE: kept is not None and kept.is_due(today),
        LOST: kept is not None and kept.is_lost,
        WEAKER: lags,
    }
    return tuple(sign for sign, is_so in found.items() if is_so)
