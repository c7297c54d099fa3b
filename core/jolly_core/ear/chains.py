"""Hits that other sounds are as strong as: rallies as chains of peaks at an even tempo. Standard library only.

A chain gains by the strength of its peaks over what is usual in the recording, and loses where an interval differs
from the one before. The best chains are found together by dynamic programming, as beats are (Ellis 2007, Journal of New
Music Research 36, 51-60; from memory), with the difference that a rally may begin and end anywhere.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from math import exp, log
from statistics import median

from jolly_core.ear.peak import HOPS_A_SECOND, Peak

#: Intervals within a rally, in hops.
SHORTEST, LONGEST = 36, 3 * HOPS_A_SECOND
#: Peaks weaker than that are of no use; those that count towards what is usual are as strong as the second.
WEAKEST, COUNTED = 2.5, 1.5
#: What a peak gains for each doubling of its strength, in natural logarithms; and what a new rally loses.
GAIN, NEW_RALLY = 2.0, 1.0
#: What an interval loses that differs from the one before, for the square of the logarithm of their ratio; and how much
#: may differ at all.
UNEVEN, MOST_UNEVEN = 15.0, 0.45
#: Chains that gain less together may as well be chance.
LEAST_GAIN = 5.0
#: A usual deviation is so many median ones; a peak gains where it is so many of them over what is usual.
DEVIATIONS, OVER_USUAL = 1.4826, 0.5


def in_tempo(peaks: Sequence[Peak], strengths: Sequence[float]) -> list[Peak]:
    """The peaks that belong to rallies by their tempo; none where these gain too little to be more than chance."""
    counted = [log(strength) for strength in strengths if strength >= COUNTED]
    if not counted:
        return []
    usual = median(counted)
    usual += OVER_USUAL * DEVIATIONS * median(abs(strength - usual) for strength in counted)
    strong = [(peak, strength) for peak, strength in zip(peaks, strengths, strict=True) if strength >= WEAKEST]
    found = _Chains([peak.hop for peak, _ in strong], [GAIN * (log(strength) - usual) for _, strength in strong])
    return [strong[place][0] for place in found.places()] if found.gain >= LEAST_GAIN else []


@dataclass
class _Chains:
    """The best chains of peaks at ``hops``, each with its gain."""

    hops: list[int]
    gains: list[float]
    #: For a peak and the one before it in its chain, which place that chain came from; None where it begins there.
    _from: list[dict[int, int | None]] = field(default_factory=list)
    #: The most that can be gained by the peaks before each place, and the last two of a chain that ends there.
    _most: list[float] = field(default_factory=lambda: [0.0])
    _ends: list[tuple[int, int] | None] = field(default_factory=lambda: [None])

    def __post_init__(self) -> None:
        ending: list[dict[int, float]] = []
        for place, hop in enumerate(self.hops):
            ending.append({})
            self._from.append({})
            before = place - 1
            while before >= 0 and hop - self.hops[before] <= LONGEST:
                if hop - self.hops[before] >= SHORTEST:
                    ending[place][before] = self._extend(place, before, ending[before])
                before -= 1
            best = max(ending[place], key=ending[place].__getitem__, default=None)
            is_better = best is not None and ending[place][best] > self._most[place]
            self._ends.append((place, best) if best is not None and is_better else None)
            self._most.append(ending[place][best] if best is not None and is_better else self._most[place])

    @property
    def gain(self) -> float:
        return self._most[-1]

    def _extend(self, place: int, before: int, chains: dict[int, float]) -> float:
        """The most that a chain gains which ends with these two."""
        wait = self.hops[place] - self.hops[before]
        most, came_from = self._most[before] + self.gains[before] - NEW_RALLY, None
        for earlier, gain in chains.items():
            uneven = abs(log(wait / (self.hops[before] - self.hops[earlier])))
            if uneven <= MOST_UNEVEN and gain - UNEVEN * uneven**2 > most:
                most, came_from = gain - UNEVEN * uneven**2, earlier
        self._from[place][before] = came_from
        return most + self.gains[place]

    def places(self) -> list[int]:
        """The peaks of all chains, in order."""
        found, place = set(), len(self.hops)
        while place > 0:
            ends = self._ends[place]
            if ends is None:
                place -= 1
                continue
            last, before = ends
            found |= {last, before}
            while (earlier := self._from[last][before]) is not None:
                found.add(earlier)
                last, before = before, earlier
            place = before
        return sorted(found)


def brought_out(peaks: Sequence[Peak], chosen: Sequence[Peak], strengths: Sequence[float]) -> tuple[list[float], float]:
    """Strengths by which the chosen peaks stand above the others, and the cut between them."""
    hops = {peak.hop for peak in chosen}
    weakest = min(strength for peak, strength in zip(peaks, strengths, strict=True) if peak.hop in hops)
    others = [strength for peak, strength in zip(peaks, strengths, strict=True) if peak.hop not in hops]
    down = min(1.0, 0.8 * weakest / max([*others, exp(-9)]))
    return [
        strength if peak.hop in hops else strength * down for peak, strength in zip(peaks, strengths, strict=True)
    ], 0.9 * weakest
