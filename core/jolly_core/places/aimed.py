"""What a run was aimed at, kept with it: how far away which target was, or how the counted targets lay."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Self

from jolly_core.aim.record import Beside, Landed, Tries
from jolly_core.places.beside import read_beside, write_beside
from jolly_core.shapes.registry import read_shape, write_shape
from jolly_core.shapes.shape import Shape
from jolly_core.stored import Stored, upgraded


@dataclass(frozen=True)
class AimedAt(Stored):
    """One target, and how far away it was: every make hit it, every miss missed it."""

    distance_m: float
    target: Shape

    def as_dict(self) -> dict[str, Any]:
        return {"distance_m": self.distance_m, "shape": write_shape(self.target)}

    @classmethod
    def from_stored(cls, stored: Mapping[str, Any]) -> Self:
        values = upgraded(cls, stored)
        return cls(values["distance_m"], read_shape(values["shape"]))

    def tries(self, makes: int, attempts: int) -> Tries:
        """What was played at it, as the aim reads it."""
        return Tries(self.distance_m, self.target, makes, attempts)


@dataclass(frozen=True)
class AimedAmong(Stored):
    """The targets that balls were counted by, by their names, as they lay beside the first, which was aimed at."""

    distance_m: float
    zones: dict[str, Beside]

    def as_dict(self) -> dict[str, Any]:
        return {"distance_m": self.distance_m, "zones": {name: write_beside(each) for name, each in self.zones.items()}}

    @classmethod
    def from_stored(cls, stored: Mapping[str, Any]) -> Self:
        values = upgraded(cls, stored)
        return cls(values["distance_m"], {name: read_beside(each) for name, each in values["zones"].items()})

    def landed(self, balls: Mapping[str, int], attempts: int) -> Landed:
        """Where the balls landed, as the aim reads it; what hit none of the targets is the rest of the attempts."""
        counts = tuple(balls.get(name, 0) for name in self.zones)
        return Landed(self.distance_m, tuple(self.zones.values()), counts, attempts - sum(counts))


def stored_aimed(stored: Mapping[str, Any]) -> AimedAt | AimedAmong | None:
    """What was kept with a run; None where it tells nothing of the aim.

    >>> stored_aimed({"distance_m": 4.0, "shape": {"kind": "circle", "radius_m": 0.2}}).tries(7, 10).makes
    7
    """
    if not stored:
        return None
    return AimedAmong.from_stored(stored) if "zones" in stored else AimedAt.from_stored(stored)
