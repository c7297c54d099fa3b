"""What things sound like, and how far a sound is from them, however loud it is. Standard library only."""

from __future__ import annotations

from collections.abc import Sequence
from operator import sub

Bands = tuple[float, ...]

NEIGHBOURS = 3
#: By so many of its strongest bands a sound is as loud as another.
LOUDEST = 4


class Sounds:
    """Sounds of one kind, each as its bands over the floor, in dB."""

    def __init__(self, models: Sequence[Bands]) -> None:
        self._models = [(model, _loud(model)) for model in models]
        #: What was said before is asked for again: by the search for a cut, and by the choice that it leads to.
        self._known: dict[Bands, float] = {}

    def __bool__(self) -> bool:
        return bool(self._models)

    def apart_from(self, bands: Bands) -> float:
        """How far a sound is from the nearest few, in dB a band, each as loud as it: below the floor nothing is heard.

        A model is not compared with itself; 0 where there is none to compare with.

        >>> Sounds([(40.0, 30.0, 20.0, 20.0)]).apart_from((30.0, 20.0, 10.0, 10.0))
        0.0
        """
        if (known := self._known.get(bands)) is not None:
            return known
        loud = _loud(bands)
        far = []
        for model, model_loud in self._models:
            if model is bands:
                continue
            down = model_loud - loud
            quieter = [other - down if other > down else 0.0 for other in model] if down > 0 else model
            far.append(sum(map(abs, map(sub, bands, quieter))))
        nearest = sorted(far)[:NEIGHBOURS]
        self._known[bands] = apart = sum(nearest) / len(nearest) / len(bands) if nearest else 0.0
        return apart


def _loud(bands: Bands) -> float:
    strongest = sorted(bands)[-LOUDEST:]
    return sum(strongest) / len(strongest)
