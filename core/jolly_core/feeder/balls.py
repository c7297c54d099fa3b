"""Balls, as their rules have them and as wind tunnels have measured them."""

from __future__ import annotations

from dataclasses import dataclass
from math import pi


@dataclass(frozen=True)
class Ball:
    """``drag`` is its drag coefficient without spin, at the speeds at which it is played."""

    title: str
    mass_kg: float
    diameter_m: float
    drag: float

    @property
    def area_m2(self) -> float:
        """What it shows to the air."""
        return pi * self.diameter_m**2 / 4


#: Mass and size: the middle of what the rules of the game allow. Drag: tennis ball, Cross and Lindsey 2005, Technical
#: Tennis (0.55 for felt); smooth and holed balls, common practice, no source. All from memory.
BALLS = {
    "tennis": Ball("tennis ball", 0.0577, 0.067, 0.55),
    "table_tennis": Ball("table tennis ball", 0.0027, 0.040, 0.45),
    "squash": Ball("squash ball", 0.024, 0.040, 0.45),
    "holed": Ball("plastic ball with holes", 0.0243, 0.074, 0.60),
}
