"""Ways to take the strengths of peaks, so that hits stand out from other sounds. Standard library only.

- ``as_they_are``   nothing is changed
- ``taken_down``    what sounds like none of the strongest is weaker
- ``of_the_loud``   what is less loud than the loudest is weaker
- ``of_each_kind``  for each kind of sound that is heard, what sounds unlike it is weaker

A way is made from some peaks of a recording, and gives the strengths of all of them.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from math import exp

from jolly_core.ear.peak import Peak
from jolly_core.ear.sounds import Sounds

Strengths = Sequence[float]
Way = Callable[[Sequence[Peak], Strengths], list[float]]

#: Sounds this far apart, in dB a band, are alike; this much further, and a peak is half as strong.
ALIKE_DB, UNLIKE_DB = 2.0, 4.0
MODELS = 20
#: A peak may be so much less loud than the loudest tenth; each so many dB more take it down by a factor of e.
QUIETER_DB, QUIET_DB = 6.0, 4.0
#: Kinds of sound are so far apart, in dB a band; so many at most, each known by so many sounds.
KINDS_APART_DB, MOST_KINDS, OF_A_KIND = 2.5, 8, 8
#: They begin with one of so many of the loudest.
LOOKED_AT = 120
#: Fewer values than that have no tenth.
FEW = 5
#: Away from its kind, a peak is half as strong after so much.
UNKIND_DB = 2.0


def as_they_are(_peaks: Sequence[Peak], strengths: Strengths) -> list[float]:
    return list(strengths)


def taken_down(peaks: Sequence[Peak], strengths: Strengths, least: float) -> Way:
    """A way by which a peak that sounds like none of the strongest is weaker than it is."""
    top = top_of(strengths, least)
    if top is None:
        return as_they_are
    models = above(peaks, strengths, top / 2)
    models = models[:: max(1, len(models) // MODELS)]
    return _alike(Sounds([model.bands for model in models]), UNLIKE_DB, least)


def of_the_loud(peaks: Sequence[Peak], strengths: Strengths, least: float) -> Way:
    """A way by which a peak that is less loud than the loudest is weaker than it is."""
    strong = above(peaks, strengths, least)
    if not strong:
        return as_they_are
    enough = top_tenth([peak.loudness for peak in strong]) - QUIETER_DB

    def way(peaks: Sequence[Peak], strengths: Strengths) -> list[float]:
        return [
            strength * min(1.0, exp((peak.loudness - enough) / QUIET_DB)) if strength >= least else strength
            for peak, strength in zip(peaks, strengths, strict=True)
        ]

    return way


def of_each_kind(peaks: Sequence[Peak], strengths: Strengths, least: float) -> Iterator[Way]:
    """Ways by which a peak that sounds unlike one kind of the sounds is weaker than it is; the loudest kind first."""
    strong = above(peaks, strengths, least)
    firsts: list[Sounds] = []
    for peak in sorted(strong, key=lambda peak: -peak.loudness)[:LOOKED_AT]:
        if any(first.apart_from(peak.bands) < KINDS_APART_DB for first in firsts):
            continue
        first = Sounds([peak.bands])
        firsts.append(first)
        nearest = sorted(strong, key=lambda other: first.apart_from(other.bands))[:OF_A_KIND]
        yield _alike(Sounds([other.bands for other in nearest]), UNKIND_DB, least)
        if len(firsts) == MOST_KINDS:
            return


def after(first: Way, second: Way) -> Way:
    """One way upon what another one gives."""
    return lambda peaks, strengths: second(peaks, first(peaks, strengths))


def _alike(sounds: Sounds, half_db: float, least: float) -> Way:
    def way(peaks: Sequence[Peak], strengths: Strengths) -> list[float]:
        return [
            strength / (1 + max(0.0, sounds.apart_from(peak.bands) - ALIKE_DB) / half_db)
            if strength >= least
            else strength
            for peak, strength in zip(peaks, strengths, strict=True)
        ]

    return way


def above(peaks: Sequence[Peak], strengths: Strengths, cut: float) -> list[Peak]:
    return [peak for peak, strength in zip(peaks, strengths, strict=True) if strength >= cut]


def top_of(strengths: Strengths, least: float) -> float | None:
    """What the strongest tenth of those that count at all begins with; None where nothing does."""
    strong = [strength for strength in strengths if strength >= least]
    return top_tenth(strong) if strong else None


def top_tenth(values: Sequence[float]) -> float:
    """What the highest tenth of some values begins with; of a few values, the highest."""
    return sorted(values)[int(0.9 * (len(values) - 1)) if len(values) >= FEW else -1]
