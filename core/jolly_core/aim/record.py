"""The record of a player's aim: makes out of tries at a target, or how many landed in each zone."""

from __future__ import annotations

from collections.abc import Hashable, Iterable, Sequence
from dataclasses import dataclass, replace
from math import log
from typing import Protocol, Self

from jolly_core.errors import CoreError
from jolly_core.shapes.shape import ENDLESS_M, Shape

#: Chances are kept this far from 0 and 1, so that one unlikely ball does not exclude a spread.
CERTAIN = 1e-9
LEAST_CHANCE = 1e-300


class Observation(Protocol):
    """What was played at one set-up; ``cells`` is how many free counts it has."""

    @property
    def attempts(self) -> int: ...

    @property
    def cells(self) -> int: ...

    @property
    def hits(self) -> int:
        """How many of the attempts hit something."""

    @property
    def set_up(self) -> Hashable:
        """What was played alike: evidence of one set-up is added up."""

    def plus(self, others: Sequence[Self]) -> Self:
        """All together, of one set-up."""

    def log_likelihood(self, spread: float) -> float:
        """How likely it is with that spread, in radians; as a logarithm, without what does not depend on it."""

    def best_log_likelihood(self) -> float:
        """The same under a model that fits every count."""


@dataclass(frozen=True)
class Tries:
    """Makes out of attempts at one target from one distance."""

    distance_m: float
    target: Shape
    makes: int
    attempts: int

    @property
    def cells(self) -> int:
        return 1

    @property
    def hits(self) -> int:
        return self.makes

    @property
    def set_up(self) -> Hashable:
        return ("tries", self.distance_m, self.target)

    def plus(self, others: Sequence[Tries]) -> Tries:
        makes = self.makes + sum(each.makes for each in others)
        return replace(self, makes=makes, attempts=self.attempts + sum(each.attempts for each in others))

    def log_likelihood(self, spread: float) -> float:
        sd_m, misses = spread * self.distance_m, self.attempts - self.makes
        # The chance of a miss is computed as a logarithm: where it is tiny, one miss still carries information.
        made = self.makes * log(max(LEAST_CHANCE, self.target.chance(sd_m))) if self.makes else 0.0
        return made + (misses * self.target.log_miss(sd_m) if misses else 0.0)

    def best_log_likelihood(self) -> float:
        return _saturated([self.makes, self.attempts - self.makes])


@dataclass(frozen=True)
class Beside:
    """A target, with its middle so far to the right of the point that was aimed at, and above it."""

    target: Shape
    right_m: float
    above_m: float

    def chance(self, sd_m: float) -> float:
        """The chance of landing in it."""
        return self.target.chance_beside(self.right_m, self.above_m, sd_m)

    @property
    def box(self) -> tuple[tuple[float, float], tuple[float, float]]:
        """Its ends across and its ends up from the point aimed at, in metres; of a circle, of the square around it."""
        half_x, half_y = self.target.half(ENDLESS_M)
        x, y = self.right_m, self.above_m
        return (x - half_x, x + half_x), (y - half_y, y + half_y)


@dataclass(frozen=True)
class Landed:
    """How many balls aimed at one point landed in each of some zones that do not overlap, and how many in none.

    Raises ``CoreError`` (``other_length``) where there are not as many counts as zones.
    """

    distance_m: float
    zones: tuple[Beside, ...]
    counts: tuple[int, ...]
    out: int

    def __post_init__(self) -> None:
        if len(self.counts) != len(self.zones):
            message = f"There are {len(self.zones)} zones; give as many counts, not {len(self.counts)}."
            raise CoreError.one("other_length", message, "counts", value=list(self.counts))

    @property
    def attempts(self) -> int:
        return sum(self.counts) + self.out

    @property
    def cells(self) -> int:
        return len(self.zones)

    @property
    def hits(self) -> int:
        return sum(self.counts)

    @property
    def set_up(self) -> Hashable:
        return ("landed", self.distance_m, self.zones)

    def plus(self, others: Sequence[Landed]) -> Landed:
        counts = tuple(map(sum, zip(self.counts, *(each.counts for each in others), strict=True)))
        return replace(self, counts=counts, out=self.out + sum(each.out for each in others))

    def log_likelihood(self, spread: float) -> float:
        chances = [_off_certainty(zone.chance(spread * self.distance_m)) for zone in self.zones]
        outside = _off_certainty(1 - sum(chances))
        return sum(
            count * log(chance)
            for count, chance in zip((*self.counts, self.out), (*chances, outside), strict=True)
            if count
        )

    def best_log_likelihood(self) -> float:
        return _saturated([*self.counts, self.out])


def merge(record: Iterable[Observation]) -> list[Observation]:
    """One entry for each set-up, so that ten years cost no more than what was varied in them."""
    alike: dict[Hashable, list[Observation]] = {}
    for each in record:
        alike.setdefault(each.set_up, []).append(each)
    whole = [first.plus(others) for first, *others in alike.values()]
    return [each for each in whole if each.attempts]


def _off_certainty(chance: float) -> float:
    return min(1 - CERTAIN, max(CERTAIN, chance))


def _saturated(counts: Sequence[int]) -> float:
    whole = sum(counts)
    return sum(count * log(count / whole) for count in counts if count)
