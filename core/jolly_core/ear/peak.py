"""The moment at which something begins to sound, as the two halves of the second stage share it."""

from __future__ import annotations

from dataclasses import dataclass

HOPS_A_SECOND = 200


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
    def strength(self) -> float:
        """How much it is like a hit, in dB: it rises, stands out, and is soon over. A mean of ratios, weighted.

        >>> round(Peak(0, 20.0, 20.0, 20.0, -10.0, ()).strength, 6)
        20.0
        """
        return float((self.rise * max(self.height, 0.5) * max(self.drop, 0.5) ** 0.5) ** 0.4)
