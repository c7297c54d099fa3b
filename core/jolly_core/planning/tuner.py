"""The target tuner: what a mark costs at today's rate, which one is safe, and which would be a fair stretch."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from jolly_core.challenges.contract import Challenge, Pace
from jolly_core.errors import CoreError
from jolly_core.thresholds.threshold import HIGHEST_MARK
from jolly_core.validation import check_integer, check_number

#: A mark reached nine times in ten is safe; one reached seven times in ten stretches without breaking. The second is
#: the success that a next rung aims at. Common practice, no source.
SAFE, STRETCH = 0.9, 0.7
LONGEST_MIN = 180


@dataclass(frozen=True)
class Tuning:
    """One mark at one pace: its chance in a run (0 to 1), the marks that are safe and a stretch, and it all in words.

    None where the record cannot say.
    """

    chance: float | None
    safe: int | None
    stretch: int | None
    words: tuple[str, ...]


def tune(
    challenge: Challenge[Any], settings: Mapping[str, Any], pace: Pace, *, metric: str, mark: float, minutes: int
) -> Tuning:
    """What the mark means for this athlete, with ``minutes`` for a run that nothing else limits.

    Raises ``CoreError`` for a metric the format does not measure, and for a mark or minutes out of range.
    """
    problems = [
        check_number("mark", mark, 0, HIGHEST_MARK),
        check_integer("minutes", minutes, 1, LONGEST_MIN, "minutes"),
    ]
    if found := [problem for problem in problems if problem]:
        raise CoreError(found)
    asked = challenge.metric(metric)
    if asked is None:
        raise CoreError([challenge.unknown_metric(metric)])

    def chance_of(each: float) -> float | None:
        return challenge.chance(settings, pace, metric, each, minutes * 60)

    highest = challenge.highest_mark(settings, metric)
    chance, safe, stretch = chance_of(mark), _hardest(chance_of, highest, SAFE), _hardest(chance_of, highest, STRETCH)
    words = (
        _basis(pace, chance),
        challenge.cost_words(settings, pace, metric, mark),
        _chance_words(chance),
        _offer_words(safe, stretch, asked.unit),
    )
    return Tuning(chance, safe, stretch, tuple(each for each in words if each))


def _hardest(chance_of: Callable[[float], float | None], highest: int, at_least: float) -> int | None:
    """The highest mark that is still reached with that chance, by halving: a higher mark is never likelier."""
    low, high = 0, highest
    while low < high:
        middle = (low + high + 1) // 2
        chance = chance_of(middle)
        if chance is None:
            return None
        low, high = (middle, high) if chance >= at_least else (low, middle - 1)
    return low or None


def _basis(pace: Pace, chance: float | None) -> str:
    if pace.is_prior:
        return "No record here yet: seven of ten made and six seconds a try are assumed."
    if chance is None:
        return "The record cannot say what this mark asks of you."
    if pace.usual is not None and pace.spread:
        return f"Today's rate: {round(100 * pace.rate)} % made, usual {pace.usual:.1f} ± {pace.spread:.1f}."
    return f"Today's rate: {round(100 * pace.rate)} % made."


def _chance_words(chance: float | None) -> str | None:
    if chance is None:
        return None
    hundredths = round(100 * chance)
    if not hundredths:
        return "In one run that is out of reach for now."
    return f"In one run you reach it about {hundredths} times in 100."


def _offer_words(safe: int | None, stretch: int | None, unit: str) -> str | None:
    unit = "%" if unit == "%" else f" {unit}"
    if stretch is None:
        return None
    if safe is None or safe == stretch:
        return f"A fair stretch, reached about seven times in ten: {stretch}{unit}."
    return f"Nine times in ten you reach {safe}{unit}; a fair stretch, about seven times in ten: {stretch}{unit}."
