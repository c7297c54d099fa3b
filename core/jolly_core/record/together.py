"""What was played with partners: for each of them every game, and the results of both, each a record of its own."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date
from itertools import groupby

from jolly_core.challenges.for_two import GAMES, ForTwo, TwoScore
from jolly_core.words import quantity


@dataclass(frozen=True)
class PlayedForTwo:
    """A game for two in the record: its day, what was played, and the presses; see ``challenges.for_two``."""

    day: date
    two: ForTwo
    presses: str

    @property
    def title(self) -> str:
        """What was played, such as ``"Tie-break to 7"``."""
        game = GAMES[self.two.game]
        return f"{game.title} to {self.two.to}" if game.has_points else game.title

    @property
    def score(self) -> TwoScore:
        return self.two.score(self.presses)


@dataclass(frozen=True)
class OneRecord:
    """What one of the two has come to over all games: games won, and balls made of those hit in feeds."""

    name: str
    won: int
    made: int
    balls: int


@dataclass(frozen=True)
class Together:
    """All that was played with one partner: the games, latest first, and the record of each of the two.

    ``open_games`` were stopped before anybody had won; they count for neither.
    """

    own: OneRecord
    other: OneRecord
    games: tuple[PlayedForTwo, ...]
    open_games: int

    @property
    def words(self) -> str:
        """How the two stand, in a line."""
        said = [quantity(len(self.games), "time")]
        if self.own.won or self.other.won:
            said.append(f"won by you {self.own.won}, by {self.other.name} {self.other.won}")
        if self.open_games:
            said.append(f"{quantity(self.open_games, 'game')} stopped before the end")
        return "; ".join(said)


def list_together(played: Iterable[PlayedForTwo]) -> tuple[Together, ...]:
    """What was played with each partner, whoever was played with last first; games without a press are left out.

    A name is the same however it is written, in small letters or capitals; the latest spelling is shown.

    >>> two = ForTwo("tie_break", 7, partner="Pell")
    >>> [each.words for each in list_together([PlayedForTwo(date(2026, 9, 1), two, "a" * 7)])]
    ['1 time; won by you 1, by Pell 0']
    """
    latest_first = sorted((each for each in played if each.presses), key=lambda each: each.day, reverse=True)
    by_name = sorted(latest_first, key=_same_name)
    partners = [_with_one(tuple(games)) for _, games in groupby(by_name, key=_same_name)]
    return tuple(sorted(partners, key=lambda each: each.games[0].day, reverse=True))


def _same_name(played: PlayedForTwo) -> str:
    return " ".join(played.two.partner.split()).casefold()


def _with_one(games: Sequence[PlayedForTwo]) -> Together:
    scores = [each.score for each in games]
    over = [score for score in scores if score.is_over]
    feeds = [score for score in scores if score.own_of is not None]
    own_won = sum(score.own > score.other for score in over)
    own = OneRecord("You", own_won, sum(feed.own for feed in feeds), sum(feed.own_of or 0 for feed in feeds))
    other = OneRecord(
        games[0].two.name,
        sum(score.other > score.own for score in over),
        sum(feed.other for feed in feeds),
        sum(feed.other_of or 0 for feed in feeds),
    )
    return Together(own, other, tuple(games), open_games=len(scores) - len(over) - len(feeds))
