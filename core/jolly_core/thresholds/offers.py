"""Marks to pick from: one beyond the athlete's usual, and what about seven runs in ten reach at their pace."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import ceil, floor

from jolly_core.challenges.registry import AnyGame
from jolly_core.errors import CoreError
from jolly_core.foretelling.forecast import WITHIN_S
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of
from jolly_core.thresholds.fair import FAIR_SHARE, hardest_mark
from jolly_core.thresholds.threshold import Threshold, check_mark


@dataclass(frozen=True)
class MarkOffer:
    """A mark of a metric, and what it is in words."""

    metric: str
    mark: float
    words: str


def offer_marks(game: AnyGame, metric_id: str, *, pace: Pace, usual: float | None) -> Sequence[MarkOffer]:
    """The marks that are fair to ask for of a metric, those alone that can be both met and missed.

    ``usual`` is the athlete's usual result, None without a record.

    >>> from jolly_core.challenges.registry import read_game
    >>> offers = offer_marks(read_game("makes_of_n", {"attempts": 10}), "makes", pace=Pace(rate=0.7), usual=7.2)
    >>> [(offer.mark, offer.words) for offer in offers]
    [(8, 'one above your usual'), (6, 'about seven runs in ten')]
    """
    metric = game.metric(metric_id)
    if metric is None:
        return ()
    is_up, forecast = metric.direction == "up", forecast_of(game)
    wanted: list[tuple[float | None, str]] = []
    if usual is not None:
        wanted.append(
            (floor(usual) + 1 if is_up else ceil(usual) - 1, f"one {'above' if is_up else 'below'} your usual")
        )
    fair = hardest_mark(
        lambda mark: forecast.chance(pace, metric_id, mark, WITHIN_S), forecast.span(metric_id), FAIR_SHARE, is_up=is_up
    )
    wanted.append((fair, "about seven runs in ten"))
    offers: dict[float, MarkOffer] = {}
    for mark, words in wanted:
        if mark is not None and _can_be_asked(game, Threshold(metric, mark)):
            offers.setdefault(mark, MarkOffer(metric_id, mark, words))
    return tuple(offers.values())


def _can_be_asked(game: AnyGame, threshold: Threshold) -> bool:
    try:
        check_mark(game, threshold)
    except CoreError:
        return False
    return True
