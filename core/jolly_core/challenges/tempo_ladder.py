"""Tempo ladder: play to a click; each tempo that is held clean brings the next, faster one."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import accumulate
from typing import Any

from jolly_core.challenges.contract import GIVEN_UP, GOAL, MOST_BOXES, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import MAKES, MISSES, Counted
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.foretelling import Attempts, Estimate, Pace, time_of, waited
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Choice, Settings, WholeNumber
from jolly_core.errors import CoreError
from jolly_core.stats.chain import MOST_STATES, WON, wait_to_win
from jolly_core.stats.waiting import Wait, Waiting
from jolly_core.tempo.click import stroke_ms, strokes_a_minute, tempo_steps
from jolly_core.words import clock, counted

STROKES, TIMED = "strokes", "timed"
#: Between two tempi: breathe, set the click, lift the sticks. Common practice, no source.
BREATH_MS = 4000


@dataclass(frozen=True, slots=True)
class TempoState:
    """``step`` is the tempo to play, ``failed`` how often it failed, ``clean`` the highest that was held."""

    count: Count = NOTHING
    step: int = 0
    failed: int = 0
    clean: int = 0
    strokes: int = 0


class TempoLadder(Counted[TempoState]):
    """Settings: start, step, top, strokes or time at each tempo, give-up rule. Result: highest clean tempo, strokes."""

    id = "tempo_ladder"
    title = "Tempo ladder"
    game = "Play to the click. Clean: the next tempo. Not clean: once more, until you give it up."
    is_aimed = False
    make_word = "Clean"
    miss_word = "Not clean"
    declared = (
        WholeNumber("start", "First tempo", 20, 300, 60, "bpm"),
        WholeNumber("step", "Faster by", 1, 60, 4, "bpm"),
        WholeNumber("top", "Last tempo", 20, 400, 120, "bpm"),
        WholeNumber("per_beat", "Strokes a beat", 1, 8, 1),
        Choice("by", "At each tempo", (STROKES, TIMED), ("so many strokes", "so many seconds"), STROKES),
        WholeNumber("strokes", "Strokes for each hand", 1, 500, 16),
        WholeNumber("fewer", "Fewer strokes with each step", 0, 50, 0),
        WholeNumber("seconds", "Seconds at each tempo", 5, 1800, 60, "s"),
        WholeNumber("give_up", "Give up after", 1, 10, 2, "failures running"),
    )
    metrics = (
        Metric("tempo", "highest clean tempo", "up", "bpm"),
        Metric("steps", "tempi held", "up", "tempi", "tempo"),
        Metric("strokes", "clean strokes", "up", "strokes", "stroke"),
    )
    totals = (WholeNumber("tempo", "Highest clean tempo", 0, 400, 0), MAKES, MISSES)

    def read_settings(self, given: Mapping[str, object]) -> dict[str, Any]:
        read = super().read_settings(given)
        if read["top"] < read["start"]:
            message = f"The last tempo, {read['top']} bpm, is slower than the first, {read['start']} bpm."
            raise CoreError.one("out_of_order", message, "top", value=read["top"], allowed=f">= {read['start']}")
        return read

    def start(self, settings: Settings) -> TempoState:
        return TempoState()

    def step(self, settings: Settings, state: TempoState, press: Event, active_ms: int) -> TempoState:
        count = state.count.after(press.kind)
        if press.kind == LET:
            return replace(state, count=count)
        if press.kind != MAKE:
            return replace(state, count=count, failed=state.failed + 1)
        clean = _tempi(settings)[state.step]
        strokes = state.strokes + _strokes(settings, state.step)
        return TempoState(count, state.step + 1, 0, clean, strokes)

    def ending(self, settings: Settings, state: TempoState) -> str | None:
        if state.step >= len(_tempi(settings)):
            return GOAL
        return GIVEN_UP if state.failed >= settings["give_up"] else None

    def read(self, settings: Settings, state: TempoState, active_ms: int) -> Reading:
        tempi = _tempi(settings)
        step = min(state.step, len(tempi) - 1)
        seconds = round(_step_ms(settings, step) / 1000)
        each = _strokes(settings, step) // 2
        what = f"{each} each hand" if settings["by"] == STROKES else f"{clock(seconds)} to hold"
        left = settings["give_up"] - state.failed
        again = f", {left} more go{'es' if left > 1 else ''}" if state.failed else ""
        return Reading(
            number=tempi[step],
            number_label="bpm",
            out_of=None,
            next=f"{what}{again}",
            to_goal=len(tempi) - state.step,
            then=f"{tempi[step + 1]} bpm" if step + 1 < len(tempi) else None,
            metrics={"tempo": state.clean, "steps": state.step, "strokes": state.strokes},
            detail={
                "click": {
                    "bpm": tempi[step],
                    "per_beat": settings["per_beat"],
                    "strokes": _strokes(settings, step),
                    "stroke_ms": round(stroke_ms(tempi[step], settings["per_beat"]), 3),
                },
                "step": step + 1,
                "steps": len(tempi),
                "failed": state.failed,
            },
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        return waited(lambda rate: _goes(len(_tempi(settings)), int(settings["give_up"]), rate), pace)

    def estimate(self, settings: Settings, pace: Pace) -> Estimate:
        """By the click, not by the athlete's pace: every go takes its strokes or its time, and a breath."""
        attempts = self.attempts(settings, pace)
        goes = [_step_ms(settings, step) + BREATH_MS for step in range(len(_tempi(settings)))]
        each = sum(goes) / len(goes)
        return time_of(attempts, replace(pace, attempt_ms=max(1, round(each)), tempo_spread=0.1))

    def sheet(self, settings: Settings) -> Sheet:
        rule = f"Play {self.goal_words(settings)}: a tick for clean, a cross for not."
        return Sheet(rule, min(MOST_BOXES, len(_tempi(settings))), "tempo")

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        tempi, held = _tempi(settings), 0
        # The first step at which the mark is reached.
        reached = {"tempo": lambda step: tempi[step - 1], "steps": lambda step: step}.get(metric_id)
        strokes = list(accumulate(_strokes(settings, step) for step in range(len(tempi))))
        if mark <= 0:
            return 1.0
        for step in range(1, len(tempi) + 1):
            if (reached(step) if reached else strokes[step - 1]) >= mark:
                held = step
                break
        # A tempo is held unless it fails as often running as it is given up after.
        return float((1 - (1 - pace.rate) ** settings["give_up"]) ** held) if held else 0.0

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        tempi = _tempi(settings)
        if metric_id == "strokes":
            return 0, sum(_strokes(settings, step) for step in range(len(tempi)))
        return 0, tempi[-1] if metric_id == "tempo" else len(tempi)

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        metrics, tempi = tally["metrics"], _tempi(settings)
        if metric_id == "tempo":
            if metrics["steps"] is None:
                return f"of {tempi[-1]}"
            return f"of {tempi[-1]}, {metrics['steps']} of {counted(len(tempi), 'tempo', 'tempi')} held"
        return f"up to {metrics['tempo']} bpm"

    def goal_words(self, settings: Settings) -> str:
        tempi = _tempi(settings)
        words = f"{tempi[0]} to {tempi[-1]} bpm, {settings['step']} faster each time"
        return f"{words}, given up after {counted(settings['give_up'], 'miss', 'misses')}"


@lru_cache(maxsize=256)
def _goes(tempi: int, give_up: int, rate: float) -> Waiting:
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


def _tempi(settings: Settings) -> range:
    return tempo_steps(settings["start"], settings["top"], settings["step"])


def _strokes(settings: Settings, step: int) -> int:
    """The strokes of both hands together at a step."""
    if settings["by"] == TIMED:
        return int(settings["seconds"] * strokes_a_minute(_tempi(settings)[step], settings["per_beat"]) // 60)
    return 2 * max(1, int(settings["strokes"]) - step * int(settings["fewer"]))


def _step_ms(settings: Settings, step: int) -> float:
    if settings["by"] == TIMED:
        return float(settings["seconds"] * 1000)
    return _strokes(settings, step) * stroke_ms(_tempi(settings)[step], settings["per_beat"])
