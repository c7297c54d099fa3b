"""Calls with no press: one comes after the other by the clock, and how many were answered is said at the end."""

from __future__ import annotations

from bisect import bisect_right
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from typing import Literal, NamedTuple

from jolly_core.challenges.breakdown import Breakdown
from jolly_core.challenges.count import NOTHING, Count, share_of
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, ZONE, Event
from jolly_core.challenges.formats.calls import CalledSettings, call_at, called_out, wait_ms
from jolly_core.challenges.formats.rallies import entered
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import whole_number
from jolly_core.challenges.tally import ATTEMPTS, NONE, TYPED, AnyTally, Ending, Reading
from jolly_core.challenges.targets import after_try, no_tries
from jolly_core.words import quantity


@dataclass(frozen=True, slots=True)
class NoPressState:
    """``count`` is that of what was said at the end; ``said`` what is in hand of it while it is pressed one by one."""

    count: Count = NOTHING
    said: int = 0


@dataclass(frozen=True)
class NoPressSettings(CalledSettings):
    answer_s: int = whole_number("Time for each answer", 1, 120, 4, "s")


@dataclass(frozen=True, slots=True)
class NoPressDetail:
    format: Literal["calls_with_no_press"] = "calls_with_no_press"
    #: How often each was called, in the order of the settings.
    called: tuple[int, ...] = ()


class Due(NamedTuple):
    """A call by its place among the calls of the settings, when it is called out, and until when it is answered."""

    call: int
    at_ms: int
    until_ms: int


@lru_cache(maxsize=64)
def schedule(settings: NoPressSettings) -> tuple[Due, ...]:
    """All calls of a run in their order: each after its wait, and with its time for the answer."""
    dues, tries, at_ms = [], no_tries(settings.calls), 0
    for turn in range(settings.number):
        call = call_at(settings, tries, turn)
        tries = after_try(tries, call, is_made=True)
        at_ms += wait_ms(settings, turn)
        dues.append(Due(call, at_ms, at_ms + 1000 * settings.answer_s))
        at_ms = dues[-1].until_ms
    return tuple(dues)


class CallsWithNoPress(Counted[NoPressSettings, NoPressState]):
    """Settings: calls, how many, waits, time for each answer. Result: how many were answered, by one's own word."""

    id = "calls_with_no_press"
    title = "Calls with no press"
    summary = "Both hands busy? The calls go on by themselves; at the end, say how many you answered."
    is_aimed = False
    make_word = "One more"
    miss_word = "That is all"
    metrics = (
        Metric("answered", "answered", "up", "answered"),
        Metric("answered_rate", "share answered", "up", "%", needs_whole=True),
    )
    settings_type = NoPressSettings
    detail_type = NoPressDetail

    @cached_property
    def dues(self) -> tuple[Due, ...]:
        """All that comes in a run, worked out once for the many presses of it."""
        return schedule(self.settings)

    def start(self) -> NoPressState:
        return NoPressState()

    def closes_ms(self, state: NoPressState) -> int | None:
        return self.dues[-1].until_ms

    def is_timed_out(self, state: NoPressState, active_ms: int) -> bool:
        return False  # then it asks how many were answered

    def takes(self, state: NoPressState, press: Event, active_ms: int) -> bool:
        if self._called(active_ms) < self.settings.number:
            return False  # while it calls there is nothing to press
        number = entered(press)
        return number is not None and number <= self.settings.number if press.kind == ZONE else press.kind != LET

    def step(self, state: NoPressState, press: Event, active_ms: int) -> NoPressState:
        if press.kind == MAKE:
            said = state.said + 1
            return self._with(said) if said == self.settings.number else replace(state, said=said)
        number = entered(press)
        return self._with(state.said if number is None else number)

    def _with(self, answered: int) -> NoPressState:
        """What was answered is said; nobody saw in which order."""
        return NoPressState(Count(answered, self.settings.number - answered))

    def _called(self, active_ms: int) -> int:
        """How many calls have had their time."""
        return bisect_right(self.dues, active_ms, key=lambda due: due.until_ms)

    def ending(self, state: NoPressState) -> Ending | None:
        return ATTEMPTS if state.count.attempts else None

    def reading(self, state: NoPressState, active_ms: int) -> Reading:
        done = self._called(active_ms)
        return self._calling(active_ms, done) if done < self.settings.number else self._asking(state)

    def _calling(self, active_ms: int, done: int) -> Reading:
        """What it shows while it calls: a call, or the wait before it."""
        dues, number = self.dues, self.settings.number
        due = dues[done]
        is_called = active_ms >= due.at_ms
        return Reading(
            number=done,
            number_label="called",
            out_of=number,
            next="Answer" if is_called else "Wait for the call",
            to_goal=number - done,
            wakes_in_ms=(due.until_ms if is_called else due.at_ms) - active_ms,
            face=NONE,
            metrics=_metrics(NOTHING),
            signs=(called_out(self.settings.calls[due.call], in_ms=due.at_ms - active_ms, place=done),),
            detail=self._detail(dues[: done + is_called]),
        )

    def _asking(self, state: NoPressState) -> Reading:
        """What it shows once all were called."""
        return Reading(
            number=state.count.makes if state.count.attempts else state.said,
            number_label="answered",
            out_of=self.settings.number,
            next="How many were answered?",
            to_goal=0,
            face=TYPED,
            metrics=_metrics(state.count),
            detail=self._detail(self.dues),
        )

    def _detail(self, called: Sequence[Due]) -> NoPressDetail:
        times = Counter(due.call for due in called)
        return NoPressDetail(called=tuple(times[kind] for kind in range(len(self.settings.calls))))

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        number = quantity(self.settings.number, "call")
        return f"of {number}" if metric_id == "answered" else f"{tally.makes} of {number} answered"

    def breakdown(self, tally: AnyTally) -> Breakdown | None:
        called: tuple[int, ...] = tally.detail.called
        said = [f"{call.call} {times}" for call, times in zip(self.settings.calls, called, strict=False) if times]
        return Breakdown("What was called", words=f"How often each was called: {', '.join(said)}.") if said else None

    def goal_words(self) -> str:
        settings = self.settings
        calls = f"{quantity(settings.number, 'call')} of {len(settings.calls)} kinds"
        return f"{calls}, {settings.answer_s} s for each answer"


def _metrics(count: Count) -> dict[str, int | float | None]:
    return {"answered": count.makes, "answered_rate": share_of(count.makes, count.attempts)}
