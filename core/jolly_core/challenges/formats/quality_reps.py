"""Quality reps: slow reps, judged good or not against at most two cues, and how comfortable it was at the end."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from jolly_core.challenges.count import NOTHING, Count, share_of
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, ZONE, Event
from jolly_core.challenges.marks import COMFORTS, mark_pads, pointed_words, read_mark, read_marking
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, names, whole_number
from jolly_core.challenges.signs import Choices, Cues
from jolly_core.challenges.tally import ATTEMPTS, HALVES, MARKS, STOPPED, AnyTally, Ending, Reading
from jolly_core.errors import CoreError
from jolly_core.words import quantity

MOST_CUES = 2
RIGHT = "It feels right"
#: Also of a few reps it is asked how comfortable they were.
ENOUGH = "Enough for now"


@dataclass(frozen=True, slots=True)
class QualityState:
    count: Count = NOTHING
    comfort: int | None = None
    #: The mark that a clicker points at.
    pointed: int | None = None
    #: When the last rep was done; what comes after it is only the question.
    done_ms: int = 0
    #: Whether it was said to feel right.
    is_right: bool = False
    #: Whether it was stopped by hand before all reps were done.
    is_stopped: bool = False


@dataclass(frozen=True)
class QualityRepsSettings(Settings):
    reps: int = whole_number("Reps at most", 1, 200, 10)
    at_least: int | None = whole_number("Until it feels right, but at least", 1, 200, None, "reps")
    cues: tuple[str, ...] = names("Cues", ("slow all the way",), low=0, high=MOST_CUES, longest=60)

    def check(self) -> None:
        if self.at_least is not None and self.at_least > self.reps:
            message = f"At least {self.at_least} and at most {quantity(self.reps, 'rep')} cannot both be."
            raise CoreError.one("out_of_order", message, "at_least", value=self.at_least, allowed=f"<= {self.reps}")


@dataclass(frozen=True, slots=True)
class QualityRepsDetail:
    format: Literal["quality_reps"] = "quality_reps"


class QualityReps(Counted[QualityRepsSettings, QualityState]):
    """Settings: reps, cues. Result: good reps, comfort."""

    id = "quality_reps"
    title = "Quality reps"
    summary = "Slowly, one at a time: was it good by the cues? At the end, how comfortable was it?"
    is_aimed = False
    make_word = "Good"
    miss_word = "Not yet"
    metrics = (
        Metric("good", "good reps", "up", "good"),
        Metric("comfort", "comfort", "up", "of 5 in comfort"),
        Metric("good_rate", "share of good reps", "up", "%", needs_whole=True),
    )
    settings_type = QualityRepsSettings
    detail_type = QualityRepsDetail

    def start(self) -> QualityState:
        return QualityState()

    def _is_done(self, state: QualityState) -> bool:
        """Whether all reps are done, and only the question is due."""
        return state.is_right or state.is_stopped or state.count.attempts >= self.settings.reps

    def _may_be_right(self, state: QualityState) -> bool:
        """Whether there were reps enough to say that it feels right."""
        at_least = self.settings.at_least
        return at_least is not None and state.count.attempts >= at_least and not self._is_done(state)

    def _choices(self, state: QualityState) -> tuple[str, ...]:
        """What may be said of the reps so far, besides that one more was good or not."""
        if self._is_done(state) or not state.count.attempts:
            return ()
        return (RIGHT, ENOUGH) if self._may_be_right(state) else (ENOUGH,)

    def takes(self, state: QualityState, press: Event, active_ms: int) -> bool:
        if self._is_done(state):
            return press.kind != ZONE or read_mark(press, COMFORTS) is not None
        return press.kind != ZONE or press.text in self._choices(state)

    def step(self, state: QualityState, press: Event, active_ms: int) -> QualityState:
        is_done = self._is_done(state)
        if press.kind != LET and is_done:
            comfort, pointed = read_marking(press, COMFORTS, state.pointed)
            return replace(state, comfort=comfort, pointed=pointed)
        if press.kind == ZONE:
            is_right = press.text == RIGHT
            return replace(state, is_right=is_right, is_stopped=not is_right, done_ms=active_ms)
        done_ms = state.done_ms if is_done else active_ms
        return replace(state, count=state.count.after(press.kind), done_ms=done_ms)

    def ending(self, state: QualityState) -> Ending | None:
        if state.comfort is None:
            return None
        return STOPPED if state.is_stopped else ATTEMPTS

    def closes_ms(self, state: QualityState) -> int | None:
        return state.done_ms if self._is_done(state) else None

    def is_timed_out(self, state: QualityState, active_ms: int) -> bool:
        return False  # then it asks how comfortable it was

    def reading(self, state: QualityState, active_ms: int) -> Reading:
        reps, count = self.settings.reps, state.count
        is_asked = self._is_done(state) and state.comfort is None
        choices = self._choices(state)
        return Reading(
            number=count.makes,
            number_label="good",
            out_of=reps,
            next=self._next(state),
            to_goal=reps - count.attempts,
            asks="How comfortable was it?" if is_asked else "",
            target=pointed_words(COMFORTS, state.pointed) if is_asked else None,
            face=MARKS if is_asked else HALVES,
            pads=mark_pads(COMFORTS) if is_asked else (),
            metrics={
                "good": count.makes,
                "comfort": state.comfort,
                "good_rate": share_of(count.makes, count.attempts if state.is_right else reps),
            },
            signs=(
                *((Cues(cues=self.settings.cues),) if self.settings.cues else ()),
                *((Choices(choices=choices, stop=ENOUGH),) if choices else ()),
            ),
            detail=QualityRepsDetail(),
        )

    def _next(self, state: QualityState) -> str:
        if self._is_done(state):
            return quantity(state.count.attempts, "rep") + " done" if state.is_stopped else "All reps done"
        at_least, done = self.settings.at_least, state.count.attempts
        if at_least is None:
            return f"{self.settings.reps - done} more, slowly"
        if done < at_least:
            return f"{at_least - done} more at least, slowly"
        return f"till it feels right, {self.settings.reps - done} at most"

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        comfort = tally.metrics["comfort"]
        reps = f"of {quantity(tally.attempts, 'rep')}" if metric_id == "good" else f"{tally.makes} good"
        return reps if comfort is None or metric_id == "comfort" else f"{reps}, comfort {comfort} of 5"

    def goal_words(self) -> str:
        if self.settings.at_least is None:
            return quantity(self.settings.reps, "slow rep")
        return f"{self.settings.at_least} to {self.settings.reps} slow reps, until it feels right"
