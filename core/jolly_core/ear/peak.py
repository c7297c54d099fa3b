"""The moment at which something begins to sound, as the two halves of the second stage share it."""

from __future__ import annotations

from dataclasses import dataclass

HOPS_A_SECOND = 200
HOP_MS = 1000 // HOPS_A_SECOND
#: No level is lower.
LOWEST_DB = -120.0
#: The floor is taken anew every half second, from the five seconds before.
FLOOR_HOPS, FLOORS_BACK, FLOOR_SHARE = 100, 10, 0.3
#: The first of them are that of the first second.
FIRST_FLOORS = 2
#: More than this over the floor says no more of a sound.
HIGHEST_DB = 60.0
PAST_FROM, PAST_TO = 3, 9
#: What a sound still has after 30 to 45 ms, when a hit is over and a voice is not.
AFTER_FROM, AFTER_TO = 6, 9
#: A sound has all its bands within so many hops, and its full loudness.
WHOLE_HOPS, LOUD_HOPS = 3, 4
DEAD_HOPS = 18
LEAST_RISE_DB = 1.0


@dataclass(frozen=True, slots=True)
class Peak:
    """Something begins to sound at ``hop``. All in dB: means over the bands, and each band over its floor.

    ``rise`` from just before, ``height`` over the floor, ``drop`` in the 40 ms after, ``loudness`` of all together.
    """

    hop: int
    rise: float
    height: float
    drop: float
    loudness: float
    bands: tuple[float, ...]

    @property
    def seconds(self) -> float:
        return self.hop / HOPS_A_SECOND

    @property
    def ms(self) -> int:
        return self.hop * HOP_MS

    @property
    def strength(self) -> float:
        """How much it is like a hit, in dB: it rises, stands out, and is soon over. A mean of ratios, weighted.

        >>> round(Peak(0, 20.0, 20.0, 20.0, -10.0, ()).strength, 6)
        20.0
        """
        return float((self.rise * max(self.height, 0.5) * max(self.drop, 0.5) ** 0.5) ** 0.4)
