"""What is said of a run: what a format reads from its state, and the tally that a session makes of it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict, dataclass, field
from typing import Any

#: Why a run is over; one that was kept on paper does not say.
GOAL, MISSED, ATTEMPTS, TIME, STOPPED, PAPER = "goal", "missed", "attempts", "time", "stopped", "paper"
WON, LOST, GIVEN_UP = "won", "lost", "given_up"
#: Endings of a run that was played to an end of its own; one that was stopped by hand was cut short.
WHOLE = (GOAL, MISSED, ATTEMPTS, TIME, PAPER, WON, LOST, GIVEN_UP)


@dataclass(frozen=True, slots=True)
class Pad:
    """Something to press: the event it sends, the words on it, and a few more beside them, such as its points."""

    kind: str
    text: str
    word: str
    beside: str = ""
    #: Where nothing is gained by pressing it just now, as a target that has all its makes.
    is_done: bool = False


@dataclass(frozen=True)
class Reading:
    """What a format says of its state: the huge number, what is next, the metrics, and details of its own.

    ``target`` is what to play at now and ``then`` what follows it. ``pads`` is all that can be pressed where that is
    more than make and miss; ``asks`` is the question that they answer, if they answer one. ``wakes_in_ms`` is when
    the reading changes though nothing is pressed: somebody has to say then how late it is. ``in_hand`` is what of a
    metric is still growing, where that is less than the metric itself: a row is only made longer by the row in hand.
    """

    number: int
    number_label: str
    out_of: int | None
    next: str
    to_goal: int | None
    metrics: Mapping[str, int | float | None]
    time_left_ms: int | None = None
    rest_left_ms: int = 0
    target: str | None = None
    then: str | None = None
    asks: str = ""
    pads: tuple[Pad, ...] = ()
    wakes_in_ms: int | None = None
    in_hand: Mapping[str, int] = field(default_factory=dict)
    detail: Mapping[str, Any] = field(default_factory=dict)


@dataclass(frozen=True)
class Tally:
    """What the rules make of the events so far."""

    format: str
    number: int
    number_label: str
    out_of: int | None
    next: str
    to_goal: int | None
    target: str | None
    then: str | None
    asks: str
    pads: tuple[Pad, ...]
    wakes_in_ms: int | None
    attempts: int
    makes: int
    misses: int
    lets: int
    rate: float | None
    streak: int
    best_streak: int
    time_used_ms: int
    time_left_ms: int | None
    rest_left_ms: int
    is_paused: bool
    is_over: bool
    ending: str | None
    undoable: int
    ignored: int
    metrics: Mapping[str, int | float | None]
    in_hand: Mapping[str, int]
    detail: Mapping[str, Any]

    def as_dict(self) -> dict[str, Any]:
        """The tally as plain values, ready for JSON."""
        # Its fields are plain already but for the pads; copying all of them, ten times a second, would be for nothing.
        values = {name: getattr(self, name) for name in self.__dataclass_fields__}
        pads = [asdict(pad) for pad in self.pads]
        return {**values, "pads": pads, "in_hand": dict(self.in_hand), "detail": dict(self.detail)}
