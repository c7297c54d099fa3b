"""Evidence that the true rate is at the mark: what luck alone seldom shows."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from math import ceil
from typing import Any

from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.settings import whole_number
from jolly_core.foretelling.registry import forecast_of
from jolly_core.stats.beta import chance_below
from jolly_core.thresholds.condition import Condition, Mark, Played, RunResult, Seen, State
from jolly_core.words import quantity

#: What is taken for known beforehand: as if two tries had been made, and two missed. It weighs little beside a run.
PRIOR = 2.0
#: A run counts for this much of what the next one counts for, so that who learns is not held up by their past.
FADE = 0.85
#: One run may be a day's luck.
LEAST_RUNS = 2
#: Older runs than this weigh less than a twentieth.
MOST_RUNS = 20
#: How many further runs are looked ahead for, and how far above the mark a run lies that a ready athlete plays.
AHEAD, READY = 10, 0.1
#: No run is taken to have more tries than this, while there is none to look at.
MOST_TRIES = 1000
PER_CENT = 100
MOST_SURE = 99
#: Makes needed are found to less than a ten-thousandth of the attempts.
HALVINGS = 14


@dataclass(frozen=True)
class _Known:
    """What is known of the true rate: makes and misses, older ones fading, and how many runs they come from."""

    makes: float
    misses: float
    runs: int

    def after(self, makes: float, attempts: float) -> _Known:
        """With one more run."""
        return _Known(FADE * self.makes + makes, FADE * self.misses + attempts - makes, self.runs + 1)

    def chance_of(self, rate: float) -> float:
        """The chance that the true rate is at least this."""
        return 1 - chance_below(rate, PRIOR + self.makes, PRIOR + self.misses)


@dataclass(frozen=True)
class Proof(Condition):
    """The chance that the true rate is at least the mark's, less a margin, is at least ``sure`` per cent.

    The rate that a mark stands for is the game's to say: see ``Forecast.rate_of_mark``. Where tries do not tell, it is
    the share of runs that reach the mark, and the mark is that every second one does.
    """

    id = "proof"
    title = "Proof that it was not luck"
    meaning = "Asks how likely it is that you are truly at the mark. Holds up luck; wants some more runs."
    place = 2

    sure: int = whole_number("How sure", 60, 99, 90, "%")
    margin: int = whole_number("Margin below the mark", 0, 20, 5, "points")

    @property
    def most_runs(self) -> int:
        return MOST_RUNS

    def words(self, mark: Mark) -> str:
        return f"proven: {self.sure} % sure that it is no luck"

    def state(self, seen: Seen) -> State:
        runs, judging = seen.runs, Judging(self, seen.mark, seen.game)
        known = judging.known(runs)
        chance, many = known.chance_of(judging.asked), len(runs)
        is_filled = judging.is_filled(known)
        more, level = (0, "") if is_filled else judging.more(known, runs)
        so_far = f"from {quantity(many, 'run')} it is {_per_cent(chance)} sure that {judging.what}"
        return State(
            is_filled=is_filled,
            share=1.0 if is_filled else min(0.95, chance * PER_CENT / self.sure * min(1.0, many / LEAST_RUNS)),
            so_far=so_far if many else f"no run yet that shows whether {judging.what}",
            wanted=f"{self.sure} % wanted",
            missing="" if is_filled else f"{self.sure} % wanted: {_more(more, level)}",
            brief=f"{_per_cent(chance)} sure, {self.sure} % wanted",
            more_runs=more if more or is_filled else None,
        )

    def is_filled(self, seen: Seen) -> bool:
        judging = Judging(self, seen.mark, seen.game)
        return judging.is_filled(judging.known(seen.runs))

    def filled_by(self, mark: Mark, played: Played, game: AnyGame) -> Any:
        import numpy as np

        judging = Judging(self, mark, game)
        makes, attempts = (played.met.astype(float), 1) if judging.rate is None else (played.makes, played.attempts)
        filled = np.zeros(played.met.shape, dtype=bool)
        known, tries = np.zeros(played.met.shape[:-1]), 0.0
        for run in range(played.met.shape[-1]):
            known, tries = FADE * known + makes[..., run], FADE * tries + attempts
            filled[..., run] = known >= judging.makes_needed(tries, run + 1)
        return filled


def _more(more: int, level: str) -> str:
    if not more:
        return f"more than {AHEAD} runs well above the mark"
    return f"about {quantity(more, 'more run')} {level} would do"


def _per_cent(chance: float) -> str:
    """A chance in whole per cent, rounded down; never 0 or 100, which no runs can show.

    >>> _per_cent(0.839), _per_cent(0.0001), _per_cent(0.9999)
    ('83 %', 'less than 1 %', 'more than 99 %')
    """
    whole = int(PER_CENT * chance)
    if whole < 1:
        return "less than 1 %"
    return f"{whole} %" if chance <= MOST_SURE / PER_CENT else f"more than {MOST_SURE} %"


@dataclass(frozen=True)
class Judging:
    """A proof of a mark in a game: what runs tell of the true rate."""

    proof: Proof
    mark: Mark
    game: AnyGame

    @cached_property
    def rate(self) -> float | None:
        """The rate that the mark stands for; None where tries do not tell and runs are counted."""
        return rate_of(self.game, self.mark.metric.id, self.mark.value)

    @property
    def asked(self) -> float:
        return max(0.0, (0.5 if self.rate is None else self.rate) - self.proof.margin / PER_CENT)

    @property
    def what(self) -> str:
        """What is to be proven, in words."""
        least = f"{round(PER_CENT * self.asked)} %"
        return f"at least {least} of your runs reach the mark" if self.rate is None else f"you make at least {least}"

    def tries(self, run: RunResult) -> tuple[float, float]:
        """Makes and attempts of a run; of one whose tries do not tell, whether it reached the mark."""
        if self.rate is None:
            return float(self.mark.is_met_by(run.value)), 1.0
        return float(run.makes), float(run.attempts)

    def known(self, runs: Sequence[RunResult]) -> _Known:
        known = _Known(0.0, 0.0, 0)
        for run in list(runs)[-MOST_RUNS:]:
            known = known.after(*self.tries(run))
        return known

    def is_filled(self, known: _Known) -> bool:
        return known.runs >= LEAST_RUNS and known.chance_of(self.asked) * PER_CENT >= self.proof.sure

    def more(self, known: _Known, runs: Sequence[RunResult]) -> tuple[int, str]:
        """How many further runs of a ready athlete would fill it, and what such a run is; 0 where many would not do."""
        if self.rate is None:
            makes, attempts, level = 1.0, 1.0, "at the mark"
        else:
            attempts = float(runs[-1].attempts if runs and runs[-1].attempts else self.usual_attempts)
            makes = min(attempts, float(ceil((self.rate + READY) * attempts - 1e-9)))
            level = f"of {makes:g} of {attempts:g}"
        for more in range(1, AHEAD + 1):
            known = known.after(makes, attempts)
            if self.is_filled(known):
                return more, level
        return 0, level

    def makes_needed(self, attempts: float, runs: int) -> float:
        """Of so many attempts, older ones fading, the fewest makes that fill it; more than there are where none do."""
        low, high = 0.0, attempts
        if not self.is_filled(_Known(high, 0.0, runs)):
            return attempts + 1
        for _ in range(HALVINGS):
            middle = (low + high) / 2
            low, high = (low, middle) if self.is_filled(_Known(middle, attempts - middle, runs)) else (middle, high)
        return high

    @property
    def usual_attempts(self) -> int:
        """How many attempts a run takes, while there is none to look at."""
        forecast = forecast_of(self.game)
        return max(1, min(MOST_TRIES, round(forecast.attempts(forecast.prior).expected)))


@lru_cache(maxsize=2048)
def rate_of(game: AnyGame, metric_id: str, mark: float) -> float | None:
    """The rate that a mark stands for; reckoned once for a game with these settings."""
    return forecast_of(game).rate_of_mark(metric_id, mark)
