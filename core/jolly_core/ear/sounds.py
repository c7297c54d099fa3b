"""What things sound like, and how far a sound is from them, however loud it is. Standard library only."""

from __future__ import annotations

from collections.abc import Sequence

Bands = Sequence[float]

NEIGHBOURS = 3
#: By so many of its strongest bands a sound is as loud as another.
LOUDEST = 4


class Sounds:
    """Sounds of one kind, each as its bands over the floor, in dB."""

    def __init__(self, models: Sequence[Bands]) -> None:
        self._models = [(model, _loud(model)) for model in models]

    def __bool__(self) -> bool:
        return bool(self._models)

    def apart_from(self, bands: Bands) -> float:
        """How far a sound is from the nearest few, in dB a band, each as loud as it: below the floor nothing is heard.

        A model is not compared with itself; 0 where there is none to compare with.

        >>> Sounds([(40.0, 30.0, 20.0, 20.0)]).apart_from((30.0, 20.0, 10.0, 10.0))
        0.0
        """
        loud = _loud(bands)
        far = []
        for model, model_loud in self._models:
            if model is not bands:
                down = max(0.0, model_loud - loud)
                apart = [
                    band - other + down if other > down else band for band, other in zip(bands, model, strict=True)
                ]
                far.append(sum(map(abs, apart)))
        nearest = sorted(far)[:NEIGHBOURS]
        return sum(nearest) / len(nearest) / len(bands) if nearest else 0.0


def _loud(bands: Bands) -> float:
    strongest = sorted(bands)[-LOUDEST:]
    return sum(strongest) / len(strongest)
