"""A run that was kept on paper: its totals, typed in afterwards, where there are no events."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from math import isfinite

from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.settings import Setting
from jolly_core.challenges.tally import PAPER, AnyTally, Tally
from jolly_core.errors import CoreError, Problem
from jolly_core.paper.registry import form_of

#: No run has a larger result.
MOST_RESULT = 1_000_000


def tally_of_totals(game: AnyGame, totals: Mapping[str, object]) -> AnyTally:
    """The tally that a sheet's totals give; what they cannot tell is None.

    Raises ``CoreError`` for totals that are missing, out of range, or cannot be together.

    >>> from jolly_core.challenges.registry import read_game
    >>> tally_of_totals(read_game("makes_of_n", {"attempts": 10}), {"makes": 7}).metrics["rate"]
    70.0
    """
    form = form_of(game)
    _check_complete(form.totals_type.declared(), totals)
    given = form.totals_type.read(totals)
    state = form.state(given)
    count, reading = game.count(state), game.reading(state, 0)
    said = {name: value for name, value in given.as_dict().items() if value is not None}
    told = form.metrics(given)
    said |= told
    unknown = set(form.unknown(given)) - set(told)
    metrics = {
        metric.id: None if metric.id in unknown else said.get(metric.id, reading.metrics[metric.id])
        for metric in game.metrics
    }
    number = int(next((value for value in metrics.values() if value is not None), 0))
    return Tally(
        format=game.id,
        number=number,
        number_label=reading.number_label,
        out_of=None if reading.out_of is not None and number > reading.out_of else reading.out_of,
        next="Done",
        to_goal=reading.to_goal,
        attempts=count.attempts,
        makes=count.makes,
        misses=count.misses,
        lets=0,
        rate=round(count.makes / count.attempts, 4) if count.attempts else None,
        streak=0,
        best_streak=count.best_streak,
        time_used_ms=0,
        time_left_ms=None,
        is_over=True,
        ending=PAPER,
        metrics=metrics,
        signs=reading.signs,
        detail=reading.detail,
    )


def tally_of_result(game: AnyGame, metric_id: str, value: float) -> AnyTally:
    """The tally of a run of which nothing is known but its result in one metric, as from an old notebook.

    Where that alone makes a whole sheet, the sheet says more: with 7 makes of 10 attempts the share is known as well.
    Raises ``CoreError`` for a value that no such run can have.

    >>> from jolly_core.challenges.registry import read_game
    >>> tally_of_result(read_game("makes_of_n", {"attempts": 10}), "makes", 7).attempts
    10
    >>> tally_of_result(read_game("streak", {"goal": 10}), "best_streak", 7).metrics["best_streak"]
    7
    """
    form = form_of(game)
    metric = game.metric(metric_id) or game.metrics[0]
    if value < 0 or not isfinite(value) or value > MOST_RESULT:
        message = f"A result lies between 0 and {MOST_RESULT:,}."
        raise CoreError.one("out_of_range", message, "value", value=value, allowed=f"0 to {MOST_RESULT}")
    whole = int(value) if float(value).is_integer() else value
    wanted = [total.name for total in form.totals_type.declared() if not total.is_optional]
    if wanted == [metric.id]:
        try:
            return tally_of_totals(game, {metric.id: whole})
        except CoreError as error:
            raise CoreError.one("out_of_range", error.problems[0].message, "value", value=value) from None
    reading = game.reading(game.start(), 0)
    return Tally(
        format=game.id,
        number=int(whole),
        number_label=metric.label(whole),
        out_of=None,
        next="Done",
        to_goal=None,
        attempts=0,
        makes=0,
        misses=0,
        lets=0,
        rate=None,
        streak=0,
        best_streak=0,
        time_used_ms=0,
        time_left_ms=None,
        is_over=True,
        ending=PAPER,
        metrics={each.id: whole if each.id == metric.id else None for each in game.metrics},
        detail=reading.detail,
    )


def _check_complete(declared: Sequence[Setting], totals: Mapping[str, object]) -> None:
    """Raise unless everything that is not optional was written down."""
    missing = [total for total in declared if not total.is_optional and totals.get(total.name) is None]
    if missing:
        raise CoreError(
            [Problem("missing", f"Write down {total.title.lower()}, too.", (total.name,)) for total in missing]
        )
