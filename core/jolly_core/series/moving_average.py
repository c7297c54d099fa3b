"""The exponentially weighted moving average of results, and its limits. Standard library only.

Source: NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.4; the exact limits as in Montgomery, Introduction to
Statistical Quality Control, chapter on the EWMA chart.
"""

from __future__ import annotations

from collections.abc import Sequence
from math import sqrt

#: How much the latest result weighs. The handbook advises 0.2 to 0.3.
WEIGHT = 0.3


def moving_average(values: Sequence[float], start: float, weight: float = WEIGHT) -> list[float]:
    """The average after each result, from ``start`` on.

    >>> [round(each, 2) for each in moving_average([52.0, 47.0, 53.0], 50.0)]
    [50.6, 49.52, 50.56]
    """
    averages, last = [], start
    for value in values:
        last = weight * value + (1 - weight) * last
        averages.append(last)
    return averages


def half_width(sigma: float, after: int, weight: float = WEIGHT) -> float:
    """How far the average strays from the centre after so many results while nothing changes: three spreads of it."""
    return 3 * sigma * sqrt(weight / (2 - weight) * (1 - (1 - weight) ** (2 * after)))
