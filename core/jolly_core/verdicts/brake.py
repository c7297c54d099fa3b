"""What speaks for stepping back or for rest, whatever the conditions of the threshold say."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date
from typing import ClassVar

from jolly_core.body.limits import Limit
from jolly_core.body.traits import Traits
from jolly_core.load.dose import DoseLeft
from jolly_core.sides import NONE, Pair
from jolly_core.thresholds.condition import RunResult
from jolly_core.thresholds.threshold import Threshold
from jolly_core.verdicts.kept_check import Kept
from jolly_core.verdicts.reason import Reason


@dataclass(frozen=True)
class RungPlace:
    """Where the rung stands on its ladder, and on which sides it is climbed: enough to word a verdict.

    ``sides`` are those of the ladder in the order they are played. ``is_ladder_held``: the top rung is held already, so
    there is nowhere further to climb.
    """

    number: int
    rungs: int
    pair: Pair = field(default_factory=Pair)
    sides: tuple[str, ...] = (NONE,)
    is_ladder_held: bool = False

    @property
    def is_lowest(self) -> bool:
        return self.number == 1

    @property
    def is_top(self) -> bool:
        return self.number == self.rungs

    @property
    def back(self) -> int:
        """The rung that one steps back to."""
        return self.number if self.is_ladder_held else max(1, self.number - 1)

    def lead(self, side: str) -> str:
        """How a sentence about a side begins; empty without sides."""
        words = self.pair.words(side)
        return f"{words}: " if words else ""


@dataclass(frozen=True)
class Circumstances:
    """What is known of the athlete beside the runs on the rung: the day, its dose, the body, and the load.

    ``cautions`` are those of the load, in sentences. ``traits`` are what the ladder asks of the body.
    """

    day: date | None = None
    dose: DoseLeft = field(default_factory=lambda: DoseLeft(None))
    limits: tuple[Limit, ...] = ()
    cautions: tuple[str, ...] = ()
    traits: Traits = field(default_factory=Traits)
    #: Actions of those in its traits that its game does without where a limit asks for that.
    spares: frozenset[str] = frozenset()
    #: How the rung that is held is kept; None without one.
    kept: Kept | None = None
    stops_at_breakthrough: bool = False


@dataclass(frozen=True)
class Case:
    """What a brake looks at: the runs of each side that is judged, oldest first, and the circumstances."""

    threshold: Threshold
    by_side: Mapping[str, Sequence[RunResult]]
    place: RungPlace
    today: Circumstances

    def latest(self) -> list[RunResult]:
        """The runs of all sides in the order of their days."""
        return sorted((run for runs in self.by_side.values() for run in runs), key=lambda run: run.day)


class Brake(ABC):
    """One thing that speaks for stepping back or for rest. One module in ``brakes`` for each.

    ``order`` says which one a verdict is named after where several speak. ``comes_first``: it holds even for somebody
    who fills the threshold.
    """

    kind: ClassVar[str]
    order: ClassVar[int]
    comes_first: ClassVar[bool] = False

    @abstractmethod
    def reasons(self, case: Case) -> tuple[Reason, ...]:
        """Why one should stop or go back; empty where nothing speaks for it."""

    @abstractmethod
    def headline(self, case: Case) -> str:
        """The verdict in a line."""
