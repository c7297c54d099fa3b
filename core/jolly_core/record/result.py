"""The result of a run: the one number that it is known by, wherever it is shown."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.tally import STOPPED, AnyTally

#: A run stopped within this time was probably started by mistake. Common practice, no source.
FALSE_START_MS = 10_000


@dataclass(frozen=True)
class Result:
    """The value of the metric that a run's mark asks for; ``value`` is None where the run cannot tell it.

    ``number`` and ``label`` are the value and what it counts as they are said, ``beside`` a second line of the game's
    own. ``is_false_start``: it was stopped so early that one should ask whether to leave it out.
    """

    metric: str
    title: str
    value: float | None
    number: str
    label: str
    beside: str
    is_false_start: bool

    @property
    def words(self) -> str:
        """Number and label in one."""
        return f"{self.number} {self.label}" if self.number else self.label


def result_of(game: AnyGame, tally: AnyTally, metric_id: str | None = None) -> Result:
    """The result of a run in a metric: that which its mark asks for, or the leading one where none does.

    >>> from dataclasses import replace
    >>> from jolly_core.challenges.registry import read_game
    >>> from jolly_core.challenges.session import replay
    >>> game = read_game("makes_of_n", {"attempts": 3})
    >>> tally = replay(game, [])
    >>> result_of(game, replace(tally, metrics={"makes": 1}), "makes").words
    '1 make'
    """
    metric = game.metric(metric_id or "") or game.metric(game.leading) or game.metrics[0]
    value = tally.metrics.get(metric.id)
    return Result(
        metric=metric.id,
        title=metric.title,
        value=value,
        number="" if value is None else metric.number(value),
        label=metric.missing if value is None else metric.label(value),
        beside=_beside(game, tally, metric.id),
        is_false_start=tally.ending == STOPPED and tally.time_used_ms < FALSE_START_MS,
    )


def _beside(game: AnyGame, tally: AnyTally, metric_id: str) -> str:
    # A second line says what the game measured; of a sheet that may not all be known.
    unknown = any(value is None for value in tally.metrics.values()) and tally.ending == "paper"
    return "" if unknown else game.beside(tally, metric_id)
