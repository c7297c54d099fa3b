"""Every word of every format in every state: right in the singular, and sentences that begin like sentences."""

from __future__ import annotations

import re
from collections.abc import Iterator
from datetime import date, timedelta
from random import Random
from typing import Any

import pytest

from jolly_core.challenges.events import Event
from jolly_core.challenges.registry import FORMATS, get_format, read_game
from jolly_core.challenges.session import Session
from jolly_core.foretelling.pace import Pace
from jolly_core.lessons.registry import lessons_of
from jolly_core.paper.registry import form_of
from jolly_core.planning.tuner import tune
from jolly_core.record.result import result_of
from jolly_core.thresholds.condition import RunResult
from jolly_core.thresholds.conditions.at_the_mark import AtTheMark
from jolly_core.thresholds.conditions.proof import Proof
from jolly_core.thresholds.fair import fair_mark
from jolly_core.thresholds.threshold import Threshold
from jolly_core.verdicts.brake import RungPlace
from jolly_core.verdicts.verdict import judge
from tests.core.games import SETTINGS

#: Settings in which every number that can be one is one.
ONES: dict[str, list[dict[str, Any]]] = {
    "streak": [{"goal": 1, "attempts_limit": 1}, {"goal": 2, "sets": 1, "on_miss": "ends", "seconds_limit": 60}],
    "timed_count": [{"seconds": 5, "goal": 1}],
    "makes_of_n": [{"attempts": 1, "goal": 1}],
    "quota": [{"targets": ["box"], "each": 1, "attempts_limit": 1}],
    "zone_points": [{"balls": 1, "seconds": None, "goal": 1}],
    "pattern": [{"zones": ["box"], "pattern": "box", "laps": 1, "attempts_limit": 1}],
    "circuit": [{"stations": ["one", "two"], "circuits": 1, "attempts_limit": 1}],
    "two_chance_walk": [{"targets": ["one", "two"], "attempts_limit": 1}],
    "collect": [{"targets": ["one", "two"], "attempts_limit": 1}],
    "long_run": [{"rack": 1, "goal": 1}, {"rack": 1}],
    "race": [{"to": 2, "clear": 1}],
    "tempo_ladder": [{"start": 60, "top": 60, "strokes": 1, "give_up": 1}],
    "intervals": [{"by": "reps", "reps": 1, "sets": 1}, {"sets": 1, "work_s": 5}],
    "quality_reps": [{"reps": 1}],
    "capped_attempts": [{"cap": 1, "days": 1}],
    "calls": [{"number": 1}],
    "combination": [{"goes": 1}],
    "checklist": [{"items": [{"item": "tape in place", "seconds": 1}]}],
    "open_count": [{"attempts_limit": 1}],
}
#: "1 contacts"; words that end in s in the singular, or do not belong to the number.
_ONE_OF_MANY = re.compile(r"(?<![\d.,:])1 (?!(?:miss|less|is|was|this|pass|s|across|fits|takes)\b)([a-z]+s)\b")
#: "3 contact", for what is counted here.
_NOUNS = (
    "run make contact ball try attempt set rep call point station target lap circuit rack strike spare chain item skill"
)
_MANY_OF_ONE = re.compile(rf"(?<![\d.,:])(?:0|[2-9]|[1-9]\d+) (?:{'|'.join(_NOUNS.split())})\b(?!')")
#: "1 of the last 1 run", "3 of 2 wanted".
_OF = re.compile(r"(?<![\d.,])(\d+) of (?:the last )?(\d+)\b")


def faults(words: str, *, is_sentence: bool = False) -> list[str]:
    """What is wrong with words that people read."""
    found = [match[0] for match in _ONE_OF_MANY.finditer(words)]
    found += [match[0] for match in _MANY_OF_ONE.finditer(words)]
    found += [match[0] for match in _OF.finditer(words) if int(match[1]) > int(match[2])]
    found += ["the last 1 run"] if "the last 1 run" in words else []
    found += ["inf", "nan"] if re.search(r"\b(inf|nan|None)\b", words) else []
    if is_sentence and not words[:1].isupper():
        found.append(f"begins {words[:12]!r}")
    return found


@pytest.mark.parametrize(
    "words", ["1 contacts", "3 of 2 wanted", "1 of the last 1 run", "2 make", "1 sets done", "about inf tries"]
)
def test_finds_what_is_wrong(words: str) -> None:
    assert faults(words)


def list_states(format_id: str, settings: dict[str, Any]) -> Iterator[Session]:
    """A run in all the states that a dozen of its plays go through, stopped and played out."""
    chance = Random(f"{format_id} {settings}")
    for rate in (0.0, 0.3, 0.7, 1.0, 0.5, 0.9):
        session = Session(read_game(format_id, settings))
        yield session
        for seq in range(1, 45):
            pads = [pad.text for pad in session.tally().pads if pad.kind == "zone"]
            kind = "make" if chance.random() < rate else "miss"
            zone = chance.choice(pads) if pads and chance.random() < 0.5 else ""
            session.step(Event("zone" if zone else kind, 9000 * seq, seq, zone))
            yield session
            if session.is_over():
                break
        session.step(Event("finish", 9000 * 50, 50))
        yield session


@pytest.mark.parametrize("format_id", list(FORMATS))
def test_words_are_right_in_every_state(format_id: str) -> None:
    wrong: set[str] = set()
    for given in [*SETTINGS.get(format_id, [{}]), *ONES.get(format_id, [])]:
        game = read_game(format_id, given)
        wrong.update(faults(game.goal_words()))
        wrong.update(faults(form_of(game).sheet().rule, is_sentence=True))
        for session in list_states(format_id, given):
            tally = session.tally()
            beside = [pad.beside for pad in tally.pads]
            for words in (tally.next, f"{tally.number} {tally.number_label}", *beside):
                wrong.update(faults(words))
            if not tally.is_over:
                continue
            for metric in game.metrics:
                result = result_of(game, tally, metric.id)
                for words in (result.words, f"{result.words} {result.beside}"):
                    wrong.update(faults(words))
            for lesson in lessons_of(game, tally):
                wrong.update(faults(lesson, is_sentence=True))
    assert wrong == set()


@pytest.mark.parametrize("format_id", list(FORMATS))
def test_words_of_marks_and_verdicts_are_right(format_id: str) -> None:
    wrong: set[str] = set()
    day = date(2026, 3, 2)
    for given in [*SETTINGS.get(format_id, [{}]), *ONES.get(format_id, [])]:
        game = read_game(format_id, given)
        for metric in game.metrics:
            for mark in {1.0, fair_mark(game, metric.id) or 1.0}:
                for conditions in ((AtTheMark(1, 1),), (AtTheMark(2, 3),), (AtTheMark(1, 2), Proof()), (Proof(),)):
                    asked = Threshold(metric, mark, conditions, floor=0.5 * mark, floor_runs=len(conditions))
                    wrong.update(faults(asked.words))
                    for values in ([], [mark], [0.0], [mark, 0.0], [0.0] * 4, [mark] * 4):
                        runs = [RunResult(day + timedelta(n), "none", value, 1, 2) for n, value in enumerate(values)]
                        for place in (RungPlace(1, 3), RungPlace(3, 3, is_ladder_held=True)):
                            verdict = judge(asked, runs, place, game)
                            wrong.update(faults(verdict.headline, is_sentence=True))
                            for reason in verdict.reasons:
                                wrong.update(faults(reason.words, is_sentence=True))
                pace = Pace(rate=0.5, is_prior=False, usual=3.0, spread=1.0)
                for words in tune(game, pace, metric=metric.id, mark=mark, minutes=1).words:
                    wrong.update(faults(words, is_sentence=True))
    assert wrong == set()


def test_a_whole_ladder_that_is_held_is_not_offered_again() -> None:
    asked = Threshold(get_format("makes_of_n").metrics[0], 8)
    words = judge(asked, [], RungPlace(3, 3, is_ladder_held=True), read_game("makes_of_n", {})).reasons[0].words
    assert words == "No run yet at 8 makes or more; 2 more and it is confirmed."
