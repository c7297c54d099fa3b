"""Circuit: the worst station made as often as the others, and what that does to a clean circuit."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from math import prod

from jolly_core.challenges.formats.circuit import Circuit
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.tally import AnyTally
from jolly_core.finds.gains import Gain, GameGains, average_of
from jolly_core.finds.saying import share
from jolly_core.record.trace import add_up, targets_of


class CircuitGains(GameGains):
    format = Circuit

    def gains(self, game: AnyGame, tallies: Sequence[AnyTally]) -> Iterable[Gain]:
        stations = add_up(each for tally in tallies for each in targets_of(tally))
        if len(stations) < 2:  # noqa: PLR2004 # one station is its own average
            return
        average = average_of(stations)
        worst = min(stations, key=lambda each: each.rate)
        clean = prod(each.rate for each in stations)
        better = prod(average if each is worst else each.rate for each in stations)
        words = (
            f"“{worst.name}” at your average of {share(average)} (now {share(worst.rate)}) makes a circuit without a "
            f"miss {round(100 * better)} times in 100, now {round(100 * clean)}."
        )
        yield Gain(words, 100 * (better - clean), "clean circuits in 100")
