"""Skills that can injure: the caution of each kind, who should be there, and what has to be acknowledged first.

The wording is the usual caution of its kind; it defers to coaches, lifeguards, spotters and the venue's rules.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

DEFER = "What they say, the venue's rules and medical advice come before anything this screen says."
#: Breath-holding is never a challenge, so no ladder may carry it.


@dataclass(frozen=True)
class Risk:
    """One kind: its name in a few words, the caution, who should be there, and the words to be acknowledged."""

    id: str
    title: str
    caution: str
    present: str

    @property
    def words(self) -> str:
        """What the athlete says yes to."""
        return f"{self.caution} {self.present} {DEFER}"


RISKS = {
    risk.id: risk
    for risk in (
        Risk(
            "inverted",
            "upside-down or twisting skill",
            "Going upside down or twisting can injure neck, head and wrists, even at a low height.",
            "Learn it from a qualified coach, with a spotter and proper mats; never new alone.",
        ),
        Risk(
            "contact",
            "striking",
            "Striking can injure hands, wrists and whoever stands too near.",
            "Begin under a qualified coach, on proper pads and with wrapped hands; never at a person or a bare wall.",
        ),
        Risk(
            "water",
            "in or beside water",
            "Diving and work with the breath can end in blackout, even in shallow water and even for good swimmers.",
            "Only with a lifeguard or a coach watching; never alone, and never holding the breath as a challenge.",
        ),
        Risk(
            "heavy_overhead",
            "heavy overhead volume",
            "Many hard overhead throws or serves wear on shoulder and elbow, most of all after a break.",
            "Have a qualified coach look at the movement before the numbers grow, and build up over weeks.",
        ),
        Risk(
            "jumping_kicks",
            "jumping or turning kicks",
            "Landing from jumping and turning kicks loads ankles, knees and back, most of all when tired.",
            "Learn them from a qualified coach on a floor that gives; nobody stands within reach.",
        ),
        Risk(
            "heavy_bars",
            "heavy bars or weights",
            "A heavy bar can trap or strain whoever lifts it, most of all in the last repetitions.",
            "With a spotter or safety arms in place and the weights secured; never to failure alone.",
        ),
    )
}


def list_missing(risks: Sequence[str], acknowledged: Sequence[str]) -> list[Risk]:
    """The risks of a ladder that are still to be acknowledged, in their order."""
    return [RISKS[risk] for risk in risks if risk not in acknowledged]
