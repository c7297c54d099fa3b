"""What a threshold costs: how often luck passes it, and how long somebody who is ready waits."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from jolly_core.challenges.registry import AnyGame
from jolly_core.foretelling.forecast import WITHIN_S
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of
from jolly_core.thresholds.condition import Played
from jolly_core.thresholds.conditions.proof import rate_of
from jolly_core.thresholds.threshold import Threshold
from jolly_core.words import quantity

#: The price is told for somebody who practises so many runs, and for how many before.
RUNS = 20
WITHIN = (5, 10, RUNS)
#: True rates beside the mark's, in points: from far under to far over.
BESIDE = tuple(range(-30, 31, 5))
#: So many are played where there is no exact way; a chance is then right to about a point.
ATHLETES = 1000
LOWEST, HIGHEST = 0.02, 0.98
#: Who is to be told of: ten points under the mark, and ten over.
UNDER, OVER = -10, 10
PER_CENT = 100


@dataclass(frozen=True)
class PricePoint:
    """For somebody with this true rate: the chance to climb within 5, 10 and 20 runs, and the median wait in runs.

    ``wait`` is None where fewer than half climb within 20 runs.
    """

    rate: float
    within: tuple[float, ...]
    wait: int | None


@dataclass(frozen=True)
class Price:
    """The price at true rates from far under the mark to far over; ``mark_rate`` is the rate that the mark stands for.

    ``words`` says in two sentences what luck gets through, and how long who is ready waits.
    """

    mark_rate: float
    points: tuple[PricePoint, ...]
    words: tuple[str, ...]


def price_of(threshold: Threshold, game: AnyGame, own: Pace | None = None) -> Price | None:
    """The price of a threshold in a game; None where its mark does not go by the rate of makes.

    Every run is on a day of its own, has as many tries as a usual one, and each try that same rate. ``own`` is the
    athlete's pace, to be told of.
    """
    mark_rate = rate_of(game, threshold.metric.id, threshold.mark)
    if mark_rate is None:
        return None
    rates = {beside(mark_rate, points) for points in BESIDE} | ({own.bounded_rate} if own else set())
    points = {point.rate: point for point in points_at(threshold, game, tuple(sorted(rates)))}
    under = points[beside(mark_rate, UNDER)]
    words = [f"Somebody who truly makes {_said(under.rate)} {_passes(under)}."]
    if own:
        words.append(f"You, at {_said(own.bounded_rate)}, {_wait(points[own.bounded_rate])}.")
    else:
        over = points[beside(mark_rate, OVER)]
        words.append(f"Somebody who truly makes {_said(over.rate)} {_wait(over, has_other=True)}.")
    taken = [each.words(threshold.of_a_run) for each in threshold.conditions if not each.goes_by_makes]
    if taken:
        words.append(f"Taken as given here: {'; '.join(taken)}.")
    return Price(mark_rate, tuple(points.values()), tuple(words))


def beside(mark_rate: float, points: int) -> float:
    """The rate so many points beside that of a mark, within what can be played."""
    return min(HIGHEST, max(LOWEST, mark_rate + points / PER_CENT))


def _said(rate: float) -> str:
    return f"{round(PER_CENT * rate)} %"


def _passes(point: PricePoint) -> str:
    times = round(PER_CENT * point.within[-1])
    often = "hardly ever" if times < 1 else f"{times} times in 100" if times > 1 else "once in 100 times"
    return f"would pass within {RUNS} runs {often}"


def _wait(point: PricePoint, *, has_other: bool = False) -> str:
    if point.wait is None:
        return _passes(point)
    return f"need{'s' if has_other else ''} about {quantity(point.wait, 'run')}"


@lru_cache(maxsize=512)
def points_at(threshold: Threshold, game: AnyGame, rates: tuple[float, ...]) -> tuple[PricePoint, ...]:
    """The price for somebody with each of these true rates."""
    by_run = _filled_by(threshold, game, rates)
    if threshold.each_side:
        by_run = by_run**2  # the same for the other side, which is played as often
    return tuple(
        PricePoint(
            rate,
            tuple(round(float(chances[runs - 1]), 4) for runs in WITHIN),
            next((run for run, chance in enumerate(chances, 1) if chance >= 0.5), None),  # noqa: PLR2004
        )
        for rate, chances in zip(rates, by_run, strict=True)
    )


def _filled_by(threshold: Threshold, game: AnyGame, rates: tuple[float, ...]) -> Any:
    """The chance to have filled every condition after each run: an array of rates by runs."""
    import numpy as np

    forecast = forecast_of(game)
    met = np.array(
        [
            forecast.chance(Pace(forecast.prior.attempt_ms, rate), threshold.metric.id, threshold.mark, WITHIN_S) or 0.0
            for rate in rates
        ]
    )
    if len(threshold.conditions) == 1 and (exact := threshold.conditions[0].chances_to_fill(met, RUNS)) is not None:
        return exact
    tries = max(1, round(forecast.attempts(forecast.prior).expected))
    played = _play(np.array(rates), met, tries)
    filled = np.logical_and.reduce([each.filled_by(threshold.of_a_run, played, game) for each in threshold.conditions])
    return np.logical_or.accumulate(filled, axis=-1).mean(axis=1)


def _play(rates: Any, met: Any, tries: int) -> Played:
    """Runs of many athletes at each rate; the same luck decides on both, so the runs with most makes reach the mark."""
    import numpy as np
    from scipy.special import bdtr

    luck = np.random.default_rng(1).random((ATHLETES, RUNS))
    makes = [np.searchsorted(bdtr(np.arange(tries + 1), tries, rate), luck) for rate in rates]
    return Played(met=luck >= 1 - met[:, None, None], makes=np.stack(makes).astype(float), attempts=tries)
