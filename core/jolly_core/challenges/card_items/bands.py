"""Named ranges of results: beginner, club, advanced."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

from jolly_core.challenges.card_item import CardItem
from jolly_core.challenges.settings import Settings, rows, text, whole_number
from jolly_core.errors import CoreError, Problem
from jolly_core.words import plain

MOST_BANDS = 6


@dataclass(frozen=True)
class Band(Settings):
    """``high`` None: and over."""

    band: str = text("Band", 24, "")
    low: int = whole_number("From", 0, 100_000, 0)
    high: int | None = whole_number("To", 0, 100_000, None)

    @property
    def words(self) -> str:
        """Its name with its range.

        >>> Band("club", 40, 50).words, Band("advanced", 60).words
        ('club (40 to 50)', 'advanced (60 and over)')
        """
        return f"{self.band} ({self.low} and over)" if self.high is None else f"{self.band} ({self.low} to {self.high})"

    def holds(self, value: float) -> bool:
        return self.low <= value and (self.high is None or value <= self.high)


@dataclass(frozen=True)
class Bands(CardItem):
    """Ranges that do not overlap, of the result that the rung's mark asks for."""

    id = "bands"
    title = "Bands of results"
    place = 7

    bands: tuple[Band, ...] = rows("Bands", Band, (), low=0, high=MOST_BANDS)

    def check(self) -> None:
        problems = [
            Problem("out_of_order", f"{band.band}: {band.high} is less than {band.low}.", ("bands", place, "high"))
            for place, band in enumerate(self.bands)
            if band.high is not None and band.high < band.low
        ]
        in_order = sorted(enumerate(self.bands), key=lambda each: each[1].low)
        problems += [
            Problem("overlap", f"{above.band} begins within {below.band}.", ("bands", place, "low"), above.low)
            for (_, below), (place, above) in pairwise(in_order)
            if below.high is None or above.low <= below.high
        ]
        if problems:
            raise CoreError(problems)

    def of(self, value: float | None) -> str:
        """The band of a result with its range, or the one ahead; empty without bands or a value.

        >>> two_minutes = Bands((Band("beginner", 20, 30), Band("club", 40, 50), Band("advanced", 60)))
        >>> [two_minutes.of(value) for value in (25, 35, 75, None)]
        ['beginner (20 to 30)', '5 to club (40 to 50)', 'advanced (60 and over)', '']
        """
        if value is None:
            return ""
        here = next((band for band in self.bands if band.holds(value)), None)
        ahead = min((band for band in self.bands if band.low > value), key=lambda band: band.low, default=None)
        if here:
            return here.words
        return f"{plain(ahead.low - value)} to {ahead.words}" if ahead else ""

    def lines(self) -> tuple[str, ...]:
        return (f"Bands: {', '.join(band.words for band in self.bands)}",) if self.bands else ()
