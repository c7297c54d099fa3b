"""The target tuner: what a mark costs at today's rate, which one is safe, and which would be a fair stretch."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.metric import Metric
from jolly_core.challenges.registry import AnyGame
from jolly_core.errors import CoreError
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of
from jolly_core.thresholds.fair import hardest_mark
from jolly_core.thresholds.threshold import HIGHEST_MARK
from jolly_core.validation import check_integer, check_number
from jolly_core.words import plain, quantity

#: A mark reached nine times in ten is safe; one reached seven times in ten stretches without breaking. The second is
#: the success that a next rung aims at. Common practice, no source.
SAFE, STRETCH = 0.9, 0.7
LONGEST_MIN = 180
HUNDRED = 100


@dataclass(frozen=True)
class Tuning:
    """One mark at one pace: its chance in a run (0 to 1), the marks that are safe and a stretch, and it all in words.

    None where the record cannot say.
    """

    chance: float | None
    safe: int | None
    stretch: int | None
    words: tuple[str, ...]


def tune(game: AnyGame, pace: Pace, *, metric: str, mark: float, minutes: int) -> Tuning:
    """What the mark means for this athlete, with ``minutes`` for a run that nothing else limits.

    Raises ``CoreError`` for a metric the format does not measure, and for a mark or minutes out of range.
    """
    problems = [
        check_number("mark", mark, 0, HIGHEST_MARK),
        check_integer("minutes", minutes, 1, LONGEST_MIN, "minutes"),
    ]
    if found := [problem for problem in problems if problem]:
        raise CoreError(found)
    forecast, asked = forecast_of(game), game.metric(metric)
    if asked is None:
        raise CoreError([game.unknown_metric(metric)])

    def chance_of(each: float) -> float | None:
        return forecast.chance(pace, metric, each, minutes * 60)

    is_up, (low, high) = asked.direction == "up", forecast.span(metric)
    # A mark that every run reaches eventually may still not be reached within the minutes.
    span = (0 if is_up else low, high)
    chance = chance_of(mark)
    safe, stretch = (hardest_mark(chance_of, span, share, is_up=is_up) for share in (SAFE, STRETCH))
    words = (
        _basis(pace, chance),
        forecast.cost_words(pace, metric, mark),
        _chance_words(chance),
        _offer_words(safe, stretch, asked),
    )
    return Tuning(chance, safe, stretch, tuple(each for each in words if each))


def _basis(pace: Pace, chance: float | None) -> str:
    if pace.is_prior:
        share, seconds = round(100 * pace.rate), plain(pace.attempt_ms / 1000)
        return f"No record here yet: {share} % made and {seconds} s a try are assumed."
    if chance is None:
        return "The record cannot say what this mark asks of you."
    if pace.usual is not None and pace.spread:
        return f"Today's rate: {round(100 * pace.rate)} % made, usual {pace.usual:.1f} ± {pace.spread:.1f}."
    return f"Today's rate: {round(100 * pace.rate)} % made."


def _chance_words(chance: float | None) -> str | None:
    if chance is None:
        return None
    hundredths = round(100 * chance)
    if not hundredths:
        return "In one run that is out of reach for now."
    if hundredths == HUNDRED:
        return "In one run you as good as always reach it."
    return f"In one run you reach it about {quantity(hundredths, 'time')} in 100."


def _offer_words(safe: int | None, stretch: int | None, metric: Metric) -> str | None:
    if stretch is None:
        return None
    reach = "you reach" if metric.direction == "up" else "you need no more than"
    if safe is None or safe == stretch:
        return f"A fair stretch, about seven times in ten {reach} {metric.words(stretch)}."
    return (
        f"Nine times in ten {reach} {metric.words(safe)}; a fair stretch, about seven times in ten: "
        f"{metric.words(stretch)}."
    )
