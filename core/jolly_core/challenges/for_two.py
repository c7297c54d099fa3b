"""Games for two in a block: the score of both, who serves, when ends change, and who has won.

The presses are a string, a letter each, so that one more press is one more letter and the last one is taken back by
leaving it out: ``a`` and ``b`` are points of the athlete and of the partner, ``o`` and ``x`` balls that were made and
missed, and ``s`` before the first point says that the partner serves first. Where a ball scores by its depth it is the
figure of its points, and ``c`` ends a turn.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from jolly_core.errors import CoreError, Problem
from jolly_core.stored import Stored
from jolly_core.validation import check_choice, check_integer
from jolly_core.words import quantity, sentence

OWN_POINT, OTHER_POINT, MADE, MISSED, OTHER_FIRST, CHANGED = "a", "b", "o", "x", "s", "c"
FEWEST_POINTS, MOST_POINTS = 3, 30
LONGEST_CONDITION, LONGEST_NAME, MOST_PRESSES = 160, 40, 2000
#: Two clear, in every game of points here.
MARGIN = 2
#: The partner feeds so many balls before the two change over. Common practice, no source.
FEED_BALLS = 20
#: Points of a ball by where it lands, and the strokes on which the two take their turns. Common practice, no source.
DEPTHS = {"0": "out", "1": "short", "2": "deep"}
STROKES = ("forehand", "backhand")
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

    @property
    def turns(self) -> tuple[str, ...]:
        """The turns that are taken by the clock, empty where the game has none.

        >>> ForTwo("depth", partner="Pell").turns
        ('You: forehand', 'Pell: forehand', 'You: backhand', 'Pell: backhand')
        """
        return GAMES[self.game].turns(self)

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
    #: To how many points it goes where nobody says otherwise.
    to: int = 11
    #: Where the two take turns by the clock: what each turn is called.
    turns: Callable[[ForTwo], tuple[str, ...]] = lambda _two: ()

    def fewest(self, two: ForTwo) -> int | None:
        """As few presses as it may be over after; None where the clock alone ends it."""
        return two.to if self.has_points else len(self.turns(two)) or None

    @property
    def has_points(self) -> bool:
        """Whether points are played, to a goal; else balls are counted until the time is up."""
        return OWN_POINT in self.presses


def _feed_rule(two: ForTwo) -> str:
    return (
        f"{sentence(two.name)} feeds to one spot, you play every ball back to the target; "
        f"change over every {FEED_BALLS} balls"
    )


def _feed_score(two: ForTwo, presses: str) -> TwoScore:
    """Makes of each, the balls of either by turns."""
    rows = [presses[at : at + FEED_BALLS] for at in range(0, len(presses), FEED_BALLS)]
    own, other = "".join(rows[0::2]), "".join(rows[1::2])
    is_own = (len(presses) // FEED_BALLS) % 2 == 0
    hitter, left = "You" if is_own else sentence(two.name), FEED_BALLS - len(presses) % FEED_BALLS
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


def _depth_turns(two: ForTwo) -> tuple[str, ...]:
    return tuple(f"{who}: {stroke}" for stroke in STROKES for who in ("You", sentence(two.name)))


def _depth_rule(_two: ForTwo) -> str:
    return "One feeds, the other hits for depth: deep 2, short 1, out 0; by turns, first one stroke and then the other"


def _depth_score(two: ForTwo, presses: str) -> TwoScore:
    """Points of each by their turns: the athlete and the partner with one stroke, then both with the other."""
    hit, turns = presses.split(CHANGED), _depth_turns(two)
    points = [sum(map(int, balls)) for balls in hit]
    own, other = sum(points[0::2]), sum(points[1::2])
    if len(hit) > len(turns):
        return _over(two, own, other)
    pads = [TwoPad(points, f"{depth}: {points}") for points, depth in DEPTHS.items()]
    is_last = len(hit) == len(turns)
    return TwoScore(
        own,
        other,
        turn=f"{turns[len(hit) - 1]}, {quantity(len(hit[-1]), 'ball')}",
        call="Change over" if presses.endswith(CHANGED) else "",
        words=_standing(two, own, other),
        pads=(*pads[1:], pads[0], TwoPad(CHANGED, "That is all" if is_last else "Change over")),
    )


def _points_rule(two: ForTwo) -> str:
    return f"Play points to {two.to}, two clear; the serve changes every {SERVES} points"


def _tie_break_rule(two: ForTwo) -> str:
    return (
        f"Play one tie-break to {two.to}, two clear; the serve changes after the first point and then every two, "
        f"and ends change every {TIE_BREAK_ENDS}"
    )


def _points_score(two: ForTwo, presses: str) -> TwoScore:
    own, other = _points(presses)
    played, all_but_one, half = own + other, two.to - 1, -(-two.to // 2)
    # From one short of the goal on both sides each serves one point.
    serves = played // SERVES if min(own, other) < all_but_one else played - all_but_one
    # One who has just come to half of the points before the other.
    leader = OWN_POINT if own > other else OTHER_POINT
    is_at_half = max(own, other) == half > min(own, other) and presses.endswith(leader)
    return _score(two, presses, serves=serves, changes_ends=is_at_half)


def _tie_break_score(two: ForTwo, presses: str) -> TwoScore:
    """ITF Rules of Tennis, rule 5b (from memory): one point is served first, then two by turns."""
    played = sum(_points(presses))
    return _score(two, presses, serves=(played + 1) // 2, changes_ends=played > 0 and played % TIE_BREAK_ENDS == 0)


def _points(presses: str) -> tuple[int, int]:
    """The points of the athlete and of the partner."""
    return presses.count(OWN_POINT), presses.count(OTHER_POINT)


def _standing(two: ForTwo, own: int, other: int) -> str:
    return f"You {own}, {two.name} {other}"


def _over(two: ForTwo, own: int, other: int) -> TwoScore:
    """The score of a game that is over: who has won it, and nothing to press."""
    winner = "Even" if own == other else "You win" if own > other else f"{sentence(two.name)} wins"
    return TwoScore(own, other, "", "", f"{winner}: {_standing(two, own, other)}", pads=(), is_over=True)


def _score(two: ForTwo, presses: str, *, serves: int, changes_ends: bool) -> TwoScore:
    """Points of both; ``serves`` is how often the serve has changed."""
    own, other = _points(presses)
    if max(own, other) >= two.to and abs(own - other) >= MARGIN:
        return _over(two, own, other)
    is_own = (serves + presses.count(OTHER_FIRST)) % 2 == 0
    pads = [TwoPad(OTHER_POINT, f"point to {two.name}"), TwoPad(OWN_POINT, "point to you")]
    if not presses:
        pads.append(TwoPad(OTHER_FIRST, f"{sentence(two.name)} serves first"))
    return TwoScore(
        own,
        other,
        turn="You serve" if is_own else f"{sentence(two.name)} serves",
        call="Change ends" if changes_ends else "",
        words=_standing(two, own, other),
        pads=tuple(pads),
    )


POINTS = OWN_POINT + OTHER_POINT
GAMES = {
    game.id: game
    for game in (
        GameForTwo("feed", "Rally feed", _feed_rule, _feed_score, MADE + MISSED),
        GameForTwo("depth", "Depth points", _depth_rule, _depth_score, "".join(DEPTHS) + CHANGED, turns=_depth_turns),
        GameForTwo("points", "Points", _points_rule, _points_score, POINTS),
        GameForTwo("tie_break", "Tie-break", _tie_break_rule, _tie_break_score, POINTS, to=7),
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
    fewest = game.fewest(two)
    if fewest is not None and any(two.score(presses[:many]).is_over for many in range(fewest, len(presses))):
        raise CoreError.one("run_is_over", "The game is over; take the last press back to go on.", "presses")
