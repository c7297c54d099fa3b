"""Tempo arithmetic. Tempi are in beats a minute (bpm). Standard library only."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from statistics import median

MINUTE_MS = 60_000


def stroke_ms(bpm: float, per_beat: int = 1) -> float:
    """The time between two strokes, ms.

    >>> stroke_ms(75, 2)
    400.0
    """
    return MINUTE_MS / (bpm * per_beat)


def strokes_a_minute(bpm: float, per_beat: int = 1) -> float:
    """Strokes of both hands together in a minute; each hand has half of them when they alternate."""
    return bpm * per_beat


def tempo_of_taps(gaps_ms: Sequence[float]) -> float:
    """The tempo of taps from the times between them: by their median, so that one tap left out changes nothing.

    >>> tempo_of_taps([500, 510, 490, 1000, 500])
    120.0
    """
    return MINUTE_MS / median(gaps_ms)


def tempo_steps(start: int, top: int, step: int) -> range:
    """The tempi of a ladder from ``start``, ``step`` apart, none above ``top``.

    >>> tuple(tempo_steps(80, 100, 5))
    (80, 85, 90, 95, 100)
    """
    return range(start, top + 1, step)


def seconds_of_beats(beats: int, tempi: Sequence[int]) -> float:
    """How long a number of beats at each of the tempi takes, in seconds."""
    return float(sum(Fraction(60 * beats, bpm) for bpm in tempi))


def two_up_one_back(start: int, up: int, back: int, moves: int) -> tuple[int, ...]:
    """The tempi of a ladder that goes up and a little back in turn, beginning with ``start``.

    >>> two_up_one_back(60, 6, 3, 3)
    (60, 66, 63, 69)
    """
    tempi = [start]
    for move in range(moves):
        tempi.append(tempi[-1] + (up if move % 2 == 0 else -back))
    return tuple(tempi)
