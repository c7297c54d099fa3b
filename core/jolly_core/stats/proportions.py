"""Intervals for a rate of makes. Standard library only: the court screen uses it."""

from __future__ import annotations

from math import sqrt
from statistics import NormalDist

from jolly_core.errors import CoreError


def wilson_interval(makes: int, attempts: int, confidence: float = 0.95) -> tuple[float, float]:
    """The score interval for the true rate after ``makes`` of ``attempts``; both ends in 0..1.

    Raises ``CoreError`` (``bad_counts``) without attempts or with more makes than attempts.
    Source: Wilson 1927, without continuity correction.

    >>> low, high = wilson_interval(8, 10)
    >>> round(low, 3), round(high, 3)
    (0.49, 0.943)
    """
    if attempts < 1 or not 0 <= makes <= attempts:
        raise CoreError.one(
            "bad_counts", f"A rate needs 0 <= makes <= attempts and an attempt; got {makes} of {attempts}.", "makes"
        )
    z = NormalDist().inv_cdf(0.5 + confidence / 2)
    rate = makes / attempts
    centre = rate + z * z / (2 * attempts)
    half_width = z * sqrt(rate * (1 - rate) / attempts + z * z / (4 * attempts * attempts))
    scale = 1 + z * z / attempts
    # No miss means that the upper end is 1 exactly (and no make 0); the square root leaves a trace of rounding.
    low = 0.0 if makes == 0 else (centre - half_width) / scale
    high = 1.0 if makes == attempts else (centre + half_width) / scale
    return low, high
