"""Two kinds of sound told apart: the racket and the floor, the hand and the wall.

A rally opens with one's own hit, and from there the kinds take turns: two of them, or three (racket, wall, floor). So
the places in the rallies say what each kind sounds like. A hit may have gone unheard, so each rally is then searched
for the most likely kinds (Viterbi 1967): of the kind whose turn it is, unless the sounds say otherwise by more than a
turn left out costs; and once more, with what the kinds sound like by then. Where they sound the same, that is by
turns alone. Standard library only.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise, zip_longest
from statistics import median

from jolly_core.ear.groups import groups_of
from jolly_core.ear.peak import HOPS_A_SECOND, Peak

#: A rally is over where no hit comes for so long, or for so many usual intervals: common practice, no source.
LEAST_GAP_S, GAP_INTERVALS = 1.5, 1.9
#: Nobody plays a rally that slowly.
LONGEST_GAP_MS = 60_000
#: Three kinds take turns where they fit the sounds so much better than two; a rally of three hits says nothing of it.
THREE_FIT, SAYS_NOTHING = 0.8, 3
#: What a turn left out costs, in usual distances of a sound from the middle of its kind.
LEFT_OUT = 6.0

Sound = tuple[float, ...]


def usual_gap_s(hits: Sequence[Peak]) -> float:
    """After how long without a hit a rally is over, where the athlete has not said.

    >>> usual_gap_s([Peak(hop, 9, 9, 9, -10, ()) for hop in (0, 160, 330, 500)])
    1.615
    """
    waits = [(after.hop - before.hop) / HOPS_A_SECOND for before, after in pairwise(hits)]
    return max(LEAST_GAP_S, GAP_INTERVALS * median(waits)) if waits else LEAST_GAP_S


def rallies_of(hits: Sequence[Peak], gap_s: float) -> list[list[Peak]]:
    """The hits by rally: a longer wait than ``gap_s`` ends one."""
    return groups_of(hits, lambda hit: hit.seconds, gap_s)


def own_hits(hits: Sequence[Peak], gap_s: float | None = None) -> list[Peak]:
    """The hits of the kind that opens rallies."""
    if not hits:
        return []
    rallies = rallies_of(hits, usual_gap_s(hits) if gap_s is None else gap_s)
    sounds = [[_sound(hit) for hit in rally] for rally in rallies]
    kinds = _Kinds(sounds, 2)
    if max(map(len, rallies)) > SAYS_NOTHING and (three := _Kinds(sounds, 3)).spread < THREE_FIT * kinds.spread:
        kinds = three
    kinds.learn([kinds.of(rally) for rally in sounds])
    told = [kind for rally in sounds for kind in kinds.of(rally)]
    return [hit for hit, kind in zip(hits, told, strict=True) if kind == 0]


class _Kinds:
    """So many kinds that take turns, and what each sounds like."""

    def __init__(self, rallies: Sequence[Sequence[Sound]], many: int) -> None:
        self.rallies, self.many = rallies, many
        self.middles: list[Sound] = []
        self.spread = 0.0
        self.learn([[place % many for place in range(len(rally))] for rally in rallies])

    def learn(self, told: Sequence[Sequence[int]]) -> None:
        """What the kinds sound like, by the kind of each hit, and how far the sounds are from that on average."""
        by_kind: list[list[Sound]] = [[] for _ in range(self.many)]
        for rally, kinds in zip(self.rallies, told, strict=True):
            for sound, kind in zip(rally, kinds, strict=True):
                by_kind[kind].append(sound)
        # A kind that nothing is of any more sounds as it did; one that never had its turn is none.
        known = [sounds or before for sounds, before in zip_longest(by_kind, ([each] for each in self.middles))]
        self.middles = [_middle(sounds) for sounds in known if sounds]
        far = [_apart(sound, middle) for sounds, middle in zip(by_kind, self.middles, strict=False) for sound in sounds]
        self.spread = max(sum(far) / len(far), 1e-9)

    def of(self, rally: Sequence[Sound]) -> list[int]:
        """The most likely kind of each hit of a rally."""
        costs, ways = [0.0] + [LEFT_OUT] * (len(self.middles) - 1), []
        for place, sound in enumerate(rally):
            if place:
                steps = [min(self._steps(costs, kind)) for kind in range(len(costs))]
                costs = [cost for cost, _ in steps]
                ways.append([before for _, before in steps])
            costs = [
                cost + _apart(sound, middle) / self.spread for cost, middle in zip(costs, self.middles, strict=True)
            ]
        kinds = [costs.index(min(costs))]
        for way in reversed(ways):
            kinds.append(way[kinds[-1]])
        return kinds[::-1]

    def _steps(self, costs: Sequence[float], kind: int) -> list[tuple[float, int]]:
        """What it costs to come to a kind from each other one."""
        return [
            (cost + (0.0 if (before + 1) % self.many == kind else LEFT_OUT), before)
            for before, cost in enumerate(costs)
        ]


def _sound(hit: Peak) -> Sound:
    """What it sounds like, however loud: each band over the mean of all."""
    return tuple(band - hit.height for band in hit.bands)


def _apart(one: Sound, other: Sound) -> float:
    return sum(abs(a - b) for a, b in zip(one, other, strict=True))


def _middle(sounds: Sequence[Sound]) -> Sound:
    return tuple(median(band) for band in zip(*sounds, strict=True))
