"""Timed count: one break fewer, or each contact a tenth of a second earlier."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from statistics import fmean

from jolly_core.challenges.formats.timed_count import TimedCount
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.tally import AnyTally
from jolly_core.finds.gains import Gain, GameGains, about


class TimedCountGains(GameGains):
    format = TimedCount

    def gains(self, game: AnyGame, tallies: Sequence[AnyTally]) -> Iterable[Gain]:
        known = [tally.detail.arithmetic for tally in tallies if tally.detail.arithmetic]
        if not known:
            return
        fewer, earlier = fmean(each.one_break_fewer for each in known), fmean(each.tenth_earlier for each in known)
        yield Gain(f"One break fewer a run adds {about(fewer, 'contact')}.", fewer, "contacts")
        yield Gain(
            f"Each contact a tenth of a second earlier adds {about(earlier, 'contact')} a run.", earlier, "contacts"
        )
