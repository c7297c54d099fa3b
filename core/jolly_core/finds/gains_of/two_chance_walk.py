"""Two-chance walk: second balls made seven times in ten."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from jolly_core.challenges.formats.two_chance_walk import TwoChanceWalk
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.tally import AnyTally
from jolly_core.finds.gains import Gain, GameGains, worst_at_average
from jolly_core.finds.saying import share

#: A second ball is the one to be sure of. Common practice, no source.
SURE = 0.7


class TwoChanceWalkGains(GameGains):
    format = TwoChanceWalk

    def gains(self, game: AnyGame, tallies: Sequence[AnyTally]) -> Iterable[Gain]:
        tried = sum(tally.detail.balls[1][0] for tally in tallies)
        made = sum(tally.detail.balls[1][1] for tally in tallies)
        if tried and made / tried < SURE:
            fewer = (SURE - made / tried) * tried / len(tallies)
            words = f"Second balls at {share(SURE)} (now {share(made / tried)}) save {fewer:.1f} double misses a run."
            yield Gain(words, fewer, "double misses")
        yield from worst_at_average(tallies)
