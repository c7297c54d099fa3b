"""The first stage of the ear: samples to levels. What a page's audio worklet does by the same definition.

Every 5 ms the power of a short window is measured in twelve bands from 180 Hz to 12 kHz:

- hop ``k`` is centred on the sample nearest to ``k`` times 5 ms; before the first sample and behind the last the
  recording is mirrored;
- the window is a Hann window of 5.5 ms (its length rounded to whole samples, each taken in the middle of its step),
  filled up with zeros to the first power of two that is no shorter and at least a 94th of the rate, and transformed;
- a band's power is that of the lines of the spectrum within it; a line that lies across an edge counts by its share;
- channels are added as powers, so that opposite phases do not cancel;
- a level is ten times the decimal logarithm of the power, relative to that of a full-scale sine, and at least
  ``LOWEST_DB``.

Bands above half the rate have no lines and stay at the lowest level: the second stage leaves them out.
"""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache
from itertools import pairwise
from typing import Any

import numpy as np
from scipy import fft

from jolly_core.ear.peak import HOPS_A_SECOND, LOWEST_DB

WINDOW_S = 0.0055
BANDS = 12
LOWEST_HZ, HIGHEST_HZ = 180.0, 12_000.0
#: So many hops are always measured together: then the last bit of a level does not hang on how sound comes in.
BATCH = 256
#: A line of the spectrum is at most so wide.
LINES_A_RATE = 94

Levels = np.ndarray[Any, np.dtype[np.float32]]
Places = np.ndarray[Any, np.dtype[np.int64]]


def edges_hz() -> list[float]:
    """The edges of the bands, evenly spaced by ratio.

    >>> [round(edge) for edge in edges_hz()]
    [180, 255, 362, 514, 730, 1036, 1470, 2086, 2959, 4200, 5959, 8456, 12000]
    """
    step = (HIGHEST_HZ / LOWEST_HZ) ** (1 / BANDS)
    return [LOWEST_HZ * step**number for number in range(BANDS + 1)]


def bands_within(rate_hz: int) -> int:
    """How many bands lie within what a rate can hold, the last one at least by half.

    >>> bands_within(48_000), bands_within(16_000), bands_within(8_000)
    (12, 11, 9)
    """
    edges = edges_hz()
    return sum((low + high) / 2 <= rate_hz / 2 for low, high in pairwise(edges))


@lru_cache(maxsize=8)
def _window(rate_hz: int) -> tuple[Levels, int, Levels]:
    """The window, the length of its transform, and the weights of its lines in the bands."""
    length = round(WINDOW_S * rate_hz)
    window = 0.5 - 0.5 * np.cos(2 * np.pi * (np.arange(length) + 0.5) / length)
    size = 1 << (max(length, -(-rate_hz // LINES_A_RATE)) - 1).bit_length()
    line_hz = rate_hz / size
    lines = np.arange(size // 2 + 1) * line_hz
    edges = edges_hz()
    weights = np.zeros((len(lines), BANDS))
    for band, (low, high) in enumerate(pairwise(edges)):
        share = np.minimum(high, lines + line_hz / 2) - np.maximum(low, lines - line_hz / 2)
        weights[:, band] = np.clip(share / line_hz, 0, 1)
    # By Parseval: of a full-scale sine, all lines together have the power 1.
    weights *= 4 / (size * (window**2).sum())
    return window.astype(np.float32), size, weights.astype(np.float32)


class Transducer:
    """Turns samples into levels as they come, in pieces of any length: the result is the same as in one piece."""

    def __init__(self, rate_hz: int) -> None:
        self.rate_hz = rate_hz
        self._window, self._size, self._weights = _window(rate_hz)
        self._kept: Levels = np.empty((0, 1), np.float32)
        #: The number of the sample that the kept ones begin with, and of the next hop.
        self._from = 0
        self._hop = 0
        self._is_mirrored = False

    def take(self, samples: Levels) -> Levels:
        """The levels of all hops whose windows are whole by now: an array of (hops, bands) in dB."""
        self._kept = np.concatenate([self._kept, samples]) if len(self._kept) else samples
        if not self._is_mirrored:
            if len(self._kept) <= len(self._window):
                return np.empty((0, BANDS), np.float32)
            self._mirror_start()
        return self._measure(self._from + len(self._kept) - self._behind)

    def end(self) -> Levels:
        """The levels of the last hops, beyond whose centres no whole window is left."""
        if len(self._kept) == 0:
            return np.empty((0, BANDS), np.float32)
        if not self._is_mirrored:
            self._mirror_start()
        until = self._from + len(self._kept)
        self._kept = np.concatenate([self._kept, _beyond(self._kept[::-1], len(self._window))])
        return self._measure(until, is_end=True)

    def _mirror_start(self) -> None:
        before = _beyond(self._kept, len(self._window))[::-1]
        self._kept, self._from = np.concatenate([before, self._kept]), -len(before)
        self._is_mirrored = True

    @property
    def _behind(self) -> int:
        """How many samples of a window come after its centre."""
        return len(self._window) - len(self._window) // 2

    def _hops_before(self, sample: int) -> int:
        """How many hops are centred before it."""
        return -((HOPS_A_SECOND // 2 - HOPS_A_SECOND * sample) // self.rate_hz)

    def _measure(self, until: int, *, is_end: bool = False) -> Levels:
        """The hops from the next one on that are centred before sample ``until``, in whole batches up to the end."""
        first, self._hop = self._hop, max(self._hop, self._hops_before(until))
        if not is_end:
            self._hop -= (self._hop - first) % BATCH
        starts = self._starts(np.arange(first, self._hop + 1))
        starts, next_start = starts[:-1], int(starts[-1])
        batches = [self._measure_batch(starts[at : at + BATCH]) for at in range(0, len(starts), BATCH)]
        gone = max(0, min(next_start, len(self._kept) - len(self._window)))
        self._kept, self._from = self._kept[gone:], self._from + gone
        return np.concatenate([np.empty((0, BANDS), np.float32), *batches])

    def _starts(self, hops: Places) -> Places:
        """Where their windows begin in what is kept."""
        centres = (2 * hops * self.rate_hz + HOPS_A_SECOND) // (2 * HOPS_A_SECOND)
        return centres - len(self._window) // 2 - self._from

    def _measure_batch(self, starts: Places) -> Levels:
        many = len(starts)
        frames = np.zeros((BATCH, len(self._window)), np.float32)
        power = np.zeros((BATCH, BANDS), np.float32)
        for channel in range(self._kept.shape[1]):
            views = np.lib.stride_tricks.sliding_window_view(self._kept[:, channel], len(self._window))
            frames[:many] = views[starts] * self._window
            spectrum = fft.rfft(frames, self._size)
            power += (spectrum.real**2 + spectrum.imag**2) @ self._weights
        return 10 * np.log10(np.maximum(power[:many], np.float32(10 ** (LOWEST_DB / 10))))


def _beyond(samples: Levels, many: int) -> Levels:
    """So many samples beyond the first, away from it: the mirrored ones, again and again where there are too few.

    The very first is not said twice.
    """
    if len(samples) == 1:
        return np.repeat(samples, many, axis=0)
    there_and_back = np.concatenate([samples[1:], samples[-2::-1]])
    return np.resize(there_and_back, (many, samples.shape[1]))


def levels_of(rate_hz: int, pieces: Iterator[Levels]) -> Levels:
    """All levels of a recording."""
    transducer = Transducer(rate_hz)
    levels = [transducer.take(piece) for piece in pieces]
    return np.concatenate([*levels, transducer.end()])
