"""What a rung needs is held first: a combination tests that its parts are there."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.settings import choice
from jolly_core.ladder.needs import unmet_words
from jolly_core.thresholds.condition import Condition, Mark, Played, Seen, State

MUSTS, ALL = "musts", "all"


@dataclass(frozen=True)
class NeedsHeld(Condition):
    """Each rung that the one being worked on needs is held, and none of them lost."""

    id = "needs_held"
    title = "What it needs is held"
    meaning = "Asks that the rungs it needs are yours. Say which on the rung itself: “What comes before it”."
    place = 5
    asks_for_mark = False
    goes_by_makes = False

    which: str = choice("Which", {MUSTS: "what must be held", ALL: "also what is better held"}, MUSTS)

    @property
    def most_runs(self) -> int:
        return 1

    def words(self, mark: Mark) -> str:
        return "what it needs is held" if self.which == MUSTS else "all that it is easier with is held"

    def state(self, seen: Seen) -> State:
        asked = [need for need in seen.needs if need.is_must or self.which == ALL]
        held = sum(need.is_held for need in asked)
        missing = unmet_words(asked)
        many = f"{held} of {len(asked)} held" if asked else "nothing is needed first"
        return State(
            is_filled=not missing,
            share=held / len(asked) if asked else 1.0,
            so_far=f"of what it needs, {many}" if asked else many,
            wanted="all wanted" if asked else "so all is held",
            missing=missing,
            brief=many,
            more_runs=None if missing else 0,
        )

    def filled_by(self, mark: Mark, played: Played, game: AnyGame) -> Any:
        """It does not follow from what is made: the price is told as if all were held."""
        return played.met | True
