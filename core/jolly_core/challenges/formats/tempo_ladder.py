"""Tempo ladder: play to a click; each tempo that is held clean brings the next, faster one."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, choice, whole_number
from jolly_core.challenges.signs import Click
from jolly_core.challenges.tally import GIVEN_UP, GOAL, AnyTally, Ending, Reading
from jolly_core.errors import CoreError
from jolly_core.tempo.click import stroke_ms, strokes_a_minute, tempo_steps
from jolly_core.words import clock, quantity

STROKES, TIMED = "strokes", "timed"


@dataclass(frozen=True, slots=True)
class TempoState:
    """``step`` is the tempo to play, ``failed`` how often it failed, ``clean`` the highest that was held."""

    count: Count = NOTHING
    step: int = 0
    failed: int = 0
    clean: int = 0
    strokes: int = 0


@dataclass(frozen=True)
class TempoLadderSettings(Settings):
    start: int = whole_number("First tempo", 20, 300, 60, "bpm")
    step: int = whole_number("Faster by", 1, 60, 4, "bpm")
    top: int = whole_number("Last tempo", 20, 400, 120, "bpm")
    per_beat: int = whole_number("Strokes a beat", 1, 8, 1)
    by: str = choice("At each tempo", {STROKES: "so many strokes", TIMED: "so many seconds"}, STROKES)
    strokes: int = whole_number("Strokes for each hand", 1, 500, 16)
    fewer: int = whole_number("Fewer strokes with each step", 0, 50, 0)
    seconds: int = whole_number("Seconds at each tempo", 5, 1800, 60, "s")
    give_up: int = whole_number("Give up after", 1, 10, 2, "failures running")

    def check(self) -> None:
        if self.top < self.start:
            message = f"The last tempo, {self.top} bpm, is slower than the first, {self.start} bpm."
            raise CoreError.one("out_of_order", message, "top", value=self.top, allowed=f">= {self.start}")

    @property
    def tempi(self) -> range:
        """The tempi to play, in beats a minute."""
        return tempo_steps(self.start, self.top, self.step)

    def strokes_at(self, step: int) -> int:
        """The strokes of both hands together at a step."""
        if self.by == TIMED:
            return int(self.seconds * strokes_a_minute(self.tempi[step], self.per_beat) // 60)
        return 2 * max(1, self.strokes - step * self.fewer)

    def step_ms(self, step: int) -> float:
        """How long a step takes by its click."""
        if self.by == TIMED:
            return float(self.seconds * 1000)
        return self.strokes_at(step) * stroke_ms(self.tempi[step], self.per_beat)


@dataclass(frozen=True, slots=True)
class TempoLadderDetail:
    format: Literal["tempo_ladder"] = "tempo_ladder"
    #: Which tempo of how many is played, and how often it failed.
    step: int = 1
    steps: int = 1
    failed: int = 0


class TempoLadder(Counted[TempoLadderSettings, TempoState]):
    """Settings: start, step, top, strokes or time at each tempo, give-up rule. Result: highest clean tempo, strokes."""

    id = "tempo_ladder"
    title = "Tempo ladder"
    summary = "Play to the click. Clean: the next tempo. Not clean: once more, until you give it up."
    is_aimed = False
    make_word = "Clean"
    miss_word = "Not clean"
    metrics = (
        Metric("tempo", "highest clean tempo", "up", "bpm"),
        Metric("steps", "tempi held", "up", "tempi", "tempo"),
        Metric("strokes", "clean strokes", "up", "strokes", "stroke"),
    )
    settings_type = TempoLadderSettings
    detail_type = TempoLadderDetail

    def start(self) -> TempoState:
        return TempoState()

    def step(self, state: TempoState, press: Event, active_ms: int) -> TempoState:
        count = state.count.after(press.kind)
        if press.kind == LET:
            return replace(state, count=count)
        if press.kind != MAKE:
            return replace(state, count=count, failed=state.failed + 1)
        clean = self.settings.tempi[state.step]
        strokes = state.strokes + self.settings.strokes_at(state.step)
        return TempoState(count, state.step + 1, 0, clean, strokes)

    def ending(self, state: TempoState) -> Ending | None:
        if state.step >= len(self.settings.tempi):
            return GOAL
        return GIVEN_UP if state.failed >= self.settings.give_up else None

    def reading(self, state: TempoState, active_ms: int) -> Reading:
        tempi = self.settings.tempi
        step = min(state.step, len(tempi) - 1)
        seconds = round(self.settings.step_ms(step) / 1000)
        each = self.settings.strokes_at(step) // 2
        what = f"{each} each hand" if self.settings.by == STROKES else f"{clock(seconds)} to hold"
        left = self.settings.give_up - state.failed
        again = f", {left} more go{'es' if left > 1 else ''}" if state.failed else ""
        return Reading(
            number=tempi[step],
            number_label="bpm",
            out_of=None,
            next=f"{what}{again}",
            to_goal=len(tempi) - state.step,
            then=f"{tempi[step + 1]} bpm" if step + 1 < len(tempi) else None,
            metrics={"tempo": state.clean, "steps": state.step, "strokes": state.strokes},
            signs=(
                Click(
                    bpm=tempi[step],
                    per_beat=self.settings.per_beat,
                    strokes=self.settings.strokes_at(step),
                    stroke_ms=round(stroke_ms(tempi[step], self.settings.per_beat), 3),
                ),
            ),
            detail=TempoLadderDetail(step=step + 1, steps=len(tempi), failed=state.failed),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        metrics, tempi = tally.metrics, self.settings.tempi
        if metric_id == "tempo":
            if metrics["steps"] is None:
                return f"of {tempi[-1]}"
            return f"of {tempi[-1]}, {metrics['steps']} of {quantity(len(tempi), 'tempo', 'tempi')} held"
        return f"up to {metrics['tempo']} bpm"

    def goal_words(self) -> str:
        tempi = self.settings.tempi
        words = f"{tempi[0]} to {tempi[-1]} bpm, {self.settings.step} faster each time"
        return f"{words}, given up after {quantity(self.settings.give_up, 'miss', 'misses')}"
