"""Stations in order, each with its own rate, and what a miss does. Standard library only."""

from __future__ import annotations

from collections.abc import Sequence

from jolly_core.stats.waiting import AT_ONCE, Wait, one_after_the_other, until_made

#: What a miss does: back to the first station, back to the one before, or the same one again.
RESTART, STEP_BACK, RETRY = "restart", "step_back", "retry"


def wait_for_circuit(rates: Sequence[float], on_miss: str) -> Wait:
    """The attempts that one circuit takes, with the chance of a make at each station.

    Restart: (1 + p1 + p1 p2 + …) / (p1 … pm) on average; retry: the sum of 1/p; step back: the sum of the times up to
    each next station. Source: first-step analysis of the chain (Kemeny and Snell 1960, Finite Markov Chains, ch. 3).

    >>> wait_for_circuit([0.5, 0.5, 0.5], RESTART).mean, wait_for_circuit([0.5, 0.5, 0.5], STEP_BACK).mean
    (14.0, 12.0)
    """
    if on_miss == RETRY:
        return one_after_the_other([until_made(rate) for rate in rates])
    return _restarting(rates) if on_miss == RESTART else _stepping_back(rates)


def _restarting(rates: Sequence[float]) -> Wait:
    """The mean: each try at a station costs the way to it and one attempt; there are 1/p tries on average."""
    so_far = AT_ONCE
    for rate in rates:
        mean, miss = so_far.mean + 1, 1 - rate
        so_far = Wait(mean / rate, so_far.variance / rate + mean**2 * miss / rate**2, so_far.least + 1)
    return so_far


def _stepping_back(rates: Sequence[float]) -> Wait:
    """The mean from a station to the next: one attempt, and for each miss the way back up and one attempt more."""
    steps: list[Wait] = []
    for rate in rates:
        up = steps[-1] if steps else AT_ONCE
        misses, spread = (1 - rate) / rate, (1 - rate) / rate**2
        mean = 1 + misses * (1 + up.mean)
        steps.append(Wait(mean, misses * up.variance + (1 + up.mean) ** 2 * spread, 1.0))
    return one_after_the_other(steps)
