"""The chi-square distribution, for how well a model fits. Standard library only."""

from __future__ import annotations

from math import erfc, exp, pi, sqrt


def chi_square_above(value: float, degrees: int) -> float:
    """The chance that a chi-square with that many degrees of freedom exceeds ``value``.

    Closed form for whole degrees: Abramowitz and Stegun 1964, 26.4.4 and 26.4.5.

    >>> round(chi_square_above(3.841459, 1), 4), round(chi_square_above(5.991465, 2), 4)
    (0.05, 0.05)
    """
    half = value / 2
    if degrees % 2:
        chance, term = erfc(sqrt(half)), sqrt(value / (2 * pi)) * 2 * exp(-half)
        first = 3
    else:
        chance, term = exp(-half), exp(-half) * half
        first = 4
    for degree in range(first, degrees + 1, 2):
        chance += term
        term *= value / degree
    return chance
