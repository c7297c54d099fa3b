"""What a find or a row is about: a ladder, a rung of it, a side."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.sides import NONE
from ladders.models import Rung


@dataclass(frozen=True)
class About:
    """A ladder with its title; the rung and side where it is of one."""

    ladder: int | None
    ladder_title: str
    discipline: str
    rung: int | None
    rung_number: int | None
    rung_title: str
    side: str
    side_words: str


EVERYTHING = About(None, "", "", None, None, "", NONE, "")


def about_rung(rung: Rung, side: str = NONE) -> About:
    """A rung, on a side of it if one is given."""
    ladder = rung.ladder
    words = ladder.known_pair.words(side)
    return About(ladder.pk, ladder.title, ladder.discipline, rung.pk, rung.number, rung.title, side, words)
