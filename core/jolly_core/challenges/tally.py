"""What is said of a run: what a format reads from its state, and the tally that a session makes of it.

The tally is described here once: what is stored, what the server sends and what the screen is typed by come from it.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any, Generic, Literal, TypeVar

from jolly_core.challenges.events import PressKind
from jolly_core.challenges.signs import Sign
from jolly_core.stored import Stored

#: Why a run is over; one that was kept on paper does not say.
Ending = Literal["goal", "missed", "attempts", "time", "stopped", "paper", "won", "lost", "given_up"]
GOAL: Ending = "goal"
MISSED: Ending = "missed"
ATTEMPTS: Ending = "attempts"
TIME: Ending = "time"
STOPPED: Ending = "stopped"
PAPER: Ending = "paper"
WON: Ending = "won"
LOST: Ending = "lost"
GIVEN_UP: Ending = "given_up"
#: Endings of a run that was played to an end of its own; one that was stopped by hand was cut short.
WHOLE = (GOAL, MISSED, ATTEMPTS, TIME, PAPER, WON, LOST, GIVEN_UP)

#: What the court screen draws to press: two halves, targets (where they lie, or beside each other), pins by their
#: number, marks of a scale, items of a list, a number to type; nothing while a call or a clock is all there is.
Face = Literal["halves", "targets", "pins", "marks", "items", "typed", "none"]
HALVES: Face = "halves"
TARGETS: Face = "targets"
PINS: Face = "pins"
MARKS: Face = "marks"
ITEMS: Face = "items"
TYPED: Face = "typed"
NONE: Face = "none"

DetailType = TypeVar("DetailType")


@dataclass(frozen=True, slots=True)
class Pad:
    """Something to press: the event it sends, the words on it, and a few more beside them, such as its points."""

    kind: PressKind
    text: str
    word: str
    beside: str = ""
    #: Where nothing is gained by pressing it just now, as a target that has all its makes.
    is_done: bool = False


@dataclass(frozen=True)
class Reading:
    """What a format says of its state: the huge number, what is next, the metrics, and details of its own.

    ``target`` is what to play at now and ``then`` what follows it. ``face`` is what the screen draws to press, ``pads``
    all that can be pressed where that is more than make and miss; ``asks`` is the question that they answer, if they
    answer one. ``signs`` are shown beside the number. ``wakes_in_ms`` is when the reading changes though nothing is
    pressed: somebody has to say then how late it is. ``in_hand`` is what of a metric is still growing, where that is
    less than the metric itself: a row is only made longer by the row in hand.
    """

    number: int
    number_label: str
    out_of: int | None
    next: str
    to_goal: int | None
    metrics: dict[str, int | float | None]
    detail: Any
    time_left_ms: int | None = None
    rest_left_ms: int = 0
    target: str | None = None
    then: str | None = None
    asks: str = ""
    face: Face = HALVES
    pads: tuple[Pad, ...] = ()
    signs: tuple[Sign, ...] = ()
    wakes_in_ms: int | None = None
    in_hand: dict[str, int] = field(default_factory=dict)


def _told_by_format(old: dict[str, Any]) -> dict[str, Any]:
    """Version 1 kept notes, signs and who hit what in its detail, and no face."""
    detail = {"format": old["format"], **old.get("detail", {})}
    signs: list[dict[str, Any]] = []
    if detail.get("frames"):
        signs.append({"kind": "frames", "frames": detail["frames"]})
    if detail.get("closing"):
        signs.append({"kind": "closing", "words": detail["closing"]})
    if detail.get("targets"):
        targets = detail["targets"]
        detail["targets"] = [{"attempts": None, "makes": line.get("hits", 0), **line} for line in targets]
    face = TARGETS if old.get("pads") else HALVES
    return {**old, "detail": detail, "signs": signs, "notes": detail.pop("notes", []), "face": face}


@dataclass(frozen=True)
class Tally(Stored, Generic[DetailType]):
    """What the rules make of the events so far."""

    _version = 2
    _upgrades = {1: _told_by_format}

    format: str
    number: int
    number_label: str
    out_of: int | None
    next: str
    to_goal: int | None
    attempts: int
    makes: int
    misses: int
    lets: int
    rate: float | None
    streak: int
    best_streak: int
    time_used_ms: int
    time_left_ms: int | None
    is_over: bool
    ending: Ending | None
    metrics: dict[str, int | float | None]
    detail: DetailType
    target: str | None = None
    then: str | None = None
    asks: str = ""
    face: Face = HALVES
    pads: tuple[Pad, ...] = ()
    signs: tuple[Sign, ...] = ()
    wakes_in_ms: int | None = None
    rest_left_ms: int = 0
    is_paused: bool = False
    undoable: int = 0
    ignored: int = 0
    in_hand: dict[str, int] = field(default_factory=dict)
    notes: tuple[str, ...] = ()

    def whole(self, metric_id: str) -> int:
        """The value of a metric that counts something; 0 where it has none."""
        return int(self.metrics.get(metric_id) or 0)


AnyTally = Tally[Any]
#: Metrics of a run by their ids.
Metrics = Mapping[str, int | float | None]
