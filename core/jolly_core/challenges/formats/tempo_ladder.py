"""Tempo ladder: play to a click; each tempo that is held clean brings the next, faster one, by a press or by itself."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property
from itertools import accumulate
from typing import Literal

from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, choice, whole_number
from jolly_core.challenges.signs import Click
from jolly_core.challenges.tally import GIVEN_UP, GOAL, AnyTally, Ending, Reading
from jolly_core.errors import CoreError
from jolly_core.tempo.click import MINUTE_MS, stroke_ms, strokes_a_minute, tempo_steps
from jolly_core.words import clock, quantity

STROKES, TIMED = "strokes", "timed"
PRESSED, ITSELF = "pressed", "itself"
ALTERNATING, SEPARATE = "alternating", "separate"
#: The click leads in with four beats.
LEAD_IN_BEATS = 4
#: Between one tempo and the next where it goes on by itself: shake the hands out. Common practice, no source.
BREATH_MS = 4000


@dataclass(frozen=True, slots=True)
class TempoState:
    """``step`` is the tempo to play, ``failed`` how often it failed, ``clean`` the highest that was held.

    ``begun_ms`` is when its go began, and ``goes`` counts all goes.
    """

    count: Count = NOTHING
    step: int = 0
    failed: int = 0
    clean: int = 0
    strokes: int = 0
    begun_ms: int = 0
    goes: int = 0


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
    hands: str = choice("The hands", {ALTERNATING: "alternate", SEPARATE: "play one after the other"}, ALTERNATING)
    loops: int = whole_number("Up the ladder", 1, 50, 1, "times")
    goes_on: str = choice(
        "The next tempo comes",
        {PRESSED: "when you press Clean", ITSELF: "by itself, unless you press Not clean"},
        PRESSED,
    )

    def check(self) -> None:
        if self.top < self.start:
            message = f"The last tempo, {self.top} bpm, is slower than the first, {self.start} bpm."
            raise CoreError.one("out_of_order", message, "top", value=self.top, allowed=f">= {self.start}")

    @cached_property
    def tempi(self) -> tuple[int, ...]:
        """The tempi to play, in beats a minute, up the ladder as often as set."""
        return tuple(tempo_steps(self.start, self.top, self.step)) * self.loops

    def strokes_at(self, step: int) -> int:
        """The strokes of both hands together at a step."""
        if self.by == TIMED:
            return int(self.seconds * strokes_a_minute(self.tempi[step], self.per_beat) // 60)
        rung = step % (len(self.tempi) // self.loops)
        return 2 * max(1, self.strokes - rung * self.fewer)

    def step_ms(self, step: int) -> float:
        """How long a step takes by its click."""
        if self.by == TIMED:
            return float(self.seconds * 1000)
        return self.strokes_at(step) * stroke_ms(self.tempi[step], self.per_beat)

    @cached_property
    def ends_ms(self) -> tuple[int, ...]:
        """When each go ends that goes on by itself, from the beginning of the first; none of them failing."""
        return tuple(accumulate(self.go_ms(step) for step in range(len(self.tempi))))

    def go_ms(self, step: int) -> int:
        """How long a go takes that goes on by itself: lead-in, strokes and a breath."""
        return round(LEAD_IN_BEATS * MINUTE_MS / self.tempi[step] + self.step_ms(step)) + BREATH_MS


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
            # What does not count is played again.
            return replace(state, count=count, begun_ms=active_ms, goes=state.goes + 1)
        if press.kind != MAKE:
            return replace(state, count=count, failed=state.failed + 1, begun_ms=active_ms, goes=state.goes + 1)
        return self._held(state, active_ms)

    def _held(self, state: TempoState, at_ms: int) -> TempoState:
        """The state once the tempo in hand was held, at that moment."""
        clean = max(state.clean, self.settings.tempi[state.step])
        strokes = state.strokes + self.settings.strokes_at(state.step)
        return TempoState(state.count.after(MAKE), state.step + 1, 0, clean, strokes, at_ms, state.goes + 1)

    def gone_on(self, state: TempoState, active_ms: int) -> TempoState:
        if self.settings.goes_on == ITSELF:
            while state.step < len(self.settings.tempi):
                over_ms = state.begun_ms + self.settings.go_ms(state.step)
                if active_ms < over_ms:
                    break
                state = self._held(state, over_ms)
        return state

    def closes_ms(self, state: TempoState) -> int | None:
        if self.settings.goes_on != ITSELF:
            return None
        if self.ending(state):
            return state.begun_ms
        ends_ms = self.settings.ends_ms
        return state.begun_ms + ends_ms[-1] - (ends_ms[state.step - 1] if state.step else 0)

    def is_timed_out(self, state: TempoState, active_ms: int) -> bool:
        return False  # its time is that of its goes

    def ending(self, state: TempoState) -> Ending | None:
        if state.step >= len(self.settings.tempi):
            return GOAL
        return GIVEN_UP if state.failed >= self.settings.give_up else None

    def reading(self, state: TempoState, active_ms: int) -> Reading:
        tempi, is_itself = self.settings.tempi, self.settings.goes_on == ITSELF
        step = min(state.step, len(tempi) - 1)
        over_ms = state.begun_ms + self.settings.go_ms(step) - active_ms
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
            wakes_in_ms=max(1, over_ms) if is_itself and state.step < len(tempi) else None,
            signs=(
                Click(
                    bpm=tempi[step],
                    per_beat=self.settings.per_beat,
                    strokes=self.settings.strokes_at(step),
                    stroke_ms=round(stroke_ms(tempi[step], self.settings.per_beat), 3),
                    is_separate=self.settings.hands == SEPARATE,
                    go=state.goes,
                    goes_on=is_itself,
                ),
            ),
            detail=TempoLadderDetail(step=step + 1, steps=len(tempi), failed=state.failed),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        metrics, tempi = tally.metrics, self.settings.tempi
        if metric_id == "tempo":
            if metrics["steps"] is None:
                return f"of {max(tempi)}"
            return f"of {max(tempi)}, {metrics['steps']} of {quantity(len(tempi), 'tempo', 'tempi')} held"
        return f"up to {metrics['tempo']} bpm"

    def goal_words(self) -> str:
        tempi = self.settings.tempi
        words = f"{tempi[0]} to {tempi[-1]} bpm, {self.settings.step} faster each time"
        if self.settings.loops > 1:
            words += f", {self.settings.loops} times up"
        return f"{words}, given up after {quantity(self.settings.give_up, 'miss', 'misses')}"
