"""One gate for many looks: of what passes at most a promised share is luck. Standard library only.

Source: Benjamini and Hochberg 1995, "Controlling the false discovery rate", JRSS B 57. Where nothing at all is to be
found, anything passes at most as often as the promised share says.
"""

from __future__ import annotations

from collections.abc import Sequence


def adjusted(p_values: Sequence[float]) -> list[float]:
    """The least rate at which each of them would pass, in their order.

    >>> adjusted([0.01, 0.04, 0.03])
    [0.03, 0.04, 0.04]
    """
    many = len(p_values)
    values, least = [1.0] * many, 1.0
    for rank, place in reversed(list(enumerate(sorted(range(many), key=lambda place: p_values[place]), start=1))):
        least = min(least, p_values[place] * many / rank)
        values[place] = least
    return values


def passing(p_values: Sequence[float], rate: float) -> list[int]:
    """The places of those that pass at that rate.

    >>> passing([0.001, 0.3, 0.02], 0.05)
    [0, 2]
    """
    return [place for place, value in enumerate(adjusted(p_values)) if value <= rate]
