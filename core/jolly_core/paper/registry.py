"""The paper form of every format, as the modules of ``formats`` define them."""

from __future__ import annotations

from typing import Any

from jolly_core.challenges.registry import AnyGame
from jolly_core.discovery import list_classes
from jolly_core.paper import formats
from jolly_core.paper.form import PaperForm

#: By the ids of the formats.
FORMS: dict[str, type[PaperForm[Any, Any, Any]]] = {each.format.id: each for each in list_classes(formats, PaperForm)}


def form_of(game: AnyGame) -> PaperForm[Any, Any, Any]:
    """How a game is kept on paper.

    >>> from jolly_core.challenges.registry import read_game
    >>> form_of(read_game("makes_of_n", {"attempts": 10})).sheet().boxes
    10
    """
    return FORMS[game.id](game)
