"""The shelf: everything on it is complete, of a sane length, and can be climbed from the first rung to the last."""

from __future__ import annotations

import json
import re
from collections import Counter
from pathlib import Path
from random import Random

import pytest

from jolly_core.challenges.events import FINISH, MAKE, MISS, TICK, ZONE, Event
from jolly_core.challenges.registry import AnyGame
from jolly_core.challenges.session import Session
from jolly_core.challenges.settings import Names, Rows
from jolly_core.challenges.tally import MARKS, TYPED, AnyTally
from jolly_core.formats.ladder_pack import PackedLadder, PackedRung, read_pack
from jolly_core.planning.browse import Wanted, choices_of, fits, run_seconds
from jolly_core.thresholds.conditions.at_the_mark import AtTheMark
from jolly_core.thresholds.conditions.proof import Proof, rate_of
from jolly_core.thresholds.schools import COUNT_IT, SCHOOLS

SHELF = Path(__file__).parents[2] / "shelf"
LADDERS = {
    ladder.key: ladder for file in sorted(SHELF.glob("*.json")) for ladder in read_pack(json.loads(file.read_text()))
}
RUNGS = [
    pytest.param(ladder, rung, id=f"{key}-{number}")
    for key, ladder in LADDERS.items()
    for number, rung in enumerate(ladder.rungs, 1)
]
#: Somebody able, who still misses now and then.
ABLE, PRESS_MS, MOST_PRESSES, MOST_RUNS = 0.98, 500, 4000, 30


def next_press(game: AnyGame, tally: AnyTally, at_ms: int, *, is_made: bool) -> Event:
    """What an athlete does next, by what the court shows; where all balls aim at one target, at that."""
    zones = [pad.text for pad in tally.pads if pad.kind == ZONE]
    if tally.face == MARKS:
        return Event(ZONE, at_ms, 0, zones[-1])
    if tally.face == TYPED:
        return Event(ZONE, at_ms, 0, str(tally.out_of or 40) if is_made else "2")
    if not is_made:
        return Event(MISS, at_ms, 0)
    if zones:
        aimed_at = next(iter(game.counted_zones()), zones[-1])
        return Event(ZONE, at_ms, 0, tally.target if tally.target in zones else aimed_at)
    return Event(MAKE, at_ms, 0)


def play_once(game: AnyGame, rung: PackedRung, chance: Random) -> bool:
    """Whether one run by somebody able meets what the rung asks for."""
    session, at_ms, seq = Session(game.drawn(chance.randrange(1000)), card=rung.card), 0, 0
    asked = rung.threshold
    while not session.tally(at_ms).is_over:
        seq += 1
        tally = session.tally(at_ms)
        is_done = asked.metric.direction == "up" and asked.is_met_by(tally.metrics[asked.metric.id])
        if tally.is_paused:
            session.step(Event("resume", at_ms, seq))
            continue
        if (is_done and not asked.metric.needs_whole and not tally.asks) or seq > MOST_PRESSES:
            session.step(Event(FINISH, at_ms, seq))
            break
        waits_ms = tally.rest_left_ms or (tally.wakes_in_ms if is_by_itself(game, tally) else None)
        at_ms += waits_ms or PRESS_MS
        press = next_press(game, tally, at_ms, is_made=chance.random() < ABLE)
        event = Event(TICK, at_ms, seq) if waits_ms else Event(press.kind, at_ms, seq, press.text)
        session.step(event)
    return asked.is_met_by(session.tally(at_ms).metrics[asked.metric.id])


def is_by_itself(game: AnyGame, tally: AnyTally) -> bool:
    """Whether it goes on by its clock: then nothing is pressed."""
    goes_on = game.id in ("tempo_ladder", "checklist", "calls", "calls_with_no_press")
    if any(sign.kind == "feed" and sign.in_ms > 0 for sign in tally.signs):
        return True
    return goes_on and not tally.asks and not tally.target


@pytest.mark.parametrize(("ladder", "rung"), RUNGS)
def test_somebody_able_climbs_every_rung(ladder: PackedLadder, rung: PackedRung) -> None:
    chance, results = Random(f"{ladder.key} {rung.title}"), []
    # Where proof is asked for, it is enough here that the mark can be reached as often as it is by counting.
    counted = rung.threshold.condition(AtTheMark) or AtTheMark()
    for _ in range(MOST_RUNS):
        results.append(play_once(rung.game, rung, chance))
        if sum(results[-counted.of_last :]) >= counted.reached:
            return
    pytest.fail(f"{sum(results)} of {MOST_RUNS} runs came to {rung.threshold.mark_words}")


def test_there_is_enough_for_most_people() -> None:
    rungs = sum(len(ladder.rungs) for ladder in LADDERS.values())
    disciplines = choices_of(LADDERS.values()).disciplines
    assert (len(LADDERS) >= 70, rungs >= 300, len(disciplines) >= 18) == (True, True, True)
    assert min(Counter(ladder.discipline for ladder in LADDERS.values()).values()) >= 1


@pytest.mark.parametrize("ladder", LADDERS.values(), ids=LADDERS)
def test_every_ladder_has_a_school_that_fits_what_it_is(ladder: PackedLadder) -> None:
    school = SCHOOLS[ladder.school]
    if school.id != COUNT_IT:
        assert all(rung.threshold.conditions == school.conditions for rung in ladder.rungs)
    # Proof goes by makes and misses; what loads joints hard, or may injure, is not tried before its mark is met.
    if any(isinstance(condition, Proof) for condition in school.conditions):
        assert all(rate_of(rung.game, rung.threshold.metric.id, rung.threshold.mark) for rung in ladder.rungs)
    if school.tries_next:
        assert not ladder.traits.risks


@pytest.mark.parametrize("ladder", LADDERS.values(), ids=LADDERS)
def test_every_ladder_is_complete(ladder: PackedLadder) -> None:
    assert ladder.summary
    assert ladder.kit
    assert ladder.levels
    assert ladder.traits.tells_the_body
    assert ladder.traits.shadow
    for rung in ladder.rungs:
        assert rung.set_up.endswith((".", "?"))
        assert rung.levers
        assert rung.cues
        assert rung.threshold.each_side == ladder.pair.has_sides
        assert len(rung.title) <= 60
    cards = [item.id for rung in ladder.rungs for item in rung.card.items]
    assert {"faults", "reach", "checks"} & set(cards), "nothing on its card"


@pytest.mark.parametrize("ladder", LADDERS.values(), ids=LADDERS)
def test_a_run_is_neither_a_moment_nor_an_evening(ladder: PackedLadder) -> None:
    assert 10 <= run_seconds(ladder) <= 45 * 60


@pytest.mark.parametrize(("ladder", "rung"), RUNGS)
def test_the_targets_of_a_game_lie_on_its_layout(ladder: PackedLadder, rung: PackedRung) -> None:
    """A game that names targets, on a rung with a layout, names those that are drawn there."""
    if rung.layout is None:
        return
    drawn = {zone.name for zone in rung.layout.layout.zones}
    for declared in rung.game.settings_type.declared():
        if isinstance(declared, Names | Rows) and declared.are_targets:
            values = getattr(rung.game.settings, declared.name)
            named = {value if isinstance(value, str) else value.name for value in values}
            assert named <= drawn


def test_what_a_rung_needs_is_on_the_shelf_and_below_it() -> None:
    for ladder in LADDERS.values():
        for rung in ladder.rungs:
            for need in rung.needs:
                assert 1 <= need.rung <= len(LADDERS[need.ladder].rungs)


#: Singular and plural, spaces and stops: what slips when texts are written by the hundred.
SLIPS = re.compile(r"\b1 (?:rungs|balls|tries|makes|times)\b|  | ,|\.\.|\s$|^\s")


def test_texts_have_no_slips() -> None:
    texts = [
        text
        for ladder in LADDERS.values()
        for rung in ladder.rungs
        for text in (ladder.title, ladder.summary, rung.title, rung.set_up, *rung.cues, *rung.card.lines)
    ]
    assert [text for text in texts if SLIPS.search(text)] == []
    assert all(ladder.title[0].isupper() and ladder.summary.endswith((".", "?", "!")) for ladder in LADDERS.values())


class TestLookingForOne:
    def found(self, **wanted: object) -> set[str]:
        return {key for key, ladder in LADDERS.items() if fits(ladder, Wanted(**wanted))}  # type: ignore[arg-type]

    def test_each_word_narrows_it(self) -> None:
        assert self.found() == set(LADDERS)
        assert self.found(words="SERVE paper") == {"serve-under-the-string"}
        assert self.found(words="serve", discipline="shuttle court") == {"short-serve-over-the-tape"}

    def test_what_is_spared_is_in_none_of_them(self) -> None:
        found = self.found(spared=("knee", "shoulder"))
        assert found
        assert not any({"knee", "shoulder"} & set(LADDERS[key].traits.regions) for key in found)

    def test_minutes_place_kit_and_level(self) -> None:
        assert all(run_seconds(LADDERS[key]) <= 60 for key in self.found(minutes=1))
        assert "ten-straight" not in self.found(place="wall")
        assert "six-break-six" in self.found(place="table", kit="chalk cue")
        assert self.found(level="advanced") < set(LADDERS)
