"""Zone points: half of the balls that are out, brought into the cheapest zone."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from jolly_core.challenges.formats.zone_points import ZonePoints
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.tally import AnyTally
from jolly_core.finds.gains import Gain, GameGains, about
from jolly_core.words import plain


class ZonePointsGains(GameGains):
    format = ZonePoints

    def gains(self, game: AnyGame, tallies: Sequence[AnyTally]) -> Iterable[Gain]:
        outs = sum(tally.detail.out for tally in tallies) / len(tallies)
        points = [line.points for line in tallies[-1].detail.zones if line.points > 0]
        if not outs or not points:
            return
        adds = outs / 2 * min(points)
        worth = about(adds, "point")
        words = f"Half of the {plain(outs)} balls that are out in a run, into the cheapest zone, add {worth}."
        yield Gain(words, adds, "points")
