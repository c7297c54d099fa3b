"""The two sides that a drill is played on, each practised and counted for itself: hands, strokes, feet, turns.

What is stored is the first and the second of a pair. Which of them is the weaker is for the record to find
(``record.weaker``); until it has, it is assumed by the athlete's hand where the pair is one of hands or feet.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from jolly_core.errors import CoreError, Problem
from jolly_core.stored import Stored
from jolly_core.validation import check_choice

FIRST, SECOND, NONE, IN_TURN = "first", "second", "none", "both"
SIDES = (FIRST, SECOND, NONE, IN_TURN)
BOTH_SIDES = (FIRST, SECOND)
HANDS = ("left", "right")
NO_PAIR, OWN = "none", "own"
LONGEST_WORD = 24


@dataclass(frozen=True)
class PairKind:
    """A pair by its two words. ``is_of_hands``: the first is the left and the second the right of the athlete's body.

    ``arms``: each side is played with the arm of its name, so that a sore arm leaves the other side free.
    """

    id: str
    title: str
    first: str
    second: str
    is_of_hands: bool = False
    arms: bool = False


PAIR_KINDS = {
    kind.id: kind
    for kind in (
        PairKind(NO_PAIR, "no sides", "", ""),
        PairKind("hands", "left and right hand", "left hand", "right hand", is_of_hands=True, arms=True),
        PairKind("strokes", "forehand and backhand", "forehand", "backhand"),
        PairKind(
            "shoulders", "left and right shoulder", "left shoulder", "right shoulder", is_of_hands=True, arms=True
        ),
        PairKind("feet", "left and right foot", "left foot", "right foot", is_of_hands=True),
        PairKind("turns", "turning left and right", "turning left", "turning right"),
        PairKind("breathing", "breathing left and right", "breathing left", "breathing right"),
        PairKind("courts", "even and odd court", "even court", "odd court"),
        PairKind("faces", "front and back", "front", "back"),
        PairKind(OWN, "two words of your own", "", ""),
    )
}
#: The kinds by their ids.
PAIRS = tuple(PAIR_KINDS)


@dataclass(frozen=True)
class Pair(Stored):
    """What the sides of a ladder are. ``first`` and ``second`` are the athlete's own words, for that kind alone.

    ``is_in_turn``: both are played in one run, one try each; then there is one record for both.
    """

    kind: str = NO_PAIR
    first: str = ""
    second: str = ""
    is_in_turn: bool = False

    @property
    def known(self) -> PairKind:
        return PAIR_KINDS[self.kind]

    @property
    def has_sides(self) -> bool:
        """Whether each side is played and counted for itself."""
        return self.kind != NO_PAIR and not self.is_in_turn

    @property
    def title(self) -> str:
        """The pair in a few words: "left and right hand"."""
        return f"{self.first} and {self.second}" if self.kind == OWN else self.known.title

    def words(self, side: str) -> str:
        """The side as it is said on screens; empty without a side.

        >>> Pair("hands").words("first"), Pair("own", "uphill", "downhill").words("second"), Pair().words("none")
        ('left hand', 'downhill', '')
        """
        if side == IN_TURN:
            return f"{self.title}, in turn"
        if side == NONE:
            return ""
        own, known = (self.first, self.known.first) if side == FIRST else (self.second, self.known.second)
        return own or known

    def arm(self, side: str) -> str | None:
        """The arm that plays a side; None where it is both, either, or not known."""
        return HANDS[BOTH_SIDES.index(side)] if self.known.arms and side in BOTH_SIDES else None

    def assumed_weaker(self, handedness: str) -> str | None:
        """The side that is taken to be the weaker one until the record tells: that of the other hand.

        >>> Pair("hands").assumed_weaker("right"), Pair("strokes").assumed_weaker("right")
        ('first', None)
        """
        return BOTH_SIDES[1 - HANDS.index(handedness)] if self.has_sides and self.known.is_of_hands else None

    def order(self, weaker: str | None) -> tuple[str, ...]:
        """The sides to play, the weaker first: it is the one that is avoided, and it needs fresh legs."""
        if self.kind == NO_PAIR:
            return (NONE,)
        if self.is_in_turn:
            return (IN_TURN,)
        return (SECOND, FIRST) if weaker == SECOND else BOTH_SIDES


def other_side(side: str) -> str | None:
    """The other one of a pair; None for what is no side.

    >>> other_side("first"), other_side("none")
    ('second', None)
    """
    return BOTH_SIDES[1 - BOTH_SIDES.index(side)] if side in BOTH_SIDES else None


def read_pair(given: Mapping[str, Any]) -> Pair:
    """The checked pair. Raises ``CoreError`` for a kind that is not known, and for own words that tell no two sides.

    >>> read_pair({"kind": "own", "first": "uphill", "second": "downhill"}).title
    'uphill and downhill'
    """
    kind = given.get("kind", NO_PAIR)
    if problem := check_choice("kind", kind, PAIRS):
        raise CoreError([problem])
    is_in_turn = bool(given.get("is_in_turn")) and kind != NO_PAIR
    if kind != OWN:
        return Pair(kind, is_in_turn=is_in_turn)
    words = {name: " ".join(str(given.get(name, "")).split()) for name in BOTH_SIDES}
    problems = [
        Problem("no_word", "Say in a word or two what this side is.", (name,), word, f"1 to {LONGEST_WORD} letters")
        for name, word in words.items()
        if not 0 < len(word) <= LONGEST_WORD
    ]
    if not problems and words[FIRST].casefold() == words[SECOND].casefold():
        problems = [Problem("same_word", "The two sides need different words.", (SECOND,), words[SECOND])]
    if problems:
        raise CoreError(problems)
    return Pair(OWN, words[FIRST], words[SECOND], is_in_turn)


#: Before there were pairs all sides were hands, and stored as the strong and the weak one.
STRONG_BEFORE, WEAK_BEFORE = "strong", "weak"


def side_from(stored: str, handedness: str) -> str:
    """A side as it is stored now, from whichever version named it.

    >>> side_from("weak", "right"), side_from("strong", "right"), side_from("second", "right")
    ('first', 'second', 'second')
    """
    if stored not in (STRONG_BEFORE, WEAK_BEFORE):
        return stored
    hand = HANDS.index(handedness)
    return BOTH_SIDES[hand if stored == STRONG_BEFORE else 1 - hand]
