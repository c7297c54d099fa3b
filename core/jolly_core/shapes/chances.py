"""Chances of landing inside edges, where errors in the two directions are normal and independent.

Lengths are in metres; ``sd_m`` is the standard deviation of the error in one direction, where the target stands.
"""

from __future__ import annotations

from collections.abc import Sequence
from math import erf, exp, log, log1p, sqrt

#: Beyond this many standard deviations the chance of landing is taken as zero.
CERTAIN_SDS = 8.0


def chance_within(half_m: float, sd_m: float) -> float:
    """The chance of an error of at most ``half_m`` in one direction."""
    return erf(half_m / (sd_m * sqrt(2)))


def log_beyond(half_m: float, sd_m: float) -> float:
    """The logarithm of the chance of a larger error, however small that is."""
    from scipy.special import log_ndtr

    return float(log_ndtr(-half_m / sd_m)) + log(2)


def log_either(one: float, other: float) -> float:
    """The logarithm of the chance that at least one of two independent events happens.

    >>> from math import exp, log
    >>> round(exp(log_either(log(0.5), log(0.5))), 9)
    0.75
    """
    low, high = sorted((one, other))
    return high + log1p(exp(low - high) * (1 - exp(high))) if high < 0 else 0.0


def chance_in_box(x_m: Sequence[float], y_m: Sequence[float], aim_m: Sequence[float], sd_m: Sequence[float]) -> float:
    """The chance of landing in a box given by its edges, aiming at a point, with a spread for each direction.

    >>> round(chance_in_box((-1, 1), (-1, 1), (0, 0), (1, 1)), 4)
    0.4661
    """
    chance = 1.0
    for (low, high), aim, sd in zip((x_m, y_m), aim_m, sd_m, strict=True):
        chance *= (erf((high - aim) / (sd * sqrt(2))) - erf((low - aim) / (sd * sqrt(2)))) / 2
    return chance


def chance_in_round(radius_m: float, sd_m: float) -> float:
    """The chance of landing in a circle about the aim: the Rayleigh distribution of the distance from it."""
    return 1 - exp(-((radius_m / sd_m) ** 2) / 2)


def log_outside_round(radius_m: float, sd_m: float) -> float:
    """The logarithm of the chance of landing outside it."""
    return -((radius_m / sd_m) ** 2) / 2


def chance_off_centre(radius_m: float, sd_m: float, off_m: float) -> float:
    """The chance of hitting a circle when the mean point of impact is ``off_m`` from its middle.

    A non-central chi-square with two degrees of freedom.

    >>> round(chance_off_centre(1, 1, 1), 9)
    0.267120196
    """
    from scipy.special import chndtr

    if abs(off_m - radius_m) > CERTAIN_SDS * sd_m:
        return float(off_m < radius_m)
    return float(chndtr((radius_m / sd_m) ** 2, 2, (off_m / sd_m) ** 2))
