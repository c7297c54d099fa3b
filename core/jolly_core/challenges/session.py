"""One run being played: every event goes through here, whichever the format.

Undo, pause, double taps and presses after the end are the same in every format, so they are settled here; the
format only ever sees presses that count.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any

from jolly_core.challenges.contract import STOPPED, Challenge, Tally
from jolly_core.challenges.events import (
    FINISH,
    NOTE,
    PAUSE,
    PRESSES,
    RESUME,
    UNDO,
    Event,
    check_follows,
    in_order,
)

#: A thumb or a worn switch can press twice within this; nobody makes twice.
DOUBLE_TAP_MS = 80


class Session:
    """A run in play. ``step`` takes the next event, ``tally`` says what it all comes to.

    The cost of a step does not grow with the run: states share what they have in common.

    >>> from jolly_core.challenges.registry import get_challenge
    >>> session = Session(get_challenge("makes_of_n"), {"attempts": 10, "goal": 8})
    >>> session.step(Event("make", 1200, 1))
    >>> session.tally().number
    1
    """

    def __init__(
        self, challenge: Challenge[Any], settings: Mapping[str, object], *, double_tap_ms: int = DOUBLE_TAP_MS
    ) -> None:
        self.challenge = challenge
        self.settings = challenge.read_settings(settings)
        self.double_tap_ms = double_tap_ms
        self._states: list[Any] = [challenge.start(self.settings)]
        self._last: Event | None = None
        self._last_press: Event | None = None
        self._paused_at: int | None = None
        self._paused_ms = 0
        self._is_stopped = False
        self._ignored = 0
        self._notes: list[str] = []

    def step(self, event: Event) -> None:
        """Take the next event. Raises ``CoreError`` when it cannot stand behind the one before."""
        if self._last is not None:
            check_follows(self._last, event)
        self._last = event
        if event.kind in PRESSES:
            self._press(event)
        elif event.kind == NOTE:
            self._notes.append(event.text)
        elif event.kind == PAUSE:
            if self._paused_at is None and not self.is_over():
                self._paused_at = event.at_ms
        elif event.kind == RESUME:
            self._resume(event.at_ms)
        elif event.kind == FINISH:
            self._resume(event.at_ms)
            self._is_stopped = not self.is_over()
        elif event.kind == UNDO:
            self._undo(event)

    def tally(self, at_ms: int | None = None) -> Tally:
        """What the events so far come to, at ``at_ms`` of the run's clock (at the last event when left out)."""
        active_ms = self._active_ms(at_ms)
        state = self._states[-1]
        count = self.challenge.count(state)
        reading = self.challenge.read(self.settings, state, active_ms)
        ending = self._ending(active_ms)
        detail = {**reading.detail, **({"notes": list(self._notes)} if self._notes else {})}
        return Tally(
            format=self.challenge.id,
            number=reading.number,
            number_label=reading.number_label,
            out_of=reading.out_of,
            next=reading.next if ending is None else "Done",
            to_goal=reading.to_goal,
            target=None if ending else reading.target,
            then=None if ending else reading.then,
            asks="" if ending else reading.asks,
            pads=() if ending else reading.pads,
            wakes_in_ms=None if ending else reading.wakes_in_ms,
            attempts=count.attempts,
            makes=count.makes,
            misses=count.misses,
            lets=count.lets,
            rate=round(count.makes / count.attempts, 4) if count.attempts else None,
            streak=count.streak,
            best_streak=count.best_streak,
            time_used_ms=active_ms,
            time_left_ms=reading.time_left_ms,
            rest_left_ms=0 if ending else reading.rest_left_ms,
            is_paused=self._paused_at is not None,
            is_over=ending is not None,
            ending=ending,
            undoable=len(self._states) - 1,
            ignored=self._ignored,
            metrics=dict(reading.metrics),
            detail=detail,
        )

    def is_over(self) -> bool:
        """Whether the run is over as of the last event; what the tally says, without reading all of it."""
        return self._ending(self._active_ms()) is not None

    def _press(self, event: Event) -> None:
        challenge, settings, state = self.challenge, self.settings, self._states[-1]
        active_ms = event.at_ms - self._paused_ms
        is_closed = self._paused_at is not None or self._is_stopped or challenge.ending(settings, state, active_ms)
        if is_closed or self._is_double_tap(event) or not challenge.takes(settings, state, event, active_ms):
            self._ignored += 1
            return
        self._states.append(challenge.step(settings, state, event, active_ms))
        self._last_press = event

    def _undo(self, event: Event) -> None:
        """Take back stopping by hand, or else the last press that counted; the run goes on if it can."""
        if self._is_double_tap(event):
            self._ignored += 1
            return
        self._last_press = event
        if self._is_stopped:
            self._is_stopped = False
        elif len(self._states) > 1:
            self._states.pop()

    def _is_double_tap(self, event: Event) -> bool:
        last = self._last_press
        if last is None or last.kind != event.kind or last.text != event.text:
            return False
        return event.at_ms - last.at_ms < self.double_tap_ms

    def _resume(self, at_ms: int) -> None:
        if self._paused_at is not None:
            self._paused_ms += at_ms - self._paused_at
            self._paused_at = None

    def _active_ms(self, at_ms: int | None = None) -> int:
        last_ms = self._last.at_ms if self._last else 0
        now_ms = last_ms if at_ms is None else max(at_ms, last_ms)
        if self._paused_at is not None:
            now_ms = self._paused_at
        return now_ms - self._paused_ms

    def _ending(self, active_ms: int) -> str | None:
        by_rule = self.challenge.ending(self.settings, self._states[-1], active_ms)
        return by_rule or (STOPPED if self._is_stopped else None)


def replay(
    challenge: Challenge[Any],
    settings: Mapping[str, object],
    events: Iterable[Event],
    *,
    double_tap_ms: int = DOUBLE_TAP_MS,
    at_ms: int | None = None,
) -> Tally:
    """The tally of a whole run, its events in any order. The same input gives the same tally, wherever it runs."""
    session = Session(challenge, settings, double_tap_ms=double_tap_ms)
    for event in in_order(events):
        session.step(event)
    return session.tally(at_ms)
