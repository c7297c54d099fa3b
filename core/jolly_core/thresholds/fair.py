"""A fair first threshold for a game without one."""

from __future__ import annotations

from collections.abc import Callable
from math import ceil, inf
from typing import Any

from jolly_core.challenges.registry import AnyGame
from jolly_core.foretelling.forecast import WITHIN_S, Forecast
from jolly_core.foretelling.registry import forecast_of
from jolly_core.thresholds.threshold import Threshold

#: A mark that is reached about seven times in ten by an athlete without a record. Common practice, no source.
FAIR_SHARE = 0.7
#: No first mark asks for more than this.
FAR = 1000


def fair_threshold(game: AnyGame, *, each_side: bool = False) -> Threshold:
    """A first threshold for a rung: on a metric that not every run reaches, twice in three runs."""
    metric = game.metric(forecast_of(game).asked) or game.metrics[0]
    mark = fair_mark(game, metric.id)
    if mark is None:
        metric = game.metrics[0]
        mark = fair_mark(game, metric.id) or 1.0
    return Threshold(metric, mark, each_side=each_side)


def fair_mark(game: AnyGame, metric_id: str) -> float | None:
    """A mark that is fair to begin with; None where no mark of the metric can be both missed and met.

    The goal of the game where it names one for its leading metric; else what the game knows; else the hardest mark that
    an athlete without a record reaches about seven times in ten; else a share of what can be reached.
    """
    forecast, metric = forecast_of(game), game.metric(metric_id)
    low, high = forecast.span(metric_id)
    if metric is None or low >= high:
        return None
    is_up = metric.direction == "up"

    def within(mark: float) -> float:
        """The mark moved to where it can be both missed and met."""
        return min(high, max(low + 1, mark)) if is_up else max(low, min(high - 1 if high < inf else mark, mark))

    goal = getattr(game.settings, "goal", None)
    if goal is not None and metric_id == game.leading and metric_id != "sets_done":
        return within(float(goal))
    known = forecast.first_mark(metric_id)
    if known is not None:
        return within(float(known))
    hardest = hardest_mark(
        lambda mark: forecast.chance(forecast.prior, metric_id, mark, WITHIN_S),
        (low, high),
        FAIR_SHARE,
        is_up=is_up,
    )
    return within(float(_share(forecast, low, high, is_up=is_up) if hardest is None else hardest))


def hardest_mark(
    chance_of: Callable[[float], float | None], span: tuple[float, float], at_least: float, *, is_up: bool
) -> int | None:
    """The hardest whole mark that is still reached with that chance, by halving: a harder mark is never likelier.

    None where the chance is not known, or where no mark is reached so often.
    """
    if span[0] == inf:
        return None
    easiest, furthest = ceil(span[0]), FAR_ENOUGH if span[1] == inf else int(span[1])
    if is_up:
        low, high = easiest, furthest
        while low < high:
            middle = (low + high + 1) // 2
            chance = chance_of(middle)
            if chance is None:
                return None
            low, high = (middle, high) if chance >= at_least else (low, middle - 1)
        return low if low > 0 and (chance_of(low) or 0.0) >= at_least else None
    low, high = easiest, min(furthest, FAR_ENOUGH)
    while low < high:
        middle = (low + high) // 2
        chance = chance_of(middle)
        if chance is None:
            return None
        low, high = (low, middle) if chance >= at_least else (middle + 1, high)
    return low if (chance_of(low) or 0.0) >= at_least else None


#: The highest mark that is searched for.
FAR_ENOUGH = 20_000


def _share(forecast: Forecast[Any], low: float, high: float, *, is_up: bool) -> float:
    """Without known chances: seven tenths of the expected value, or of the highest possible one."""
    expected = forecast.attempts(forecast.prior).expected
    if not is_up:
        return low + ceil((1 - FAIR_SHARE) * (min(high, expected) - low))
    return min(FAR, max(1, round(FAIR_SHARE * min(high, expected))))
