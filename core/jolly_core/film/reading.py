"""What marks on film come to: times between them, angles, and how often what was felt is what was seen."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from math import atan2, degrees, hypot

from jolly_core.film.notes import ANGLE, Drawn, FilmMark, FilmNotes, Rep, Spot
from jolly_core.stats.proportions import wilson_interval
from jolly_core.words import quantity

#: Where nobody knows how many pictures a clip has in a second, it is taken to have so many.
USUAL_A_SECOND = 30.0
#: Fewer reps than these say nothing of how well somebody feels what they do.
FEWEST_REPS = 5
#: Spots nearer to each other than this share of a picture's height give no direction.
NEAREST = 0.005


@dataclass(frozen=True)
class Between:
    """From one mark of a clip to the next: ``good_to_s`` is one picture, for a mark can be no finer."""

    clip: int
    from_s: float
    to_s: float
    good_to_s: float
    words: str

    @property
    def seconds(self) -> float:
        return self.to_s - self.from_s


@dataclass(frozen=True)
class Measured:
    """A line or an angle by its place among what is drawn; ``degrees`` is None where its spots lie on each other."""

    degrees: float | None
    words: str


@dataclass(frozen=True)
class FilmReading:
    """``felt`` is what the taps come to, in words; empty before there are any."""

    between: tuple[Between, ...] = ()
    ratios: tuple[str, ...] = ()
    drawn: tuple[Measured, ...] = ()
    felt: str = ""


def read_film(notes: FilmNotes) -> FilmReading:
    """What the marks, the drawings and the taps come to.

    >>> from jolly_core.film.notes import Clip
    >>> clip = Clip("serve.webm", 1000, 0, a_second=50)
    >>> marks = (FilmMark(0, 1.0, "back"), FilmMark(0, 1.9, "top"), FilmMark(0, 2.2, "contact"))
    >>> reading = read_film(FilmNotes((clip,), marks))
    >>> [each.words for each in reading.between]
    ['back to top: 0.90 s, to within 0.02 s', 'top to contact: 0.30 s, to within 0.02 s']
    >>> reading.ratios
    ('back to top takes 3.0 times as long as top to contact (2.7 to 3.3 by whole pictures)',)
    """
    between = [step for clip in range(len(notes.clips)) for step in _steps(notes, clip)]
    ratios = [_ratio(one, other) for one, other in pairwise(between) if one.clip == other.clip]
    return FilmReading(
        between=tuple(between),
        ratios=tuple(words for words in ratios if words),
        drawn=tuple(measure(each) for each in notes.drawn),
        felt=felt_words(notes.reps),
    )


def _steps(notes: FilmNotes, clip: int) -> list[Between]:
    picture_s = 1 / (notes.clips[clip].a_second or USUAL_A_SECOND)
    marks = sorted((mark for mark in notes.marks if mark.clip == clip), key=lambda mark: mark.at_s)
    return [
        Between(clip, one.at_s, other.at_s, picture_s, _step_words(one, other, picture_s))
        for one, other in pairwise(marks)
    ]


def _step_words(one: FilmMark, other: FilmMark, picture_s: float) -> str:
    seconds = other.at_s - one.at_s
    words = f"{_named(one)} to {_named(other)}: {seconds:.2f} s, to within {max(picture_s, 0.01):.2f} s"
    # The same moment twice is a beat: so many of them in a minute.
    if one.words and one.words == other.words and seconds > picture_s:
        words = f"{words}; {60 / seconds:.0f} a minute"
    return words


def _named(mark: FilmMark) -> str:
    return mark.words or f"{mark.at_s:.2f} s"


def _ratio(one: Between, other: Between) -> str:
    """How many times as long the first takes, with the range that whole pictures leave; empty where that is wide."""
    if min(one.seconds, other.seconds) < 2 * one.good_to_s:
        return ""
    good_to_s = one.good_to_s
    low = (one.seconds - good_to_s) / (other.seconds + good_to_s)
    high = (one.seconds + good_to_s) / (other.seconds - good_to_s)
    first, second = (each.words.split(":")[0] for each in (one, other))
    times = f"{one.seconds / other.seconds:.1f} times as long as"
    return f"{first} takes {times} {second} ({low:.1f} to {high:.1f} by whole pictures)"


def measure(drawn: Drawn) -> Measured:
    """A line by how steep it is, an angle by its size.

    >>> measure(Drawn(0, 0.0, ((0, 0), (1, 1)))).words
    'line: 45.0° to the lower edge of the picture'
    >>> measure(Drawn(0, 0.0, ((1, 0), (0, 0), (0, 1)))).words
    'angle: 90.0° in the picture'
    """
    if any(hypot(x - a, y - b) < NEAREST for (a, b), (x, y) in pairwise(drawn.spots)):
        return Measured(None, "too short to be measured")
    if len(drawn.spots) == ANGLE:
        start, corner, end = drawn.spots
        size = abs(_direction(corner, start) - _direction(corner, end)) % 360
        size = min(size, 360 - size)
        return Measured(size, f"angle: {size:.1f}° in the picture")
    steep = abs(_direction(*drawn.spots)) % 180
    steep = min(steep, 180 - steep)
    return Measured(steep, f"line: {steep:.1f}° to the lower edge of the picture")


def _direction(start: Spot, end: Spot) -> float:
    """In degrees; a picture's height is its unit both ways, and it counts downwards."""
    return degrees(atan2(start[1] - end[1], end[0] - start[0]))


def felt_words(reps: tuple[Rep, ...]) -> str:
    """How often what was felt is what was seen, and which way it was off; a rep counts where both were said.

    >>> print(felt_words((Rep(True, True),) * 6 + (Rep(True, False),) * 3 + (Rep(False, None),)))
    Of 9 reps you felt 6 as the film shows them (67 %; from 9 reps 35 to 88 % would fit). 3 felt right and were not.
    """
    both = [(rep.felt, rep.saw) for rep in reps if rep.felt is not None and rep.saw is not None]
    if not both:
        return ""
    alike = sum(felt == saw for felt, saw in both)
    words = f"Of {quantity(len(both), 'rep')} you felt {alike} as the film shows {'it' if alike == 1 else 'them'}"
    if len(both) >= FEWEST_REPS:
        low, high = wilson_interval(alike, len(both))
        said = f"from {quantity(len(both), 'rep')} {100 * low:.0f} to {100 * high:.0f} % would fit"
        words = f"{words} ({100 * alike / len(both):.0f} %; {said})"
    flattered, missed = both.count((True, False)), both.count((False, True))
    wrong = [
        f"{flattered} felt right and {_were(flattered)} not." if flattered else "",
        f"{missed} felt wrong and {_were(missed)} right." if missed else "",
    ]
    return " ".join([f"{words}.", *filter(None, wrong)])


def _were(number: int) -> str:
    return "was" if number == 1 else "were"
