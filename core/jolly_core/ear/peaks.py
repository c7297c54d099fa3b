"""The second stage of the ear, first half: levels to peaks, a whole recording at once. ``stream`` does it hop by hop.

Each band is measured over its floor, what it falls below in three hops of ten in the five seconds before. A hop's rise
is how far the bands stand above the most they had 15 to 45 ms before, on average; a peak is a hop that rises further
than its neighbours, and none is nearer than 90 ms to one that rises further.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

import numpy as np

from jolly_core.ear.bands import Levels
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

Hops = np.ndarray[Any, np.dtype[np.int64]]

#: So many hops are measured at once.
STRETCH = 12_000


def floors_of(levels: Levels, least_db: Sequence[float] = ()) -> Levels:
    """The floor of each band for each half second, none below the least: an array of (half seconds, bands) in dB."""
    many = -(-len(levels) // FLOOR_HOPS)
    floors = np.empty((many, levels.shape[1]), np.float32)
    # Band by band in memory, they are parted twice as fast.
    by_band = np.ascontiguousarray(levels.T)
    for number in range(many):
        # Before the first second is over, that second is all there is.
        until = max(min(FIRST_FLOORS, many), number)
        before = by_band[:, max(0, number - FLOORS_BACK) * FLOOR_HOPS : until * FLOOR_HOPS]
        place = int(FLOOR_SHARE * (before.shape[1] - 1))
        floors[number] = np.partition(before, place)[:, place]
    return np.maximum(floors, np.array(least_db, np.float32)) if least_db else floors


def peaks_of(levels: Levels, least_db: Sequence[float] = ()) -> list[Peak]:
    """All peaks, in order of time, of levels in an array of (hops, bands within the rate).

    ``least_db``: what each band's floor is at least, as ``edges.rounding_db`` says of a recording in whole numbers.
    """
    if levels.size == 0:
        return []
    floors = floors_of(levels, least_db)
    rises, found = np.zeros(len(levels), np.float32), []
    for first in range(0, len(levels), STRETCH):
        last = min(first + STRETCH, len(levels))
        over = _over_the_floor(levels, floors, first - PAST_TO, last)
        rises[first:last] = np.maximum(0, over[PAST_TO:] - _most_before(over)).mean(1)
    hops = _apart(rises)
    for first in range(0, len(levels), STRETCH):
        here = hops[(hops >= first) & (hops < first + STRETCH)]
        found += list(_describe(levels, floors, rises, here)) if len(here) else []
    return found


def _most_before(over: Levels) -> Levels:
    """The most of each band in the past of every hop from the first on that has one: of pairs, of fours, of all."""
    many = PAST_TO - PAST_FROM + 1
    pairs = np.maximum(over[1:], over[:-1])
    fours = np.maximum(pairs[2:], pairs[:-2])
    past: Levels = np.maximum(fours[many - 4 :], fours[: 4 - many])
    return past[:-PAST_FROM]


def _over_the_floor(levels: Levels, floors: Levels, first: int, last: int) -> Levels:
    """Hops ``first`` to ``last``.

    Before the recording it was as it mostly is in its first half second, and behind it the sound goes on as at its end:
    what a recording begins with may be a hit, and noise is none.
    """
    hops = np.arange(first, last)
    heard = hops.clip(0, len(levels) - 1)
    over: Levels = np.clip(levels[heard] - floors[heard // FLOOR_HOPS], 0, HIGHEST_DB)
    if first < 0:
        over[hops < 0] = np.median(over[hops >= 0][:FLOOR_HOPS], axis=0)
    return over


def _apart(rises: Levels) -> Hops:
    """The hops that rise further than those beside them, the furthest first, none within 90 ms of one taken."""
    beside = np.concatenate([[0], rises, [0]])
    tops = np.flatnonzero((rises >= LEAST_RISE_DB) & (rises >= beside[:-2]) & (rises > beside[2:]))
    is_taken = np.zeros(len(rises) + 2 * DEAD_HOPS + 1, bool)
    apart = []
    for hop in tops[np.argsort(-rises[tops], kind="stable")]:
        if not is_taken[hop + DEAD_HOPS]:
            apart.append(hop)
            is_taken[hop : hop + 2 * DEAD_HOPS + 1] = True
    return np.array(sorted(apart), np.int64)


def _describe(levels: Levels, floors: Levels, rises: Levels, hops: Hops) -> Iterator[Peak]:
    first, last = int(hops[0]), int(hops[-1]) + AFTER_TO + 1
    over = _over_the_floor(levels, floors, first, last)
    loud = 10 * np.log10((10 ** (levels[first : min(last, len(levels))] / 10)).sum(1))
    at = (hops - first)[:, np.newaxis]
    bands = over[at + np.arange(WHOLE_HOPS)].max(1)
    heights = bands.mean(1)
    drops = heights - over[at + np.arange(AFTER_FROM, AFTER_TO)].mean((1, 2))
    loudness = loud[np.minimum(at + np.arange(LOUD_HOPS), len(loud) - 1)].max(1)
    described = zip(hops, rises[hops], heights, drops, loudness, bands, strict=True)
    for hop, rise, height, drop, loudest, each in described:
        yield Peak(int(hop), float(rise), float(height), float(drop), float(loudest), tuple(map(float, each)))
