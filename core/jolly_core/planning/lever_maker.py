"""The rung maker by the record: where no aim model foretells a step, what was made at other settings of a lever does.

The log odds of a make are taken to be linear in the logarithm of the lever: a Bayesian logistic regression, its
posterior taken as normal about its mode (Gelman et al., Bayesian Data Analysis, 3rd edition, sections 4.1 and 16.1).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import exp, log, sqrt
from statistics import NormalDist

from jolly_core.ladder.levers import LENGTH, Lever, LeverKind
from jolly_core.measures import METRIC
from jolly_core.planning.rung_maker import FAIR, FAIR_ENOUGH, STAND_STEP_M

NEXT, EASIER, BETWEEN = "next", "easier", "between"
#: An easier rung is one where about this share is made. Common practice, no source.
EASY = 0.85
#: What twice of a lever changes in log odds, per factor e, before anything was played: it is only roughly known.
PRIOR_SLOPE, PRIOR_SLOPE_SPREAD = 1.6, 0.8
#: The prior of the log odds at the rung itself: anything from one in fifty to forty-nine in fifty.
PRIOR_LEVEL_SPREAD = 2.0
#: One step moves a lever by this factor at most, whatever the record foretells. Common practice, no source.
LARGEST_STEP = 1.5
#: Two settings nearer than this factor have no rung in between.
LEAST_GAP = 1.15
NEWTON_STEPS = 30
CLOSE = 1e-9
NINE_IN_TEN = NormalDist().inv_cdf(0.95)


@dataclass(frozen=True)
class AtSetting:
    """What was made at one setting of a lever: of ``tries``, single ones or whole runs, as the lever takes it."""

    value: float
    makes: int
    tries: int


@dataclass(frozen=True)
class Foretold:
    """The share that will be made; nine times in ten it lies between ``low`` and ``high``."""

    chance: float
    low: float
    high: float

    @property
    def words(self) -> str:
        """In per cent, with its range.

        >>> Foretold(0.7, 0.52, 0.83).words
        'about 70 %, nine times in ten 52 to 83 %'
        """
        chance, low, high = (round(100 * share) for share in (self.chance, self.low, self.high))
        return f"about {chance} %, nine times in ten {low} to {high} %"


@dataclass(frozen=True)
class LeverOffer:
    """One lever moved: to what, what is foretold there, and what for (``next``, ``easier`` or ``between``)."""

    what_for: str
    lever: Lever
    foretold: Foretold
    is_harder: bool


@dataclass(frozen=True)
class Curve:
    """How the log odds of a make go with the logarithm of a lever: their level at ``at``, a slope, their covariance."""

    at: float
    level: float
    slope: float
    level_variance: float
    slope_variance: float
    covariance: float

    def foretell(self, value: float) -> Foretold:
        """What is made at a setting."""
        x = log(value / self.at)
        middle = self.level + self.slope * x
        spread = sqrt(self.level_variance + 2 * x * self.covariance + x * x * self.slope_variance)
        low, high = (_share(middle + way * NINE_IN_TEN * spread) for way in (-1, 1))
        return Foretold(_share(middle), low, high)

    def value_for(self, chance: float) -> float:
        """The setting where a share is made."""
        return self.at * exp((log(chance / (1 - chance)) - self.level) / self.slope)


def _share(odds: float) -> float:
    return 1 / (1 + exp(-min(30.0, max(-30.0, odds))))


def fit_curve(record: Sequence[AtSetting], at: float, harder: int) -> Curve:
    """The curve of a record, seen from a setting; ``harder``: 1 where more of the lever is harder, -1 where less is.

    >>> curve = fit_curve([AtSetting(4.0, 45, 50)], 4.0, 1)
    >>> round(curve.foretell(4.0).chance, 2), curve.foretell(6.0).chance < curve.foretell(4.0).chance
    (0.89, True)
    """
    prior_slope = -harder * PRIOR_SLOPE
    level, slope = 0.0, prior_slope
    for _ in range(NEWTON_STEPS):
        # Minus the gradient, and the Hessian of the negative log posterior.
        pull_level, pull_slope = -level / PRIOR_LEVEL_SPREAD**2, (prior_slope - slope) / PRIOR_SLOPE_SPREAD**2
        h_level, h_slope, h_both = 1 / PRIOR_LEVEL_SPREAD**2, 1 / PRIOR_SLOPE_SPREAD**2, 0.0
        for seen in record:
            x = log(seen.value / at)
            share = _share(level + slope * x)
            off, weight = seen.makes - seen.tries * share, seen.tries * share * (1 - share)
            pull_level, pull_slope = pull_level + off, pull_slope + off * x
            h_level, h_slope, h_both = h_level + weight, h_slope + weight * x * x, h_both + weight * x
        determinant = h_level * h_slope - h_both * h_both
        by_level = (h_slope * pull_level - h_both * pull_slope) / determinant
        by_slope = (h_level * pull_slope - h_both * pull_level) / determinant
        # Far from the mode a whole step may overshoot.
        longest = max(1.0, abs(by_level), abs(by_slope))
        level, slope = level + by_level / longest, slope + by_slope / longest
        if abs(by_level) + abs(by_slope) < CLOSE:
            break
    # A slope against all experience is chance, or another drill: it is kept on the side of the prior.
    slope = -harder * max(0.2, -harder * slope)
    return Curve(at, level, slope, h_slope / determinant, h_level / determinant, -h_both / determinant)


def propose_by_record(
    lever: Lever, record: Sequence[AtSetting], *, harder: int, above: float | None = None, units: str = METRIC
) -> list[LeverOffer]:
    """A next, an easier and an in-between setting of a lever, each with what the record foretells there.

    ``above`` is its setting at the rung above, where that sets it. Nothing without a record, or where neither way is
    harder.
    """
    if lever.value is None or not harder or not sum(seen.tries for seen in record):
        return []
    curve = fit_curve(record, lever.value, harder)
    now = curve.foretell(lever.value).chance
    wanted = []
    if now > FAIR + FAIR_ENOUGH:
        wanted.append((NEXT, curve.value_for(FAIR), True))
    if now < EASY - FAIR_ENOUGH:
        wanted.append((EASIER, curve.value_for(FAIR if now < FAIR - FAIR_ENOUGH else EASY), False))
    if above and max(above / lever.value, lever.value / above) >= LEAST_GAP:
        wanted.append((BETWEEN, sqrt(above * lever.value), True))
    offers = [
        LeverOffer(what_for, replace(lever, value=value), curve.foretell(value), is_harder)
        for what_for, exact, is_harder in wanted
        if (value := _settable(lever.known, exact, lever.value)) is not None
        and value not in (lever.value, above)
        and (value > lever.value) == ((harder > 0) == is_harder)
    ]
    # A next step that lies where the one in between does is the one in between.
    taken = {offer.lever.value for offer in offers if offer.what_for == BETWEEN}
    return [offer for offer in offers if offer.what_for == BETWEEN or offer.lever.value not in taken]


def _settable(kind: LeverKind, exact: float, now: float) -> float | None:
    """A setting as it can be laid or counted; None beyond what the lever takes. One step is never another drill."""
    cut = min(now * LARGEST_STEP, max(now / LARGEST_STEP, exact))
    value = round(round(cut / STAND_STEP_M) * STAND_STEP_M, 3) if kind.takes == LENGTH else float(round(cut))
    return value if kind.low <= value <= kind.high else None
