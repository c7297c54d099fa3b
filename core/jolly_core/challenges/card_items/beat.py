"""A steady click with its bar, in any game: one two three four, with accents, spoken or not."""

from __future__ import annotations

from dataclasses import dataclass

from jolly_core.challenges.card_item import CardItem
from jolly_core.challenges.count import Count
from jolly_core.challenges.settings import choice, text, whole_number
from jolly_core.challenges.signs import Sign, SteadyClick
from jolly_core.errors import CoreError

SILENT, SPOKEN = "silent", "spoken"
#: The longest bar.
MOST_BEATS = 16


@dataclass(frozen=True)
class Beat(CardItem):
    """``accents`` are the stronger beats of a bar, written as "1 3"."""

    id = "beat"
    title = "Steady click"
    place = 5

    bpm: int | None = whole_number("Beats a minute", 20, 300, None, "bpm")
    beats: int = whole_number("Beats in a bar", 1, MOST_BEATS, 4)
    accents: str = text("Stronger beats", 40, "1", is_optional=True, hint="Their numbers in the bar: 1, or 1 3")
    voice: str = choice("The count is", {SILENT: "shown", SPOKEN: "shown and spoken"}, SILENT)

    @property
    def accented(self) -> tuple[int, ...]:
        """The numbers of the stronger beats.

        >>> Beat(bpm=90, accents="1, 3").accented
        (1, 3)
        """
        return tuple(sorted({int(each) for each in self.accents.replace(",", " ").split()}))

    def check(self) -> None:
        for each in self.accents.replace(",", " ").split():
            # Not every digit that a language has is a number that is read here.
            if not (each.isascii() and each.isdigit() and 1 <= int(each) <= self.beats):
                message = f"Stronger beats are numbers from 1 to {self.beats}, with spaces between; not {each!r}."
                raise CoreError.one("bad_accent", message, "accents", value=self.accents)

    def signs(self, count: Count) -> tuple[Sign, ...]:
        if self.bpm is None:
            return ()
        spoken = self.voice == SPOKEN
        return (SteadyClick(bpm=self.bpm, beats=self.beats, accents=self.accented, is_spoken=spoken),)

    def lines(self) -> tuple[str, ...]:
        return () if self.bpm is None else (f"To a click: {self.bpm} bpm, bars of {self.beats}",)
