"""The result of a run: the one number that it is known by, wherever it is shown."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from jolly_core.challenges.contract import STOPPED, Challenge
from jolly_core.challenges.settings import Settings

#: A run that was stopped within this was begun by mistake, as a rule. Common practice, no source.
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


def result_of(
    challenge: Challenge[Any], settings: Settings, tally: Mapping[str, Any], metric_id: str | None = None
) -> Result:
    """The result of a run in a metric: that which its mark asks for, or the leading one where none does.

    >>> from jolly_core.challenges.registry import get_challenge
    >>> from jolly_core.challenges.session import replay
    >>> game = get_challenge("makes_of_n")
    >>> tally = replay(game, {"attempts": 3}, []).as_dict()
    >>> result_of(game, game.read_settings({"attempts": 3}), {**tally, "metrics": {"makes": 1}}, "makes").words
    '1 make'
    """
    metric = challenge.metric(metric_id or "") or challenge.metric(challenge.leading(settings)) or challenge.metrics[0]
    value = tally["metrics"].get(metric.id)
    return Result(
        metric=metric.id,
        title=metric.title,
        value=value,
        number="" if value is None else metric.number(value),
        label=metric.missing if value is None else metric.label(value),
        beside=_beside(challenge, settings, tally, metric.id),
        is_false_start=tally["ending"] == STOPPED and tally["time_used_ms"] < FALSE_START_MS,
    )


def _beside(challenge: Challenge[Any], settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
    # A second line says what the game measured; of a sheet that may not all be known.
    unknown = any(value is None for value in tally["metrics"].values()) and tally["ending"] == "paper"
    return "" if unknown else challenge.beside(settings, tally, metric_id)
