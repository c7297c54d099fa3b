"""One recording as it is heard: its hits by the rules, and what the athlete strikes out, adds and sets."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from jolly_core.ear.choosing import Choice, choose
from jolly_core.ear.claps import Command, commands_in
from jolly_core.ear.kinds import LONGEST_GAP_MS, own_hits, usual_gap_s
from jolly_core.ear.lessons import NO_LESSONS, Lessons
from jolly_core.ear.peak import HOP_MS, HOPS_A_SECOND, Peak
from jolly_core.ear.stream import PeakStream, Row

#: Within so much of a sound a finger means that sound.
NEAR_MS = 120
#: While it goes on, the hits of so long back are looked at anew, and as often.
LOOK_BACK_HOPS, LOOK_ANEW_HOPS = 40 * HOPS_A_SECOND, 3 * HOPS_A_SECOND
#: Commands are looked for so far back.
COMMAND_HOPS = 8 * HOPS_A_SECOND


@dataclass(frozen=True)
class HandWork:
    """What the athlete says of a recording: sounds struck out and hits added, each by its time in ms; the slider; and
    whether one's own hits alone are wanted, of two kinds that take turns.
    """

    struck_ms: tuple[int, ...] = ()
    added_ms: tuple[int, ...] = ()
    sensitivity: float = 1.0
    is_own_only: bool = False


@dataclass(frozen=True)
class Heard:
    """A sound that is shown: a hit or not, whether it may be either, and what was said of it by hand."""

    at_ms: int
    is_hit: bool
    is_doubtful: bool
    is_added: bool = False
    is_struck: bool = False


class Hearing:
    """Takes levels as they come; tells the hits so far at any time, and the whole of it at the end."""

    def __init__(self, lessons: Lessons = NO_LESSONS, least_db: Row = ()) -> None:
        self.lessons = lessons
        self.peaks: list[Peak] = []
        self._stream = PeakStream(least_db)
        self._hops = 0
        self._whole: Choice | None = None
        #: The hits so far, the cut that new ones have to reach, and up to where they were looked at together.
        self._hits: list[Peak] = []
        self._cut = lessons.cut
        self._looked_at = 0
        #: The hops of peaks that were claps of a command: no hits.
        self.clapped: set[int] = set()

    @property
    def ms(self) -> int:
        """How long it is."""
        return self._hops * HOP_MS

    def take(self, rows: Sequence[Row]) -> None:
        """More of the recording."""
        self._hops += len(rows)
        self._add(self._stream.take(rows))

    def end(self) -> None:
        """The recording is over."""
        self._add(self._stream.end())
        self._stream = PeakStream()

    def restore(self, peaks: Sequence[Peak], ms: int, clapped: Iterable[int] = ()) -> None:
        """A recording that is over, by what was kept of it."""
        self.peaks, self._hops, self.clapped = list(peaks), ms // HOP_MS, set(clapped)

    def _add(self, found: Sequence[Peak]) -> None:
        if not found:
            return
        self._whole = None
        self.peaks += found
        if self._cut is not None:
            strengths = self.lessons.weigh(found, [peak.strength for peak in found])
            self._hits += [peak for peak, strength in zip(found, strengths, strict=True) if strength >= self._cut]

    def so_far(self) -> list[Peak]:
        """The hits so far, while it goes on. Those of the last seconds may be taken back as more is heard."""
        if self._hops - self._looked_at >= LOOK_ANEW_HOPS:
            self._looked_at = self._hops
            self._look_anew()
        return [hit for hit in self._hits if hit.hop not in self.clapped]

    def commands(self, hits: Sequence[Peak]) -> list[Command]:
        """Claps of the last seconds that are commands, where these hits are played."""
        begin = max(0, self._hops - COMMAND_HOPS)
        loud = [peak for peak in self._since(begin) if self._cut is not None and peak.strength >= self._cut]
        found = commands_in(loud, hits, begin, self._hops)
        self.clapped.update(peak.hop for command in found for peak in command.peaks)
        return found

    def _since(self, hop: int) -> list[Peak]:
        return self.peaks[bisect_left(self.peaks, hop, key=lambda peak: peak.hop) :]

    def _look_anew(self) -> None:
        begin = max(0, self._hops - LOOK_BACK_HOPS)
        choice = choose(self._since(begin), (self._hops - begin) / HOPS_A_SECOND, self.lessons, is_in_play=True)
        self._cut = choice.cut
        self._hits = [*(hit for hit in self._hits if hit.hop < begin), *choice.hits]

    def choice(self) -> Choice:
        """What the rules say of the whole."""
        if self._whole is None:
            self._whole = choose(self.peaks, self.ms / 1000, self.lessons)
        return self._whole

    def sounds(self, work: HandWork) -> list[Heard]:
        """All hits, and all else that may be one, in order of time."""
        choice = self.choice().at(work.sensitivity)
        played = [hit for hit in choice.hits if hit.hop not in self.clapped]
        hits = own_hits(played) if work.is_own_only else played
        heard, doubtful = ({peak.ms for peak in each} for each in (hits, choice.doubtful))
        struck, added = ({self.near_ms(at_ms) for at_ms in each} for each in (work.struck_ms, work.added_ms))
        return [
            Heard(
                at_ms,
                is_hit=at_ms in added or (at_ms in heard and at_ms not in struck),
                is_doubtful=at_ms in doubtful,
                is_added=at_ms in added,
                is_struck=at_ms in heard and at_ms in struck and at_ms not in added,
            )
            for at_ms in sorted(heard | doubtful | added)
        ]

    def hits_ms(self, work: HandWork) -> list[int]:
        """When the hits were."""
        return [heard.at_ms for heard in self.sounds(work) if heard.is_hit]

    def near_ms(self, at_ms: int) -> int:
        """The time of the sound that a finger at ``at_ms`` means: the nearest one, or that very moment."""
        peaks = self.choice().peaks
        nearest = min((peak.ms for peak in peaks), key=lambda each: abs(each - at_ms), default=None)
        if nearest is not None and abs(nearest - at_ms) <= NEAR_MS:
            return nearest
        return at_ms // HOP_MS * HOP_MS

    def gap_ms(self, hits_ms: Iterable[int]) -> int:
        """After how long without a hit a rally is over, by the usual interval of these."""
        return min(LONGEST_GAP_MS, round(1000 * usual_gap_s(self._peaks_at(hits_ms))))

    def _peaks_at(self, times_ms: Iterable[int]) -> list[Peak]:
        times = set(times_ms)
        return [peak for peak in self.peaks if peak.ms in times]

    def sensitivity_for(self, many: int) -> float:
        """Where the slider has to stand for so many hits."""
        return self.choice().sensitivity_for(many)

    def taught(self, work: HandWork) -> Lessons:
        """The lessons with what the athlete said of this recording."""
        return self.lessons.after(
            self._peaks_at(self.hits_ms(work)),
            self._peaks_at(map(self.near_ms, work.struck_ms)),
            self.lessons.sensitivity * work.sensitivity,
        )
