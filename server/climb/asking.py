"""What could be asked of a rung: fair marks, what a threshold would cost, and conditions that are found. Reads only."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from accounts.models import Athlete
from climb.outcome import RECENT_RUNS
from climb.selectors import results_of
from jolly_core.errors import CoreError, errors_under
from jolly_core.record.pace import pace_of
from jolly_core.record.summary import SideSummary
from jolly_core.record.usual import usual_of
from jolly_core.thresholds.offers import MarkOffer, offer_marks
from jolly_core.thresholds.price import Price, price_of
from jolly_core.thresholds.proposing import Proposed, propose
from jolly_core.verdicts.brake import RungPlace
from jolly_core.verdicts.verdict import judge
from ladders.models import Rung
from ladders.rungs import read_asked
from ladders.selectors import get_rung, list_needs
from runs.selectors import list_summaries


@dataclass(frozen=True)
class WouldHave:
    """What a threshold would have advised right after a run."""

    day: date
    value: float | None
    kind: str


@dataclass(frozen=True)
class Asking:
    """A threshold that is thought of: its words, its price (None where there is none to tell), and the latest runs."""

    words: str
    price: Price | None
    would: Sequence[WouldHave]


def list_mark_offers(athlete: Athlete, rung_id: int, metric_id: str) -> Sequence[MarkOffer]:
    """Fair marks of a metric by the record of the side that lags: a mark is asked of both."""
    rung = get_rung(athlete, rung_id)
    metric = rung.game.metric(metric_id)
    if metric is None:
        raise CoreError([rung.game.unknown_metric(metric_id)])
    known = [(found.mean, side) for side in _summaries(rung).values() if (found := usual_of(side.values(metric.id)))]
    worst = min if metric.direction == "up" else max
    usual, side = worst(known, key=lambda each: each[0]) if known else (None, SideSummary())
    pace = pace_of(rung.game, side.latest(), card=rung.known_card)
    return offer_marks(rung.game, metric.id, pace=pace, usual=usual)


def get_price(athlete: Athlete, rung_id: int, given: Mapping[str, Any]) -> Asking:
    """What a threshold would cost on a rung, and what it would have said of the latest runs. Nothing is kept.

    Raises ``CoreError`` for values that cannot be asked.
    """
    rung = get_rung(athlete, rung_id)
    ladder, game = rung.ladder, rung.game
    threshold = read_asked(rung, given)
    played = {side: each.latest() for side, each in _summaries(rung).items()}
    paces = [pace_of(game, runs, card=rung.known_card) for runs in played.values()]
    # Of two sides the one that lags has to come to it, too.
    own = min((pace for pace in paces if not pace.is_prior), key=lambda pace: pace.rate, default=None)
    results = results_of(threshold, played)[-RECENT_RUNS:]
    needs = [each.need for each in list_needs([rung])[rung.pk]]
    place = RungPlace(rung.number, rung.number + 1, ladder.known_pair, ladder.sides)
    would = [
        WouldHave(result.day, result.value, judge(threshold, results[:many], place, game, needs=needs).kind)
        for many, result in enumerate(results, 1)
    ]
    return Asking(threshold.words, price_of(threshold, game, own), would)


def propose_conditions(
    athlete: Athlete, rung_id: int, given: Mapping[str, Any], *, luck: int, patience: int
) -> Proposed:
    """Conditions for a rung that keep to the luck and the patience given. Nothing is kept. Raises as the core does."""
    rung = get_rung(athlete, rung_id)
    with errors_under("threshold"):
        threshold = read_asked(rung, given)
    return propose(threshold, rung.game, luck=luck, patience=patience)


def _summaries(rung: Rung) -> dict[str, SideSummary]:
    """What was played on each side of a rung."""
    history = list_summaries([rung.pk])
    return {side: history.get((rung.pk, side), SideSummary()) for side in rung.ladder.sides}
