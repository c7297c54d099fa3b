"""Tempo ladder: how long it takes, and how likely its marks are."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache
from itertools import accumulate

from jolly_core.challenges.formats.tempo_ladder import BREATH_MS, ITSELF, TempoLadder, TempoLadderSettings
from jolly_core.foretelling.forecast import Forecast
from jolly_core.foretelling.pace import Attempts, Estimate, Pace, time_of, waited
from jolly_core.stats.chain import MOST_STATES, WON, wait_to_win
from jolly_core.stats.waiting import AttemptsDistribution, Wait


class TempoLadderForecast(Forecast[TempoLadderSettings]):
    format = TempoLadder

    def attempts(self, pace: Pace) -> Attempts:
        return waited(lambda rate: _goes(len(self.settings.tempi), self.settings.give_up, rate), pace)

    def estimate(self, pace: Pace) -> Estimate:
        """By the click, not by the athlete's pace: every go takes its strokes or its time, and a breath."""
        attempts = self.attempts(pace)
        steps, is_itself = range(len(self.settings.tempi)), self.settings.goes_on == ITSELF
        goes = [self.settings.go_ms(step) if is_itself else self.settings.step_ms(step) + BREATH_MS for step in steps]
        each = sum(goes) / len(goes)
        return time_of(attempts, replace(pace, attempt_ms=max(1, round(each)), tempo_spread=0.1))

    def chance(self, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        tempi, held = self.settings.tempi, 0
        # The first step at which the mark is reached.
        reached = {"tempo": lambda step: tempi[step - 1], "steps": lambda step: step}.get(metric_id)
        strokes = list(accumulate(self.settings.strokes_at(step) for step in range(len(tempi))))
        if mark <= 0:
            return 1.0
        for step in range(1, len(tempi) + 1):
            if (reached(step) if reached else strokes[step - 1]) >= mark:
                held = step
                break
        # A tempo is held unless it fails as often running as it is given up after.
        return float((1 - (1 - pace.rate) ** self.settings.give_up) ** held) if held else 0.0

    def span(self, metric_id: str) -> tuple[float, float]:
        tempi = self.settings.tempi
        if metric_id == "strokes":
            return 0, sum(self.settings.strokes_at(step) for step in range(len(tempi)))
        return 0, max(tempi) if metric_id == "tempo" else len(tempi)


@lru_cache(maxsize=256)
def _goes(tempi: int, give_up: int, rate: float) -> AttemptsDistribution:
    """The goes until all tempi are held or one is given up: exactly, for there are few."""

    def after(state: tuple[int, int], is_made: bool) -> tuple[int, int] | str:
        step, failed = state
        if is_made:
            return WON if step + 1 == tempi else (step + 1, 0)
        return WON if failed + 1 == give_up else (step, failed + 1)

    fail = 1 - rate
    a_tempo = sum(place * fail ** (place - 1) * rate for place in range(1, give_up + 1)) + give_up * fail**give_up
    mean = a_tempo * sum((1 - fail**give_up) ** step for step in range(tempi))
    return wait_to_win((0, 0), after, rate, mean, most=MOST_STATES) or Wait(mean, mean, 1)
