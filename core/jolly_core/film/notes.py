"""What is kept of a look at one's own clips. The clips stay where they are: they are known by name, size and date."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.errors import CoreError, Problem
from jolly_core.stored import Stored

MOST_CLIPS, MOST_MARKS, MOST_DRAWN, MOST_REPS = 2, 100, 100, 200
LONGEST_NAME, LONGEST_WORDS, LONGEST_NOTE = 255, 120, 2000
#: A day of film; slow motion of a phone has up to 960 pictures a second.
LONGEST_S, MOST_A_S = 86_400.0, 960.0
#: So far beside the picture a line may be drawn, in heights of it.
FARTHEST = 20.0
#: A line has two ends; an angle has its corner between them.
LINE, ANGLE = 2, 3

Spot = tuple[float, float]


@dataclass(frozen=True)
class Clip:
    """A clip by what its file is known by, and how it is looked at.

    ``bytes`` and ``changed_ms`` are the size and the date of the file; ``a_second`` is how many pictures it has in a
    second, as far as is known; ``aligned_s`` is the moment at which it is laid beside the other one.
    """

    name: str
    bytes: int
    changed_ms: int
    a_second: float | None = None
    aligned_s: float | None = None
    is_mirrored: bool = False


@dataclass(frozen=True)
class FilmMark:
    """A moment of a clip that was marked, and what was said of it."""

    clip: int
    at_s: float
    words: str = ""


@dataclass(frozen=True)
class Drawn:
    """A line or an angle on a picture: its spots to the right and down, in heights of the picture."""

    clip: int
    at_s: float
    spots: tuple[Spot, ...]


@dataclass(frozen=True)
class Rep:
    """What was felt of a rep, and what was seen of it: right, or not; None while that was not said."""

    felt: bool | None = None
    saw: bool | None = None


@dataclass(frozen=True)
class FilmNotes(Stored):
    """All that is kept of a look at clips. Clips are named by their places in ``clips``."""

    clips: tuple[Clip, ...] = ()
    marks: tuple[FilmMark, ...] = ()
    drawn: tuple[Drawn, ...] = ()
    reps: tuple[Rep, ...] = ()
    note: str = ""

    @property
    def is_empty(self) -> bool:
        """Whether there is nothing to be found again."""
        return self == FilmNotes()


def checked(notes: FilmNotes) -> FilmNotes:
    """The notes, where all that is marked and drawn is on a clip that is there.

    Raises ``CoreError`` with each that is not.

    >>> checked(FilmNotes(marks=(FilmMark(0, 1.5, "contact"),)))
    Traceback (most recent call last):
    jolly_core.errors.CoreError: There is no clip 1 that this could be on.
    """
    on_clips = [("marks", place, each.clip) for place, each in enumerate(notes.marks)]
    on_clips += [("drawn", place, each.clip) for place, each in enumerate(notes.drawn)]
    problems = [
        Problem("no_such_clip", f"There is no clip {clip + 1} that this could be on.", (kind, place, "clip"))
        for kind, place, clip in on_clips
        if not 0 <= clip < len(notes.clips)
    ]
    problems += [
        Problem("not_drawn", "A line has two ends, an angle three spots.", ("drawn", place, "spots"), len(each.spots))
        for place, each in enumerate(notes.drawn)
        if len(each.spots) not in (LINE, ANGLE)
    ]
    if problems:
        raise CoreError(problems)
    return notes
