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
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from typing import Any

import numpy as np

from jolly_core.ear.edges import BANDS, edges_hz
from jolly_core.ear.peak import HOPS_A_SECOND, LOWEST_DB

WINDOW_S = 0.0055
#: So many hops are always measured together: then the last bit of a level does not hang on how sound comes in.
BATCH = 256
#: A line of the spectrum is at most so wide.
LINES_A_RATE = 94

Levels = np.ndarray[Any, np.dtype[np.float32]]
Places = np.ndarray[Any, np.dtype[np.int64]]


@dataclass(frozen=True)
class _Transform:
    """Windows of ``length`` samples to the powers of the bands, by two products of matrices.

    The first holds the window and the cosines and sines of those lines alone that lie in a band: a few more than a
    hundred. For so few a product takes a third of the time of a fast Fourier transform.
    """

    length: int
    lines: Levels
    weights: Levels

    def __call__(self, frames: Levels) -> Levels:
        parts = frames @ self.lines
        power: Levels = np.multiply(parts, parts, out=parts) @ self.weights
        return power


@lru_cache(maxsize=8)
def _transform(rate_hz: int) -> _Transform:
    length = round(WINDOW_S * rate_hz)
    window = 0.5 - 0.5 * np.cos(2 * np.pi * (np.arange(length) + 0.5) / length)
    size = 1 << (max(length, -(-rate_hz // LINES_A_RATE)) - 1).bit_length()
    line_hz = rate_hz / size
    weights = np.zeros((size // 2 + 1, BANDS))
    middles_hz = np.arange(len(weights)) * line_hz
    for band, (low, high) in enumerate(pairwise(edges_hz())):
        share = np.minimum(high, middles_hz + line_hz / 2) - np.maximum(low, middles_hz - line_hz / 2)
        weights[:, band] = np.clip(share / line_hz, 0, 1)
    # By Parseval: of a full-scale sine, all lines together have the power 1.
    weights *= 4 / (size * (window**2).sum())
    used = np.flatnonzero(weights.any(axis=1))
    turns = 2 * np.pi * np.outer(np.arange(length), used) / size
    lines = window[:, np.newaxis] * np.hstack([np.cos(turns), np.sin(turns)])
    return _Transform(length, lines.astype(np.float32), np.vstack([weights[used]] * 2).astype(np.float32))


class Transducer:
    """Turns samples into levels as they come, in pieces of any length: the result is the same as in one piece."""

    def __init__(self, rate_hz: int) -> None:
        self.rate_hz = rate_hz
        self._transform = _transform(rate_hz)
        self._kept: Levels = np.empty((0, 1), np.float32)
        #: The number of the sample that the kept ones begin with, and of the next hop.
        self._from = 0
        self._hop = 0
        self._is_mirrored = False

    def take(self, samples: Levels) -> Levels:
        """The levels of all hops whose windows are whole by now: an array of (hops, bands) in dB."""
        self._kept = np.concatenate([self._kept, samples]) if len(self._kept) else samples
        if not self._is_mirrored:
            if len(self._kept) <= self._transform.length:
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
        self._kept = np.concatenate([self._kept, _beyond(self._kept[::-1], self._transform.length)])
        return self._measure(until, is_end=True)

    def _mirror_start(self) -> None:
        before = _beyond(self._kept, self._transform.length)[::-1]
        self._kept, self._from = np.concatenate([before, self._kept]), -len(before)
        self._is_mirrored = True

    @property
    def _behind(self) -> int:
        """How many samples of a window come after its centre."""
        return self._transform.length - self._transform.length // 2

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
        length = self._transform.length
        windows = [
            np.lib.stride_tricks.sliding_window_view(samples, length) if len(starts) else samples
            for samples in self._kept.T
        ]
        batches = [self._measure_batch(windows, starts[at : at + BATCH]) for at in range(0, len(starts), BATCH)]
        gone = max(0, min(next_start, len(self._kept) - self._transform.length))
        self._kept, self._from = self._kept[gone:], self._from + gone
        return np.concatenate([np.empty((0, BANDS), np.float32), *batches])

    def _starts(self, hops: Places) -> Places:
        """Where their windows begin in what is kept."""
        centres = (2 * hops * self.rate_hz + HOPS_A_SECOND) // (2 * HOPS_A_SECOND)
        return centres - self._transform.length // 2 - self._from

    def _measure_batch(self, windows: list[Levels], starts: Places) -> Levels:
        many = len(starts)
        frames = np.zeros((BATCH, self._transform.length), np.float32)
        power = np.zeros((BATCH, BANDS), np.float32)
        for channel in windows:
            frames[:many] = channel[starts]
            power += self._transform(frames)
        return 10 * np.log10(np.maximum(power[:many], np.float32(10 ** (LOWEST_DB / 10))))


def _beyond(samples: Levels, many: int) -> Levels:
    """So many samples beyond the first, away from it: the mirrored ones, again and again where there are too few.

    The very first is not said twice.
    """
    if len(samples) == 1:
        return np.repeat(samples, many, axis=0)
    if len(samples) > many:
        return samples[1 : many + 1]
    there_and_back = np.concatenate([samples[1:], samples[-2::-1]])
    return np.resize(there_and_back, (many, samples.shape[1]))


def levels_of(rate_hz: int, pieces: Iterator[Levels]) -> Levels:
    """All levels of a recording."""
    transducer = Transducer(rate_hz)
    levels = [transducer.take(piece) for piece in pieces]
    return np.concatenate([*levels, transducer.end()])
