"""Recordings as SciPy writes them, for tests of the ear."""

from __future__ import annotations

import io

import numpy as np
from scipy.io import wavfile


def written(samples: np.ndarray, rate_hz: int = 48_000) -> bytes:
    """A WAV file of these samples, in the kind of numbers that they are."""
    file = io.BytesIO()
    wavfile.write(file, rate_hz, samples)
    return file.getvalue()
