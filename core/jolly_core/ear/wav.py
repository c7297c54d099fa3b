"""Reads recordings in WAV, a piece at a time: an hour of sound never stands in memory at once.

Layout of the file: IBM and Microsoft, Multimedia Programming Interface and Data Specifications 1.0 (1991); sample
formats and the extensible header: Microsoft, Multiple Channel Audio Data and WAVE Files; longer than 4 GB: EBU Tech
3306 (RF64).
"""

from __future__ import annotations

import struct
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, BinaryIO

import numpy as np

from jolly_core.errors import CoreError

Samples = np.ndarray[Any, np.dtype[np.float32]]

PCM, FLOAT, EXTENSIBLE = 1, 3, 0xFFFE
LOWEST_RATE_HZ, HIGHEST_RATE_HZ = 8_000, 192_000
MOST_CHANNELS = 32
#: A chunk's length that stands for "not known": the file was written as it was recorded, or is longer than 4 GB.
UNKNOWN = 0xFFFFFFFF
#: Nobody has more chunks before the sound; who has, means harm.
MOST_CHUNKS = 1000
BYTES, THREE_BYTES = 8, 24
DEPTHS = {PCM: (BYTES, 16, THREE_BYTES, 32), FLOAT: (32, 64)}
#: Lengths of heads, in bytes: of the file, of a chunk, of its format, of that with its extension, of a long file's.
FILE_HEAD, CHUNK_HEAD, FORMAT, EXTENDED, LONG = 12, 8, 16, 26, 16


def refuse(code: str, message: str) -> CoreError:
    return CoreError.one(code, message, "recording")


@dataclass(frozen=True)
class Recording:
    """A WAV file that is open at its first sample."""

    file: BinaryIO
    rate_hz: int
    channels: int
    bits: int
    is_float: bool
    #: How many samples of each channel its head promises; less where the file was cut off.
    promised: int | None

    def pieces(self, seconds: float = 10.0) -> Iterator[Samples]:
        """The samples, in pieces of so many seconds: an array of (samples, channels) in -1 to 1 each."""
        frame = self.channels * self.bits // 8
        left = self.promised
        while left is None or left > 0:
            many = max(1, int(seconds * self.rate_hz))
            data = self.file.read(frame * (many if left is None else min(many, left)))
            whole = len(data) // frame
            if whole == 0:
                return
            left = None if left is None else left - whole
            yield self._samples(data[: whole * frame]).reshape(whole, self.channels)

    def _samples(self, data: bytes) -> Samples:
        if self.is_float:
            given = np.frombuffer(data, f"<f{self.bits // 8}").astype(np.float32)
            given[~np.isfinite(given)] = 0
            return given
        if self.bits == BYTES:  # the only one without a sign
            return (np.frombuffer(data, np.uint8).astype(np.float32) - np.float32(128)) / np.float32(128)
        if self.bits == THREE_BYTES:  # read as the upper three bytes of four
            wide = np.zeros((len(data) // 3, 4), np.uint8)
            wide[:, 1:] = np.frombuffer(data, np.uint8).reshape(-1, 3)
            return wide.view("<i4")[:, 0].astype(np.float32) / np.float32(2**31)
        return np.frombuffer(data, f"<i{self.bits // 8}").astype(np.float32) / np.float32(2 ** (self.bits - 1))


def open_recording(file: BinaryIO) -> Recording:
    """Reads the head of a WAV file and stops at its first sample.

    Raises:
        CoreError: ``not_a_recording``, ``recording_format`` or ``recording_damaged``, in words for people.
    """
    head = file.read(FILE_HEAD)
    if len(head) < FILE_HEAD or head[:4] not in (b"RIFF", b"RF64") or head[8:] != b"WAVE":
        raise refuse("not_a_recording", "This is no WAV file. Save the recording as WAV, and open that.")
    form: tuple[int, int, int, int] | None = None
    data_bytes = None
    for _ in range(MOST_CHUNKS):
        start = file.read(CHUNK_HEAD)
        if len(start) < CHUNK_HEAD:
            break
        name, length = start[:4], struct.unpack("<I", start[4:])[0]
        if name == b"data":
            if form is None:
                break
            return _opened(file, form, data_bytes if length == UNKNOWN else length or None)
        body = file.read(min(length + length % 2, 64))
        if name == b"fmt ":
            form = _format(body)
        elif name == b"ds64" and len(body) >= LONG:
            data_bytes = struct.unpack("<Q", body[8:16])[0]
        _skip(file, length + length % 2 - len(body))
    raise refuse("recording_damaged", "The file ends before any sound begins: it was cut off, or damaged.")


def _skip(file: BinaryIO, many: int) -> None:
    if many > 0:
        file.seek(many, 1)


def _format(body: bytes) -> tuple[int, int, int, int]:
    """Kind, channels, rate and bits."""
    if len(body) < FORMAT:
        raise refuse("recording_damaged", "The head of the file is too short: it was cut off, or damaged.")
    kind, channels, rate_hz, _, _, bits = struct.unpack("<HHIIHH", body[:16])
    if kind == EXTENSIBLE and len(body) >= EXTENDED:
        kind = struct.unpack("<H", body[24:26])[0]
    return kind, channels, rate_hz, bits


def _opened(file: BinaryIO, form: tuple[int, int, int, int], data_bytes: int | None) -> Recording:
    kind, channels, rate_hz, bits = form
    if bits not in DEPTHS.get(kind, ()):
        raise refuse(
            "recording_format",
            "The sound in this file is packed in a way that cannot be read here. Save it as plain WAV: whole numbers "
            "of 8, 16, 24 or 32 bits, or float.",
        )
    if not LOWEST_RATE_HZ <= rate_hz <= HIGHEST_RATE_HZ:
        raise refuse(
            "recording_format",
            f"The file has {rate_hz} samples a second; {LOWEST_RATE_HZ} to {HIGHEST_RATE_HZ} can be read.",
        )
    if not 1 <= channels <= MOST_CHANNELS:
        raise refuse("recording_format", f"The file has {channels} channels; 1 to {MOST_CHANNELS} can be read.")
    promised = None if data_bytes is None else data_bytes // (channels * bits // 8)
    return Recording(file, rate_hz, channels, bits, kind == FLOAT, promised)
