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

from jolly_core.errors import CoreError

FRAMES, PINS = 10, 10
BALLS, LAST_BALLS = 2, 3
STRIKE, SPARE, OPEN = "strike", "spare", "open"


@dataclass(frozen=True, slots=True)
class Game:
    """The pins of every ball, frame by frame; the last frame is the one in play. ``marks`` are strikes and spares."""

    frames: tuple[tuple[int, ...], ...] = ((),)
    is_low: bool = False
    marks: int = 0

    def after(self, pins: int) -> Game:
        """The game after a ball that knocked ``pins`` down. Raises ``CoreError`` for what cannot fall."""
        standing = pins_standing(self)
        if is_over(self) or not 0 <= pins <= standing:
            message = f"{standing} pins stand; {pins} cannot fall." if not is_over(self) else "The game is over."
            raise CoreError.one("bad_pins", message, "pins", value=pins, allowed=f"0 to {standing}")
        balls = (*self.frames[-1], pins)
        is_mark = _is_mark(balls, is_low=self.is_low)
        frames = (*self.frames[:-1], balls)
        if len(frames) < FRAMES and _is_complete(balls, is_low=self.is_low):
            frames = (*frames, ())
        return Game(frames, self.is_low, self.marks + is_mark)


@dataclass(frozen=True)
class Frame:
    """A frame on the sheet: a sign for each ball, the score up to it (None while bonus balls are due), what it is."""

    signs: tuple[str, ...]
    total: int | None
    kind: str | None


def pins_standing(game: Game) -> int:
    """How many pins the next ball can knock down."""
    balls, left = game.frames[-1], PINS
    for place, ball in enumerate(balls):
        left -= ball
        # Upside down a mark sets all pins up again, though some of them stand.
        if left == 0 or (game.is_low and _is_mark(balls[: place + 1], is_low=True)):
            left = PINS
    return left


def is_over(game: Game) -> bool:
    """Whether ten frames are complete."""
    balls = game.frames[-1]
    if len(game.frames) < FRAMES:
        return False
    if len(balls) < BALLS:
        return False
    has_bonus = _first_mark(balls, is_low=game.is_low) is not None
    return len(balls) == LAST_BALLS or not has_bonus


def _first_mark(balls: Sequence[int], *, is_low: bool) -> str | None:
    """What the first two balls of a frame make."""
    if not balls:
        return None
    if balls[0] == (0 if is_low else PINS):
        return STRIKE
    if len(balls) >= BALLS and (balls[1] == 0 if is_low else balls[0] + balls[1] == PINS):
        return SPARE
    return None


def _is_mark(balls: Sequence[int], *, is_low: bool) -> bool:
    """Whether the last of the balls is a strike or a spare; in the tenth frame a bonus ball can be one, too."""
    best = 0 if is_low else PINS
    if len(balls) == 1:
        return balls[0] == best
    first, second = balls[0], balls[1]
    if len(balls) == BALLS:
        if first == best:
            return second == best
        return second == 0 if is_low else first + second == PINS
    is_fresh = _first_mark(balls, is_low=is_low) == SPARE or second in (best, PINS)
    if is_fresh:
        return balls[2] == best
    return balls[2] == 0 if is_low else second + balls[2] == PINS


def _is_complete(balls: Sequence[int], *, is_low: bool) -> bool:
    """Whether a frame before the tenth has had its balls."""
    return len(balls) == BALLS or balls == (PINS,) or _first_mark(balls, is_low=is_low) == STRIKE


def score_frames(game: Game) -> list[Frame]:
    """The sheet: every frame that has begun, with the score as far as it is certain.

    >>> [frame.total for frame in score_frames(play([10, 3, 4]))]
    [17, 24, None]
    """
    worth = [_worth(balls, is_low=game.is_low) for balls in game.frames]
    flat = [value for values in worth for value in values]
    sheet: list[Frame] = []
    total: int | None = 0
    begins = 0
    for place, balls in enumerate(game.frames):
        kind = _first_mark(balls, is_low=game.is_low)
        is_last = place == FRAMES - 1
        counts = {STRIKE: LAST_BALLS, SPARE: LAST_BALLS}.get(kind or "", BALLS)
        if not is_last and balls == (PINS,) and kind is None:
            counts = 1
        parts = flat[begins : begins + counts]
        is_certain = len(parts) == counts
        total = total + sum(parts) if total is not None and is_certain else None
        is_closed = is_over(game) if is_last else _is_complete(balls, is_low=game.is_low)
        signs = tuple(_signs(balls, is_low=game.is_low))
        sheet.append(Frame(signs, total, kind or (OPEN if is_closed else None)))
        begins += len(balls)
    return sheet


def _worth(balls: Sequence[int], *, is_low: bool) -> list[int]:
    """What each ball of a frame counts: its pins; upside down a ball that makes a mark counts what is left of ten."""
    if not is_low:
        return list(balls)
    return [
        (PINS - (0 if _is_fresh(balls, place) else balls[place - 1])) if ball == 0 else ball
        for place, ball in enumerate(balls)
    ]


def _is_fresh(balls: Sequence[int], place: int) -> bool:
    """Upside down: whether all pins stood for the ball at a place."""
    if place == 0:
        return True
    return _is_mark(balls[:place], is_low=True) or balls[place - 1] == PINS


def _signs(balls: Sequence[int], *, is_low: bool) -> list[str]:
    """A cross for a strike, a stroke for a spare, a dash for none, else the pins: the signs of the public sheet."""
    signs = []
    for place, ball in enumerate(balls):
        so_far = balls[: place + 1]
        if _is_mark(so_far, is_low=is_low):
            is_first = place == 0 or _is_mark(balls[:place], is_low=is_low)
            signs.append("X" if is_first else "/")
        else:
            signs.append(str(ball) if ball else "-")
    return signs


def play(rolls: Sequence[int], *, is_low: bool = False) -> Game:
    """The game of those balls. Raises ``CoreError`` (``bad_pins``) for a ball that cannot be."""
    game = Game(is_low=is_low)
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
