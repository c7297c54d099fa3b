"""Not only reached, but comfortable: as the athlete says after each run."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.settings import whole_number
from jolly_core.errors import Problem
from jolly_core.thresholds.condition import Condition, Mark, Played, RunResult, Seen, State
from jolly_core.validation import check_integer
from jolly_core.words import quantity

#: What the numbers say, from 1 up. Common practice, no source.
SCALE = ("at my limit", "hard", "it works", "comfortable", "easy")
#: Below the scale: it hurt.
HURT, HURT_WORDS = 0, "it hurt"
MOST_RUNS = 10


def check_comfort(comfort: object) -> Problem | None:
    """What is wrong with a comfort, if anything.

    >>> check_comfort(4), check_comfort(6).code
    (None, 'out_of_range')
    """
    return check_integer("comfort", comfort, HURT, len(SCALE))


def comfort_of(said: int | None, metrics: Mapping[str, float | None]) -> int | None:
    """How comfortable a run was: as it was said of the run, else as its own game asked for it.

    >>> comfort_of(None, {"good": 8, "comfort": 4}), comfort_of(0, {"comfort": 4}), comfort_of(None, {"makes": 7})
    (4, 0, None)
    """
    asked = metrics.get(Comfort.id)
    return said if said is not None or asked is None else int(asked)


def _said(comfort: int | None) -> str:
    if comfort is None:
        return "not said"
    return HURT_WORDS if comfort == HURT else str(comfort)


@dataclass(frozen=True)
class Comfort(Condition):
    """Each of the ``of_last`` last runs was at least that comfortable; a run of which nothing was said was not."""

    id = "comfort"
    title = "Comfort"
    meaning = "Asks how it felt, which you say at the end of a run. Slower, and what is held is yours."
    place = 3
    asks_for_mark = False
    goes_by_makes = False

    least: int = whole_number("Comfort, at least", 1, len(SCALE), 4, "of 5")
    of_last: int = whole_number("in each of the last … runs", 1, MOST_RUNS, 3, "runs")

    @property
    def most_runs(self) -> int:
        return self.of_last

    def words(self, mark: Mark) -> str:
        return f"comfort {self._asked} in {self._runs}"

    @property
    def _asked(self) -> str:
        return f"{self.least} of {len(SCALE)} or more" if self.least < len(SCALE) else f"{self.least} of {len(SCALE)}"

    @property
    def _runs(self) -> str:
        return "the last run" if self.of_last == 1 else f"each of the last {self.of_last} runs"

    def _is_met_by(self, run: RunResult) -> bool:
        return run.comfort is not None and run.comfort >= self.least

    def state(self, seen: Seen) -> State:
        recent = seen.latest(self.of_last)
        in_a_row = next((place for place, run in enumerate(reversed(recent)) if not self._is_met_by(run)), len(recent))
        more = self.of_last - in_a_row
        said = ", ".join(_said(run.comfort) for run in recent)
        return State(
            is_filled=more == 0,
            share=in_a_row / self.of_last,
            so_far=f"comfort of the last {quantity(len(recent), 'run')}: {said}" if recent else "no comfort said yet",
            wanted=f"{self._asked} wanted",
            missing=f"{quantity(more, 'more run')} at {self._asked}" if more else "",
            brief=f"comfort {in_a_row} of {quantity(self.of_last, 'run')}",
            more_runs=more,
        )

    def suited(self, run: RunResult) -> RunResult:
        return replace(run, comfort=self.least)

    def suited_words(self, mark: Mark) -> str:
        return f"comfort {self._asked}"

    def filled_by(self, mark: Mark, played: Played, game: AnyGame) -> Any:
        """How a run feels does not follow from what is made: the price is told as if all were comfortable."""
        return played.met | True
