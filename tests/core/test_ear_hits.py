"""Hits are found in sounds that are made here, so that their times are known exactly.

The measure is that of onset detection: the F-measure with a window of 50 ms, each onset matched once (as in MIREX, and
by SciPy's bipartite matching here). The figures asked for are those of the specification of the ear.
"""

from __future__ import annotations

import io
import json
import subprocess
import sys
from pathlib import Path
from random import Random

import numpy as np
import pytest
from scipy.sparse import csr_matrix
from scipy.sparse.csgraph import maximum_bipartite_matching

from jolly_core.ear.__main__ import main
from jolly_core.ear.choosing import Choice, choose, irregularity, without_shadows
from jolly_core.ear.listening import listen
from jolly_core.ear.peak import Peak
from tests.core.recordings import written

WITHIN_S = 0.05
RATE_HZ = 44_100


def f_measure(found: list[float], truth: list[float]) -> float:
    if not found or not truth:
        return float(len(found) == len(truth))
    near = csr_matrix(np.abs(np.subtract.outer(found, truth)) <= WITHIN_S)
    matched = int((maximum_bipartite_matching(near) >= 0).sum())
    return 2 * matched / (len(found) + len(truth))


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

    def rallies(self, interval_s: float, *, spread_db: float = 3.0, hz: float = 900) -> Scene:
        """Rallies of a few hits, with the ball fetched between."""
        at_s = 0.7
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

    def heard(self, *, sensitivity: float = 1.0) -> Choice:
        return listen(io.BytesIO(recorded(self.samples, self.rate_hz)), sensitivity=sensitivity)

    def score(self) -> float:
        return f_measure([hit.seconds for hit in self.heard().hits], self.hits)


def recorded(samples: np.ndarray, rate_hz: int) -> bytes:
    """A file with 16 bits; what is louder than full scale is clipped."""
    return written((np.clip(samples, -1, 1) * (2**15 - 1)).astype(np.int16), rate_hz)


@pytest.mark.parametrize("interval_s", [0.2, 0.4, 0.8, 2.2])
@pytest.mark.parametrize("rate_hz", [8_000, 16_000, 44_100])
def test_every_hit_in_a_quiet_room_is_found_once(interval_s: float, rate_hz: int) -> None:
    scene = Scene(rate_hz=rate_hz).rallies(interval_s)
    assert scene.score() >= 0.998


@pytest.mark.parametrize(
    ("scene", "least"),
    [
        (Scene(2).rallies(0.8, spread_db=20), 0.998),
        (Scene(3).rallies(0.6).noise(35), 0.985),
        (Scene(4).rallies(0.6).noise(50).steps(), 0.97),
        (Scene(5).rallies(0.5).room(0.8), 0.995),
        (Scene(6).rallies(0.9).room(1.5), 0.995),
    ],
    ids=["soft and loud", "noise", "footsteps", "hall", "large hall"],
)
def test_hits_are_found_where_it_is_not_quiet(scene: Scene, least: float) -> None:
    assert scene.score() >= least


def test_nothing_is_found_where_nothing_is_hit() -> None:
    for scene in (Scene(7), Scene(8).noise(40), Scene(9).noise(10)):
        assert scene.heard().hits == ()
    silent = Scene(10)
    silent.samples[:] = 0
    assert silent.heard() == Choice((), 3.0, 0)
    assert listen(io.BytesIO(recorded(np.zeros(0), RATE_HZ))).hits == ()


def test_the_first_and_the_last_moment_count() -> None:
    scene = Scene(11, seconds=6)
    for at_s in (0.02, 1.0, 2.1, 2.9, 4.0, 5.95):
        scene.burst(at_s, -10, 900, 0.02)
        scene.hits.append(at_s)
    assert scene.score() == 1.0


def test_more_sensitive_ears_hear_no_less() -> None:
    scene = Scene(12).rallies(0.6, spread_db=12).noise(30)
    heard = [{hit.hop for hit in scene.heard(sensitivity=each).hits} for each in (0.5, 1.0, 2.0)]
    assert heard[0] < heard[1] <= heard[2]


def test_how_many_are_doubtful_is_said() -> None:
    assert Scene(13).rallies(0.5).heard().doubtful == 0
    assert Scene(14).rallies(0.5, spread_db=15).noise(22).heard().doubtful > 0


def peak(hop: int, strength: float = 20.0, loudness: float = -10.0) -> Peak:
    return Peak(hop, strength, strength, strength, loudness, (strength,) * 12)


def test_what_is_a_part_of_a_stronger_sound_is_no_hit() -> None:
    """Far weaker, and 7 dB less loud within 150 ms, or 14 dB within 200 ms: common practice, no source."""
    hit, near, later = peak(100), peak(125, 8, loudness=-18), peak(138, 8, loudness=-18)
    assert without_shadows([hit, near]) == [hit]
    assert without_shadows([hit, later]) == [hit, later]
    assert without_shadows([hit, peak(138, 8, loudness=-25)]) == [hit]
    assert len(without_shadows([hit, peak(125, loudness=-18)])) == 2  # as strong: it stands by itself


def test_a_steady_tempo_is_regular_and_so_are_two_sounds_that_take_turns() -> None:
    assert irregularity([peak(100 * each) for each in range(8)]) == 0
    turns = [peak(100 * each + (30 if each % 2 else 0)) for each in range(9)]
    assert irregularity(turns) == pytest.approx(0)
    assert irregularity([peak(hop) for hop in (0, 100, 130, 300, 340, 600)]) > 0.4


def test_too_few_hits_to_have_a_tempo_count_by_their_strength() -> None:
    assert [each.hop for each in choose([peak(200), peak(900)], 10).hits] == [200, 900]


def test_from_scripts_the_hits_come_as_json(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    scene, file = Scene(15, seconds=8).rallies(0.7), tmp_path / "wall.wav"
    file.write_bytes(recorded(scene.samples, RATE_HZ))
    assert main([str(file)]) == 0
    assert f_measure(json.loads(capsys.readouterr().out)["hits"], scene.hits) == 1.0
    assert main([str(file), "--mode", "racket"]) == 0
    assert 0 < len(json.loads(capsys.readouterr().out)["hits"]) < len(scene.hits)
    command = [sys.executable, "-m", "jolly_core.ear", file.name]
    from_there = subprocess.run(command, cwd=tmp_path, capture_output=True, check=True)
    assert f_measure(json.loads(from_there.stdout)["hits"], scene.hits) == 1.0
    file.write_bytes(b"no sound at all")
    assert main([str(file)]) == 1
    assert "wall.wav: " in capsys.readouterr().err
    assert main([str(tmp_path / "missing.wav")]) == 1
    assert "No such file" in capsys.readouterr().err
