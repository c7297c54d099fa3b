"""What the athlete knows of a drill before there is a record: how long a try takes, to set up, and how many go in."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.card_item import CardItem
from jolly_core.challenges.settings import whole_number


@dataclass(frozen=True)
class FirstGuess(CardItem):
    """Used until runs tell better; ``set_up_s`` always, as runs do not tell it."""

    id = "first_guess"
    title = "What you know of it already"
    place = 8

    seconds_a_try: int | None = whole_number("One try takes", 1, 3600, None, "s")
    set_up_s: int | None = whole_number("Setting it up takes", 0, 3600, None, "s")
    of_ten: int | None = whole_number("Out of ten you make about", 0, 10, None)
