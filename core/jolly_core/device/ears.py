"""Recordings that a screen listens to, each by its id: levels in, hits out.

Levels come as text, a character a level, hop after hop: so many hundredths of a dB above ``LOWEST_DB``. That is what a
page can hand over fastest.
"""

from __future__ import annotations

import io
from collections.abc import Mapping, Sequence
from dataclasses import asdict
from typing import Any

from jolly_core.challenges.heard import Heard, presses_of
from jolly_core.ear.hearing import HandWork, Hearing
from jolly_core.ear.lessons import NO_LESSONS, calibrated, read_lessons
from jolly_core.ear.peak import LOWEST_DB, Peak
from jolly_core.ear.played import played_of
from jolly_core.ear.wav_head import read_head
from jolly_core.errors import CoreError
from jolly_core.record.standing import RunRules

CODES_A_DB = 100
#: What a page may ask of ears.
EAR_CALLS = ("open", "take", "end", "read", "presses", "match", "near", "teach", "calibrate", "close")


def read_recording(head: str) -> dict[str, Any]:
    """How the samples of a WAV file are packed and where they begin, by its first bytes, a character each."""
    file = io.BytesIO(head.encode("latin-1"))
    found = read_head(file)
    return {**asdict(found), "frame_bytes": found.frame_bytes, "starts_at": file.tell()}


class Ears:
    """Keeps the hearings that are open, by their ids.

    >>> ears = Ears()
    >>> ears.open("a")
    >>> quiet, knock = chr(4000) * 9, chr(9000) * 9
    >>> ears.take("a", (quiet * 100 + knock + quiet * 60) * 4, bands=9)["ms"]
    3220
    """

    def __init__(self) -> None:
        self._ears: dict[str, Hearing] = {}

    def open(self, ear: str, lessons: object = None, kept: Mapping[str, Any] | None = None) -> None:
        """Listen to something new, or go on with what was ``kept`` of a recording that is over."""
        hearing = Hearing(NO_LESSONS if lessons is None else read_lessons(lessons))
        if kept is not None:
            hearing.restore([_peak(each) for each in kept["peaks"]], kept["ms"])
        self._ears[ear] = hearing

    def take(self, ear: str, levels: str, bands: int) -> dict[str, Any]:
        """More of it. Says the hits so far, of which those of the last seconds may be taken back."""
        hearing = self._hearing(ear)
        heights = [ord(code) / CODES_A_DB + LOWEST_DB for code in levels]
        hearing.take([heights[at : at + bands] for at in range(0, len(heights), bands)])
        hits = hearing.so_far_ms()
        return {"ms": hearing.ms, "hits": len(hits), "last_ms": hits[-1] if hits else None}

    def end(self, ear: str) -> dict[str, Any]:
        """It is over. What is said of it by its peaks alone, to be kept."""
        hearing = self._hearing(ear)
        hearing.end()
        return {"ms": hearing.ms, "peaks": [_numbers(peak) for peak in hearing.peaks]}

    def read(self, ear: str, work: Mapping[str, Any], window_ms: int, gap_ms: int | None = None) -> dict[str, Any]:
        """All of it: the sounds that are hits or may be, and what they come to."""
        hearing, by_hand = self._hearing(ear), _work(work)
        sounds = hearing.sounds(by_hand)
        hits = [sound.at_ms for sound in sounds if sound.is_hit]
        gap_ms = hearing.gap_ms(by_hand) if gap_ms is None else gap_ms
        played = played_of(hits, gap_ms, window_ms)
        return {
            "ms": hearing.ms,
            "gap_ms": gap_ms,
            "sounds": [asdict(sound) for sound in sounds],
            "doubtful": sum(sound.is_doubtful for sound in sounds),
            **asdict(played),
            "per_minute": played.per_minute,
        }

    def presses(
        self, ear: str, work: Mapping[str, Any], rules: Mapping[str, Any], gap_ms: int, within_ms: Sequence[int]
    ) -> list[dict[str, Any]]:
        """The presses of a run that the hits stand for: of those from one moment of the recording to another."""
        from_ms, until_ms = within_ms
        hits = [at_ms - from_ms for at_ms in self._hearing(ear).hits_ms(_work(work)) if from_ms <= at_ms <= until_ms]
        game = RunRules.from_stored(rules).game
        presses = presses_of(game, Heard(tuple(hits), gap_ms), until_ms - from_ms)
        return [{"kind": press.kind, "at_ms": press.at_ms} for press in presses]

    def match(self, ear: str, many: int) -> float:
        """Where the slider has to stand for so many hits."""
        return self._hearing(ear).sensitivity_for(many)

    def near(self, ear: str, at_ms: int) -> int:
        """The time of the sound that a finger at ``at_ms`` means."""
        return self._hearing(ear).near_ms(at_ms)

    def teach(self, ear: str, work: Mapping[str, Any]) -> dict[str, Any]:
        """The lessons with what was said of this recording by hand."""
        return self._hearing(ear).taught(_work(work)).stored()

    def calibrate(self, ear: str, times: int) -> dict[str, Any]:
        """The lessons of hitting it so many times on purpose. Raises ``CoreError`` where that was hardly heard."""
        hearing = self._hearing(ear)
        return calibrated(hearing.peaks, times, hearing.lessons).stored()

    def close(self, ear: str) -> None:
        """Forget it."""
        self._ears.pop(ear, None)

    def _hearing(self, ear: str) -> Hearing:
        if hearing := self._ears.get(ear):
            return hearing
        raise CoreError.one("not_open", "This recording is not open here; open it first.", "ear", value=ear)


def _work(given: Mapping[str, Any]) -> HandWork:
    struck, added = (tuple(map(int, given.get(name, ()))) for name in ("struck_ms", "added_ms"))
    return HandWork(struck, added, float(given.get("sensitivity", 1.0)), bool(given.get("is_own_only", False)))


def _numbers(peak: Peak) -> list[float]:
    """A peak as it is kept; ``_peak`` reads it."""
    measured = (peak.rise, peak.height, peak.drop, peak.loudness, *peak.bands)
    return [peak.hop, *(round(value, 2) for value in measured)]


def _peak(numbers: Sequence[float]) -> Peak:
    hop, rise, height, drop, loudness, *bands = numbers
    return Peak(int(hop), rise, height, drop, loudness, tuple(bands))
