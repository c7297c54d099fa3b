"""Recordings that a screen listens to, each by its id: levels in, hits out.

Levels come as text, a character a level, hop after hop: so many hundredths of a dB above ``LOWEST_DB``. That is what a
page can hand over fastest.
"""

from __future__ import annotations

import io
from collections.abc import Mapping, Sequence
from dataclasses import asdict
from typing import Any

from jolly_core.challenges.events import FINISH, Event
from jolly_core.challenges.heard import Heard, presses_of
from jolly_core.device.counter import Counter
from jolly_core.ear.claps import without_commands
from jolly_core.ear.edges import MICROPHONE_BITS, rounding_db
from jolly_core.ear.hearing import HandWork, Hearing
from jolly_core.ear.kinds import rallies_of, usual_gap_s
from jolly_core.ear.lessons import NO_LESSONS, calibrated, read_lessons
from jolly_core.ear.peak import LOWEST_DB, Peak
from jolly_core.ear.played import played_of
from jolly_core.ear.wav_head import read_head
from jolly_core.errors import CoreError
from jolly_core.record.standing import RunRules

CODES_A_DB = 100
#: So many of the latest hits are told while it goes on.
MOST_LATEST = 12
#: By then a hit has been told of.
LATEST_TOLD_MS = 300
#: By then a clap has been told from a hit: three of them, and the quiet after.
COMMAND_TOLD_MS = 1900
#: Of the first few hits nobody knows the tempo yet: only after so long a rally is over.
FEWEST_FOR_A_GAP, FIRST_GAP_MS = 4, 3000
#: What the floor of each band is at least, where nothing is said of it.
MICROPHONE_DB = rounding_db(48_000, MICROPHONE_BITS)
#: What a page may ask of ears.
EAR_CALLS = ("open", "take", "end", "read", "presses", "match", "near", "teach", "calibrate", "close")


def read_recording(head: str) -> dict[str, Any]:
    """How the samples of a WAV file are packed and where they begin, by its first bytes, a character each."""
    file = io.BytesIO(head.encode("latin-1"))
    found = read_head(file)
    least_db = list(found.least_db)
    return {**asdict(found), "frame_bytes": found.frame_bytes, "least_db": least_db, "starts_at": file.tell()}


class Ears:
    """Keeps the hearings that are open, by their ids.

    >>> ears = Ears(Counter())
    >>> ears.open("a")
    >>> quiet, knock = chr(4000) * 9, chr(9000) * 9
    >>> ears.take("a", (quiet * 100 + knock + quiet * 60) * 4, bands=9)["ms"]
    3220
    """

    def __init__(self, counter: Counter) -> None:
        self._counter = counter
        self._ears: dict[str, Hearing] = {}

    def open(
        self,
        ear: str,
        lessons: object = None,
        kept: Mapping[str, Any] | None = None,
        least_db: Sequence[float] = MICROPHONE_DB,
    ) -> None:
        """Listen to something new, or go on with what was ``kept`` of a recording that is over.

        ``least_db`` is what the floor of each band is at least, as the head of a file says.
        """
        hearing = Hearing(NO_LESSONS if lessons is None else read_lessons(lessons), least_db)
        if kept is not None:
            hearing.restore([_peak(each) for each in kept["peaks"]], kept["ms"], kept["clapped"])
        self._ears[ear] = hearing

    def take(
        self, ear: str, levels: str, bands: int, run: str | None = None, *, since_ms: int = 0, claps: bool = False
    ) -> dict[str, Any]:
        """More of it. Says how it stands: the hits since then, of which those of the last seconds may be taken back.

        ``latest_ms`` are the last of them; ``is_broken`` says that the rally is over, where ``run`` has one in hand.
        With ``claps``, ``commands`` are those of the last seconds; a hit is told of once it cannot be one of them.
        """
        hearing = self._hearing(ear)
        heights = [ord(code) / CODES_A_DB + LOWEST_DB for code in levels]
        hearing.take([heights[at : at + bands] for at in range(0, len(heights), bands)])
        hits = [hit for hit in hearing.so_far() if hit.ms >= since_ms]
        commands = hearing.commands(hits) if claps else []
        hits = without_commands(hits, commands)
        if claps:
            hits = [hit for hit in hits if hit.ms < hearing.ms - COMMAND_TOLD_MS]
        gap_ms = round(1000 * usual_gap_s(hits))
        if len(hits) < FEWEST_FOR_A_GAP:
            gap_ms = max(gap_ms, FIRST_GAP_MS)
        latest_ms = [hit.ms for hit in hits[-MOST_LATEST:]]
        told_ms = COMMAND_TOLD_MS if claps else LATEST_TOLD_MS
        is_silent = bool(latest_ms) and hearing.ms - latest_ms[-1] > gap_ms + told_ms
        return {
            "ms": hearing.ms,
            "hits": len(hits),
            "latest_ms": latest_ms,
            "rally": 0 if is_silent else len(rallies_of(hits, gap_ms / 1000)[-1]) if hits else 0,
            "is_broken": is_silent and (run is None or self._counter.has_in_hand(run)),
            "commands": [{"claps": command.claps, "at_ms": command.peaks[0].ms} for command in commands],
        }

    def end(self, ear: str) -> dict[str, Any]:
        """It is over. What is said of it by its peaks alone, to be kept."""
        hearing = self._hearing(ear)
        hearing.end()
        peaks = [_numbers(peak) for peak in hearing.peaks]
        return {"ms": hearing.ms, "peaks": peaks, "clapped": sorted(hearing.clapped)}

    def read(self, ear: str, work: Mapping[str, Any], window_ms: int, gap_ms: int | None = None) -> dict[str, Any]:
        """All of it: the sounds that are hits or may be, and what they come to."""
        hearing = self._hearing(ear)
        sounds = hearing.sounds(_work(work))
        hits = [sound.at_ms for sound in sounds if sound.is_hit]
        gap_ms = hearing.gap_ms(hits) if gap_ms is None else gap_ms
        played = played_of(hits, gap_ms, window_ms)
        return {
            "ms": hearing.ms,
            "gap_ms": gap_ms,
            "sounds": [asdict(sound) for sound in sounds],
            "doubtful": sum(sound.is_doubtful for sound in sounds),
            **asdict(played),
            "per_minute": played.per_minute,
        }

    def presses(self, ear: str, work: Mapping[str, Any], rules: Mapping[str, Any], gap_ms: int) -> dict[str, Any]:
        """The presses of a run that the hits stand for, and the stretch of the recording that it is, in ms.

        Of a game that lasts a given time it is the best stretch of that length; of others all, from the first hit on.
        """
        hearing, game = self._hearing(ear), RunRules.from_stored(rules).game
        hits = hearing.hits_ms(_work(work))
        lasts_ms = game.lasts_ms
        best = played_of(hits, gap_ms, hearing.ms if lasts_ms is None else lasts_ms).best
        if best is None:
            raise CoreError.one("no_hits", "There is no hit in this recording.", "recording")
        from_ms = best.from_ms
        until_ms = hearing.ms if lasts_ms is None else from_ms + lasts_ms
        heard = Heard(tuple(at_ms - from_ms for at_ms in hits if from_ms <= at_ms <= until_ms), gap_ms)
        presses = presses_of(game, heard, until_ms - from_ms)
        # A contact on the very last millisecond counts, so time is up one later.
        presses.append(Event(FINISH, until_ms - from_ms + 1, len(presses) + 1))
        return {
            "from_ms": from_ms,
            "until_ms": until_ms,
            "presses": [{"kind": press.kind, "at_ms": press.at_ms} for press in presses],
        }

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
