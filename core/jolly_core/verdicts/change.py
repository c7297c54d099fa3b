"""What further runs would fill a threshold: found by trying, so that all its conditions are looked at together."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from itertools import product
from math import ceil

from jolly_core.challenges.registry import AnyGame
from jolly_core.foretelling.registry import forecast_of
from jolly_core.ladder.needs import Need
from jolly_core.thresholds.condition import RunResult, Seen
from jolly_core.thresholds.conditions.at_the_mark import AtTheMark
from jolly_core.thresholds.conditions.proof import rate_of
from jolly_core.thresholds.threshold import Threshold
from jolly_core.verdicts.brake import RungPlace
from jolly_core.words import quantity, sentence

#: So many further runs are looked ahead for, and at most so many ways are said.
AHEAD, MOST_WAYS = 8, 2
#: What a run well above the mark has in rate over it.
WELL_ABOVE = 0.1
SAME_DAY, OTHER_DAYS = 0, 1
#: The metric whose value is the number of makes itself.
MAKES = "makes"


@dataclass(frozen=True)
class _Way:
    """So many runs of a level (0 at the mark, 1 well above it), all on the last day or each on a day of its own.

    ``makes`` is what such a run makes.
    """

    runs: int
    level: int
    days: int
    makes: int

    def is_no_better_than(self, other: _Way) -> bool:
        """Whether the other way asks for nothing more."""
        return self != other and self.runs >= other.runs and self.level >= other.level and self.days >= other.days


@dataclass(frozen=True)
class _Look:
    """The runs of one side, and what is asked of them."""

    threshold: Threshold
    side: str
    runs: Sequence[RunResult]
    game: AnyGame
    needs: tuple[Need, ...]

    def is_filled(self, more: Sequence[RunResult] = ()) -> bool:
        seen = Seen(self.threshold.of_a_run, [*self.runs, *more], self.game, self.needs)
        return all(condition.is_filled(seen) for condition in self.threshold.conditions)

    def ways(self) -> list[_Way]:
        """The ways of which none asks for as much as another and more, the one with the fewest runs first."""
        found = []
        for level, days in product((0, 1), (SAME_DAY, OTHER_DAYS)):
            future = list(self._future(level, days))
            needed = next((more for more in range(1, AHEAD + 1) if self.is_filled(future[:more])), None)
            if needed is not None:
                found.append(_Way(needed, level, days, self._tries(level)[1]))
        found.sort(key=lambda way: (way.runs, way.level, way.days))
        return [way for way in found if not any(way.is_no_better_than(other) for other in found)]

    def _future(self, level: int, days: int) -> Iterator[RunResult]:
        """Further runs of one level, each with what the conditions ask beside the mark."""
        day = self.runs[-1].day if self.runs else date(2000, 1, 1)
        attempts, makes = self._tries(level)
        for more in range(1, AHEAD + 1):
            run = RunResult(day + timedelta(days=days * more), self.side, self.threshold.mark, makes, attempts)
            for condition in self.threshold.conditions:
                run = condition.suited(run)
            yield run

    def _tries(self, level: int) -> tuple[int, int]:
        """Attempts and makes of a run at the mark, or well above it."""
        threshold, forecast = self.threshold, forecast_of(self.game)
        rate, last = rate_of(self.game, threshold.metric.id, threshold.mark), self.runs[-1:]
        attempts = last[0].attempts if last and last[0].attempts else round(forecast.attempts(forecast.prior).expected)
        if rate is None:
            return attempts, 0
        if threshold.metric.id == MAKES and not level:
            return attempts, min(attempts, ceil(threshold.mark))
        return attempts, min(attempts, ceil((rate + WELL_ABOVE * level) * attempts - 1e-9))


def what_would_fill(
    threshold: Threshold, runs: Sequence[RunResult], place: RungPlace, game: AnyGame, needs: Sequence[Need] = ()
) -> str:
    """The least that would fill a threshold, in a sentence: "2 more runs at 8 makes or more on other days".

    Where two ways differ in what they ask, both are said. Empty where it is filled, where no runs would do it, or
    where runs at the mark are all that is asked.
    """
    if [type(each) for each in threshold.conditions] == [AtTheMark]:
        return ""  # what is missing is a number of runs, and is said as that
    said = []
    counting = [run for run in runs if not run.is_after_pause]
    for side, own in threshold.by_side(counting, place.sides).items():
        look = _Look(threshold, side, own, game, tuple(needs))
        if look.is_filled():
            continue
        ways = look.ways()
        if not ways:
            return ""
        words = "; or ".join(_words(way, threshold) for way in ways[:MOST_WAYS])
        said.append(sentence(f"{place.lead(side)}{words}."))
    return " ".join(said)


def _words(way: _Way, threshold: Threshold) -> str:
    mark = threshold.of_a_run
    level = f"at {mark.words}"
    if way.level:
        is_makes = mark.metric.id == MAKES
        level = f"at {mark.metric.at_least(way.makes)}" if is_makes else f"well above {mark.metric.number(mark.value)}"
    days = ""
    if way.days == OTHER_DAYS:
        days = " on another day" if way.runs == 1 else " on other days"
    also = [words for each in threshold.conditions if (words := each.suited_words(mark))]
    return f"{quantity(way.runs, 'more run')} {level}{days}" + (f" with {' and '.join(also)}" if also else "")
