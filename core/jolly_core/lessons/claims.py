"""What a lesson may claim: nothing without enough tries, and no difference that luck would make."""

from __future__ import annotations

from collections.abc import Sequence

from jolly_core.challenges.tally import AnyTally
from jolly_core.challenges.targets import TargetLine
from jolly_core.stats.comparing import chance_of_so_few

#: With fewer tries than this a rate is too uncertain for a sentence. Common practice, no source.
ENOUGH_TRIES = 20
#: With fewer tries at one target, or fewer breaks, nothing is said about it. Common practice, no source.
ENOUGH_AT_ONE, ENOUGH_BREAKS = 5, 3
#: A difference is reported when its p-value, corrected for the number of targets, is below this.
LUCK = 0.05


def weakest(lines: Sequence[TargetLine]) -> TargetLine | None:
    """The target with a rate significantly below the others; None without one.

    Each is tested against all others together, and the chance of luck shared out over them (Bonferroni).
    """
    tried = [(line.attempts or 0, line) for line in lines if (line.attempts or 0) >= ENOUGH_AT_ONE]
    if len(tried) < 2:  # noqa: PLR2004 # one alone is less than nothing
        return None
    attempts, lowest = min(tried, key=lambda each: each[1].makes / each[0])
    others = [each for each in tried if each[1] is not lowest]
    chance = chance_of_so_few(
        lowest.makes, attempts, sum(line.makes for _, line in others), sum(attempts for attempts, _ in others)
    )
    return lowest if chance < LUCK / len(tried) else None


def rates_of(lines: Sequence[TargetLine]) -> list[float]:
    """The rate at each target by Laplace's rule, which keeps few tries away from 0 and 1."""
    return [(line.makes + 1) / ((line.attempts or 0) + 2) for line in lines]


def is_enough(tally: AnyTally) -> bool:
    """Whether a run has enough tries for a rate that is worth a sentence."""
    return tally.attempts >= ENOUGH_TRIES
