"""Wald's sequential test of a rate: it looks after every try, and stops as soon as enough is known.

Source: Wald 1947, Sequential Analysis, chapter 5; NIST/SEMATECH e-Handbook 6.2.6 has the same lines.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from math import ceil, log

UP, DOWN, OPEN = "up", "down", "open"
#: A test is cut off after so many times the tries it takes on average where it takes longest. Common practice.
CUT_OFF = 3


@dataclass(frozen=True)
class SequentialTest:
    """Tells a rate of ``high`` from one of ``low``.

    ``false_up`` is the chance to decide for the high rate where the low one is true, ``false_down`` the other way
    round; both hold for a test without a cut-off and are near it with one.

    >>> test = SequentialTest(0.6, 0.8)
    >>> test.decide(11, 11), test.decide(0, 4), test.decide(9, 15)
    ('up', 'down', 'open')
    """

    low: float
    high: float
    false_up: float = 0.05
    false_down: float = 0.1

    @cached_property
    def _scale(self) -> float:
        return log(self.high * (1 - self.low) / (self.low * (1 - self.high)))

    @cached_property
    def slope(self) -> float:
        """How many makes a try the lines rise by."""
        return log((1 - self.low) / (1 - self.high)) / self._scale

    @cached_property
    def below(self) -> float:
        """How far below the slope the line lies that decides for the low rate, in makes."""
        return log((1 - self.false_up) / self.false_down) / self._scale

    @cached_property
    def above(self) -> float:
        """How far above the slope the line lies that decides for the high rate, in makes."""
        return log((1 - self.false_down) / self.false_up) / self._scale

    @cached_property
    def most_tries(self) -> int:
        """After so many tries it is cut off, and decides by which rate is nearer."""
        return ceil(CUT_OFF * self.below * self.above / (self.slope * (1 - self.slope)))

    def decide(self, makes: float, tries: int) -> str:
        """What so many makes decide: up, down, or still open."""
        if makes >= self.above + self.slope * tries:
            return UP
        if makes <= self.slope * tries - self.below:
            return DOWN
        if tries >= self.most_tries:
            return UP if makes >= self.slope * tries else DOWN
        return OPEN

    def makes_in_a_row(self, makes: float, tries: int) -> int:
        """How many makes without a miss would decide for the high rate."""
        return max(0, ceil((self.above + self.slope * tries - makes) / (1 - self.slope) - 1e-9))
