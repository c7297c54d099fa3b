"""What a lesson may claim: nothing without enough tries, and no difference that luck would make."""

from __future__ import annotations

from collections.abc import Sequence

from jolly_core.challenges.tally import AnyTally
from jolly_core.challenges.targets import TargetLine
from jolly_core.stats.comparing import chance_of_so_few

#: Fewer tries than this say nothing of a rate that is worth a sentence. Common practice, no source.
ENOUGH_TRIES = 20
#: Fewer tries at one target, or fewer breaks, say nothing of it. Common practice, no source.
ENOUGH_AT_ONE, ENOUGH_BREAKS = 5, 3
#: A difference is said where luck would make one like it less often than this, however many targets there are.
LUCK = 0.05


def weakest(lines: Sequence[TargetLine]) -> TargetLine | None:
    """The target that was made less than the others by more than luck; None where none was.

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
    """The rate at each target, drawn off the ends by Laplace's rule, so that one try proves nothing."""
    return [(line.makes + 1) / ((line.attempts or 0) + 2) for line in lines]


def is_enough(tally: AnyTally) -> bool:
    """Whether a run has enough tries for a rate that is worth a sentence."""
    return tally.attempts >= ENOUGH_TRIES
