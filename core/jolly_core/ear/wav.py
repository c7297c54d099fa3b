"""Reads the samples of recordings in WAV, a piece at a time: an hour of sound never stands in memory at once."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, BinaryIO

import numpy as np

from jolly_core.ear.wav_head import BYTES, THREE_BYTES, Head, read_head

Samples = np.ndarray[Any, np.dtype[np.float32]]


@dataclass(frozen=True)
class Recording:
    """A WAV file that is open at its first sample."""

    file: BinaryIO
    head: Head

    def pieces(self, seconds: float = 10.0) -> Iterator[Samples]:
        """The samples, in pieces of so many seconds: an array of (samples, channels) in -1 to 1 each."""
        frame = self.head.frame_bytes
        left = self.head.promised
        while left is None or left > 0:
            many = max(1, int(seconds * self.head.rate_hz))
            data = self.file.read(frame * (many if left is None else min(many, left)))
            whole = len(data) // frame
            if whole == 0:
                return
            left = None if left is None else left - whole
            yield self._samples(data[: whole * frame]).reshape(whole, self.head.channels)

    def _samples(self, data: bytes) -> Samples:
        if self.head.is_float:
            given = np.frombuffer(data, f"<f{self.head.bits // 8}").astype(np.float32)
            given[~np.isfinite(given)] = 0
            return given
        if self.head.bits == BYTES:  # the only one without a sign
            return (np.frombuffer(data, np.uint8).astype(np.float32) - np.float32(128)) / np.float32(128)
        if self.head.bits == THREE_BYTES:  # read as the upper three bytes of four
            wide = np.zeros((len(data) // 3, 4), np.uint8)
            wide[:, 1:] = np.frombuffer(data, np.uint8).reshape(-1, 3)
            return wide.view("<i4")[:, 0].astype(np.float32) / np.float32(2**31)
        bits = self.head.bits
        return np.frombuffer(data, f"<i{bits // 8}").astype(np.float32) / np.float32(2 ** (bits - 1))


def open_recording(file: BinaryIO) -> Recording:
    """Reads the head of a WAV file and stops at its first sample. Raises ``CoreError`` as ``read_head`` does."""
    return Recording(file, read_head(file))
