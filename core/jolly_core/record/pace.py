"""An athlete's own pace on a rung, from the latest runs there."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from math import log, sqrt
from statistics import fmean

from jolly_core.challenges.card import Card
from jolly_core.challenges.card_items.first_guess import FirstGuess
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.session import BLANK
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of
from jolly_core.record.summary import PlayedRun
from jolly_core.record.usual import usual_of

#: The number of latest runs that a pace is estimated from.
PACE_RUNS = 10
#: As many runs as the prior spread of a tempo weighs.
PRIOR_TEMPI = 3


def pace_of(game: AnyGame, runs: Sequence[PlayedRun], below: Pace | None = None, card: Card = BLANK) -> Pace:
    """The pace in the last of a side's runs of a game, oldest first.

    Without any it is a prior, and says so: what the athlete's own guess on the ``card`` says, else tempo and rate of
    the rung ``below`` where there is a record of it, or else the stated one.
    """
    last = list(runs)[-PACE_RUNS:]
    prior = forecast_of(game).prior
    if below and not below.is_prior:
        prior = replace(
            prior,
            attempt_ms=below.attempt_ms,
            rate=below.rate,
            tempo_spread=below.tempo_spread,
            is_timed=below.is_timed,
        )
    prior = _as_guessed(prior, card.of(FirstGuess))
    attempts = sum(run.attempts for run in last)
    usual = usual_of([value for run in last if (value := run.metrics.get(game.leading)) is not None])
    if not attempts:
        # Runs kept by the clock alone inform the usual result, not tempo and rate.
        return replace(prior, usual=usual.mean, spread=usual.spread) if usual else prior
    # Runs from paper have no clock: they tell the rate, but not the tempo.
    timed = [run for run in last if run.time_used_ms and run.attempts]
    tempi = [log(run.time_used_ms / run.attempts) for run in timed]
    mean = fmean(tempi) if tempi else 0.0
    # The spread of few runs is shrunk towards the prior's and widened by the uncertainty of the mean.
    spread = sqrt(
        (PRIOR_TEMPI * prior.tempo_spread**2 + sum((tempo - mean) ** 2 for tempo in tempi))
        / (PRIOR_TEMPI + max(0, len(tempi) - 1))
        * (1 + 1 / max(1, len(tempi)))
    )
    return Pace(
        attempt_ms=max(1, sum(run.time_used_ms for run in timed) // sum(run.attempts for run in timed))
        if timed
        else prior.attempt_ms,
        # Laplace's rule keeps a rate from a short record off the ends.
        rate=(sum(run.makes for run in last) + 1) / (attempts + 2),
        is_prior=False,
        usual=usual.mean if usual else None,
        spread=usual.spread if usual else None,
        tempo_spread=spread,
        seen=attempts,
        is_timed=bool(timed),
    )


def _as_guessed(prior: Pace, guess: FirstGuess) -> Pace:
    """The prior with what the athlete knows already: the guess of makes in ten drawn in by half a make, off the ends.

    >>> guessed = _as_guessed(Pace(), FirstGuess(seconds_a_try=20, of_ten=10))
    >>> guessed.attempt_ms, guessed.rate
    (20000, 0.95)
    """
    if guess.is_blank:
        return prior
    if guess.seconds_a_try is not None:
        prior = replace(prior, attempt_ms=1000 * guess.seconds_a_try, is_timed=False)
    rate = prior.rate if guess.of_ten is None else min(9.5, max(0.5, guess.of_ten)) / 10
    return replace(prior, rate=rate)
