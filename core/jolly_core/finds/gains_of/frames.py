"""The pin game: one open frame less a game, made a spare."""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Sequence
from statistics import fmean

from jolly_core.challenges.formats.frames import LOWEST, Frames
from jolly_core.challenges.pin_score import OPEN, PINS
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.signs import FrameLine, FrameSheet
from jolly_core.challenges.tally import AnyTally
from jolly_core.finds.gains import Gain, GameGains, about

FALLEN = {"X": PINS, "-": 0}


class FramesGains(GameGains):
    format = Frames

    def gains(self, game: AnyGame, tallies: Sequence[AnyTally]) -> Iterable[Gain]:
        if game.settings.variant == LOWEST:
            return
        sheets = [sign.frames for tally in tallies for sign in tally.signs if isinstance(sign, FrameSheet)]
        adds = [each for sheet in sheets for each in _would_add(sheet)]
        if adds:
            words = f"One open frame less a game, made a spare, adds {about(fmean(adds), 'pin')}."
            yield Gain(words, fmean(adds), "pins")


def _would_add(sheet: Sequence[FrameLine]) -> Iterable[float]:
    """What each open frame but the last would add as a spare: the pins that stayed, and the next first ball."""
    for frame, after in itertools.pairwise(sheet):
        if frame.kind == OPEN and after.balls:
            yield PINS - sum(map(_pins, frame.balls)) + _pins(after.balls[0])


def _pins(sign: str) -> int:
    return FALLEN[sign] if sign in FALLEN else int(sign)
