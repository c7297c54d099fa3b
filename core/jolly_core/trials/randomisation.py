"""A randomisation test for two ways that were tried in permuted blocks of four.

Were the ways the same, every other order would have given each run the value it had: the difference that was seen is
held against those of all orders there could have been. No bell curve is assumed, and drift is no matter. Exact.
Source: Edgington and Onghena, Randomization Tests (4th edition, 2007), chapters 3 and 11; Fisher 1935.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import inf
from statistics import fmean
from typing import Any

from jolly_core.errors import CoreError
from jolly_core.trials.order import CHOICES, FOUR

#: Differences that are equal but for rounding count as equal.
ROUNDING = 1e-9
#: The ends of an interval are found to a thousandth of the spread of the values.
HALVINGS = 20


@dataclass(frozen=True)
class Blocks:
    """Values and ways (0 or 1) in the order they were played, four by four; two of each way in every block.

    Raises ``CoreError`` (``not_balanced``) for other numbers.
    """

    values: tuple[float, ...]
    ways: tuple[int, ...]

    def __post_init__(self) -> None:
        starts = range(0, len(self.ways), FOUR)
        is_balanced = all(sorted(self.ways[start : start + FOUR]) == [0, 0, 1, 1] for start in starts)
        if len(self.values) != len(self.ways) or not is_balanced:
            raise CoreError.one("not_balanced", "Give the runs four by four, two of each way in each four.", "ways")

    @property
    def difference(self) -> float:
        """The mean of the second way less that of the first."""
        if not self.values:
            return 0.0
        return fmean(self._of(1)) - fmean(self._of(0))

    @property
    def differences(self) -> list[float]:
        """The same in each block."""
        return [
            Blocks(self.values[start : start + FOUR], self.ways[start : start + FOUR]).difference
            for start in range(0, len(self.values), FOUR)
        ]

    def _of(self, way: int) -> list[float]:
        return [value for value, each in zip(self.values, self.ways, strict=True) if each == way]

    @property
    def orders(self) -> int:
        """How many orders there could have been."""
        orders: int = len(CHOICES) ** (len(self.values) // FOUR)
        return orders

    def p_value(self, shift: float = 0.0) -> float:
        """The share of all orders with a difference as far from ``shift`` as the one that was seen, or farther.

        ``shift`` is the difference that is held against it: 0 where the ways are said to be the same.

        >>> Blocks((5, 7, 5, 7), (0, 1, 0, 1)).p_value()
        0.3333333333333333
        """
        import numpy as np

        if not self.values:
            return 1.0
        values = np.array(self.values) - shift * np.array(self.ways)
        # A big number of orders is counted in two halves: each order of the one beside each of the other.
        blocks = [_sums(values[start : start + FOUR]) for start in range(0, len(values), FOUR)]
        one, other = _all_sums(blocks[::2]), np.sort(_all_sums(blocks[1::2]))
        seen = abs(float(np.sum(np.where(np.array(self.ways) == 1, values, -values)))) - ROUNDING
        far = len(other) - np.searchsorted(other, seen - one) + np.searchsorted(other, -seen - one, side="right")
        return float(np.minimum(far, len(other)).sum()) / self.orders

    def interval(self, confidence: float) -> tuple[float, float]:
        """The differences that the test does not reject at that confidence; endless where there are too few orders.

        >>> Blocks((5, 7, 5, 7), (0, 1, 0, 1)).interval(0.95)
        (-inf, inf)
        """
        level = 1 - confidence
        if not self.values or 2 / self.orders > level:
            return -inf, inf
        spread = max(self.values) - min(self.values) or 1.0
        return self._end(-spread, level), self._end(spread, level)

    def _end(self, step: float, level: float) -> float:
        """Where on one side of what was seen a difference begins to be rejected."""
        inside, outside = self.difference, self.difference + step
        while self.p_value(outside) > level:
            outside += step
        for _ in range(HALVINGS):
            middle = (inside + outside) / 2
            inside, outside = (middle, outside) if self.p_value(middle) > level else (inside, middle)
        return inside


def _sums(values: Any) -> Any:
    """For each order of four values, the sum of the second way less that of the first."""
    import numpy as np

    whole = values.sum()
    return np.array([whole - 2 * values[list(first)].sum() for first in CHOICES])


def _all_sums(blocks: Sequence[Any]) -> Any:
    """The sums of every choice of one from each block."""
    import numpy as np

    sums = np.zeros(1)
    for block in blocks:
        sums = (sums[:, None] + block[None, :]).ravel()
    return sums
