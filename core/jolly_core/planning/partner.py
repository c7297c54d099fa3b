"""What to do when somebody is there for part of the block: a game with one condition, kept by the clock."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jolly_core.challenges.for_two import ForTwo
from jolly_core.foretelling.pace import Estimate
from jolly_core.planning.candidate import Candidate
from jolly_core.planning.times import add_times, fixed_time, time_of_race

#: Agreeing on the rule, and who begins. Common practice, no source.
AGREE_S = 60
#: A third of a half hour. Common practice, no source.
FEED_S = 540
#: Two minutes for each of the two on either stroke, and no more: its time is shared out among the turns. Common
#: practice, no source.
DEPTH_S = 4 * 120


@dataclass(frozen=True)
class PartnerGame:
    """A game for two as a block offers it: its title, what is played, and how long it takes."""

    id: str
    title: str
    two: ForTwo
    time: Estimate


PARTNER_GAMES = {
    game.id: game
    for game in (
        PartnerGame(
            "feed",
            "Rally feed",
            ForTwo("feed"),
            fixed_time(FEED_S),
        ),
        PartnerGame(
            "depth",
            "Depth points",
            ForTwo("depth"),
            fixed_time(DEPTH_S),
        ),
        PartnerGame(
            "eleven",
            "Points to eleven",
            ForTwo("points", 11),
            add_times([fixed_time(AGREE_S), time_of_race(11)]),
        ),
        PartnerGame(
            "tie_break",
            "Tie-break to seven",
            ForTwo("tie_break", 7),
            add_times([fixed_time(AGREE_S), time_of_race(7)]),
        ),
    )
}


def condition_for(ranked: Sequence[Candidate]) -> str:
    """The condition of the game, chosen from what has the highest priority, such as the weaker side."""
    weak = next((candidate for candidate in ranked if candidate.is_weaker), None)
    if weak is not None:
        return f"one condition: begin every point with the {weak.side_words}"
    return "one condition: aim every first ball at the target that you practised"
