"""What corrections have taught of a place: kept as numbers, no sound. Standard library only."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from math import sqrt
from statistics import median
from typing import Any

from jolly_core.ear.peak import Peak
from jolly_core.ear.sounds import Sounds
from jolly_core.errors import CoreError, Problem

#: So many sounds of each kind are kept, the latest; and a calibration takes so many hits at least.
MOST_SOUNDS, FEWEST_TO_CALIBRATE = 12, 3
MOST_BANDS, HIGHEST_BAND_DB = 12, 60.0
LEAST_SENSITIVITY, MOST_SENSITIVITY = 0.4, 2.5
HIGHEST_CUT = 100.0
#: Hits vary: what is this much weaker than a usual one of those that were played on purpose still counts.
WEAKER = 0.55
#: What is by more than this, in dB a band, nearer to what was struck out than to a hit was most likely no hit either.
CLEARLY_DB = 1.0

Sound = tuple[float, ...]


@dataclass(frozen=True)
class Lessons:
    """What hits sound like at a place, and what was struck out there; ``cut`` is that of a calibration, if made.

    >>> knock = Peak(0, 20.0, 20.0, 20.0, -20.0, (30.0, 20.0, 0.0))
    >>> step = Peak(200, 20.0, 20.0, 20.0, -20.0, (0.0, 10.0, 40.0))
    >>> [round(each, 1) for each in Lessons(1.0, (knock.bands,), (step.bands,)).weigh([knock, step], [20.0, 20.0])]
    [20.0, 0.0]
    """

    sensitivity: float = 1.0
    hits: tuple[Sound, ...] = ()
    others: tuple[Sound, ...] = ()
    cut: float | None = None

    def weigh(self, peaks: Sequence[Peak], strengths: Sequence[float]) -> list[float]:
        """Strengths by which a peak that sounds more like what was struck out than like a hit is weaker than it is."""
        hits, others = (
            Sounds([sound for sound in sounds if _fits(sound, peaks)]) for sounds in (self.hits, self.others)
        )
        if not others or not hits:
            return list(strengths)
        weighed = []
        for peak, strength in zip(peaks, strengths, strict=True):
            nearer = hits.apart_from(peak.bands) - others.apart_from(peak.bands)
            weighed.append(strength / (1 + max(0.0, nearer - CLEARLY_DB)) ** 2)
        return weighed

    def after(self, hits: Iterable[Peak], struck: Iterable[Peak], sensitivity: float) -> Lessons:
        """With what one more recording has taught: the hits it had, what was struck out, where the slider was left."""
        return replace(
            self,
            sensitivity=min(MOST_SENSITIVITY, max(LEAST_SENSITIVITY, sensitivity)),
            hits=_latest(self.hits, _spread(list(hits))),
            others=_latest(self.others, _spread(list(struck))),
        )

    def stored(self) -> dict[str, Any]:
        """As plain numbers."""
        return {
            "sensitivity": round(self.sensitivity, 3),
            "hits": [[round(band, 1) for band in sound] for sound in self.hits],
            "others": [[round(band, 1) for band in sound] for sound in self.others],
            "cut": None if self.cut is None else round(self.cut, 2),
        }


NO_LESSONS = Lessons()


def calibrated(peaks: Sequence[Peak], times: int, lessons: Lessons = NO_LESSONS) -> Lessons:
    """The lessons of hitting it so many times on purpose: the strongest peaks are those hits.

    Raises ``CoreError`` (``too_few_hits``) where fewer are heard than say anything.
    """
    strongest = sorted(peaks, key=lambda peak: -peak.strength)[:times]
    # Where fewer were played than asked for, the others are far weaker.
    usual = median(peak.strength for peak in strongest) if strongest else 0.0
    played = [peak for peak in strongest if peak.strength >= WEAKER * usual]
    if len(played) < FEWEST_TO_CALIBRATE:
        message = "Hardly a hit was heard. Come closer to the microphone, or hit it harder, and try again."
        raise CoreError.one("too_few_hits", message, "recording", value=len(played))
    weakest = min(peak.strength for peak in played)
    left = [peak.strength for peak in peaks if peak.strength < weakest]
    cut = max(WEAKER * usual, sqrt(weakest * max(left))) if left else WEAKER * usual
    return replace(lessons, hits=_latest((), _spread(played)), cut=min(cut, weakest))


def read_lessons(given: object) -> Lessons:
    """The lessons in plain numbers. Raises ``CoreError`` for what is none."""
    if not isinstance(given, Mapping):
        raise CoreError.one("bad_lessons", "Lessons of the ear are numbers under names.", "ear")
    sensitivity, cut = given.get("sensitivity", 1.0), given.get("cut")
    sounds = {name: given.get(name, []) for name in ("hits", "others")}
    allowed = f"up to {MOST_SOUNDS} sounds of up to {MOST_BANDS} bands, 0 to {HIGHEST_BAND_DB:.0f} dB each"
    problems = [_bad(name, allowed) for name in sounds if not _are_sounds(sounds[name])]
    if not _is_number(sensitivity, LEAST_SENSITIVITY, MOST_SENSITIVITY):
        problems.append(_bad("sensitivity", f"{LEAST_SENSITIVITY} to {MOST_SENSITIVITY}"))
    if cut is not None and not _is_number(cut, 0.0, HIGHEST_CUT):
        problems.append(_bad("cut", f"0 to {HIGHEST_CUT:.0f}, or nothing"))
    if problems:
        raise CoreError(problems)
    hits, others = (tuple(tuple(map(float, sound)) for sound in sounds[name]) for name in ("hits", "others"))
    return Lessons(float(sensitivity), hits, others, None if cut is None else float(cut))


def _bad(name: str, allowed: str) -> Problem:
    return Problem("bad_lessons", f"{name} must be {allowed}.", (name,))


def _is_number(given: object, least: float, most: float) -> bool:
    return isinstance(given, int | float) and not isinstance(given, bool) and least <= given <= most


def _are_sounds(given: object) -> bool:
    return (
        isinstance(given, Sequence)
        and len(given) <= MOST_SOUNDS
        and all(
            isinstance(sound, Sequence)
            and 1 <= len(sound) <= MOST_BANDS
            and all(_is_number(band, 0.0, HIGHEST_BAND_DB) for band in sound)
            for sound in given
        )
    )


def _fits(sound: Sound, peaks: Sequence[Peak]) -> bool:
    """Whether a recording has the bands of a sound: one of a lower rate has fewer."""
    return bool(peaks) and len(sound) == len(peaks[0].bands)


def _spread(peaks: Sequence[Peak]) -> list[Sound]:
    """The sounds of some of them, evenly over the recording."""
    step = max(1, len(peaks) // (MOST_SOUNDS // 2))
    return [peak.bands for peak in peaks[::step]][: MOST_SOUNDS // 2]


def _latest(known: tuple[Sound, ...], more: Sequence[Sound]) -> tuple[Sound, ...]:
    return (*known, *more)[-MOST_SOUNDS:]
