"""What the court shows beside its number: the sheet of frames, a click's strokes, a call, cues, a lap, a reminder.

A sign says what it is in its first field, and the screen draws it by that, whichever the game.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal


@dataclass(frozen=True, slots=True)
class FrameLine:
    """A frame on the sheet: a mark for each ball, the score up to it (None while bonus balls are due), what it is."""

    balls: tuple[str, ...]
    total: int | None
    kind: str | None


@dataclass(frozen=True, slots=True)
class FrameSheet:
    """The score sheet of ten frames, as far as it is played."""

    kind: Literal["frames"] = "frames"
    frames: tuple[FrameLine, ...] = ()


@dataclass(frozen=True, slots=True)
class Click:
    """A click to play to: beats a minute, strokes a beat, the strokes of the go and the time of one of them.

    ``is_separate``: one hand plays its strokes after the other, they do not alternate. ``go`` counts the goes: another
    number begins the click anew. ``goes_on``: the next go comes by itself.
    """

    kind: Literal["click"] = "click"
    bpm: int = 60
    per_beat: int = 1
    strokes: int = 0
    stroke_ms: float = 1000.0
    is_separate: bool = False
    go: int = 0
    goes_on: bool = False


@dataclass(frozen=True, slots=True)
class CalledOut:
    """What is called out next, and in how many ms: the screen does so at its moment, and does not wait to be told.

    ``place`` counts what was called: another place is another call.
    """

    kind: Literal["call"] = "call"
    call: str = ""
    means: str = ""
    colour: str = "none"
    in_ms: int = 0
    place: int = 0


@dataclass(frozen=True, slots=True)
class FeedOut:
    """What is fed next, and in how many ms: a sound and a mark come at that moment. ``place`` counts the feeds."""

    kind: Literal["feed"] = "feed"
    feed: str = ""
    means: str = ""
    in_ms: int = 0
    place: int = 0


@dataclass(frozen=True, slots=True)
class Cues:
    """What to feel or picture on each rep."""

    kind: Literal["cues"] = "cues"
    cues: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Choices:
    """Words to press beside the two halves, each a zone press of that text: why it was missed, that it feels right."""

    kind: Literal["choices"] = "choices"
    asks: str = ""
    choices: tuple[str, ...] = ()
    #: The one that is meant by stopping, as it asks something before the run ends; empty where stopping ends it.
    stop: str = ""


@dataclass(frozen=True, slots=True)
class Lap:
    """The targets of a lap in their order, and the one to play (from 0)."""

    kind: Literal["lap"] = "lap"
    steps: tuple[str, ...] = ()
    place: int = 0


@dataclass(frozen=True, slots=True)
class Closing:
    """What is said at the end of a run."""

    kind: Literal["closing"] = "closing"
    words: str = ""


@dataclass(frozen=True, slots=True)
class Reminder:
    """Something of the rung's card that is due before the next rep; ``item`` is what of the card it is."""

    kind: Literal["reminder"] = "reminder"
    item: str = ""
    title: str = ""
    lines: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class SteadyClick:
    """A click that goes on through the run: beats a minute, beats in a bar, and the stronger ones of them (from 1)."""

    kind: Literal["beat"] = "beat"
    bpm: int = 60
    beats: int = 4
    accents: tuple[int, ...] = ()
    is_spoken: bool = False


Sign = FrameSheet | Click | CalledOut | FeedOut | Cues | Choices | Lap | Closing | Reminder | SteadyClick
