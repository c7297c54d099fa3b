"""Shapes to aim at, and the chance of hitting them. Errors are normal and alike in both directions, about the middle.

Lengths are in metres, ``sd_m`` is the standard deviation of the error in one direction, where the target stands.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import cos, erf, exp, pi, sin, sqrt

from jolly_core.errors import CoreError, Problem

SMALLEST_M, LARGEST_M = 0.001, 100.0
#: Strips that a circle off the middle is cut into.
STRIPS = 400


@dataclass(frozen=True)
class Rectangle:
    """Hit inside both sides."""

    width_m: float
    height_m: float

    def chance(self, sd_m: float) -> float:
        return _within(self.width_m / 2, sd_m) * _within(self.height_m / 2, sd_m)

    def scaled(self, by: float) -> Rectangle:
        return Rectangle(self.width_m * by, self.height_m * by)


@dataclass(frozen=True)
class Strip:
    """Only one direction counts: between two lines ``width_m`` apart."""

    width_m: float

    def chance(self, sd_m: float) -> float:
        return _within(self.width_m / 2, sd_m)

    def scaled(self, by: float) -> Strip:
        return Strip(self.width_m * by)


@dataclass(frozen=True)
class Circle:
    """Hit inside the round, by the Rayleigh distribution of the distance from the middle."""

    radius_m: float

    def chance(self, sd_m: float) -> float:
        return 1 - exp(-((self.radius_m / sd_m) ** 2) / 2)

    def scaled(self, by: float) -> Circle:
        return Circle(self.radius_m * by)


Target = Rectangle | Strip | Circle


def _within(half_m: float, sd_m: float) -> float:
    return erf(half_m / (sd_m * sqrt(2)))


def check_target(target: Target) -> None:
    """Raises ``CoreError`` (``out_of_range``) for a length that no tape lays."""
    problems = [
        Problem(
            "out_of_range",
            f"A target's {name.removesuffix('_m')} is {SMALLEST_M:g} to {LARGEST_M:g} m; {value!r} is outside.",
            (name,),
            value,
            [SMALLEST_M, LARGEST_M],
        )
        for name, value in vars(target).items()
        if not isinstance(value, (int, float)) or not SMALLEST_M <= value <= LARGEST_M
    ]
    if problems:
        raise CoreError(problems)


def chance_in_box(x_m: Sequence[float], y_m: Sequence[float], aim_m: Sequence[float], sd_m: Sequence[float]) -> float:
    """The chance of landing in a box given by its edges, aiming at a point, with a spread for each direction.

    >>> round(chance_in_box((-1, 1), (-1, 1), (0, 0), (1, 1)), 4)
    0.4661
    """
    chance = 1.0
    for (low, high), aim, sd in zip((x_m, y_m), aim_m, sd_m, strict=True):
        chance *= (erf((high - aim) / (sd * sqrt(2))) - erf((low - aim) / (sd * sqrt(2)))) / 2
    return chance


def chance_off_centre(radius_m: float, sd_m: float, off_m: float) -> float:
    """The chance of hitting a circle when what one hits on average lies ``off_m`` beside its middle.

    A non-central chi-square with two degrees of freedom, summed in strips (Simpson's rule over the angle at the middle,
    by which the rim is smooth).

    >>> round(chance_off_centre(1, 1, 1), 9)
    0.267120196
    """
    step = pi / STRIPS
    total = 0.0
    for strip in range(STRIPS + 1):
        angle = strip * step - pi / 2
        x_m, height_m = radius_m * sin(angle), radius_m * cos(angle)
        weight = 1 if strip in (0, STRIPS) else 4 if strip % 2 else 2
        total += weight * height_m * exp(-((x_m - off_m) ** 2) / (2 * sd_m**2)) * _within(height_m, sd_m)
    return total * step / 3 / (sd_m * sqrt(2 * pi))
