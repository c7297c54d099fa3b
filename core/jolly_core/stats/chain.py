"""A game of makes and misses as a Markov chain: the exact chance of each state after n attempts.

Standard library only. Source: first-step analysis of an absorbing Markov chain (Kemeny and Snell 1960, ch. 3), carried
out attempt by attempt.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable
from dataclasses import dataclass

from jolly_core.stats.waiting import Known

State = Hashable
#: What ends the game: it is won, or it cannot be won any more.
WON, LOST = "won", "lost"
#: The most states, and the most steps of all of them together, that are computed while somebody waits.
MOST_STATES, MOST_WORK = 3000, 40_000
#: The probability still in play is negligible.
CERTAIN = 1e-7


@dataclass(frozen=True)
class Moves:
    """Every state by its number: the chance of a make there, and where a make and a miss lead.

    A negative number is an end: -1 won, -2 lost.
    """

    rates: tuple[float, ...]
    makes: tuple[int, ...]
    misses: tuple[int, ...]


def list_moves(
    start: State, after: Callable[..., State], rate: float | Callable[..., float], *, most: int = MOST_STATES
) -> Moves | None:
    """All states that can be reached from ``start``; ``after(state, is_made)`` says which one follows.

    None where there are too many. ``rate`` may depend on the state.
    """
    numbers: dict[State, int] = {WON: -1, LOST: -2, start: 0}
    states: list[State] = [start]
    rates: list[float] = []
    makes: list[int] = []
    misses: list[int] = []
    for state in states:
        rates.append(rate(state) if callable(rate) else rate)
        for is_made, ends in ((True, makes), (False, misses)):
            follows = after(state, is_made)
            if follows not in numbers:
                numbers[follows] = len(states)
                states.append(follows)
            ends.append(numbers[follows])
        if len(states) > most:
            return None
    return Moves(tuple(rates), tuple(makes), tuple(misses))


def chances_of(moves: Moves | None, attempts: int) -> list[float] | None:
    """The chance that the game is won within 0, 1, 2, … attempts, up to ``attempts`` or to where nothing moves.

    None where that takes too long.

    >>> chances_of(list_moves(0, lambda made, is_made: WON if is_made else 0, 0.5), 3)
    [0.0, 0.5, 0.75, 0.875]
    """
    if moves is None:
        return None
    steps = list(zip(moves.rates, moves.makes, moves.misses, strict=True))
    here = [0.0] * len(steps)
    here[0] = 1.0
    chances, won, work = [0.0], 0.0, 0
    for _ in range(attempts):
        there = [0.0] * len(steps)
        newly_won = 0.0
        for chance, (rate, make, miss) in zip(here, steps, strict=True):
            if not chance:
                continue
            for follows, share in ((make, chance * rate), (miss, chance * (1 - rate))):
                if follows >= 0:
                    there[follows] += share
                elif follows == -1:
                    newly_won += share
        won += newly_won
        chances.append(won)
        here = there
        if sum(here) < CERTAIN:
            break
        work += len(steps)
        if work > MOST_WORK:
            return None
    return chances


def chance_to_win(
    start: State, after: Callable[..., State], rate: float | Callable[..., float], attempts: int
) -> float | None:
    """The chance that the game is won within a number of attempts; None where that is too expensive."""
    chances = chances_of(list_moves(start, after, rate), attempts)
    return None if chances is None else chances[-1]


def wait_to_win(
    start: State, after: Callable[..., State], rate: float | Callable[..., float], mean: float, *, most: int
) -> Known | None:
    """The attempts until a game that is won in the end is won; None beyond ``most`` states or too long a wait."""
    chances = chances_of(list_moves(start, after, rate, most=most), max(64, int(12 * min(mean, 4000))))
    if chances is None or chances[-1] < 1 - 1e-4:
        return None
    return Known(mean, tuple(chances))
