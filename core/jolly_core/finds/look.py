"""A look at the record: the question, how surely the answer is more than luck, and the answer."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date
from itertools import groupby
from statistics import fmean
from typing import ClassVar, Literal

from jolly_core.challenges.metric import Metric
from jolly_core.challenges.registry import AnyGame
from jolly_core.record.trace import Trace
from jolly_core.record.usual import UP
from jolly_core.sides import NONE, Pair
from jolly_core.stored import Stored

PictureKind = Literal["dots", "bars", "days"]


@dataclass(frozen=True)
class PictureMark(Stored):
    """One bar, dot or day of a picture: its words, its value, and how that is said."""

    words: str
    value: float
    said: str = ""
    is_meant: bool = False


@dataclass(frozen=True)
class FindPicture(Stored):
    """``dots`` in time, ``bars`` beside each other, or ``days`` on a line; a tape stands before the place ``split``.

    ``label`` says what is counted; ``mark`` is the athlete's own, where there is one.
    """

    kind: PictureKind = "bars"
    label: str = ""
    marks: tuple[PictureMark, ...] = ()
    split: int | None = None
    mark: float | None = None


@dataclass(frozen=True)
class Look(Stored):
    """``p_value`` is how often chance alone gives an answer as clear as this; the rest says what the answer is.

    ``size`` with its interval is in the words' own unit. ``since`` and ``until`` are the days of the runs behind it.
    """

    question: str = ""
    p_value: float = 1.0
    words: str = ""
    size: float | None = None
    low: float | None = None
    high: float | None = None
    side: str = NONE
    since: date | None = None
    until: date | None = None
    picture: FindPicture = field(default_factory=FindPicture)

    @property
    def luck_words(self) -> str:
        """How sure it is, in a sentence."""
        return luck_words(self.p_value)


def luck_words(p_value: float) -> str:
    """How often chance alone gives something as clear.

    >>> luck_words(0.0041)
    'By luck alone, as clear as that about once in 240 times.'
    """
    if p_value < 1 / 1000:
        return "By luck alone, as clear as that less than once in 1,000 times."
    times = 1 / p_value
    rounded = round(times, -1) if times >= 100 else round(times)  # noqa: PLR2004 # two figures are enough
    return f"By luck alone, as clear as that about once in {rounded:.0f} times."


@dataclass(frozen=True)
class LookedRun:
    """What a look needs of a run that counts; ``minute`` of its block, None where it was played outside of one."""

    id: str
    day: date
    value: float | None
    makes: int = 0
    attempts: int = 0
    trace: Trace = field(default_factory=Trace)
    block: int | None = None
    minute: float | None = None


@dataclass(frozen=True)
class DayMean:
    """All results of a day in one: several runs of an evening are one good or bad evening."""

    day: date
    value: float
    runs: int


@dataclass(frozen=True)
class RungRecord:
    """Everything that was played on a rung, side by side, in order of time; ``changes`` are those of method."""

    game: AnyGame
    metric: Metric
    mark: float
    runs: Mapping[str, Sequence[LookedRun]]
    pair: Pair = field(default_factory=Pair)
    changes: Sequence[tuple[date, str]] = ()

    @property
    def is_up(self) -> bool:
        return self.metric.direction == UP

    def lead(self, side: str) -> str:
        """How a sentence about a side begins; empty without sides."""
        words = self.pair.words(side)
        return f"{words}: " if words else ""

    def values(self, side: str) -> list[float]:
        return [run.value for run in self.runs[side] if run.value is not None]

    def days(self, side: str) -> list[DayMean]:
        """One number a day."""
        return day_means(self.runs[side])

    def is_better(self, change: float) -> bool:
        return change > 0 if self.is_up else change < 0


def day_means(runs: Sequence[LookedRun]) -> list[DayMean]:
    """The mean result of each day that has one, in order of time."""
    told = [(run.day, run.value) for run in runs if run.value is not None]
    means = []
    for day, group in groupby(sorted(told), key=lambda each: each[0]):
        values = [value for _, value in group]
        means.append(DayMean(day, fmean(values), len(values)))
    return means


class RungQuestion(ABC):
    """A question asked of each rung. One module in ``of_a_rung`` for each; ``place`` is its order among the finds."""

    id: ClassVar[str]
    title: ClassVar[str]
    place: ClassVar[int]
    #: The page that it belongs to.
    page: ClassVar[Literal["trend", "weak_spots", "inside"]]

    @abstractmethod
    def looks(self, record: RungRecord) -> Iterable[Look]:
        """One look for each thing that is tested; none where there is too little to say anything."""


@dataclass(frozen=True)
class PlannedSide:
    """How often a side of a ladder was planned in blocks that were played, and how often it was left out."""

    planned: int = 0
    left_out: int = 0


@dataclass(frozen=True)
class Practice:
    """When the athlete practised at all, and what of the plan was left out, by the ladder's id and title and side."""

    days: Sequence[date] = ()
    ladders: Mapping[int, tuple[str, Pair, Mapping[str, PlannedSide]]] = field(default_factory=dict)


class PracticeQuestion(ABC):
    """A question asked of the practice as a whole. One module in ``of_the_practice`` for each."""

    id: ClassVar[str]
    title: ClassVar[str]
    place: ClassVar[int]
    page: ClassVar[Literal["trend", "weak_spots", "inside"]] = "trend"

    @abstractmethod
    def looks(self, practice: Practice) -> Iterable[tuple[int | None, Look]]:
        """Each with the ladder that it is about; None where it is about none."""
