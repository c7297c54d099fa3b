"""The forecast of every format, as the modules of ``formats`` define them."""

from __future__ import annotations

from typing import Any

from jolly_core.challenges.registry import AnyGame
from jolly_core.discovery import list_classes
from jolly_core.foretelling import formats
from jolly_core.foretelling.forecast import Forecast

#: By the ids of the formats.
FORECASTS: dict[str, type[Forecast[Any]]] = {each.format.id: each for each in list_classes(formats, Forecast)}


def forecast_of(game: AnyGame) -> Forecast[Any]:
    """The forecast of a game.

    >>> from jolly_core.challenges.registry import read_game
    >>> from jolly_core.foretelling.pace import Pace
    >>> forecast_of(read_game("makes_of_n", {"attempts": 10})).attempts(Pace()).expected
    10.0
    """
    return FORECASTS[game.id](game)
