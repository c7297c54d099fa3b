"""The contract of a shape: what the aim, the tape list, the kit and the drawings ask of it."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, fields, replace
from enum import Enum
from typing import Any, ClassVar, Self

from jolly_core.errors import CoreError, Problem
from jolly_core.measures import METRIC
from jolly_core.shapes.chances import chance_in_box
from jolly_core.shapes.points import Edge, Point

SMALLEST_M, LARGEST_M = 0.001, 100.0
#: The extent of an unbounded shape: wider than any surface.
ENDLESS_M = 2e6


class LaidWith(Enum):
    """What a shape is laid with: tape along its edges, chalk round a string, or things set out."""

    TAPE = "tape"
    CHALK = "chalk"
    THINGS = "things"


@dataclass(frozen=True)
class Shape(ABC):
    """A shape with its lengths, all of them fields, in metres and named ``…_m``.

    ``sd_m`` is the standard deviation of a player's error in one direction, where the target stands.
    """

    #: Its name in files and on the wire.
    kind: ClassVar[str]
    laid_with: ClassVar[LaidWith] = LaidWith.TAPE
    #: Whether a ball can land within it, so that counts of balls tell where they go.
    has_inside: ClassVar[bool] = False
    #: Whether its inside is a box, for which the two directions can be told apart.
    is_box: ClassVar[bool] = False
    #: Whether it spans the whole width of its surface, so that its middle across has no meaning.
    runs_across: ClassVar[bool] = False
    #: Whether it may be made larger or smaller; what is made of things is as large as they are.
    can_be_scaled: ClassVar[bool] = True

    @abstractmethod
    def chance(self, sd_m: float) -> float:
        """The chance of hitting it, aiming at its middle."""

    @abstractmethod
    def log_miss(self, sd_m: float) -> float:
        """The logarithm of the chance of missing it, however small that is."""

    def chance_beside(self, right_m: float, above_m: float, sd_m: float) -> float:
        """The chance of landing inside, with its middle so far to the right of the aim and above it."""
        half_x, half_y = self.half(ENDLESS_M)
        x_m, y_m = (right_m - half_x, right_m + half_x), (above_m - half_y, above_m + half_y)
        return chance_in_box(x_m, y_m, (0, 0), (sd_m, sd_m))

    @abstractmethod
    def half(self, surface_width_m: float) -> Point:
        """How far it reaches from its middle to the side and up, on a surface so wide."""

    @abstractmethod
    def corners(self, at: Point, surface_width_m: float) -> list[Point]:
        """What is measured to lay it, with its middle there: corners going round, two ends, or the middle alone."""

    def taped(self, corners: Sequence[Point]) -> list[Edge]:
        """Which edges between its corners are taped."""
        return []

    def things(self, at: Point) -> list[Point]:
        """Where the things stand that it is made of, with its middle there."""
        return []

    @abstractmethod
    def words(self, units: str = METRIC) -> str:
        """How large it is, as a tape reads it."""

    def scaled(self, by: float) -> Self:
        """The shape with all its lengths multiplied by a factor."""
        return replace(self, **{name: value * by for name, value in self.lengths.items()})

    def turned_over(self) -> Self:
        """The shape as a mirror shows it, left and right changed."""
        return self

    def divide(self, columns: int, rows: int) -> list[tuple[Shape, Point]]:
        """Equal parts, row by row from the near or bottom left, each with its middle from the middle of the whole.

        Raises ``CoreError`` (``not_a_rectangle``) where it has none.
        """
        raise CoreError.one("not_a_rectangle", "Only a rectangle is divided; choose another target.", "shape")

    def least(self, length: str) -> float:
        """The least that one of its lengths may be, in metres."""
        return SMALLEST_M

    def check(self) -> None:
        """Raises ``CoreError`` (``out_of_range``) for lengths that no tape lays."""
        if problems := list(self.problems()):
            raise CoreError(problems)

    def problems(self) -> Iterator[Problem]:
        """What is wrong with each of its lengths."""
        for name, value in self.lengths.items():
            low = self.least(name)
            if not (isinstance(value, (int, float)) and low <= value <= LARGEST_M):
                what = name.removesuffix("_m")
                message = f"A target's {what} is {low:g} to {LARGEST_M:g} m; {value!r} is outside."
                yield Problem("out_of_range", message, (name,), value, [low, LARGEST_M])

    @property
    def lengths(self) -> dict[str, Any]:
        """Its lengths by their names, in metres."""
        return {each.name: getattr(self, each.name) for each in fields(self)}
