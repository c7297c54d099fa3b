"""The rung maker: the next step from the aim model, one lever at a time, for a fair challenge."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from math import copysign

from jolly_core.aim.spread import Aim, Predicted, distance_for, predict, scale_for
from jolly_core.measures import METRIC, STEPS_M, read_long, to_tape
from jolly_core.shapes.shape import Shape

#: A step up is fair where about seven in ten succeed. Common practice, no source.
FAIR = 0.7
#: Within this of the wanted success no step is proposed.
FAIR_ENOUGH = 0.02
DISTANCE, SIZE = "distance", "size"
LONGEST_M = 60.0
#: One step changes a lever by at most this factor: beyond it is another drill. Common practice, no source.
MOST_TIMES = 2.5
#: Feet go in quarters in a stand, too: a line on the floor is laid to this.
STAND_STEP_M = 0.05


@dataclass(frozen=True)
class NextRung:
    """One lever moved: the distance and target of the step, what is foretold there, and in words."""

    lever: str
    distance_m: float
    target: Shape
    predicted: Predicted
    words: str
    is_harder: bool


def propose_rungs(
    aim: Aim, target: Shape, distance_m: float, *, wanted: float = FAIR, units: str = METRIC
) -> list[NextRung]:
    """From one set-up the steps that bring success to about ``wanted``: stand elsewhere, or tape another size.

    Lengths are rounded to what is laid with a tape. None where it is as good as there already.
    """
    now = predict(aim, target, distance_m)
    if abs(now.chance - wanted) <= FAIR_ENOUGH:
        return []
    return list(_levers(aim, target, distance_m, wanted, units, is_harder=now.chance > wanted))


def _levers(
    aim: Aim, target: Shape, distance_m: float, wanted: float, units: str, *, is_harder: bool
) -> Iterator[NextRung]:
    stand_m = round(distance_for(aim, target, wanted, LONGEST_M) / STAND_STEP_M) * STAND_STEP_M
    if _is_a_step(stand_m / distance_m) and abs(stand_m - distance_m) >= STAND_STEP_M:
        at = predict(aim, target, stand_m)
        way = "Farther" if stand_m > distance_m else "Nearer"
        words = f"{way}: {read_long(stand_m, units)} instead of {read_long(distance_m, units)}"
        yield NextRung(DISTANCE, stand_m, target, at, words, is_harder)
    if not target.can_be_scaled:
        return
    scale = scale_for(aim, target, distance_m, wanted)
    if _is_a_step(scale):
        sized = _to_the_tape(target.scaled(scale), units)
        words = f"{'Smaller' if scale < 1 else 'Larger'}: {round(100 * scale)} % of each length"
        yield NextRung(SIZE, distance_m, sized, predict(aim, sized, distance_m), words, is_harder)


def _is_a_step(times: float) -> bool:
    return 1 / MOST_TIMES <= times <= MOST_TIMES


def _to_the_tape(target: Shape, units: str) -> Shape:
    step = STEPS_M[units]
    lengths = {name: to_tape(value, units) for name, value in target.lengths.items()}
    # A length never rounds to zero.
    kept = {name: lengths[name] or copysign(step, value) for name, value in target.lengths.items() if value}
    return replace(target, **{**lengths, **kept})
