"""What is fair to ask of a game that nothing was asked of yet."""

from __future__ import annotations

from math import ceil
from typing import Any

from jolly_core.challenges.contract import Challenge, Pace
from jolly_core.challenges.settings import Settings
from jolly_core.thresholds.threshold import Threshold

#: A mark that is reached about seven times in ten by an athlete without a record. Common practice, no source.
FAIR_SHARE = 0.7
#: Beyond this the highest mark is a limit of the record and not of the game.
FAR = 1000
#: What is asked where the game names no goal and has no end.
SOME = 10


def fair_threshold(challenge: Challenge[Any], settings: Settings, *, each_side: bool = False) -> Threshold:
    """A first threshold for a rung: on the metric that the game is about, twice in three runs.

    The mark is the goal of the game where it names one, seven tenths of the highest that can be reached where it has
    an end, and what an athlete without a record is expected to do where it has none.
    """
    metric = challenge.metric(challenge.leading(settings)) or challenge.metrics[0]
    return Threshold(metric, _mark(challenge, settings, metric.id), reached=2, of_last=3, each_side=each_side)


def _mark(challenge: Challenge[Any], settings: Settings, metric_id: str) -> float:
    goal = settings.get("goal")
    highest = challenge.highest_mark(settings, metric_id)
    if goal is not None and (not highest or goal <= highest):
        return float(min(goal, FAR))
    if 0 < highest <= FAR:
        return float(max(1, ceil(FAIR_SHARE * highest)))
    expected = challenge.attempts(settings, Pace()).expected
    return float(max(1, round(expected * FAIR_SHARE))) if expected < FAR else float(SOME)
