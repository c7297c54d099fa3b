"""Streak: five more makes in a hundred, and what that does to the longest row.

The longest row of n tries that are made with chance p has, on average, about
log(n (1 - p)) / log(1 / p) + 0.577 / log(1 / p) - 1/2 makes: Schilling 1990, "The longest run of heads", College
Mathematics Journal 21.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from math import log

from jolly_core.challenges.formats.streak import Streak
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.tally import AnyTally
from jolly_core.finds.gains import Gain, GameGains
from jolly_core.finds.saying import share

MORE = 0.05
#: Euler's constant.
EULER = 0.5772156649
#: With fewer tries, or rates beyond these, the formula says nothing.
LEAST_TRIES, LEAST_RATE, MOST_RATE = 20, 0.3, 0.93


class StreakGains(GameGains):
    format = Streak

    def gains(self, game: AnyGame, tallies: Sequence[AnyTally]) -> Iterable[Gain]:
        attempts, makes = sum(tally.attempts for tally in tallies), sum(tally.makes for tally in tallies)
        tries = attempts / len(tallies)
        if attempts < LEAST_TRIES or not LEAST_RATE <= makes / attempts <= MOST_RATE:
            return
        rate = makes / attempts
        now, then = longest_row(tries, rate), longest_row(tries, rate + MORE)
        words = (
            f"Five more makes in a hundred ({share(rate + MORE)}, now {share(rate)}) make the longest row of so many "
            f"tries about {round(then)}, now {round(now)}."
        )
        yield Gain(words, then - now, "in a row")


def longest_row(tries: float, rate: float) -> float:
    """The mean length of the longest row of so many tries.

    >>> round(longest_row(200, 0.5), 1)
    7.0
    """
    steepness = log(1 / rate)
    return max(0.0, (log(max(1.0, tries * (1 - rate))) + EULER) / steepness - 0.5)
