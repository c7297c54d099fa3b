"""Strong and weak side, and which hand that is for this athlete."""

from __future__ import annotations

STRONG, WEAK, NONE = "strong", "weak", "none"
SIDES = (STRONG, WEAK, NONE)
#: The weak side goes first: it is the one that is avoided, and it needs fresh legs.
BOTH_SIDES = (WEAK, STRONG)
HANDS = ("left", "right")


def hand_of(side: str, handedness: str) -> str | None:
    """The hand that plays ``side`` for an athlete whose strong hand is ``handedness``; None without a side.

    >>> hand_of("weak", "left"), hand_of("strong", "left"), hand_of("none", "left")
    ('right', 'left', None)
    """
    if side == NONE:
        return None
    if side == STRONG:
        return handedness
    return HANDS[1 - HANDS.index(handedness)]


def side_words(side: str, handedness: str) -> str:
    """The side as it is said on screens; empty without a side.

    >>> side_words("weak", "left")
    'weak side (right)'
    """
    hand = hand_of(side, handedness)
    return f"{side} side ({hand})" if hand else ""
