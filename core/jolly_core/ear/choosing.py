"""The second stage of the ear, second half: which of the peaks are hits. Standard library only.

Every recording has a cut of its own in how strong its peaks are. What is played has a tempo, and few peaks lie where
hits and other sounds part: of all cuts that is taken by which the intervals come most regularly, with the fewest peaks
close to it. Peaks are tried by their strength as it is, and by one that is taken down where a peak sounds like none of
the strongest: that leaves out footsteps and voices, where what is left is more regular without them. Where nothing
comes regularly the loud are tried, then each kind of sound by itself, and last chains in an even tempo.
"""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from math import exp, log, sqrt
from statistics import median

from jolly_core.ear.chains import brought_out, in_tempo
from jolly_core.ear.lessons import NO_LESSONS, Lessons
from jolly_core.ear.peak import Peak
from jolly_core.ear.ways import Way, above, after, as_they_are, of_each_kind, of_the_loud, taken_down, top_of, top_tenth

#: A peak so much weaker, in dB, than one so near, in hops, and less than this share as strong, is a part of its sound.
SHADOWS, SHADOW_STRENGTH = ((30, 7.0), (40, 14.0)), 0.6
#: A steady noise has peaks up to about this strength; where there is no noise, less will do.
LEAST_IN_NOISE, LEAST = 4.0, 3.0
#: Peaks of noise alone: so strong, and so many a second; hits in it are stronger by half.
NOISE_FROM, NOISE_TO, NOISE_A_SECOND, USUAL_IN_NOISE = 1.5, 3.5, 0.3, 5.0
#: The same of so few hits that they have no tempo.
FEW_IN_NOISE = 7.5
#: Where the cut is looked for, in shares of a usual hit's strength, and in how many steps.
CUT_FROM, CUT_TO, CUTS = 0.2, 0.75, 40
#: How much irregular intervals weigh against peaks close to the cut, and more hits against fewer.
IRREGULAR, CLOSE, MORE = 3.0, 0.5, 0.3
#: A hit is at least this share of the strongest tenth where there are too few for a tempo.
OF_FEW = 0.4
#: What speaks against strengths that are not taken as they are.
CHANGED = 0.05
#: How near is close, as a logarithm; what of a ratio of intervals counts at most; and what is said of too few hits.
NEAR, MOST_IRREGULAR, UNKNOWN, FEWEST = 0.12, 1.0, 0.3, 5
#: Where intervals differ by more than that, the loud are tried; by more than the second, what was taken is no play.
UNEVEN, NO_TEMPO = 0.15, 0.25
#: Of kinds of sound the louder ones are hits: what each dB speaks against a kind that is less loud than the loudest.
A_DB_LESS = 0.2
#: Two kinds that take turns come regularly at every second interval, three at every third.
LAGS = (1, 2, 3)
#: An interval so many times as long as a usual one is a break between rallies.
BREAK = 3.0
#: Peaks within so much of the cut, in shares of it, may be either.
DOUBTFUL = 0.15
#: The cut of a long recording is found by some stretches of it, of so many peaks.
MOST_LOOKED_AT, STRETCH = 4000, 500


@dataclass(frozen=True)
class Choice:
    """The peaks by how strong they are, and the cut above which they are hits."""

    peaks: tuple[Peak, ...]
    strengths: tuple[float, ...]
    cut: float

    @property
    def hits(self) -> tuple[Peak, ...]:
        return tuple(above(self.peaks, self.strengths, self.cut))

    @property
    def doubtful(self) -> tuple[Peak, ...]:
        """Those that lie so close to the cut that they may be either."""
        near = DOUBTFUL * self.cut
        each = zip(self.peaks, self.strengths, strict=True)
        return tuple(peak for peak, strength in each if abs(strength - self.cut) <= near)

    def at(self, sensitivity: float) -> Choice:
        """With a ``sensitivity`` above 1 weaker ones are taken in, below 1 fewer."""
        return replace(self, cut=self.cut / sensitivity)

    def sensitivity_for(self, many: int) -> float:
        """The sensitivity at which so many are hits, or as near to it as the peaks allow; 1 where there are none."""
        strongest = sorted(self.strengths, reverse=True)
        if not strongest or many == len(self.hits):
            return 1.0
        within = strongest[:many]
        beyond = strongest[many:]
        cut = within[-1] if within else beyond[0] * 1.01
        return self.cut / (sqrt(cut * beyond[0]) if within and beyond else cut)


def choose(peaks: Sequence[Peak], seconds: float, lessons: Lessons = NO_LESSONS, *, is_in_play: bool = False) -> Choice:
    """The hits of a recording of so many seconds, by what was learnt of the place before.

    ``is_in_play``: it goes on, and presses wait meanwhile: what takes longer is left for its end.
    """
    heard = without_shadows(peaks)
    strengths = lessons.weigh(heard, [peak.strength for peak in heard])
    if lessons.cut is not None:
        return Choice(tuple(heard), tuple(strengths), lessons.cut).at(lessons.sensitivity)
    is_noisy = sum(NOISE_FROM < strength < NOISE_TO for strength in strengths) > NOISE_A_SECOND * seconds
    least = LEAST_IN_NOISE if is_noisy else LEAST
    # Nothing is as strong as that: a hit can still be added by hand.
    none = Choice(tuple(heard), tuple(strengths), max([least, *(strength * 1.01 for strength in strengths)]))
    looked_at = _looked_at(len(heard))
    found = _find(
        [heard[place] for place in looked_at], [strengths[place] for place in looked_at], least, is_in_play=is_in_play
    )
    if found is None:
        return none
    by, cut = found.way(heard, strengths), found.cut
    if not is_in_play and found.irregular > NO_TEMPO and (chosen := in_tempo(heard, by)):
        by, cut = brought_out(heard, chosen, by)
    hits = above(heard, by, cut)
    usual = USUAL_IN_NOISE if len(hits) >= FEWEST else FEW_IN_NOISE
    if is_noisy and median(peak.strength for peak in hits) < usual:
        return none
    return Choice(tuple(heard), tuple(by), cut).at(lessons.sensitivity)


@dataclass(frozen=True)
class _Found:
    """A way to take strengths, the best cut by it, what speaks against that, and how irregular its hits are."""

    way: Way
    cut: float
    cost: float
    irregular: float


def _find(peaks: Sequence[Peak], strengths: Sequence[float], least: float, *, is_in_play: bool) -> _Found | None:
    """The way and the cut by which hits come most regularly; None where no peak is strong enough."""
    usual = [as_they_are, taken_down(peaks, strengths, least)]
    best = _best(peaks, strengths, usual, least)
    if best is None or best.irregular <= UNEVEN:
        return best
    loud = of_the_loud(peaks, strengths, least)
    best = min(best, _best(peaks, strengths, [loud], least) or best, key=lambda found: found.cost)
    if is_in_play or best.irregular <= NO_TEMPO:
        return best
    kinds = [*of_each_kind(peaks, strengths, least)]
    kinds += [after(loud, kind) for kind in of_each_kind(peaks, loud(peaks, strengths), least)]
    return _best(peaks, strengths, [*usual, loud, *kinds], least, a_db_less=A_DB_LESS)


def _best(
    peaks: Sequence[Peak], strengths: Sequence[float], ways: Sequence[Way], least: float, a_db_less: float = 0.0
) -> _Found | None:
    """The way of these, and its cut, that least speaks against; each dB less loud than the loudest counts so much."""
    strong = above(peaks, strengths, least)
    top_db = top_tenth([peak.loudness for peak in strong]) if strong else 0.0
    best: _Found | None = None
    for way in ways:
        by, hits = way(peaks, strengths), list[Peak]()
        in_order = sorted(by)
        places = [log(strength) for strength in in_order if strength > 0]
        irregular, less_loud, changed = None, 0.0, 0.0 if way is as_they_are else CHANGED
        for cut in _cuts(by, least):
            # From one cut to the next they are often the same.
            if len(hits) != len(by) - bisect_left(in_order, cut):
                hits = above(peaks, by, cut)
                irregular = irregularity(hits)
                less_loud = max(0.0, top_db - median(hit.loudness for hit in hits)) if hits and a_db_less else 0.0
            cost = _cost(len(hits), places, cut, irregular) + a_db_less * less_loud + changed
            if best is None or cost < best.cost:
                best = _Found(way, cut, cost, irregular or 0.0)
    return best


def _looked_at(many: int) -> Sequence[int]:
    """The peaks by which the cut is found: all, or of a long recording some stretches, evenly spread."""
    if many <= MOST_LOOKED_AT:
        return range(many)
    step = many // (MOST_LOOKED_AT // STRETCH)
    return [place for begin in range(0, many - STRETCH, step) for place in range(begin, begin + STRETCH)]


def without_shadows(peaks: Sequence[Peak]) -> list[Peak]:
    """Those that are not a part of a stronger one's sound."""
    furthest = max(hops for hops, _ in SHADOWS)

    def is_shadow(place: int) -> bool:
        peak = peaks[place]
        near = [*peaks[max(0, place - 3) : place], *peaks[place + 1 : place + 4]]
        return any(
            abs(other.hop - peak.hop) < hops
            and other.loudness - peak.loudness >= weaker_db
            and peak.strength < SHADOW_STRENGTH * other.strength
            for other in near
            if abs(other.hop - peak.hop) < furthest
            for hops, weaker_db in SHADOWS
        )

    return [peak for place, peak in enumerate(peaks) if not is_shadow(place)]


def irregularity(hits: Sequence[Peak]) -> float | None:
    """How much one interval differs from the next, or from the second or third after it, where kinds take turns.

    The mean ratio, as a logarithm that counts up to ``MOST_IRREGULAR``, of intervals within rallies; None where there
    are too few to tell.
    """
    if len(hits) < FEWEST:
        return None
    waits = [log(after.hop - before.hop) for before, after in pairwise(hits)]
    longest = median(waits) + log(BREAK)
    found = []
    for lag in LAGS:
        pairs = [(a, b) for a, b in zip(waits, waits[lag:], strict=False) if a <= longest and b <= longest]
        if len(pairs) > 1:
            found.append(sum(min(MOST_IRREGULAR, abs(b - a)) for a, b in pairs) / len(pairs))
    return min(found, default=None)


def _cuts(strengths: Sequence[float], least: float) -> Iterator[float]:
    """The cuts to try, below the strength of a usual hit: the median of those half as strong as the top."""
    top = top_of(strengths, least)
    if top is None:
        return
    usual = median(strength for strength in strengths if strength >= max(least, top / 2))
    low, high = log(max(least, CUT_FROM * usual)), log(max(least, CUT_TO * usual))
    fewest = sorted(strengths)[-FEWEST] if len(strengths) >= FEWEST else 0.0
    for step in range(CUTS):
        cut = exp(low + (high - low) * step / (CUTS - 1))
        if cut <= fewest or cut >= OF_FEW * top:
            yield cut


def _cost(hits: int, places: Sequence[float], cut: float, irregular: float | None) -> float:
    """What speaks against a cut above which so many are hits; ``places`` are the logarithms of strengths, in order."""
    place = log(cut)
    near = places[bisect_left(places, place - 4 * NEAR) : bisect_left(places, place + 4 * NEAR)]
    close = sum(exp(-0.5 * ((place - other) / NEAR) ** 2) for other in near)
    many = max(1, hits)
    return CLOSE * close / many + IRREGULAR * (UNKNOWN if irregular is None else irregular) - MORE * log(many)
