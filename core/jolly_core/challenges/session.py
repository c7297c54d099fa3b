"""One run being played: every event goes through here, whichever the format.

Undo, pause, double taps, time that is up and what comes after the end are the same in every format, so they are settled
here; the format only ever sees presses that count.
"""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from jolly_core.challenges.card import Card
from jolly_core.challenges.corrections import corrected
from jolly_core.challenges.count import Count
from jolly_core.challenges.events import (
    FINISH,
    LONGEST_RUN_MS,
    NOTE,
    PAUSE,
    PRESSES,
    RESUME,
    UNDO,
    Event,
    check_follows,
)
from jolly_core.challenges.game import Game
from jolly_core.challenges.tally import (
    HALVES,
    NONE,
    STOPPED,
    TIME,
    TYPED,
    WHOLE,
    AnyTally,
    Ending,
    Face,
    Reading,
    Tally,
)

#: Two presses within this are one: a thumb or a worn switch bounced.
DOUBLE_TAP_MS = 80
#: The card of a rung that nothing is written for.
BLANK = Card()


class _Clock:
    """The run's clock, which stands in a pause, after a stop and after the end."""

    def __init__(self) -> None:
        self.since: int | None = None
        self._stood_ms = 0

    def stand(self, at_ms: int) -> None:
        if self.since is None:
            self.since = at_ms

    def go(self, at_ms: int) -> None:
        if self.since is not None:
            self._stood_ms += at_ms - self.since
            self.since = None

    def active_ms(self, at_ms: int) -> int:
        return (at_ms if self.since is None else self.since) - self._stood_ms


class Session:
    """A run in play. ``step`` takes the next event, ``tally`` says what it all comes to.

    The cost of a step does not grow with the run: states share what they have in common. Controls say what is wanted
    and do nothing where it is so already: a second stop is no start. After the end only an undo changes anything; a
    note is kept beside the count. The card of the rung changes what is shown, and no count; where it says so the clock
    stands while balls are fetched, and the run is paused until the athlete goes on.

    >>> from jolly_core.challenges.registry import read_game
    >>> session = Session(read_game("makes_of_n", {"attempts": 10, "goal": 8}))
    >>> session.step(Event("make", 1200, 1))
    >>> session.tally().number
    1
    """

    def __init__(self, game: Game[Any, Any], *, double_tap_ms: int = DOUBLE_TAP_MS, card: Card = BLANK) -> None:
        self.game = game
        self.card = card
        self.double_tap_ms = double_tap_ms
        self._states: list[Any] = [game.start()]
        #: When each of the states came to be, by the run's clock without its pauses.
        self._times_ms: list[int] = [0]
        #: The numbers of the presses that they came of.
        self._numbers: list[int] = [0]
        self._last: Event | None = None
        self._last_press: Event | None = None
        self._clock = _Clock()
        self._is_paused = False
        self._is_stopped = False
        #: Whether the card paused it, and not the athlete: then taking back the press takes back the pause.
        self._is_fetching = False
        self._ignored = 0
        self._notes: list[str] = []

    def step(self, event: Event) -> None:
        """Take the next event. Raises ``CoreError`` when it cannot stand behind the one before."""
        if self._last is not None:
            check_follows(self._last, event)
        self._last = event
        if event.kind == NOTE:
            self._notes.append(event.text)
        elif event.kind == UNDO:
            self._undo(event)
        elif self._ending(self._clock.active_ms(event.at_ms)) is None:
            self._step_on(event)

    def _step_on(self, event: Event) -> None:
        """An event of a run that is not over."""
        if event.kind in PRESSES:
            self._press(event)
        elif event.kind == PAUSE:
            self._is_paused = True
            self._clock.stand(event.at_ms)
        elif event.kind == RESUME:
            self._is_paused = self._is_fetching = False
            self._clock.go(event.at_ms)
        elif event.kind == FINISH:
            self._is_stopped = True
            self._clock.stand(event.at_ms)

    def tally(self, at_ms: int | None = None) -> AnyTally:
        """What the events so far come to, at ``at_ms`` of the run's clock (at the last event when left out)."""
        active_ms = self._active_ms(at_ms)
        ending = self._ending(active_ms)
        state = self.game.gone_on(self._states[-1], active_ms)
        closes_ms = self.game.closes_ms(state)
        # What comes after the end takes no time of the run.
        used_ms = min(active_ms, LONGEST_RUN_MS if closes_ms is None else closes_ms)
        reading = self.game.reading(state, used_ms)
        count = self.game.count(state)
        # Beyond its goal a count is out of nothing any more.
        is_beyond = reading.out_of is not None and reading.number > reading.out_of
        return Tally(
            format=self.game.id,
            number=reading.number,
            number_label=reading.number_label,
            out_of=None if is_beyond else reading.out_of,
            next=reading.next if ending is None else "Done",
            to_goal=reading.to_goal,
            target=None if ending else reading.target,
            then=None if ending else reading.then,
            asks="" if ending else reading.asks,
            face=_face_behind_the_end(reading.face) if ending else reading.face,
            pads=() if ending else reading.pads,
            signs=reading.signs if ending else (*reading.signs, *self.card.signs(count)),
            wakes_in_ms=None if ending else reading.wakes_in_ms,
            attempts=count.attempts,
            makes=count.makes,
            misses=count.misses,
            lets=count.lets,
            rate=round(count.makes / count.attempts, 4) if count.attempts else None,
            streak=count.streak,
            best_streak=count.best_streak,
            time_used_ms=used_ms,
            time_left_ms=reading.time_left_ms,
            rest_left_ms=0 if ending else reading.rest_left_ms,
            is_paused=self._is_paused and ending is None,
            is_over=ending is not None,
            ending=ending,
            undoable=len(self._states) - 1,
            ignored=self._ignored,
            metrics=measured(self.game, reading, is_whole=ending in WHOLE),
            in_hand={} if ending else reading.in_hand,
            detail=reading.detail,
            notes=tuple(self._notes),
        )

    def is_over(self) -> bool:
        """Whether the run is over as of the last event; what the tally says, without reading all of it."""
        return self._ending(self._active_ms()) is not None

    def counts(self) -> list[tuple[Count, int]]:
        """The plain count before the first press and after each one that stands, with its time in ms."""
        return [(self.game.count(state), at_ms) for state, at_ms in zip(self._states, self._times_ms, strict=True)]

    def standing(self) -> list[int]:
        """The numbers of the presses that count and were not taken back."""
        return self._numbers[1:]

    def _press(self, event: Event) -> None:
        game, active_ms = self.game, self._clock.active_ms(event.at_ms)
        state = game.gone_on(self._states[-1], active_ms)
        if self._is_paused or self._is_double_tap(event) or not game.takes(state, event, active_ms):
            self._ignored += 1
            return
        state = game.step(state, event, active_ms)
        self._states.append(state)
        self._times_ms.append(active_ms)
        self._numbers.append(event.seq)
        self._last_press = event
        if game.ending(state) is not None:
            self._clock.stand(event.at_ms)
        elif self.card.stops_clock(game.count(state)):
            self._is_paused = self._is_fetching = True
            self._clock.stand(event.at_ms)

    def _undo(self, event: Event) -> None:
        """Take back stopping by hand, or else the last press that counted; the run goes on if it can.

        It goes on from where its clock stood: time after a stop, or after the end, was not played.
        """
        if self._is_double_tap(event):
            return
        self._last_press = event
        if self._is_stopped:
            self._is_stopped = False
        elif len(self._states) > 1:
            self._states.pop()
            self._times_ms.pop()
            self._numbers.pop()
            self._is_paused = self._is_paused and not self._is_fetching
            self._is_fetching = False
        if not self._is_paused:
            self._clock.go(event.at_ms)
        resumed = self.game.resume(self._states[-1], self._clock.active_ms(event.at_ms))
        self._states[-1] = resumed

    def _is_double_tap(self, event: Event) -> bool:
        last = self._last_press
        if last is None or last.kind != event.kind or last.text != event.text:
            return False
        return event.at_ms - last.at_ms < self.double_tap_ms

    def _active_ms(self, at_ms: int | None = None) -> int:
        last_ms = self._last.at_ms if self._last else 0
        return self._clock.active_ms(last_ms if at_ms is None else max(at_ms, last_ms))

    def _ending(self, active_ms: int) -> Ending | None:
        state = self.game.gone_on(self._states[-1], active_ms)
        if by_itself := self.game.ending(state):
            return by_itself
        if self._is_stopped or active_ms > LONGEST_RUN_MS:
            return STOPPED
        return TIME if self.game.is_timed_out(state, active_ms) else None


def measured(game: Game[Any, Any], reading: Reading, *, is_whole: bool) -> dict[str, int | float | None]:
    """What of a reading's metrics can be said: of a run that is not whole, nothing that needs a whole one."""
    return {
        metric.id: reading.metrics[metric.id] if is_whole or not metric.needs_whole else None for metric in game.metrics
    }


def replay(
    game: Game[Any, Any],
    events: Iterable[Event],
    *,
    double_tap_ms: int = DOUBLE_TAP_MS,
    card: Card = BLANK,
    at_ms: int | None = None,
) -> AnyTally:
    """The tally of a whole run, its events in any order. The same input gives the same tally, wherever it runs."""
    session = Session(game, double_tap_ms=double_tap_ms, card=card)
    for event in corrected(events):
        session.step(event)
    return session.tally(at_ms)


def _face_behind_the_end(face: Face) -> Face:
    """Halves at rest; none where a number was typed, whose makes and misses are no presses to be told apart."""
    return NONE if face in (TYPED, NONE) else HALVES
