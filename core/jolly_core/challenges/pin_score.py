"""Scoring of the ten-frame pin game by its public rules, and of the same game upside down.

A strike counts ten and the pins of the next two balls, a spare ten and those of the next one; the tenth frame has a
third ball after either. Source: USBC Playing Rules, rules 2a to 2f, from memory.

Upside down (common practice, no source) the lowest score wins: a first ball that hits nothing counts as a strike and a
second ball that hits nothing as a spare. Ten pins with the first ball are ten and no more, and end the frame; in the
tenth they are set up again for its second ball. A bonus ball that hits nothing counts ten, too.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

from jolly_core.errors import CoreError

FRAMES, PINS = 10, 10
#: Twelve strikes.
BEST_SCORE = 300
BALLS, LAST_BALLS = 2, 3
STRIKE, SPARE, OPEN = "strike", "spare", "open"


@dataclass(frozen=True, slots=True)
class PinGame:
    """The pins of every ball, frame by frame; the last frame is the one in play. ``marks`` are strikes and spares."""

    frames: tuple[tuple[int, ...], ...] = ((),)
    is_low: bool = False
    marks: int = 0

    def after(self, pins: int) -> PinGame:
        """The game after a ball that knocked ``pins`` down. Raises ``CoreError`` for what cannot fall."""
        standing = pins_standing(self)
        is_closed = is_over(self)
        if is_closed or not 0 <= pins <= standing:
            message = "The game is over." if is_closed else f"{standing} pins stand; {pins} cannot fall."
            raise CoreError.one("bad_pins", message, "pins", value=pins, allowed=f"0 to {standing}")
        frames = (*self.frames[:-1], (*self.frames[-1], pins))
        balls, _ = _read(frames[-1], is_low=self.is_low)
        if len(frames) < FRAMES and _is_complete(balls):
            frames = (*frames, ())
        return PinGame(frames, self.is_low, self.marks + balls[-1].is_mark)


@dataclass(frozen=True)
class Frame:
    """A frame on the sheet: a sign for each ball, the score up to it (None while bonus balls are due), what it is."""

    signs: tuple[str, ...]
    total: int | None
    kind: str | None


@dataclass(frozen=True, slots=True)
class Ball:
    """A ball as it was played: its pins, those that stood for it, whether it made a mark, and first of a rack."""

    pins: int
    standing: int
    is_mark: bool
    is_first: bool

    @property
    def worth(self) -> int:
        """What it counts: a mark all that stood, upside down as well; else its pins."""
        return self.standing if self.is_mark else self.pins

    @property
    def sign(self) -> str:
        """A cross for a strike, a stroke for a spare, a dash for none, else the pins: as on the public sheet."""
        if self.is_mark:
            return "X" if self.is_first else "/"
        return str(self.pins) if self.pins else "-"


@cache
def _read(pins: tuple[int, ...], *, is_low: bool) -> tuple[tuple[Ball, ...], int]:
    """The balls of a frame one after the other, and the pins that stand for the next. There are few frames that can be.

    A mark sets all pins up again, upside down too, though some of them stand there; so does knocking all of them down.
    """
    balls, left, is_first = [], PINS, True
    for each in pins:
        is_mark = each == (0 if is_low else left)
        balls.append(Ball(each, left, is_mark, is_first))
        is_first = is_mark
        left = PINS if is_mark or each == left else left - each
    return tuple(balls), left


def pins_standing(game: PinGame) -> int:
    """How many pins the next ball can knock down."""
    return _read(game.frames[-1], is_low=game.is_low)[1]


def is_over(game: PinGame) -> bool:
    """Whether ten frames are complete."""
    balls, _ = _read(game.frames[-1], is_low=game.is_low)
    if len(game.frames) < FRAMES or len(balls) < BALLS:
        return False
    return len(balls) == LAST_BALLS or _kind(balls) is None


def _kind(balls: Sequence[Ball]) -> str | None:
    """What the first two balls of a frame make."""
    if balls and balls[0].is_mark:
        return STRIKE
    return SPARE if len(balls) >= BALLS and balls[1].is_mark else None


def _is_complete(balls: Sequence[Ball]) -> bool:
    """Whether a frame before the tenth has had its balls."""
    return len(balls) == BALLS or (len(balls) == 1 and (balls[0].is_mark or balls[0].pins == PINS))


def score_frames(game: PinGame) -> list[Frame]:
    """The sheet: every frame that has begun, with the score as far as it is certain.

    >>> [frame.total for frame in score_frames(play([10, 3, 4]))]
    [17, 24, None]
    """
    frames = [_read(pins, is_low=game.is_low)[0] for pins in game.frames]
    worth = [ball.worth for balls in frames for ball in balls]
    sheet: list[Frame] = []
    total: int | None = 0
    begins = 0
    for place, balls in enumerate(frames):
        kind, is_last = _kind(balls), place == FRAMES - 1
        is_closed = is_over(game) if is_last else _is_complete(balls)
        # A mark counts with the balls that follow it. Ten pins with the first ball upside down are all of their frame.
        counts = LAST_BALLS if kind else len(balls) if is_closed else BALLS
        parts = worth[begins : begins + counts]
        total = total + sum(parts) if total is not None and len(parts) == counts else None
        sheet.append(Frame(tuple(ball.sign for ball in balls), total, kind or (OPEN if is_closed else None)))
        begins += len(balls)
    return sheet


def play(rolls: Sequence[int], *, is_low: bool = False) -> PinGame:
    """The game of those balls. Raises ``CoreError`` (``bad_pins``) for a ball that cannot be."""
    game = PinGame(is_low=is_low)
    for pins in rolls:
        game = game.after(pins)
    return game


def score(rolls: Sequence[int], *, is_low: bool = False) -> int:
    """The score of a whole game. Raises ``CoreError`` for balls that cannot be or that are missing.

    >>> score([10] * 12)
    300
    """
    game = play(rolls, is_low=is_low)
    if not is_over(game):
        raise CoreError.one("missing_balls", "The game is not over: balls are missing.", "rolls", value=len(rolls))
    return score_frames(game)[-1].total or 0
