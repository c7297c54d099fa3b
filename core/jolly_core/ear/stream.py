"""Levels to peaks as they come, hop by hop: what ``peaks`` does with a whole recording. Standard library only.

A peak is told of once nothing that may still come can displace it: mostly 140 ms after it.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Iterable, Sequence
from math import fsum, log10
from statistics import median

from jolly_core.ear.peak import (
    AFTER_FROM,
    AFTER_TO,
    DEAD_HOPS,
    FIRST_FLOORS,
    FLOOR_HOPS,
    FLOOR_SHARE,
    FLOORS_BACK,
    HIGHEST_DB,
    LEAST_RISE_DB,
    LOUD_HOPS,
    PAST_FROM,
    PAST_TO,
    WHOLE_HOPS,
    Peak,
)

Row = Sequence[float]
#: The most of four hops and the most of four others are the most of the seven of the past.
_QUARTET = 4
#: So many hops are kept over their floors: what the rise and the description of a peak look back on.
_KEPT = PAST_TO + AFTER_TO + _QUARTET + 1


class PeakStream:
    """The peaks of a recording that goes on, of levels in dB: a row of all bands within the rate for each hop.

    >>> stream = PeakStream()
    >>> quiet, knock = [-80.0] * 9, [-20.0] * 9
    >>> found = stream.take([quiet] * 300 + [knock] + [quiet] * 40)
    >>> [(peak.seconds, peak.rise) for peak in found + stream.end()]
    [(1.5, 60.0)]
    """

    def __init__(self, least_db: Row = ()) -> None:
        #: What the floor of each band is at least, where that is known.
        self._least = least_db
        #: Until the first floors are known.
        self._first: list[Row] = []
        self._half_seconds: deque[list[Row]] = deque(maxlen=FLOORS_BACK)
        self._half_second: list[Row] = []
        self._floor: list[float] = []
        #: The hops that are measured, and what they are over their floors: the latest of them.
        self._hop = 0
        self._over: deque[list[float]] = deque(maxlen=_KEPT)
        self._pairs: deque[list[float]] = deque(maxlen=_QUARTET)
        self._quartets: deque[list[float]] = deque(maxlen=PAST_TO)
        self._levels: deque[Row] = deque(maxlen=_KEPT)
        self._rises = (0.0, 0.0)
        #: Tops whose sound is not over yet, and peaks that a stronger one may still displace.
        self._tops: deque[tuple[int, float]] = deque()
        self._undecided: list[Peak] = []
        self._taken: list[Peak] = []

    def take(self, rows: Iterable[Row]) -> list[Peak]:
        """The peaks that these hops make certain, in order of time."""
        for row in rows:
            if self._floor:
                self._measure(row)
            else:
                self._first.append(row)
                if len(self._first) == FIRST_FLOORS * FLOOR_HOPS:
                    self._begin()
        return self._settled()

    def end(self) -> list[Peak]:
        """The peaks that are left once the recording is over."""
        if not self._floor and self._first:
            self._begin()
        if self._hop == 0:
            return []
        self._find_top(0.0)
        # Behind the recording the sound goes on as at its end.
        last = self._over[-1]
        for beyond in range(1, AFTER_TO + 1):
            self._over.append(last)
            self._describe(self._hop - 1 + beyond)
        return self._settled(is_end=True)

    def _begin(self) -> None:
        self._floor = self._floor_of(self._first)
        first = self._first[:FLOOR_HOPS]
        over = [self._over_floor(row) for row in first]
        # Before the recording it was as it mostly is in its first half second.
        before = [median(band) for band in zip(*over, strict=True)]
        for _ in range(PAST_TO):
            self._keep(before)
        for row in self._first:
            self._measure(row)
        self._first = []

    def _floor_of(self, rows: Sequence[Row]) -> list[float]:
        """What each band falls below in three hops of ten."""
        place = int(FLOOR_SHARE * (len(rows) - 1))
        floor = [sorted(band)[place] for band in zip(*rows, strict=True)]
        return list(map(max, floor, self._least)) if self._least else floor

    def _over_floor(self, row: Row) -> list[float]:
        return [
            0.0 if level <= floor else HIGHEST_DB if level > floor + HIGHEST_DB else level - floor
            for level, floor in zip(row, self._floor, strict=True)
        ]

    def _keep(self, over: list[float]) -> None:
        pair = list(map(max, over, self._over[-1])) if self._over else over
        self._over.append(over)
        quartet = list(map(max, pair, self._pairs[-2])) if len(self._pairs) > 1 else pair
        self._pairs.append(pair)
        self._quartets.append(quartet)

    def _measure(self, row: Row) -> None:
        if self._hop % FLOOR_HOPS == 0 and self._hop >= FIRST_FLOORS * FLOOR_HOPS:
            self._floor = self._floor_of([row for half in self._half_seconds for row in half])
        over = self._over_floor(row)
        late, early = self._quartets[-PAST_FROM], self._quartets[-PAST_TO + _QUARTET - 1]
        rise = 0.0
        for now, one, other in zip(over, late, early, strict=True):
            past = one if one > other else other
            if now > past:
                rise += now - past
        self._keep(over)
        self._levels.append(row)
        self._half_second.append(row)
        if len(self._half_second) == FLOOR_HOPS:
            self._half_seconds.append(self._half_second)
            self._half_second = []
        self._find_top(rise / len(over))
        self._hop += 1
        self._describe(self._hop - 1)

    def _find_top(self, rise: float) -> None:
        """Whether the hop before the one with this rise rises further than those beside it."""
        before, last = self._rises
        if last >= LEAST_RISE_DB and before <= last and last > rise:
            self._tops.append((self._hop - 1, last))
        self._rises = (last, rise)

    def _describe(self, now: int) -> None:
        """The top whose sound is whole by hop ``now``, if there is one."""
        if not self._tops or self._tops[0][0] + AFTER_TO > now:
            return
        hop, rise = self._tops.popleft()
        back = hop - now - 1
        whole = [self._over[place] for place in range(back, back + WHOLE_HOPS)]
        bands = [max(band) for band in zip(*whole, strict=True)]
        # Summed exactly: Python's own sum has changed from one version to the next.
        height = fsum(bands) / len(bands)
        after = [value for place in range(back + AFTER_FROM, back + AFTER_TO) for value in self._over[place]]
        # Hops beyond the end have no levels of their own.
        levels = list(self._levels)[hop - self._hop :][:LOUD_HOPS]
        power = max(fsum(10 ** (level / 10) for level in row) for row in levels)
        drop = height - fsum(after) / len(after)
        self._undecided.append(Peak(hop, rise, height, drop, 10 * log10(power), tuple(bands)))

    def _settled(self, *, is_end: bool = False) -> list[Peak]:
        """Takes the strongest first, none within 90 ms of one taken, as far as what is known decides that."""
        # A top is known two hops later, and described some hops after that.
        known = self._hop - 2 - AFTER_TO
        has_changed = True
        while has_changed:
            has_changed = False
            for peak in self._undecided:
                if not is_end and peak.hop + DEAD_HOPS > known:
                    break
                near = [other for other in self._undecided if abs(other.hop - peak.hop) <= DEAD_HOPS]
                if peak is min(near, key=lambda other: (-other.rise, other.hop)):
                    self._taken.append(peak)
                    self._undecided = [other for other in self._undecided if other not in near]
                    has_changed = True
                    break
        first = self._undecided[0].hop if self._undecided else None
        self._taken.sort(key=lambda peak: peak.hop)
        told = [peak for peak in self._taken if first is None or peak.hop < first]
        self._taken = self._taken[len(told) :]
        return told
