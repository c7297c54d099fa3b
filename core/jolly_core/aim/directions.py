"""Aim by its directions: where balls land on average, and how far they spread across and up, where zones tell.

One number for both directions foretells wrongly for a player who aims beside the middle, or who errs more up and down
than left and right. Where balls were counted zone by zone the two can be told apart.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from math import degrees, exp, log, sqrt

from jolly_core.aim.record import Landed, Observation, merge
from jolly_core.aim.spread import LEAST_SPREAD, MOST_SPREAD, estimate_aim
from jolly_core.shapes.chances import chance_in_box
from jolly_core.stats.chi_square import chi_square_above

#: Two directions and two offsets against one spread: three numbers more.
MORE_NUMBERS = 3
#: As many zones at one set-up tell the directions apart.
FEWEST_ZONES = 4
#: With fewer balls the likelihood ratio is not yet chi-square distributed. Common practice, no source.
FEWEST_BALLS = 30
#: The simpler model is rejected at this p-value.
UNLIKELY = 0.01
#: An offset is reported from this many standard errors.
CLEAR = 2.0
LEAST_CHANCE = 1e-12
STEPS, ENOUGH = 1000, 1e-7

Point = tuple[float, ...]


@dataclass(frozen=True)
class Directions:
    """Spreads across and up, and the offsets to the right and up, all as angles in radians.

    ``is_needed``: one spread about the middle would not do, as the zones say; ``balls``: of how many.
    """

    across: float
    up: float
    right: float
    above: float
    is_needed: bool
    balls: int

    @property
    def words(self) -> str:
        """What the directions add to a single spread, in a sentence; empty where they add nothing."""
        if not self.is_needed:
            return ""
        offsets = [
            f"{abs(degrees(offset)):.1f}° {there if offset > 0 else here}"
            for offset, spread, there, here in (
                (self.right, self.across, "right", "left"),
                (self.above, self.up, "high", "low"),
            )
            if abs(offset) > CLEAR * spread / sqrt(self.balls)
        ]
        where = f"{' and '.join(offsets)} of" if offsets else "about"
        return (
            f"By the zones your balls land {where} the middle of the zone worth most, and spread "
            f"{degrees(self.across):.1f}° across and {degrees(self.up):.1f}° up and down"
        )


def estimate_directions(record: Iterable[Observation]) -> Directions | None:
    """The directions that make the zones' counts most likely; None where too few zones or balls were played.

    Found by the simplex of Nelder and Mead (1965); needed where the likelihood ratio says so (Wilks 1938).
    """
    played = [each for each in merge(record) if isinstance(each, Landed) and _tells(each)]
    balls = sum(each.attempts for each in played)
    if balls < FEWEST_BALLS or not any(each.hits for each in played):
        return None
    one = estimate_aim(played)

    def unlikely(point: Point) -> float:
        across, up, right, above = exp(point[0]), exp(point[1]), point[2], point[3]
        if not (LEAST_SPREAD <= across <= MOST_SPREAD and LEAST_SPREAD <= up <= MOST_SPREAD):
            return 1e12
        return -sum(_log_likelihood(each, across, up, right, above) for each in played)

    middle = (log(one.spread), log(one.spread), 0.0, 0.0)
    best = _lowest(unlikely, middle, (0.3, 0.3, one.spread / 2, one.spread / 2))
    gain = 2 * (unlikely(middle) - unlikely(best))
    is_needed = chi_square_above(max(0.0, gain), MORE_NUMBERS) < UNLIKELY
    return Directions(exp(best[0]), exp(best[1]), best[2], best[3], is_needed, balls)


def _tells(landed: Landed) -> bool:
    return len(landed.zones) >= FEWEST_ZONES and all(zone.target.is_box for zone in landed.zones)


def _log_likelihood(landed: Landed, across: float, up: float, right: float, above: float) -> float:
    metres = landed.distance_m
    off_m, sd_m = (right * metres, above * metres), (across * metres, up * metres)
    chances = [chance_in_box(*zone.box, off_m, sd_m) for zone in landed.zones]
    outside = max(LEAST_CHANCE, 1 - sum(chances))
    pairs = zip((*landed.counts, landed.out), (*chances, outside), strict=True)
    return sum(count * log(max(LEAST_CHANCE, chance)) for count, chance in pairs if count)


def _lowest(value: Callable[[Point], float], start: Point, steps: Sequence[float]) -> Point:
    """Where a smooth function is lowest near by, looking a step in each direction first."""
    from scipy.optimize import minimize

    simplex = [
        start,
        *(tuple(each + step * (at == place) for at, each in enumerate(start)) for place, step in enumerate(steps)),
    ]
    options = {"initial_simplex": simplex, "maxiter": STEPS, "fatol": ENOUGH, "xatol": ENOUGH}
    found = minimize(value, start, method="Nelder-Mead", options=options)
    return tuple(float(each) for each in found.x)
