"""Natural process limits: between which ends single results fall while nothing changes. Standard library only.

The chart of individuals and moving ranges: NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.2. Rules for a shift:
ibid. 6.3.2 (Western Electric).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from statistics import fmean

#: The mean range of two normal values, in standard deviations, as tables print it: 2 / sqrt(pi).
D2 = 1.128
#: How many mean ranges a range of two reaches at most, as tables print it.
D4 = 3.267
#: So many results running on one side of the centre: one chance in 128 where nothing changes.
RUN_LENGTH = 8


@dataclass(frozen=True)
class ProcessLimits:
    """The centre of single results, how far they spread from one to the next, and the limits three spreads away."""

    centre: float
    mean_range: float
    sigma: float
    low: float
    high: float
    range_high: float

    def outside(self, values: Sequence[float]) -> list[int]:
        """The places of the results that lie beyond the limits."""
        return [place for place, value in enumerate(values) if not self.low <= value <= self.high]


def process_limits(values: Sequence[float]) -> ProcessLimits | None:
    """The limits of results in order of time; None for fewer than two.

    >>> round(process_limits([49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1]).high, 4)
    55.8041
    """
    if len(values) < 2:  # noqa: PLR2004 # a range takes two
        return None
    centre = fmean(values)
    mean_range = fmean(abs(after - before) for before, after in pairwise(values))
    sigma = mean_range / D2
    return ProcessLimits(centre, mean_range, sigma, centre - 3 * sigma, centre + 3 * sigma, D4 * mean_range)


def runs_on_one_side(values: Sequence[float], centre: float, least: int = RUN_LENGTH) -> list[tuple[int, int]]:
    """Where so many results running lie on one side of the centre: first and last place of each such run.

    A result on the centre ends a run.

    >>> runs_on_one_side([1, 5, 6, 7, 8, 2], 4, least=3)
    [(1, 4)]
    """
    found, begin, side = [], 0, 0
    for place, value in enumerate([*values, centre]):
        here = (value > centre) - (value < centre)
        if here == side and here:
            continue
        if side and place - begin >= least:
            found.append((begin, place - 1))
        begin, side = place, here
    return found
