"""The head of a recording in WAV: how its samples are packed, and where they begin. Standard library only.

Layout of the file: IBM and Microsoft, Multimedia Programming Interface and Data Specifications 1.0 (1991); sample
formats and the extensible header: Microsoft, Multiple Channel Audio Data and WAVE Files; longer than 4 GB: EBU Tech
3306 (RF64).
"""

from __future__ import annotations

import struct
from dataclasses import dataclass
from typing import BinaryIO

from jolly_core.ear.edges import rounding_db
from jolly_core.errors import CoreError

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
class Head:
    """How the samples of a WAV file are packed."""

    rate_hz: int
    channels: int
    bits: int
    is_float: bool
    #: How many samples of each channel are promised; less where the file was cut off.
    promised: int | None

    @property
    def frame_bytes(self) -> int:
        """One sample of each channel."""
        return self.channels * self.bits // 8

    @property
    def least_db(self) -> tuple[float, ...]:
        """What the floor of each band is at least; empty where the samples are not whole numbers."""
        return () if self.is_float else rounding_db(self.rate_hz, self.bits)


def read_head(file: BinaryIO) -> Head:
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
            return _opened(form, data_bytes if length == UNKNOWN else length or None)
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


def _opened(form: tuple[int, int, int, int], data_bytes: int | None) -> Head:
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
    return Head(rate_hz, channels, bits, kind == FLOAT, promised)
