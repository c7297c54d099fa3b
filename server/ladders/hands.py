"""Ready-made rungs are drawn for the right hand; a left-hander plays their mirror image."""

from __future__ import annotations

from accounts.models import Athlete
from jolly_core.challenges.registry import AnyGame
from jolly_core.formats.ladder_pack import PackedRung
from ladders.models import Rung
from places.selectors import get_drawn_place


def for_hand(athlete: Athlete, packed: PackedRung) -> PackedRung:
    """A rung that is drawn for the right hand as the athlete plays it, and the other way round."""
    if packed.layout is None or not athlete.plays_mirrored:
        return packed
    return packed.mirrored(get_drawn_place(athlete, packed.layout.place))


def game_for_hand(rung: Rung, game: AnyGame) -> AnyGame:
    """A game of a pack as it is played on a rung that has targets."""
    is_mirrored = rung.layout_id is not None and rung.ladder.athlete.plays_mirrored
    return game.mirrored() if is_mirrored else game
