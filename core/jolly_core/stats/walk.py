"""Targets walked with a second chance after a first miss. Standard library only."""

from __future__ import annotations

from collections.abc import Sequence

from jolly_core.stats.waiting import AT_ONCE, Wait, one_after_the_other, until_made


def wait_for_walk(rates: Sequence[float], *, starts_again: bool) -> Wait:
    """The balls that a walk takes, with the chance of a make at each target.

    Where a double miss stays at its target, every ball there is one more try: the sum of 1/p. Where it starts the walk
    again, a visit to a target (one ball, or two after a first miss) ends it with chance q², and by first-step analysis
    E T = (E before + 1 + q) / (1 − q²), with the second moment alike.

    >>> wait_for_walk([0.5, 0.5], starts_again=False).mean
    4.0
    """
    if not starts_again:
        return one_after_the_other([until_made(rate) for rate in rates])
    so_far = AT_ONCE
    for rate in rates:
        miss = 1 - rate
        made = 1 - miss**2
        mean = (so_far.mean + 1 + miss) / made
        visit = so_far.variance + so_far.mean**2 + 2 * so_far.mean * (1 + miss) + rate + 4 * miss
        second = (visit + 2 * miss**2 * (so_far.mean + 2) * mean) / made
        so_far = Wait(mean, second - mean**2, so_far.least + 1)
    return so_far
