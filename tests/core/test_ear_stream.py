"""Peaks as they come are those of the whole recording, and what a page measures is what the core measures."""

from __future__ import annotations

import json
import subprocess
from pathlib import Path
from random import Random

import numpy as np
import pytest

from jolly_core.device.ears import read_recording
from jolly_core.ear.bands import levels_of
from jolly_core.ear.edges import bands_within
from jolly_core.ear.peaks import peaks_of
from jolly_core.ear.stream import PeakStream
from jolly_core.ear.wav import open_recording
from tests.core.recordings import Scene, written

WEB = Path(__file__).resolve().parents[2] / "web"


@pytest.mark.parametrize(
    "scene",
    [
        Scene(21, seconds=25).rallies(0.4).noise(30),
        Scene(22, seconds=20).rallies(0.3).noise(45).steps(),
        Scene(23, seconds=8, rate_hz=8_000).rallies(0.6),
        Scene(24, seconds=0.7).rallies(0.2),
        Scene(25, seconds=4).noise(3),
    ],
    ids=["noise", "footsteps", "low rate", "shorter than a second", "nothing but noise"],
)
def test_hop_by_hop_the_peaks_are_those_of_the_whole(scene: Scene) -> None:
    levels, chance, stream = scene.levels(), Random(1), PeakStream()
    found, at = [], 0
    while at < len(levels):
        many = chance.choice((1, 3, 40, 900))
        found += stream.take(levels[at : at + many].tolist())
        at += many
    found += stream.end()
    whole = peaks_of(levels)
    assert [peak.hop for peak in found] == [peak.hop for peak in whole]
    for mine, theirs in zip(found, whole, strict=True):
        values = [(each.rise, each.height, each.drop, each.loudness, *each.bands) for each in (mine, theirs)]
        assert values[0] == pytest.approx(values[1], abs=0.001)


def test_a_peak_is_told_soon_and_never_taken_back() -> None:
    levels, stream, latest = Scene(26, seconds=12).rallies(0.5).levels(), PeakStream(), []
    for hop, row in enumerate(levels.tolist()):
        latest += [hop - peak.hop for peak in stream.take([row]) if peak.hop > 200]
    assert latest
    assert max(latest) * 5 <= 300


#: In dB: the page tells levels in hundredths, and computes in double precision where the core does in single.
TOLERANCE_DB = 0.02


@pytest.mark.parametrize(
    ("kind", "rate_hz", "channels"),
    [("u1", 8_000, 1), ("i2", 16_000, 2), ("i3", 44_100, 2), ("i4", 48_000, 1), ("f4", 44_100, 2), ("f8", 96_000, 1)],
)
def test_the_page_measures_what_the_core_measures(kind: str, rate_hz: int, channels: int, tmp_path: Path) -> None:
    scene = Scene(27, seconds=2.03, rate_hz=rate_hz).rallies(0.3)
    samples = np.stack([scene.samples * (1 - 0.4 * channel) for channel in range(channels)], axis=1)
    file = tmp_path / "wall.wav"
    file.write_bytes(packed(samples.clip(-1, 1), kind, rate_hz))
    head = read_recording(file.read_bytes()[:4096].decode("latin-1"))
    command = ["node", "tests/levels.mjs", str(file), json.dumps(head), "37"]
    told = np.frombuffer(subprocess.run(command, cwd=WEB, capture_output=True, check=True).stdout, "<u2")
    there = told[1:].reshape(-1, told[0]) / 100 - 120
    with file.open("rb") as opened:
        here = levels_of(rate_hz, open_recording(opened).pieces())[:, : bands_within(rate_hz)]
    assert there.shape == here.shape
    assert np.abs(there - here).max() <= TOLERANCE_DB


def packed(samples: np.ndarray, kind: str, rate_hz: int) -> bytes:
    """A file in this kind of numbers; 24 bits are cut out of one of 32, for SciPy writes none."""
    if kind.startswith("f"):
        return written(samples.astype(kind), rate_hz)
    if kind == "u1":
        return written((samples * 127 + 128).astype(np.uint8), rate_hz)
    bits = 32 if kind == "i3" else 8 * int(kind[1])
    whole = written((samples * (2 ** (bits - 1) - 1)).astype(f"i{bits // 8}"), rate_hz)
    if kind != "i3":
        return whole
    at = whole.index(b"data") + 8
    wide = np.frombuffer(whole[at:], np.uint8).reshape(-1, 4)[:, 1:].tobytes()
    frame = 3 * samples.shape[1]
    form = whole[20:22] + whole[22:24] + whole[24:28] + (rate_hz * frame).to_bytes(4, "little")
    form += frame.to_bytes(2, "little") + (24).to_bytes(2, "little")
    chunk = b"fmt " + (16).to_bytes(4, "little") + form + b"data" + len(wide).to_bytes(4, "little") + wide
    return b"RIFF" + (4 + len(chunk)).to_bytes(4, "little") + b"WAVE" + chunk
