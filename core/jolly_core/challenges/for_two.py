"""Games for two in a block: the score of both, who serves, when ends change, and who has won.

The presses are a string, a letter each, so that one more press is one more letter and the last one is taken back by
leaving it out: ``a`` and ``b`` are points of the athlete and of the partner, ``o`` and ``x`` balls that were made and
missed, and ``s`` before the first point says that the partner serves first.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from jolly_core.errors import CoreError, Problem
from jolly_core.stored import Stored
from jolly_core.validation import check_choice, check_integer
from jolly_core.words import quantity

OWN_POINT, OTHER_POINT, MADE, MISSED, OTHER_FIRST = "a", "b", "o", "x", "s"
FEWEST_POINTS, MOST_POINTS = 3, 30
LONGEST_CONDITION, LONGEST_NAME, MOST_PRESSES = 160, 40, 2000
#: Two clear, in every game of points here.
MARGIN = 2
#: The partner feeds so many balls before the two change over. Common practice, no source.
FEED_BALLS = 20
#: ITF Rules of Tennis, rule 10 (from memory): in a tie-break ends change after every six points.
TIE_BREAK_ENDS = 6
#: ITTF Laws of Table Tennis, 2.13.3 (from memory): after every two points the serve changes, from 10 all after each.
SERVES = 2


@dataclass(frozen=True)
class TwoPad:
    """What can be pressed, and what it says."""

    press: str
    words: str


@dataclass(frozen=True)
class TwoScore:
    """How a game for two stands: the results of both, whose turn it is and what to call, and what can be pressed.

    ``own_of`` and ``other_of`` are the balls that each has had, None where points are played. ``turn`` says who serves
    or hits, ``call`` what has to be done before the next press.
    """

    own: int
    other: int
    turn: str
    call: str
    words: str
    pads: tuple[TwoPad, ...]
    is_over: bool = False
    own_of: int | None = None
    other_of: int | None = None


@dataclass(frozen=True)
class ForTwo(Stored):
    """A game with a partner: which one, to how many points, with one condition, and the partner's name."""

    game: str = "feed"
    to: int = 11
    condition: str = ""
    partner: str = ""

    @property
    def name(self) -> str:
        """What the partner is called."""
        return self.partner or "your partner"

    @property
    def rule(self) -> str:
        """How it is played, its condition with it."""
        return "; ".join(part for part in (GAMES[self.game].rule(self), self.condition) if part)

    def score(self, presses: str = "") -> TwoScore:
        """What the presses come to.

        >>> ForTwo("tie_break", partner="Pell").score("aab").words
        'You 2, Pell 1'
        """
        return GAMES[self.game].score(self, presses)


@dataclass(frozen=True)
class GameForTwo:
    """A kind of game for two: its title, its rule in a sentence, and how it is scored."""

    id: str
    title: str
    rule: Callable[[ForTwo], str]
    score: Callable[[ForTwo, str], TwoScore]
    presses: str
    has_points: bool = False
    #: To how many points it goes where nobody says otherwise.
    to: int = 11


def _feed_rule(two: ForTwo) -> str:
    return (
        f"{_capital(two.name)} feeds to one spot, you play every ball back to the target; "
        f"change over every {FEED_BALLS} balls"
    )


def _feed_score(two: ForTwo, presses: str) -> TwoScore:
    """Makes of each, the balls of either by turns."""
    rows = [presses[at : at + FEED_BALLS] for at in range(0, len(presses), FEED_BALLS)]
    own, other = "".join(rows[0::2]), "".join(rows[1::2])
    is_own = (len(presses) // FEED_BALLS) % 2 == 0
    hitter, left = "You" if is_own else _capital(two.name), FEED_BALLS - len(presses) % FEED_BALLS
    is_new = bool(presses) and left == FEED_BALLS
    words = f"You {own.count(MADE)} of {len(own)}, {two.name} {other.count(MADE)} of {len(other)}"
    return TwoScore(
        own=own.count(MADE),
        other=other.count(MADE),
        own_of=len(own),
        other_of=len(other),
        turn=f"{hitter} hit{'' if is_own else 's'}: {quantity(left, 'ball')} to the change",
        call="Change over" if is_new else "",
        words=words,
        pads=(TwoPad(MISSED, "missed"), TwoPad(MADE, "made")),
    )


def _points_rule(two: ForTwo) -> str:
    return f"Play points to {two.to}, two clear; the serve changes every {SERVES} points"


def _tie_break_rule(two: ForTwo) -> str:
    return (
        f"Play one tie-break to {two.to}, two clear; the serve changes after the first point and then every two, "
        f"and ends change every {TIE_BREAK_ENDS}"
    )


def _points_score(two: ForTwo, presses: str) -> TwoScore:
    own, other = presses.count(OWN_POINT), presses.count(OTHER_POINT)
    all_but_one = two.to - 1
    # From one short of the goal on both sides each serves one point.
    turns = (own + other) // SERVES if min(own, other) < all_but_one else all_but_one + own + other - 2 * all_but_one
    half = -(-two.to // 2)
    reached = max(own, other) == half and presses[-1:] == (OWN_POINT if own > other else OTHER_POINT) and own != other
    return _rally_score(two, presses, serves=turns, changes_ends=reached)


def _tie_break_score(two: ForTwo, presses: str) -> TwoScore:
    """ITF Rules of Tennis, rule 5b (from memory): one point is served first, then two by turns."""
    played = presses.count(OWN_POINT) + presses.count(OTHER_POINT)
    return _rally_score(
        two, presses, serves=(played + 1) // 2, changes_ends=bool(played) and played % TIE_BREAK_ENDS == 0
    )


def _rally_score(two: ForTwo, presses: str, *, serves: int, changes_ends: bool) -> TwoScore:
    """Points of both; ``serves`` is how often the serve has changed."""
    own, other = presses.count(OWN_POINT), presses.count(OTHER_POINT)
    is_over = max(own, other) >= two.to and abs(own - other) >= MARGIN
    is_own = (serves + presses.count(OTHER_FIRST)) % 2 == 0
    server = "You serve" if is_own else f"{_capital(two.name)} serves"
    words = f"You {own}, {two.name} {other}"
    if is_over:
        winner = "You win" if own > other else f"{_capital(two.name)} wins"
        return TwoScore(own, other, turn="", call="", words=f"{winner}: {words}", pads=(), is_over=True)
    pads = (TwoPad(OTHER_POINT, f"point to {two.name}"), TwoPad(OWN_POINT, "point to you"))
    first = (TwoPad(OTHER_FIRST, f"{_capital(two.name)} serves first"),) if not presses else ()
    call = "Change ends" if changes_ends else ""
    return TwoScore(own, other, turn=server, call=call, words=words, pads=(*pads, *first))


GAMES = {
    game.id: game
    for game in (
        GameForTwo("feed", "Rally feed", _feed_rule, _feed_score, MADE + MISSED),
        GameForTwo("points", "Points", _points_rule, _points_score, OWN_POINT + OTHER_POINT, has_points=True),
        GameForTwo(
            "tie_break", "Tie-break", _tie_break_rule, _tie_break_score, OWN_POINT + OTHER_POINT, has_points=True, to=7
        ),
    )
}


def check_for_two(two: ForTwo) -> list[Problem]:
    """What is wrong with a game for two."""
    found = [
        check_choice("game", two.game, tuple(GAMES)),
        check_integer("to", two.to, FEWEST_POINTS, MOST_POINTS, "points"),
    ]
    for name, text, longest in (
        ("condition", two.condition, LONGEST_CONDITION),
        ("partner", two.partner, LONGEST_NAME),
    ):
        if len(text) > longest:
            found.append(Problem("too_long", f"Say it in at most {longest} letters.", (name,), text, longest))
    return [problem for problem in found if problem]


def check_presses(two: ForTwo, presses: str) -> None:
    """Raises ``CoreError`` for presses that the game does not know, or that come after its end."""
    game = GAMES[two.game]
    if len(presses) > MOST_PRESSES:
        message = f"A game holds {MOST_PRESSES} presses; begin another part."
        raise CoreError.one("no_room", message, "presses", value=len(presses), allowed=MOST_PRESSES)
    points = presses.removeprefix(OTHER_FIRST) if game.has_points else presses
    if unknown := set(points) - set(game.presses):
        message = f"{game.title} knows no press {sorted(unknown)[0]!r}."
        raise CoreError.one("not_a_choice", message, "presses", value=presses, allowed=list(game.presses))
    if game.has_points and any(two.score(presses[:many]).is_over for many in range(two.to, len(presses))):
        raise CoreError.one("run_is_over", "The game is over; take the last press back to go on.", "presses")


def _capital(words: str) -> str:
    return words[:1].upper() + words[1:]
