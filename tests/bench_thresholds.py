"""What verdicts promise about speed: a verdict from summaries, and the price of a threshold as it is edited."""

from __future__ import annotations

from datetime import date, timedelta
from random import Random

from tests.bench_clock import Clock, Timing

RUNS, TIMES = 20, 40


def time_verdicts() -> list[Timing]:
    """Milliseconds of verdicts on twenty runs each by all conditions, on runs that were not judged before."""
    from jolly_core.challenges.registry import read_game
    from jolly_core.thresholds.condition import RunResult
    from jolly_core.thresholds.threshold import CONDITIONS, Threshold
    from jolly_core.verdicts.brake import RungPlace
    from jolly_core.verdicts.verdict import judge

    chance, clock, game = Random(16), Clock(), read_game("makes_of_n", {"attempts": 10})
    asked = Threshold(game.metrics[0], 7, tuple(each() for each in CONDITIONS.values()))
    for _ in range(TIMES):
        made = [chance.randint(3, 9) for _ in range(RUNS)]
        runs = [RunResult(date(2026, 1, 1) + timedelta(n), "none", each, each, 10, 4) for n, each in enumerate(made)]
        with clock.time():
            judge(asked, runs, RungPlace(2, 5), game)
    return clock.timings


def time_prices() -> list[Timing]:
    """Milliseconds of the price of thresholds that were not asked for before, by each condition and by all."""
    from jolly_core.aim.spread import preload
    from jolly_core.challenges.registry import read_game
    from jolly_core.thresholds.conditions.at_the_mark import AtTheMark
    from jolly_core.thresholds.conditions.proof import Proof
    from jolly_core.thresholds.price import price_of
    from jolly_core.thresholds.threshold import Threshold

    preload()
    clock, game = Clock(), read_game("makes_of_n", {"attempts": 10})
    for number in range(TIMES // 4):
        for conditions in ((AtTheMark(2, 3 + number % 4),), (Proof(60 + number),), (AtTheMark(), Proof(80 + number))):
            with clock.time():
                price_of(Threshold(game.metrics[0], 5 + number % 5, conditions), game)
    return clock.timings
