"""Circuit: the worst station made as often as the others, and what that does to a clean circuit."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from math import prod

from jolly_core.challenges.formats.circuit import Circuit
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.tally import AnyTally
from jolly_core.finds.gains import Gain, GameGains
from jolly_core.finds.saying import share
from jolly_core.record.trace import targets_of


class CircuitGains(GameGains):
    format = Circuit

    def gains(self, game: AnyGame, tallies: Sequence[AnyTally]) -> Iterable[Gain]:
        sums: dict[str, tuple[int, int]] = {}
        for tally in tallies:
            for each in targets_of(tally):
                attempts, makes = sums.get(each.name, (0, 0))
                sums[each.name] = attempts + each.attempts, makes + each.makes
        if len(sums) < 2:  # noqa: PLR2004 # one station is its own average
            return
        rates = {name: makes / attempts for name, (attempts, makes) in sums.items()}
        average = sum(makes for _, makes in sums.values()) / sum(attempts for attempts, _ in sums.values())
        worst = min(rates, key=lambda name: rates[name])
        clean = prod(rates.values())
        better = prod(average if name == worst else rate for name, rate in rates.items())
        words = (
            f"“{worst}” at your average of {share(average)} (now {share(rates[worst])}) makes a circuit without a miss "
            f"{round(100 * better)} times in 100, now {round(100 * clean)}."
        )
        yield Gain(words, 100 * (better - clean), "clean circuits in 100")
