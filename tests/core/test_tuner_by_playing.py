"""The tuner against the games themselves, played by simulated athletes: every format and metric it can tell."""

from __future__ import annotations

from collections.abc import Iterator
from random import Random
from typing import Any

import pytest

from jolly_core.challenges.events import MAKE, MISS, ZONE, Event
from jolly_core.challenges.registry import FORMATS, AnyGame, read_game
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of
from tests.core.games import SETTINGS

RUNS = 1000
#: Two points, and three standard errors of so many runs at the worst rate: 3 · √(0.25 / 1000).
TOLERANCE = 0.02 + 0.047
#: Games that take longer than this on average are not played here: they would take the tests' time.
MOST_ATTEMPTS = 90
#: As good as no limit for the games that are played here.
LONGEST_S = 600
ATTEMPT_MS = 3000
RATES = (0.55, 0.9)
#: Games beside those of the laws: limits of attempts and time, one life, and marks at the fewest attempts there can be.
MORE: dict[str, list[dict[str, Any]]] = {
    "streak": [{"goal": 5, "sets": 3, "rest_s": 0}, {"goal": 4, "sets": 2, "on_miss": "ends"}],
    "quota": [{"each": 3, "attempts_limit": 12}, {"each": 3, "seconds_limit": 36}],
    "collect": [{}, {"by": "chance"}, {"by": "chance", "seconds_limit": 30}],
    "pattern": [
        {"laps": 3, "on_break": "waits"},
        {"laps": 3, "on_break": "goes_on", "attempts_limit": 20},
        {"laps": 4, "attempts_limit": 15},
    ],
    "circuit": [{"circuits": 2, "attempts_limit": 25}],
    "two_chance_walk": [{"on_double": "starts_again"}, {"seconds_limit": 21}],
    "open_count": [{"attempts_limit": 20}, {"seconds_limit": 60}],
    "combination": [{"goes": 5, "seconds_limit": 30}],
    "race": [{"to": 11}],
}
#: What a rate of makes does not foretell: points and pins, contacts of a record that is not there, what is only ticked.
UNTOLD = ("timed_count", "zone_points", "frames", "intervals", "checklist")
#: What no press counts while it is played; its chances have a test of their own.
SAID_AFTERWARDS = ("calls_with_no_press",)
CASES = [
    (format_id, settings)
    for format_id in FORMATS
    if format_id not in (*UNTOLD, *SAID_AFTERWARDS)
    for settings in [*SETTINGS.get(format_id, [{}]), *MORE.get(format_id, [])]
    if "at_least" not in settings  # how many reps there are is for the feel to say
]


def play_runs(game: AnyGame, rate: float) -> Iterator[dict[str, Any]]:
    """The metrics of many runs, pressed at an even pace until they are over or the minutes are."""
    settings = game.settings.as_dict()
    chance = Random(f"{game.id} {settings} {rate}")
    # Some ask a question when all is played, and the feeder has a pace of its own.
    has_limit = game.id not in ("intervals", "quality_reps", "feeds")
    for _ in range(RUNS):
        state, at_ms = game.start(), 0
        while game.ending(state) is None:
            at_ms += ATTEMPT_MS
            closes_ms = game.closes_ms(state) if has_limit else None
            if at_ms > (closes_ms if closes_ms is not None else LONGEST_S * 1000):
                break
            made = chance.random() < rate
            press = Event(MAKE if made else MISS, at_ms, 1)
            if made and settings.get("by") == "chance":
                press = Event(ZONE, at_ms, 1, chance.choice(settings["targets"]))
            if game.id in ("capped_attempts", "quality_reps") and game.reading(state, 0).asks:
                break
            state = game.step(state, press, at_ms)
        yield dict(game.reading(state, at_ms).metrics) | {"at_ms": at_ms}


def marks_of(values: list[float], is_up: bool) -> list[float]:
    """Marks over the range of what happened, its ends among them: those are where a tuner goes wrong."""
    ordered = sorted(set(values))
    picked = {ordered[0], ordered[-1], ordered[len(ordered) // 2], ordered[len(ordered) // 4]}
    return sorted(picked | {ordered[-1] + 1} if is_up else picked)


@pytest.mark.parametrize("case", CASES, ids=str)
def test_the_tuner_says_what_the_game_does(case: tuple[str, dict[str, Any]]) -> None:
    game = read_game(case[0], case[1])
    told = 0
    for rate in RATES:
        pace = Pace(attempt_ms=ATTEMPT_MS, rate=rate, is_prior=False)
        if forecast_of(game).attempts(pace).expected > MOST_ATTEMPTS:
            continue
        runs = list(play_runs(game, rate))
        for metric in game.metrics:
            values = [run[metric.id] for run in runs if run[metric.id] is not None]
            for mark in marks_of(values, metric.direction == "up") if values else []:
                chance = forecast_of(game).chance(pace, metric.id, mark, LONGEST_S)
                if chance is None:
                    continue
                met = sum(value >= mark if metric.direction == "up" else value <= mark for value in values) / RUNS
                told += 1
                assert chance == pytest.approx(met, abs=TOLERANCE), (metric.id, mark, rate)
    assert told


@pytest.mark.parametrize("format_id", UNTOLD)
def test_what_a_rate_does_not_foretell_is_not_said(format_id: str) -> None:
    game = read_game(format_id, {})
    assert {forecast_of(game).chance(Pace(), metric.id, 3, 600) for metric in game.metrics} == {None}
