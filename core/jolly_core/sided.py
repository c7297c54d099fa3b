"""Texts that are written once for everybody: marked words are said for the hand, foot, turn and breath of the athlete.

A marked word stands in braces: {near} is the side of the playing hand and {far} the other one, {lead foot} the foot
that goes first, {turn} the way one turns, {breath} the side one breathes to. With a capital it begins a sentence.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, replace

from jolly_core.sides import HANDS
from jolly_core.stored import Stored

LEFT, RIGHT = HANDS
HAND, FOOT, TURN, BREATH = "hand", "foot", "turn", "breath"
#: What of a body has a side.
OF_A_BODY = (HAND, FOOT, TURN, BREATH)


def other_way(way: str) -> str:
    """The other one of left and right.

    >>> other_way("left")
    'right'
    """
    return LEFT if way == RIGHT else RIGHT


@dataclass(frozen=True)
class Laterality(Stored):
    """Which side a body uses. Empty where it is not known; the foot then follows the hand."""

    hand: str = RIGHT
    foot: str = ""
    turn: str = ""
    breath: str = ""

    def way(self, trait: str) -> str:
        """Left or right; empty where it is not known. A right-hander leads with the left foot.

        That the foot follows the hand is common practice, no source.
        """
        known: str = getattr(self, trait)
        return other_way(self.hand) if trait == FOOT and not known else known

    def with_hand(self, hand: str) -> Laterality:
        """That of the same body playing with that hand: the foot follows it.

        >>> Laterality("right", foot="left").with_hand("left").way("foot")
        'right'
        """
        return self if hand == self.hand else replace(self, hand=hand, foot=self.foot and other_way(self.foot))

    def mirrored(self) -> Laterality:
        """That of somebody who does everything on the other side."""
        ways = {trait: other_way(way) for trait in OF_A_BODY if (way := getattr(self, trait))}
        return replace(self, **ways)


@dataclass(frozen=True)
class _Marked:
    """A marked word: whose side, whether it is that or the other one, and the words around it."""

    trait: str
    is_other: bool = False
    words: str = "{way}"
    #: What is said where the side is not known.
    unknown: str = ""


MARKED = {
    "near": _Marked(HAND),
    "far": _Marked(HAND, is_other=True),
    "hand": _Marked(HAND, words="{way} hand"),
    "other hand": _Marked(HAND, is_other=True, words="{way} hand"),
    "near foot": _Marked(HAND, words="{way} foot"),
    "far foot": _Marked(HAND, is_other=True, words="{way} foot"),
    "near shoulder": _Marked(HAND, words="{way} shoulder"),
    "far shoulder": _Marked(HAND, is_other=True, words="{way} shoulder"),
    "lead foot": _Marked(FOOT, words="{way} foot"),
    "back foot": _Marked(FOOT, is_other=True, words="{way} foot"),
    "turn": _Marked(TURN, unknown="your turning side"),
    "turn away": _Marked(TURN, is_other=True, unknown="the side that you do not turn to"),
    "turn arm": _Marked(TURN, words="{way} arm", unknown="arm of your turning side"),
    "other turn arm": _Marked(TURN, is_other=True, words="{way} arm", unknown="other arm"),
    "turn shoulder": _Marked(TURN, words="{way} shoulder", unknown="shoulder of your turning side"),
    "turn foot": _Marked(TURN, words="{way} foot", unknown="foot of your turning side"),
    "other turn foot": _Marked(TURN, is_other=True, words="{way} foot", unknown="other foot"),
    "breath": _Marked(BREATH, unknown="the side that you breathe to"),
    "breath arm": _Marked(BREATH, words="{way} arm", unknown="arm on the side that you breathe to"),
    "other breath": _Marked(BREATH, is_other=True, unknown="the other side"),
}
_MARK = re.compile(r"\{([A-Za-z][a-z ]*)\}")


def turned_over(text: str) -> str:
    """A text with left and right changed, as what it names is seen in a mirror.

    >>> turned_over("left box, then Right box; leftover")
    'right box, then Left box; leftover'
    """

    def other(match: re.Match[str]) -> str:
        word = other_way(match[0].lower())
        return word.capitalize() if match[0][0].isupper() else word

    return re.sub(r"\b(?:left|right)\b", other, text, flags=re.IGNORECASE)


def say(text: str, by: Laterality) -> str:
    """A text with its marked words as that body has them; what is marked and not known stays as it is written.

    >>> text = "{Lead foot} forward, weight to the {near}."
    >>> say(text, Laterality("right")), say(text, Laterality("left"))
    ('Left foot forward, weight to the right.', 'Right foot forward, weight to the left.')
    >>> say("Look over the {turn shoulder}.", Laterality(turn="left"))
    'Look over the left shoulder.'
    """
    # Most texts have none: what is said on every screen is not searched for them.
    return _MARK.sub(lambda found: _said(found[1], by) or found[0], text) if "{" in text else text


def list_marks(text: str) -> list[str]:
    """The marked words of a text as they are known, in their order.

    >>> list_marks("{Near} and {far}"), list_marks("{sky}")
    (['near', 'far'], [])
    """
    return [mark.lower() for mark in _MARK.findall(text) if mark.lower() in MARKED]


def _said(mark: str, by: Laterality) -> str:
    marked = MARKED.get(mark.lower())
    if marked is None:
        return ""
    way = by.way(marked.trait)
    words = marked.words.format(way=other_way(way) if marked.is_other else way) if way else marked.unknown
    return words[:1].upper() + words[1:] if mark[0].isupper() else words
