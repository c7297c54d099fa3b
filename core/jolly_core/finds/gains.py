"""The one change that would add most to a run, by the arithmetic of its own game."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Any, ClassVar

from jolly_core.challenges.game import Game
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.tally import AnyTally
from jolly_core.discovery import list_classes
from jolly_core.finds.saying import share
from jolly_core.record.trace import TargetTries, add_up, targets_of
from jolly_core.words import plain, quantity

#: The latest runs that are averaged.
LATEST = 10
#: With fewer tries at a target nothing is said of it. Common practice, no source.
LEAST_TRIES = 8
#: Adding less than that is not worth a sentence.
LEAST_GAIN = 0.1


@dataclass(frozen=True)
class Gain:
    """A change, and what it would bring: ``adds`` so many of ``unit`` to a run."""

    words: str
    adds: float
    unit: str


class GameGains(ABC):
    """The arithmetic of one format; a module in ``gains_of`` for each that has one of its own."""

    format: ClassVar[type[Game[Any, Any]]]

    @abstractmethod
    def gains(self, game: AnyGame, tallies: Sequence[AnyTally]) -> Iterable[Gain]:
        """The changes that can be told from the latest runs, with what each would bring."""


@cache
def _by_format() -> dict[str, GameGains]:
    from jolly_core.finds import gains_of  # noqa: PLC0415 # its modules import this one

    return {kind.format.id: kind() for kind in list_classes(gains_of, GameGains)}


def one_change(game: AnyGame, tallies: Sequence[AnyTally]) -> Gain | None:
    """The change that would add most, from the latest runs of a game, oldest first; None where none can be told."""
    latest = list(tallies)[-LATEST:]
    if not latest:
        return None
    own = _by_format().get(game.id)
    found = list(own.gains(game, latest)) if own else list(worst_at_average(latest))
    worth = [gain for gain in found if gain.adds >= LEAST_GAIN]
    return max(worth, key=lambda gain: gain.adds, default=None)


def worst_at_average(tallies: Sequence[AnyTally]) -> Iterable[Gain]:
    """The worst target made as often as all of them together."""
    added = add_up(each for tally in tallies for each in targets_of(tally))
    known = [each for each in added if each.attempts >= LEAST_TRIES]
    if len(known) < 2:  # noqa: PLR2004 # one target is its own average
        return
    average = average_of(known)
    worst = min(known, key=lambda each: each.rate)
    adds = (average - worst.rate) * worst.attempts / len(tallies)
    rates = f"at your average of {share(average)} (now {share(worst.rate)})"
    words = f"“{worst.name}” {rates} adds {about(adds, 'make')} a run."
    yield Gain(words, adds, "makes")


def average_of(targets: Sequence[TargetTries]) -> float:
    """The share made at all targets together."""
    return sum(each.makes for each in targets) / sum(each.attempts for each in targets)


def about(number: float, noun: str) -> str:
    """A rounded number with its noun.

    >>> about(2.26, "make"), about(1.04, "make")
    ('about 2.3 makes', 'about 1 make')
    """
    said = plain(number)
    return f"about {quantity(1, noun)}" if said == "1" else f"about {said} {noun}s"
