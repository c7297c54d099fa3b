"""The kinds of verdicts, and the reasons they are given with."""

from __future__ import annotations

from dataclasses import dataclass

CLIMB, STAY, STEP_BACK, REST = "climb", "stay", "step_back", "rest"
#: What an athlete may decide; resting is no decision on a rung.
DECISIONS = (CLIMB, STAY, STEP_BACK)
VERDICTS = (*DECISIONS, REST)


def is_overruled(decision: str, verdict: str) -> bool:
    """Whether a decision goes against the advice. Who rests stays on the rung.

    >>> is_overruled(CLIMB, STAY), is_overruled(STAY, REST)
    (True, False)
    """
    return decision != verdict and (decision, verdict) != (STAY, REST)


@dataclass(frozen=True)
class Reason:
    """One reason: a stable code, and the sentence with its numbers."""

    code: str
    words: str
