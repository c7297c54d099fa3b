"""Shapes to aim at, and the chance of hitting them. Errors are normal and alike in both directions, about the middle.

Lengths are in metres, ``sd_m`` is the standard deviation of the error in one direction, where the target stands.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import erf, exp, hypot, log, log1p, sqrt

from jolly_core.errors import CoreError, Problem

SMALLEST_M, LARGEST_M = 0.001, 100.0
#: Beyond so many standard deviations nothing lands.
CERTAIN_SDS = 8.0


@dataclass(frozen=True)
class Rectangle:
    """Hit inside both sides. ``log_miss`` is the logarithm of the chance to miss it, as for each of the shapes."""

    width_m: float
    height_m: float

    def chance(self, sd_m: float) -> float:
        return _within(self.width_m / 2, sd_m) * _within(self.height_m / 2, sd_m)

    def log_miss(self, sd_m: float) -> float:
        return _either(_log_beyond(self.width_m / 2, sd_m), _log_beyond(self.height_m / 2, sd_m))

    def scaled(self, by: float) -> Rectangle:
        return Rectangle(self.width_m * by, self.height_m * by)


@dataclass(frozen=True)
class Strip:
    """Only one direction counts: between two lines ``width_m`` apart."""

    width_m: float

    def chance(self, sd_m: float) -> float:
        return _within(self.width_m / 2, sd_m)

    def log_miss(self, sd_m: float) -> float:
        return _log_beyond(self.width_m / 2, sd_m)

    def scaled(self, by: float) -> Strip:
        return Strip(self.width_m * by)


@dataclass(frozen=True)
class Circle:
    """Hit inside the round, by the Rayleigh distribution of the distance from the middle."""

    radius_m: float

    def chance(self, sd_m: float) -> float:
        return 1 - exp(-((self.radius_m / sd_m) ** 2) / 2)

    def log_miss(self, sd_m: float) -> float:
        return -((self.radius_m / sd_m) ** 2) / 2

    def scaled(self, by: float) -> Circle:
        return Circle(self.radius_m * by)


@dataclass(frozen=True)
class Line:
    """A length of tape between two spots that lie ``across_m`` and ``up_m`` apart; hit within ``within_m`` of it."""

    across_m: float
    up_m: float
    within_m: float = 0.1

    def chance(self, sd_m: float) -> float:
        return _within(hypot(self.across_m, self.up_m) / 2, sd_m) * _within(self.within_m, sd_m)

    def log_miss(self, sd_m: float) -> float:
        return _either(_log_beyond(hypot(self.across_m, self.up_m) / 2, sd_m), _log_beyond(self.within_m, sd_m))

    def scaled(self, by: float) -> Line:
        return Line(self.across_m * by, self.up_m * by, self.within_m * by)


@dataclass(frozen=True)
class Row:
    """Round things ``size_m`` wide between two spots, ``apart_m`` between each two; the one that is aimed at is hit."""

    across_m: float
    up_m: float
    apart_m: float
    size_m: float

    def chance(self, sd_m: float) -> float:
        return Circle(self.size_m / 2).chance(sd_m)

    def log_miss(self, sd_m: float) -> float:
        return Circle(self.size_m / 2).log_miss(sd_m)

    def scaled(self, by: float) -> Row:
        return Row(self.across_m * by, self.up_m * by, self.apart_m * by, self.size_m * by)


Target = Rectangle | Strip | Circle | Line | Row
#: By the names they have in files and on the wire.
SHAPES: dict[str, type[Target]] = {
    "rectangle": Rectangle,
    "circle": Circle,
    "strip": Strip,
    "line": Line,
    "row": Row,
}
#: From one end of a line or row to the other: either may be nought, and points left or down where it is negative.
REACHES = ("across_m", "up_m")


def name_of_shape(target: Target) -> str:
    """The name a shape has in files and on the wire."""
    return next(name for name, kind in SHAPES.items() if type(target) is kind)


def turned_over(target: Target) -> Target:
    """The shape as a mirror shows it, left and right changed."""
    return replace(target, across_m=-target.across_m) if isinstance(target, (Line, Row)) else target


def _within(half_m: float, sd_m: float) -> float:
    return erf(half_m / (sd_m * sqrt(2)))


def _log_beyond(half_m: float, sd_m: float) -> float:
    """The logarithm of the chance of landing outside, however small."""
    from scipy.special import log_ndtr

    return float(log_ndtr(-half_m / sd_m)) + log(2)


def _either(one: float, other: float) -> float:
    """The logarithm of the chance that one of two things happens which do not depend on each other."""
    low, high = sorted((one, other))
    return high + log1p(exp(low - high) * (1 - exp(high))) if high < 0 else 0.0


def check_target(target: Target) -> None:
    """Raises ``CoreError`` (``out_of_range``) for a length that no tape lays."""
    problems = [problem for name, value in vars(target).items() if (problem := _check_length(name, value))]
    if not problems and isinstance(target, (Line, Row)) and hypot(target.across_m, target.up_m) < SMALLEST_M:
        message = "Its two ends are one spot; pull them apart."
        problems = [Problem("out_of_range", message, ("across_m",), target.across_m, [SMALLEST_M, LARGEST_M])]
    if problems:
        raise CoreError(problems)


def _check_length(name: str, value: object) -> Problem | None:
    low = -LARGEST_M if name in REACHES else 0.0 if name == "apart_m" else SMALLEST_M
    if isinstance(value, (int, float)) and low <= value <= LARGEST_M:
        return None
    what = name.removesuffix("_m")
    message = f"A target's {what} is {low:g} to {LARGEST_M:g} m; {value!r} is outside."
    return Problem("out_of_range", message, (name,), value, [low, LARGEST_M])


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

    A non-central chi-square with two degrees of freedom.

    >>> round(chance_off_centre(1, 1, 1), 9)
    0.267120196
    """
    from scipy.special import chndtr

    if abs(off_m - radius_m) > CERTAIN_SDS * sd_m:
        return float(off_m < radius_m)
    return float(chndtr((radius_m / sd_m) ** 2, 2, (off_m / sd_m) ** 2))
