"""Rallies found by their tempo, where other sounds are as strong as hits."""

from __future__ import annotations

from itertools import combinations, pairwise
from math import log
from random import Random

import pytest

from jolly_core.ear import chains
from jolly_core.ear.chains import brought_out, in_tempo
from jolly_core.ear.peak import Peak
from jolly_core.ear.ways import as_they_are, of_each_kind, of_the_loud


def peak(hop: int, strength: float, loudness: float = -20.0, bands: tuple[float, ...] = (20.0,) * 9) -> Peak:
    """One whose strength is that: rise, height and drop are all as large."""
    return Peak(hop, strength, strength, strength, loudness, bands)


def best_by_trying_all(hops: list[int], gains: list[float]) -> float:
    """The most that chains of these peaks gain, by trying every choice of peaks and every way to part it."""
    best = 0.0
    for size in range(2, len(hops) + 1):
        for chosen in combinations(range(len(hops)), size):
            for cuts in range(2 ** (size - 1)):
                parts: list[list[int]] = [[chosen[0]]]
                for place, each in enumerate(chosen[1:]):
                    if cuts >> place & 1:
                        parts.append([each])
                    else:
                        parts[-1].append(each)
                best = max(best, sum(gain_of(part, hops, gains) for part in parts))
    return best


def gain_of(chain: list[int], hops: list[int], gains: list[float]) -> float:
    if len(chain) < 2:
        return -1e9
    waits = [hops[after] - hops[before] for before, after in pairwise(chain)]
    if any(not chains.SHORTEST <= wait <= chains.LONGEST for wait in waits):
        return -1e9
    uneven = [abs(log(after / before)) for before, after in pairwise(waits)]
    if any(each > chains.MOST_UNEVEN for each in uneven):
        return -1e9
    return sum(gains[each] for each in chain) - chains.NEW_RALLY - chains.UNEVEN * sum(each**2 for each in uneven)


@pytest.mark.parametrize("seed", range(12))
def test_the_best_chains_are_those_found_by_trying_all(seed: int) -> None:
    rolled = Random(seed)
    hops = sorted(rolled.sample(range(0, 1500), 8))
    gains = [rolled.uniform(-1.5, 2.5) for _ in hops]
    found = chains._Chains(hops, gains)
    assert found.gain == pytest.approx(best_by_trying_all(hops, gains))
    # What it names is worth what it says.
    assert set(found.places()) <= set(range(len(hops)))


def test_rallies_are_found_among_stronger_sounds() -> None:
    hits = [*range(200, 2000, 160), *range(2100, 3800, 150), *range(3900, 5600, 155)]
    rolled = Random(3)
    others = [hop for hop in rolled.sample(range(0, 5600), 90) if all(abs(hop - hit) > 20 for hit in hits)]
    # Weaker than hits in general, and one in eight stronger than any: no cut parts them.
    peaks = [peak(hit, 6.0) for hit in hits]
    peaks += [peak(hop, 7.0 if place % 8 == 0 else rolled.uniform(1.6, 4.5)) for place, hop in enumerate(others)]
    peaks.sort(key=lambda each: each.hop)
    found = {each.hop for each in in_tempo(peaks, [each.strength for each in peaks])}
    assert len(found & set(hits)) >= 0.95 * len(hits)
    assert len(found - set(hits)) <= 2


def test_sounds_at_odd_times_make_no_rally() -> None:
    hops, hop = [], 0
    for place in range(20):
        hop += 60 if place % 2 else 590
        hops.append(hop)
    assert in_tempo([peak(hop, 6.0) for hop in hops], [6.0] * 20) == []
    assert in_tempo([], []) == []


def test_chosen_peaks_stand_above_all_others() -> None:
    peaks = [peak(hop, strength) for hop, strength in ((0, 5.0), (100, 9.0), (200, 4.0), (300, 2.0))]
    strengths, cut = brought_out(peaks, [peaks[0], peaks[2]], [each.strength for each in peaks])
    assert [strength >= cut for strength in strengths] == [True, False, True, False]


def test_less_loud_sounds_are_weaker_and_each_kind_is_tried() -> None:
    ring, knock = (40.0, 5.0, 5.0) * 3, (5.0, 5.0, 40.0) * 3
    peaks = [peak(100 * place, 8.0, -10.0, ring) for place in range(10)]
    peaks += [peak(2000 + 100 * place, 8.0, -30.0, knock) for place in range(10)]
    strengths = [each.strength for each in peaks]
    assert as_they_are(peaks, strengths) == strengths
    loud = of_the_loud(peaks, strengths, 4.0)(peaks, strengths)
    assert loud[:10] == strengths[:10]
    assert max(loud[10:]) < 1.0
    by_kind = [way(peaks, strengths) for way in of_each_kind(peaks, strengths, 4.0)]
    assert len(by_kind) == 2
    rings, knocks = by_kind
    assert min(rings[:10]) > 4 * max(rings[10:])
    assert min(knocks[10:]) > 4 * max(knocks[:10])
