"""What goes by the clock in a block: its two ends, the game with a partner, and the athlete's own parts."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from jolly_core.body.traits import Traits
from jolly_core.errors import CoreError, Problem
from jolly_core.planning.candidate import PARTNER, Kept, Terms
from jolly_core.planning.own_parts import AMONG
from jolly_core.planning.partner import PARTNER_GAMES, PartnerGame
from jolly_core.planning.times import fixed_time
from jolly_core.planning.warmup import COOL_DOWN, WARM_UP, cool_down_seconds, warm_up_minutes
from jolly_core.words import quantity

#: A part by the clock is never shorter, however it is dragged.
SHORTEST_PART_S = 60


@dataclass(frozen=True)
class ByTheClock:
    """The seconds of the ends and of the athlete's own parts among the others; the game, if there is one."""

    warm_up_s: int
    cool_down_s: int
    own_s: int
    game: PartnerGame | None

    @property
    def whole_s(self) -> int:
        return self.warm_up_s + self.cool_down_s + self.own_s + (self.game.time.expected_s if self.game else 0)


def share_clock(terms: Terms, kept: Mapping[str, Kept], drills: Sequence[Traits]) -> ByTheClock:
    """The parts by the clock as they fit into the minutes: if too long, the game is shortened first, the warm-up last.

    Something is left to practise in, too; only the athlete's own parts stay as they are.
    Raises ``CoreError`` (``over_budget``) where those leave no room for what goes around them.
    """
    warm_up_s = _end(terms, kept, WARM_UP, warm_up_minutes(terms.minutes, drills) * 60, is_wanted=terms.has_warm_up)
    cool_down_s = _end(terms, kept, COOL_DOWN, cool_down_seconds(terms.minutes, drills), is_wanted=terms.has_cool_down)
    game = _game(terms, kept)
    clock = ByTheClock(warm_up_s, cool_down_s, sum(part.seconds for part in terms.own if part.role == AMONG), game)
    over_s = clock.whole_s - (terms.minutes * 60 - SHORTEST_PART_S)

    def shortened(seconds: int) -> int:
        nonlocal over_s
        gives = max(0, min(over_s, seconds - SHORTEST_PART_S)) if seconds else 0
        over_s -= gives
        return seconds - gives

    if game and (game_s := shortened(game.time.expected_s)) < game.time.expected_s:
        game = replace(game, time=fixed_time(game_s))
    if not terms.own_end(COOL_DOWN):
        cool_down_s = shortened(cool_down_s)
    if not terms.own_end(WARM_UP):
        warm_up_s = shortened(warm_up_s)
    clock = ByTheClock(warm_up_s, cool_down_s, clock.own_s, game)
    if terms.own and clock.whole_s > terms.minutes * 60:
        needed = -(-clock.whole_s // 60)
        message = (
            f"Your own parts need {quantity(needed, 'minute')} with what goes around them, and there are "
            f"{terms.minutes}; shorten one or take one out."
        )
        raise CoreError([Problem("over_budget", message, ("own",), needed, terms.minutes)])
    return clock


def _end(terms: Terms, kept: Mapping[str, Kept], key: str, usual_s: int, *, is_wanted: bool) -> int:
    """The seconds of an end of the block: the athlete's own, as placed by the athlete, or as the rules have it."""
    if own := terms.own_end(key):
        return own.seconds
    return _within(terms, _set_seconds(kept, key) or usual_s) if is_wanted else 0


def _game(terms: Terms, kept: Mapping[str, Kept]) -> PartnerGame | None:
    if terms.focus != PARTNER:
        return None
    game = PARTNER_GAMES[terms.partner]
    if asked_s := _set_seconds(kept, PARTNER):
        return replace(game, time=fixed_time(_within(terms, asked_s)))
    # A game has no length of its own, so it gets at most half of the block.
    longest_s = terms.minutes * 30
    return game if game.time.expected_s <= longest_s else replace(game, time=fixed_time(longest_s))


def _within(terms: Terms, seconds: int) -> int:
    """As long as a part by the clock may be: at most half of the block."""
    return max(SHORTEST_PART_S, min(seconds, terms.minutes * 30))


def _set_seconds(kept: Mapping[str, Kept], key: str) -> int | None:
    asked = kept.get(key)
    return asked.seconds if asked else None
