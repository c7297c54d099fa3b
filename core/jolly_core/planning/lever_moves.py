"""What of a game and of what is asked goes with a lever that is moved: a longer row is asked for as a longer row."""

from __future__ import annotations

from dataclasses import replace

from jolly_core.challenges.registry import AnyGame
from jolly_core.ladder.levers import Lever
from jolly_core.thresholds.threshold import Threshold

#: Settings of games that say the same as a lever, by the lever.
SAME_AS = {
    "repetitions": ("goal", "reps", "each", "strokes"),
    "sets": ("sets",),
    "tempo": ("start",),
    "time": ("seconds", "work_s"),
}


def with_lever_moved(game: AnyGame, threshold: Threshold, before: Lever, after: Lever) -> tuple[AnyGame, Threshold]:
    """The game and the threshold of a rung where a lever is set to something else.

    A setting that said what the lever was set to says what it is set to now, and so does the mark. A floor that would
    not be below the mark any more goes.

    >>> from jolly_core.challenges.registry import read_game
    >>> game = read_game("streak", {"goal": 10})
    >>> ten = Threshold(game.metrics[0], 10)
    >>> moved, asked = with_lever_moved(game, ten, Lever("repetitions", 10), Lever("repetitions", 14))
    >>> moved.settings.goal, asked.mark
    (14, 14)
    """
    if before.value is None or after.value is None:
        return game, threshold
    values = game.settings.as_dict()
    old, new = before.value, after.value
    same = [name for name in SAME_AS.get(before.kind, ()) if values.get(name) == old]
    if not same:
        return game, threshold
    moved = type(game)(replace(game.settings, **{name: int(new) for name in same}))
    return moved, threshold.with_mark(int(new)) if threshold.mark == old else threshold
