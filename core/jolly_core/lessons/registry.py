"""The lessons of every format that teaches something, as the modules of ``formats`` define them."""

from __future__ import annotations

from typing import Any

from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.tally import AnyTally
from jolly_core.discovery import list_classes
from jolly_core.lessons import formats
from jolly_core.lessons.lesson import Lessons

#: By the ids of the formats.
LESSONS: dict[str, type[Lessons[Any, Any]]] = {each.format.id: each for each in list_classes(formats, Lessons)}


def lessons_of(game: AnyGame, tally: AnyTally) -> tuple[str, ...]:
    """What a run of a game says, in sentences."""
    teaches = LESSONS.get(game.id)
    return teaches(game).of(tally) if teaches else ()
