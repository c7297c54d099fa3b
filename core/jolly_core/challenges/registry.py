"""Every format by its id, as the modules of ``formats`` define them."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from jolly_core.challenges import formats
from jolly_core.challenges.game import Game
from jolly_core.challenges.tally import AnyTally, Tally
from jolly_core.discovery import list_classes
from jolly_core.errors import CoreError
from jolly_core.stored import from_plain, upgraded

AnyGame = Game[Any, Any]
#: By the names of the formats' modules.
FORMATS: dict[str, type[AnyGame]] = {each.id: each for each in list_classes(formats, Game)}


def list_formats() -> list[type[AnyGame]]:
    """The formats in the order in which they are offered: by their titles, behind the one to begin with."""
    return sorted(FORMATS.values(), key=lambda each: (not each.is_offered_first, each.title))


def get_format(format_id: str) -> type[AnyGame]:
    """The format of that id. Raises ``CoreError`` (``unknown_format``)."""
    try:
        return FORMATS[format_id]
    except KeyError:
        known = list(FORMATS)
        raise CoreError.one(
            "unknown_format",
            f"There is no challenge format {format_id!r}; known: {', '.join(known)}.",
            "format",
            value=format_id,
            allowed=known,
        ) from None


def read_game(format_id: str, given: Mapping[str, object]) -> AnyGame:
    """The game that somebody asks for. Raises ``CoreError`` for an unknown format or settings of no use.

    >>> read_game("makes_of_n", {"attempts": 10, "goal": 8}).goal_words()
    '8 of 10'
    """
    return get_format(format_id).read(given)


def stored_game(format_id: str, stored: Mapping[str, Any]) -> AnyGame:
    """The game that was stored, by whichever version of the rules. Raises ``CoreError`` for an unknown format."""
    return get_format(format_id).from_stored(stored)


def stored_tally(stored: Mapping[str, Any]) -> AnyTally:
    """The tally that was stored, by whichever version of the rules."""
    return plain_tally(upgraded(Tally, stored))


def plain_tally(values: Mapping[str, Any]) -> AnyTally:
    """The tally that was made plain values by these rules."""
    tally: AnyTally = from_plain(Tally, values)
    return replace(tally, detail=from_plain(get_format(tally.format).detail_type, values["detail"]))
