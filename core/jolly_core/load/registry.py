"""The dose of every format that has one, as the modules of ``formats`` define them."""

from __future__ import annotations

from typing import Any

from jolly_core.challenges.registry import AnyGame
from jolly_core.discovery import list_classes
from jolly_core.load import formats
from jolly_core.load.game_dose import GameDose

#: By the ids of the formats.
DOSES: dict[str, type[GameDose[Any]]] = {each.format.id: each for each in list_classes(formats, GameDose)}


def dose_of(game: AnyGame) -> GameDose[Any] | None:
    """The dose of a game; None where it limits nothing.

    >>> from jolly_core.challenges.registry import read_game
    >>> capped = dose_of(read_game("capped_attempts", {"cap": 6, "days": 4}))
    >>> capped.dose.words if capped else None
    'at most 6 attempts a day, 4 days a week, then stop, whatever happened'
    """
    own = DOSES.get(game.id)
    return own(game) if own else None
