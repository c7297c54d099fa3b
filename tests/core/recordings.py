"""Recordings for tests of the ear: practice that is drawn by lot, so that the times of its hits are known exactly."""

from __future__ import annotations

import io
from itertools import pairwise
from random import Random

import numpy as np
from scipy.io import wavfile

from jolly_core.ear.bands import levels_of
from jolly_core.ear.edges import bands_within

RATE_HZ = 44_100


def written(samples: np.ndarray, rate_hz: int = 48_000) -> bytes:
    """A WAV file of these samples, in the kind of numbers that they are."""
    file = io.BytesIO()
    wavfile.write(file, rate_hz, samples)
    return file.getvalue()


class Scene:
    """Forty seconds of practice, drawn by lot: the sound, and when each hit was."""

    def __init__(self, seed: int = 1, *, rate_hz: int = RATE_HZ, seconds: float = 40) -> None:
        self.chance, self.random = Random(seed), np.random.default_rng(seed)
        self.rate_hz, self.seconds = rate_hz, seconds
        self.samples = self.random.normal(0, 1e-4, int(seconds * rate_hz))
        self.hits: list[float] = []

    def burst(self, at_s: float, loud_db: float, hz: float, decay_s: float, *, dull_s: float = 0.0) -> None:
        """A knock: noise and a tone that die away; a dull one has less of what is high."""
        time_s = np.arange(int(8 * decay_s * self.rate_hz)) / self.rate_hz
        dull = max(1, int(dull_s * self.rate_hz))
        noise = np.convolve(self.random.normal(0, 0.7, len(time_s)), np.ones(dull) / dull, "same")
        tone = np.sin(2 * np.pi * hz * time_s) + noise
        knock = 10 ** (loud_db / 20) * tone * np.exp(-time_s / decay_s) * np.minimum(1, time_s / 0.001)
        first = int(at_s * self.rate_hz)
        knock = knock[: len(self.samples) - first]
        self.samples[first : first + len(knock)] += knock

    def rallies(self, interval_s: float, *, spread_db: float = 3.0, hz: float = 900, from_s: float = 0.7) -> Scene:
        """Rallies of a few hits, with the ball fetched between."""
        at_s = from_s
        while at_s < self.seconds - 1:
            for _ in range(self.chance.randint(3, 9)):
                if at_s < self.seconds - 0.5:
                    self.burst(at_s, -10 - self.chance.uniform(0, spread_db), hz, 0.02)
                    self.hits.append(at_s)
                at_s += interval_s * self.chance.uniform(0.94, 1.06)
            at_s += self.chance.uniform(1.6, 3)
        return self

    def noise(self, below_db: float) -> Scene:
        """Steady noise, so far below full scale."""
        self.samples += self.random.normal(0, 10 ** (-below_db / 20), len(self.samples))
        return self

    def steps(self) -> Scene:
        """Somebody walks about: duller than a hit, 14 dB below, at a pace of their own."""
        at_s = 0.2
        while at_s < self.seconds - 1:
            self.burst(at_s, -24, 160, 0.03, dull_s=0.001)
            at_s += self.chance.uniform(0.5, 0.75)
        return self

    def room(self, dies_in_s: float) -> Scene:
        """Walls that give the sound back: noise that falls by 60 dB in that time."""
        time_s = np.arange(int(dies_in_s * self.rate_hz)) / self.rate_hz
        tail = self.random.normal(0, 0.02, len(time_s)) * 10 ** (-3 * time_s / dies_in_s)
        tail[0] = 1
        size = len(self.samples) + len(tail)
        whole = np.fft.irfft(np.fft.rfft(self.samples, size) * np.fft.rfft(tail, size), size)
        self.samples = whole[: len(self.samples)]
        return self

    def file(self) -> bytes:
        """As a recording of 16 bits; what is louder than full scale is clipped."""
        return written((np.clip(self.samples, -1, 1) * (2**15 - 1)).astype(np.int16), self.rate_hz)

    def levels(self) -> np.ndarray:
        """What the first stage of the ear makes of it."""
        return levels_of(self.rate_hz, iter([self.samples.astype(np.float32)[:, None]]))[
            :, : bands_within(self.rate_hz)
        ]


def with_rings(seed: int) -> Scene:
    """Something rings out between rallies, as loud as the hits and far brighter."""
    scene = Scene(seed, seconds=30).rallies(0.7).noise(55)
    for before, after in pairwise(scene.hits):
        if after - before > 1.5 and before > 5:
            scene.burst(before + 0.7, -8, 5000, 0.02)
    return scene
