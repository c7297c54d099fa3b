"""Recordings are read, and turned into levels, as reference libraries do it."""

from __future__ import annotations

import io
import struct
import wave

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import signal

from jolly_core.device.ears import read_recording
from jolly_core.ear.bands import BANDS, LOWEST_DB, Transducer, levels_of
from jolly_core.ear.edges import bands_within, edges_hz
from jolly_core.ear.wav import open_recording
from jolly_core.errors import CoreError
from tests.core.recordings import written

RATE_HZ = 48_000


def sound(seconds: float = 0.5, channels: int = 1, rate_hz: int = RATE_HZ) -> np.ndarray:
    """Noise that is never the same in two channels."""
    return np.random.default_rng(7).uniform(-0.9, 0.9, (int(seconds * rate_hz), channels)).astype(np.float32)


def read(data: bytes, seconds: float = 0.1) -> np.ndarray:
    return np.concatenate(list(open_recording(io.BytesIO(data)).pieces(seconds)))


@pytest.mark.parametrize(
    ("kind", "full"), [(np.uint8, 128), (np.int16, 2**15), (np.int32, 2**31), (np.float32, 1), (np.float64, 1)]
)
@pytest.mark.parametrize("channels", [1, 2, 5])
def test_reads_what_scipy_writes(kind: type, full: int, channels: int) -> None:
    samples = (sound(channels=channels) * full + (128 if kind is np.uint8 else 0)).astype(kind)
    read_back = (samples.astype(np.float64) - (128 if kind is np.uint8 else 0)) / full
    assert np.allclose(read(written(samples)), read_back, atol=1e-6)


def test_reads_24_bits_as_the_standard_library_writes_them() -> None:
    numbers = [0, 1, -1, 2**23 - 1, -(2**23), 123_456]
    file = io.BytesIO()
    with wave.open(file, "wb") as out:
        out.setnchannels(1)
        out.setsampwidth(3)
        out.setframerate(RATE_HZ)
        out.writeframes(b"".join(struct.pack("<i", each)[:3] for each in numbers))
    assert read(file.getvalue())[:, 0].tolist() == [each / 2**23 for each in numbers]


def test_reads_on_past_chunks_it_does_not_know_and_a_length_that_was_never_written() -> None:
    data = written(np.array([1, 2, 3], np.int16))
    head, sound_of_it = data[:36], data[44:]
    note = b"LIST" + struct.pack("<I", 3) + b"abc\0"  # odd lengths are filled up
    for length in (0, 0xFFFFFFFF):
        whole = head + note + b"data" + struct.pack("<I", length) + sound_of_it
        assert len(read(whole)) == 3


def test_a_file_that_was_cut_off_gives_what_is_there() -> None:
    data = written((sound() * 2**15).astype(np.int16))
    assert len(read(data[: len(data) // 2 + 1])) == pytest.approx(RATE_HZ / 4, abs=30)


@pytest.mark.parametrize(
    ("data", "code"),
    [
        (b"", "not_a_recording"),
        (b"ID3\x04 what plays elsewhere", "not_a_recording"),
        (b"RIFF\0\0\0\0WAVE", "recording_damaged"),
        (b"RIFF\0\0\0\0WAVEdata\x04\0\0\0abcd", "recording_damaged"),
        (b"RIFF\0\0\0\0WAVEfmt \x04\0\0\0abcd", "recording_damaged"),
        (b"RIFF\0\0\0\0WAVE" + b"junk\0\0\0\0" * 5000, "recording_damaged"),
        (written(sound()).replace(struct.pack("<I", RATE_HZ), struct.pack("<I", 4000), 1), "recording_format"),
        (written(np.zeros((4, 33), np.int16)), "recording_format"),
        (written(np.zeros(4, np.int16)).replace(b"\x01\x00\x01\x00", b"\x55\x00\x01\x00", 1), "recording_format"),
    ],
    ids=["empty", "other kind", "no sound", "no head", "short head", "chunks", "rate", "channels", "packed"],
)
def test_refuses_what_is_no_recording(data: bytes, code: str) -> None:
    with pytest.raises(CoreError) as refused:
        read(data)
    assert refused.value.code == code


@pytest.mark.parametrize("rate_hz", [8_000, 16_000, 44_100, 48_000])
def test_a_full_scale_sine_has_the_level_nought_in_its_band(rate_hz: int) -> None:
    edges = edges_hz()
    for band in range(3, bands_within(rate_hz) - 1):  # where a band is wider than a window can tell apart
        middle = (edges[band] * edges[band + 1]) ** 0.5
        sine = np.sin(2 * np.pi * middle * np.arange(rate_hz // 4) / rate_hz).astype(np.float32)[:, None]
        levels = levels_of(rate_hz, iter([sine]))[5:-5]
        assert levels.argmax(axis=1).tolist() == [band] * len(levels)
        # What the window smears goes to the bands beside.
        assert 10 * np.log10((10 ** (levels / 10)).sum(axis=1)) == pytest.approx(0, abs=0.3)


def test_levels_are_those_of_scipys_spectra() -> None:
    """`scipy.signal.ShortTimeFFT` with the same window and hop; its lines are shared out among the bands by hand."""
    samples = sound()[:, 0]
    window = np.sin(np.pi * (np.arange(264) + 0.5) / 264) ** 2
    spectra = signal.ShortTimeFFT(window, 240, RATE_HZ, mfft=512).spectrogram(samples, p0=2, p1=98)
    edges, line_hz = edges_hz(), RATE_HZ / 512
    for band in range(BANDS):
        power = sum(
            spectra[line]
            * max(0.0, min(1.0, (min(edges[band + 1], f + line_hz / 2) - max(edges[band], f - line_hz / 2)) / line_hz))
            for line, f in enumerate(np.arange(257) * line_hz)
        )
        levels = 10 * np.log10(power * 4 / (512 * (window**2).sum()))
        assert levels_of(RATE_HZ, iter([samples[:, None]]))[2:98, band] == pytest.approx(levels, abs=1e-2)


def test_opposite_phases_do_not_cancel_and_a_dead_channel_changes_nothing() -> None:
    one = sound()
    alone = levels_of(RATE_HZ, iter([one]))
    both = levels_of(RATE_HZ, iter([np.concatenate([one, -one], axis=1)]))
    assert np.allclose(both, alone + 10 * np.log10(2), atol=1e-3)
    assert np.allclose(levels_of(RATE_HZ, iter([np.concatenate([one, 0 * one], axis=1)])), alone, atol=1e-3)


@given(
    lengths=st.lists(st.integers(0, 3000), max_size=12),
    rate_hz=st.sampled_from([8_000, 11_025, 16_000, 44_100, 48_000]),
)
def test_pieces_of_any_length_give_the_same_levels(lengths: list[int], rate_hz: int) -> None:
    samples = sound(sum(lengths) / rate_hz, 2, rate_hz)[: sum(lengths)]
    whole = levels_of(rate_hz, iter([samples]))
    transducer, parts, at = Transducer(rate_hz), [], 0
    for length in lengths:
        parts.append(transducer.take(samples[at : at + length]))
        at += length
    parts.append(transducer.end())
    assert np.array_equal(np.concatenate(parts), whole)
    # A hop every 5 ms, from the first sample to the last.
    assert len(whole) == len([k for k in range(10_000) if (2 * k * rate_hz + 200) // 400 < len(samples)])
    assert whole.shape[1] == BANDS
    assert (whole >= LOWEST_DB - 1e-3).all()


@pytest.mark.parametrize(("bits", "kind"), [(8, np.uint8), (16, np.int16)])
def test_rounding_is_as_loud_as_it_is_measured(bits: int, kind: type) -> None:
    """Of a loud noise, rounded: what the rounding leaves, measured by the first stage itself, within 1 dB a band.

    The window lets a little of each band into the next, and nothing is told as quieter than -120 dB.
    """
    rate_hz = 16_000
    noise = np.random.default_rng(5).uniform(-0.9, 0.9, 20 * rate_hz)
    rounded = np.round(noise * 2 ** (bits - 1)) / 2 ** (bits - 1)
    levels = levels_of(rate_hz, iter([(rounded - noise).astype(np.float32)[:, None]]))[:, : bands_within(rate_hz)]
    measured = 10 * np.log10((10 ** (levels / 10)).mean(0))
    file = written(np.zeros(10, kind), rate_hz)
    assert measured == pytest.approx(read_recording(file.decode("latin-1"))["least_db"], abs=1)
