"""What the hits of a recording come to: rallies, tempo and its drift, time lost fetching, the best window."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from statistics import median

from jolly_core.ear.groups import groups_of

#: Of fewer intervals in play than that nobody can say whether they grow.
FEWEST_FOR_DRIFT = 12


@dataclass(frozen=True)
class Window:
    """The stretch of a given length with the most contacts: when it begins, and how many it has."""

    from_ms: int
    contacts: int


@dataclass(frozen=True)
class Played:
    """Hits by their rallies: ``interval_ms`` is the usual one in play, and ``early_ms`` and ``late_ms`` those of the
    first and the last third of them (None where there are too few to tell); ``lost_ms`` is the time between rallies
    beyond the one interval that play would have taken.
    """

    contacts: int
    rallies: tuple[int, ...]
    longest: int
    interval_ms: int | None
    early_ms: int | None
    late_ms: int | None
    lost_ms: int
    best: Window | None

    @property
    def per_minute(self) -> float | None:
        return round(60_000 / self.interval_ms, 1) if self.interval_ms else None


def played_of(hits_ms: Sequence[int], gap_ms: int, window_ms: int) -> Played:
    """What hits at these times come to, in order; a wait of more than ``gap_ms`` ends a rally.

    >>> played = played_of([0, 1000, 2000, 7000, 8000], gap_ms=2000, window_ms=2500)
    >>> played.rallies, played.interval_ms, played.per_minute, played.lost_ms, played.best
    ((3, 2), 1000, 60.0, 4000, Window(from_ms=0, contacts=3))
    """
    waits = [after - before for before, after in pairwise(hits_ms)]
    in_play = [wait for wait in waits if wait <= gap_ms]
    interval = round(median(in_play)) if in_play else None
    third = len(in_play) // 3
    is_known = len(in_play) >= FEWEST_FOR_DRIFT
    lengths = [len(rally) for rally in groups_of(hits_ms, float, gap_ms)]
    return Played(
        contacts=len(hits_ms),
        rallies=tuple(lengths),
        longest=max(lengths, default=0),
        interval_ms=interval,
        early_ms=round(median(in_play[:third])) if is_known else None,
        late_ms=round(median(in_play[-third:])) if is_known else None,
        lost_ms=sum(wait - (interval or 0) for wait in waits if wait > gap_ms),
        best=_best_window(hits_ms, window_ms),
    )


def _best_window(hits_ms: Sequence[int], window_ms: int) -> Window | None:
    counts = [bisect_right(hits_ms, first + window_ms) - place for place, first in enumerate(hits_ms)]
    if not counts:
        return None
    place = counts.index(max(counts))
    return Window(hits_ms[place], counts[place])
