"""A yardstick laid beside a run in play: the usual, the best and the mark that its number is measured against."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from jolly_core.challenges.metric import MILLISECONDS, PERCENT, Metric
from jolly_core.record.usual import best_of, is_better, usual_of
from jolly_core.stored import Stored

#: Within a tenth of the best, and at least within one, a run is close to it. Common practice, no source.
CLOSE_SHARE = 10


@dataclass(frozen=True)
class Yardstick(Stored):
    """What a run is measured against, fixed when it begins: later runs do not move it."""

    metric: str = ""
    title: str = ""
    unit: str = ""
    direction: str = "up"
    mark: float | None = None
    usual: float | None = None
    best: float | None = None

    @property
    def measured(self) -> Metric:
        """The metric that is measured, as far as a yardstick knows it."""
        return Metric(self.metric, self.title, self.direction, self.unit)

    def _said(self, value: float | None) -> str | None:
        return None if value is None else self.measured.number(value)

    @property
    def mark_words(self) -> str:
        """The mark as it is said, without what it counts."""
        return self._said(self.mark) or ""

    @property
    def mark_label(self) -> str:
        """What the mark counts, unless its number says that; and that it is the most, where fewer is better.

        >>> Yardstick(unit="balls", direction="down").mark_label, Yardstick(unit="%").mark_label
        ('balls at most', '')
        """
        unit = "" if self.unit in (PERCENT, MILLISECONDS) else self.unit
        return " ".join(filter(None, (unit, "" if self.direction == "up" else "at most")))

    @property
    def usual_words(self) -> str | None:
        """The usual as it is said; None without one."""
        return self._said(self.usual)

    @property
    def best_words(self) -> str | None:
        """The best as it is said; None without one."""
        return self._said(self.best)


@dataclass(frozen=True)
class Distance:
    """How far the run's number is from mark, usual and best: what is still missing, 0 where it is reached.

    All None while the metric has no value yet, or where there is nothing to measure against.
    """

    value: float | None = None
    to_mark: float | None = None
    to_usual: float | None = None
    to_best: float | None = None
    is_close_to_best: bool = False
    is_new_best: bool = False


def lay_yardstick(metric: Metric, mark: float, earlier: Sequence[float], best: float | None = None) -> Yardstick:
    """The yardstick for a run after ``earlier`` results of the metric, oldest first.

    ``best`` is the best of all where ``earlier`` are only the latest of them.
    """
    usual = usual_of(earlier)
    return Yardstick(
        metric=metric.id,
        title=metric.title,
        unit=metric.unit,
        direction=metric.direction,
        mark=mark,
        usual=usual.mean if usual else None,
        best=best_of(earlier, metric.direction) if best is None else best,
    )


def measure(
    yardstick: Yardstick, metrics: Mapping[str, float | None], in_hand: Mapping[str, float] | None = None
) -> Distance:
    """The distances of a run's metrics.

    ``in_hand`` is what of a metric is still growing: what is missing of a longer row, only the row in hand can do.

    >>> stick = Yardstick("makes", "makes", "makes", "up", mark=8, usual=6.5, best=9)
    >>> measure(stick, {"makes": 8})
    Distance(value=8, to_mark=0, to_usual=0, to_best=1, is_close_to_best=True, is_new_best=False)
    >>> measure(Yardstick("row", "row", "", "up", 12, None, None), {"row": 4}, {"row": 1}).to_mark
    11
    """
    value = metrics.get(yardstick.metric)
    if value is None:
        return Distance()
    growing = (in_hand or {}).get(yardstick.metric, value)
    best, direction = yardstick.best, yardstick.direction
    is_new_best = best is not None and is_better(value, best, direction)
    to_mark, to_usual, to_best = (
        0 if wanted is not None and not is_better(wanted, value, direction) else _missing(growing, wanted, direction)
        for wanted in (yardstick.mark, yardstick.usual, best)
    )
    # A result equal to the best stays so; a run in play is close by the streak in hand.
    is_close = best is not None and to_best is not None and not is_new_best and to_best <= _close(best)
    return Distance(value, to_mark, to_usual, to_best, is_close, is_new_best)


def _missing(value: float, wanted: float | None, direction: str) -> float | None:
    if wanted is None:
        return None
    return max(0, wanted - value if direction == "up" else value - wanted)


def _close(best: float) -> float:
    return max(1, best / CLOSE_SHARE)
