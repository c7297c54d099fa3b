"""The tuner against the games themselves, played by simulated athletes: every format and metric it can tell."""

from __future__ import annotations

from collections.abc import Iterator
from random import Random
from typing import Any

import pytest

from jolly_core.challenges.contract import Challenge
from jolly_core.challenges.events import MAKE, MISS, ZONE, Event
from jolly_core.challenges.foretelling import Pace
from jolly_core.challenges.registry import CHALLENGES, get_challenge
from tests.core.test_contract import SETTINGS

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
CASES = [
    (format_id, settings)
    for format_id in CHALLENGES
    if format_id not in UNTOLD
    for settings in [*SETTINGS[format_id], *MORE.get(format_id, [])]
]


def play_runs(challenge: Challenge[Any], settings: dict[str, Any], rate: float) -> Iterator[dict[str, Any]]:
    """The metrics of many runs, pressed at an even pace until they are over or the minutes are."""
    chance = Random(f"{challenge.id} {settings} {rate}")
    has_limit = challenge.id not in ("intervals", "quality_reps")  # those ask a question when all is played
    for _ in range(RUNS):
        state, at_ms = challenge.start(settings), 0
        while challenge.ending(settings, state) is None:
            at_ms += ATTEMPT_MS
            closes_ms = challenge.closes_ms(settings, state) if has_limit else None
            if at_ms > (closes_ms if closes_ms is not None else LONGEST_S * 1000):
                break
            made = chance.random() < rate
            press = Event(MAKE if made else MISS, at_ms, 1)
            if made and settings.get("by") == "chance":
                press = Event(ZONE, at_ms, 1, chance.choice(settings["targets"]))
            if challenge.id in ("capped_attempts", "quality_reps") and _is_asked(challenge, settings, state):
                break
            state = challenge.step(settings, state, press, at_ms)
        yield dict(challenge.read(settings, state, at_ms).metrics) | {"at_ms": at_ms}


def _is_asked(challenge: Challenge[Any], settings: dict[str, Any], state: Any) -> bool:
    return bool(challenge.read(settings, state, 0).asks)


def marks_of(values: list[float], is_up: bool) -> list[float]:
    """Marks over the range of what happened, its ends among them: those are where a tuner goes wrong."""
    ordered = sorted(set(values))
    picked = {ordered[0], ordered[-1], ordered[len(ordered) // 2], ordered[len(ordered) // 4]}
    return sorted(picked | {ordered[-1] + 1} if is_up else picked)


@pytest.mark.parametrize("case", CASES, ids=str)
def test_the_tuner_says_what_the_game_does(case: tuple[str, dict[str, Any]]) -> None:
    challenge = get_challenge(case[0])
    settings = challenge.read_settings(case[1])
    told = 0
    for rate in RATES:
        pace = Pace(attempt_ms=ATTEMPT_MS, rate=rate, is_prior=False)
        if challenge.attempts(settings, pace).expected > MOST_ATTEMPTS:
            continue
        runs = list(play_runs(challenge, settings, rate))
        for metric in challenge.metrics:
            values = [run[metric.id] for run in runs if run[metric.id] is not None]
            for mark in marks_of(values, metric.direction == "up") if values else []:
                chance = challenge.chance(settings, pace, metric.id, mark, LONGEST_S)
                if chance is None:
                    continue
                met = sum(value >= mark if metric.direction == "up" else value <= mark for value in values) / RUNS
                told += 1
                assert chance == pytest.approx(met, abs=TOLERANCE), (metric.id, mark, rate)
    assert told


@pytest.mark.parametrize("format_id", UNTOLD)
def test_what_a_rate_does_not_foretell_is_not_said(format_id: str) -> None:
    challenge = get_challenge(format_id)
    settings = challenge.read_settings({})
    assert {challenge.chance(settings, Pace(), metric.id, 3, 600) for metric in challenge.metrics} == {None}
