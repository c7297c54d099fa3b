"""The spread of a player's aim, as an angle: estimated from makes and misses, and what it predicts elsewhere.

An angle of ``spread`` radians is an error of ``spread`` times the distance where the target stands, so that one number
foretells every distance and size. That is a model: ``Aim.fit`` says how well the record bears it out.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from math import degrees, exp, log, sqrt

from jolly_core.aim.record import Observation, merge
from jolly_core.errors import CoreError
from jolly_core.shapes.shape import Shape
from jolly_core.stats.chi_square import chi_square_above
from jolly_core.words import quantity

#: From a tenth of a degree, beyond any hand, to sixty.
LEAST_SPREAD, MOST_SPREAD = 0.0017, 1.05
#: Half of the 0.95 quantile of a chi-square with one degree of freedom: how far the log-likelihood may fall.
HALF_CHI_SQUARE = 1.9207
#: With a p-value of the fit below this, the data contradict the model.
CONTRADICTED = 0.01
#: Points of the grid over the whole range, before the peak is searched for.
LOOKS = 14
AT_MOST, AT_LEAST, ONE_IN_TWENTY = "at_most", "at_least", 0.05
#: Of the logarithm of a spread: near enough, and how far a crossing is looked for at first.
CLOSE, NEAR = 1e-7, 0.05


def preload() -> None:
    """Import SciPy's optimisers ahead of use: the first import takes most of a second."""
    import scipy.optimize
    import scipy.special  # noqa: F401


@dataclass(frozen=True)
class Aim:
    """The most likely ``spread`` in radians, with the interval from ``low`` to ``high`` that holds it 19 times in 20.

    ``fit`` is the chance that a player of this model would have a record that fits it no better; None where only one
    distance and size was played, which fits anything.
    """

    spread: float
    low: float
    high: float
    attempts: int
    fit: float | None = None
    #: "at_most" after makes alone, "at_least" after misses alone: then ``spread`` is that end, and no estimate.
    bound: str = ""

    @property
    def is_contradicted(self) -> bool:
        return self.fit is not None and self.fit < CONTRADICTED

    @property
    def words(self) -> str:
        """What was found, in a sentence, and whether to believe it."""
        if self.bound:
            is_made = self.bound == AT_MOST
            end, made, way = ("at most", "All", "farther") if is_made else ("at least", "None", "nearer")
            return (
                f"From {quantity(self.attempts, 'attempt')}: your error is {end} {degrees(self.spread):.1f}° (nineteen "
                f"times in twenty). {made} of them made, so the other end is not known: try it {way}"
            )
        found = (
            f"From {quantity(self.attempts, 'attempt')}: your error is {degrees(self.spread):.1f}°, "
            f"nineteen times in twenty between {degrees(self.low):.1f}° and {degrees(self.high):.1f}°"
        )
        if self.is_contradicted:
            return (
                f"{found}, widened because what you hit does not fit one angle: take what is foretold "
                "lightly and try it out"
            )
        if self.fit is None:
            return f"{found}. All of it from one distance and size: other distances are foretold by the angle alone"
        return found


@dataclass(frozen=True)
class Predicted:
    """A chance with its interval."""

    chance: float
    low: float
    high: float


def estimate_aim(record: Iterable[Observation]) -> Aim:
    """The aim that makes the record most likely, with its likelihood interval (Wilks 1938).

    Raises ``CoreError`` (``no_record``) without any attempt.

    >>> from jolly_core.aim.record import Tries
    >>> from jolly_core.shapes.kinds.circle import Circle
    >>> round(estimate_aim([Tries(1.0, Circle(0.2), 50, 100)]).spread, 4)
    0.1699
    """
    played = merge(record)
    if not played:
        raise CoreError.one("no_record", "Without any attempt there is nothing to tell of your aim.", "record")

    def likelihood(log_spread: float) -> float:
        return sum(each.log_likelihood(exp(log_spread)) for each in played)

    attempts, hits = sum(each.attempts for each in played), sum(each.hits for each in played)
    ends = log(LEAST_SPREAD), log(MOST_SPREAD)
    if hits in (0, attempts):
        return _one_end(likelihood, ends, attempts, is_made=bool(hits))
    best = _peak(likelihood, *_about(likelihood, *ends))
    floor = likelihood(best) - HALF_CHI_SQUARE
    low = _crossing(likelihood, floor, best, ends[0])
    high = _crossing(likelihood, floor, best, ends[1])
    fit, widen = _fit(played, exp(best))
    if fit is not None and fit < CONTRADICTED:
        # As many times more scatter as the model allows widens by its root (McCullagh and Nelder 1989, 4.5).
        low, high = max(ends[0], best - widen * (best - low)), min(ends[1], best + widen * (high - best))
    return Aim(exp(best), exp(low), exp(high), attempts, fit)


def _one_end(likelihood: Callable[[float], float], ends: tuple[float, float], attempts: int, *, is_made: bool) -> Aim:
    """A one-sided limit from makes alone, or misses alone: the spread at which they have a chance of one in twenty."""
    known, other = ends if is_made else ends[::-1]
    end = exp(_crossing(likelihood, log(ONE_IN_TWENTY), known, other))
    low, high = (LEAST_SPREAD, end) if is_made else (end, MOST_SPREAD)
    return Aim(end, low, high, attempts, None, AT_MOST if is_made else AT_LEAST)


def _about(value: Callable[[float], float], low: float, high: float) -> tuple[float, float]:
    """The interval that holds the peak, from an even grid: a local search could start where the function is flat."""
    step = (high - low) / LOOKS
    best = max(range(LOOKS + 1), key=lambda place: value(low + place * step))
    return max(low, low + (best - 1) * step), min(high, low + (best + 1) * step)


def predict(aim: Aim, target: Shape, distance_m: float) -> Predicted:
    """The chance at any target and distance; a wider spread hits less, so its ends change places."""
    low, chance, high = (target.chance(spread * distance_m) for spread in (aim.high, aim.spread, aim.low))
    return Predicted(chance, low, high)


def distance_for(aim: Aim, target: Shape, chance: float, longest_m: float = 100.0) -> float:
    """How far back to stand for a wanted chance, at most ``longest_m``."""
    return _solve(lambda distance_m: target.chance(aim.spread * distance_m) - chance, 0.01, longest_m)


def scale_for(aim: Aim, target: Shape, distance_m: float, chance: float) -> float:
    """By how much to scale a target's lengths for a wanted chance from a distance."""
    return _solve(lambda scale: chance - target.scaled(scale).chance(aim.spread * distance_m), 0.001, 1000.0)


def _fit(played: Sequence[Observation], spread: float) -> tuple[float | None, float]:
    """The chance of a worse deviance, by its chi-square distribution (Wilks 1938), and the root of its excess."""
    free = sum(each.cells for each in played) - 1
    if free < 1:
        return None, 1.0
    deviance = max(0.0, 2 * sum(each.best_log_likelihood() - each.log_likelihood(spread) for each in played))
    return chi_square_above(deviance, free), max(1.0, sqrt(deviance / free))


def _peak(value: Callable[[float], float], low: float, high: float) -> float:
    """Where a function with one peak has it."""
    from scipy.optimize import minimize_scalar

    found = minimize_scalar(lambda at: -value(at), bounds=(low, high), method="bounded", options={"xatol": CLOSE})
    return float(found.x)


def _crossing(value: Callable[[float], float], floor: float, inside: float, end: float) -> float:
    """Where the function falls below the floor on the way to an end; the end itself if it never does."""
    if value(end) >= floor:
        return end
    way = 1 if end > inside else -1
    reach = NEAR
    while abs(reach) < abs(end - inside) and value(inside + way * reach) >= floor:
        reach *= 2
    start = inside + way * (0.0 if reach == NEAR else reach / 2)
    return _root(lambda at: value(at) - floor, start, inside + way * min(reach, abs(end - inside)))


def _root(value: Callable[[float], float], one: float, other: float) -> float:
    """The root of a function between two points on either side of it."""
    from scipy.optimize import brentq

    return float(brentq(value, one, other, xtol=CLOSE))


def _solve(falling: Callable[[float], float], low: float, high: float) -> float:
    """The root of a falling function, searched for on a logarithmic scale; the nearer end where none is within."""
    if falling(low) <= 0:
        return low
    if falling(high) >= 0:
        return high
    return exp(_root(lambda at: falling(exp(at)), log(low), log(high)))
