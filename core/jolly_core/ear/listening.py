"""A recording from its first byte to its hits."""

from __future__ import annotations

from typing import BinaryIO

from jolly_core.ear.bands import levels_of
from jolly_core.ear.choosing import Choice, choose
from jolly_core.ear.edges import bands_within
from jolly_core.ear.peak import HOPS_A_SECOND
from jolly_core.ear.peaks import peaks_of
from jolly_core.ear.wav import open_recording


def listen(file: BinaryIO) -> Choice:
    """The hits of a WAV file. Raises ``CoreError`` for what is no recording, or one that is damaged."""
    recording = open_recording(file)
    rate_hz = recording.head.rate_hz
    levels = levels_of(rate_hz, recording.pieces())[:, : bands_within(rate_hz)]
    return choose(peaks_of(levels, recording.head.least_db), len(levels) / HOPS_A_SECOND)
