"""The card of a rung: what it shows between reps, that it changes no count, and what planning takes from it."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.challenges.card import ITEMS, MOST_REMINDERS, Card, read_card
from jolly_core.challenges.card_items.basket import Basket
from jolly_core.challenges.card_items.first_guess import FirstGuess
from jolly_core.challenges.events import KINDS, Event
from jolly_core.challenges.registry import read_game
from jolly_core.challenges.session import Session, replay
from jolly_core.challenges.signs import Reminder, SteadyClick
from jolly_core.challenges.tally import AnyTally
from jolly_core.errors import CoreError
from jolly_core.foretelling.pace import Pace
from jolly_core.planning.times import foretell_run, set_up_seconds
from jolly_core.record.pace import pace_of
from tests.core.games import runs

TEN = read_game("makes_of_n", {"attempts": 10})
FULL = read_card(
    {
        "checks": {"checks": ["grip", "toss"], "every": 3},
        "between": {"drill": "swing without a ball", "times": 2},
        "faults": {"faults": [{"fault": "late", "shows": "wide", "mend": "turn"}, {"fault": "stiff"}]},
        "beat": {"bpm": 90, "accents": "1 3"},
        "basket": {"number": 4, "what": "balls"},
        "bands": {"bands": [{"band": "beginner", "low": 2, "high": 3}, {"band": "club", "low": 5, "high": None}]},
    }
)
STANDS = read_card({"basket": {"number": 2, "clock": "stands"}})


def pressed(line: str, card: Card = FULL, gap_ms: int = 1000) -> AnyTally:
    """The tally of ten tries after a line of letters."""
    kinds = {"o": "make", "x": "miss", "l": "let", "u": "undo", "r": "resume", "p": "pause"}
    events = [Event(kinds[letter], gap_ms * seq, seq) for seq, letter in enumerate(line, 1)]
    return replay(TEN, events, card=card)


def reminded(tally: AnyTally) -> list[str]:
    return [sign.item for sign in tally.signs if isinstance(sign, Reminder)]


@pytest.mark.parametrize(
    ("line", "items"),
    [
        ("", ["between", "checks"]),
        ("o", ["between"]),
        ("oxo", ["between", "checks"]),
        ("oxox", ["basket", "between"]),
        ("oxxx", ["basket", "faults"]),
        ("oxlx", ["basket", "between"]),  # a ball that did not count is gone as well
        ("oxxxo", ["between"]),
        ("oxxxu", ["between", "checks"]),
    ],
)
def test_reminds_of_what_is_due_the_most_pressing_first(line: str, items: list[str]) -> None:
    assert reminded(pressed(line)) == items


def test_names_another_fault_after_three_more_misses_and_begins_again() -> None:
    faults = read_card({"faults": {"faults": [{"fault": "late", "mend": "turn"}, {"fault": "stiff"}]}})
    said = [
        [sign.title for sign in pressed("x" * many, faults).signs if isinstance(sign, Reminder)] for many in (3, 6, 9)
    ]
    assert said == [["Usual fault: late"], ["Usual fault: stiff"], ["Usual fault: late"]]
    assert [sign.lines for sign in pressed("xxx", faults).signs if isinstance(sign, Reminder)] == [("Mend: turn",)]


def test_the_click_goes_on_until_the_end() -> None:
    assert [sign for sign in pressed("o").signs if isinstance(sign, SteadyClick)] == [
        SteadyClick("beat", 90, 4, (1, 3))
    ]
    assert pressed("oooooooooo").signs == ()


@given(runs(KINDS))
def test_a_card_changes_no_count(events: list[Event]) -> None:
    bare, carded = replay(TEN, events), replay(TEN, events, card=FULL)
    assert replace(carded, signs=()) == replace(bare, signs=())
    assert len(reminded(carded)) <= MOST_REMINDERS


def test_where_the_clock_stands_fetching_takes_no_time_and_no_press_counts_until_one_goes_on() -> None:
    fetched = pressed("oxoor", STANDS)
    assert (fetched.attempts, fetched.is_paused, fetched.time_used_ms, fetched.ignored) == (2, False, 2000, 2)
    assert (pressed("ox", STANDS).is_paused, pressed("oxu", STANDS).is_paused) == (True, False)
    # A pause that the athlete asked for is theirs to end: taking a press back does not end it.
    assert pressed("opu", STANDS).is_paused


@given(st.lists(st.sampled_from(["make", "miss", "undo", "resume", "pause", "let"]), max_size=30))
def test_stepping_with_a_stopping_clock_is_as_replaying(kinds: list[str]) -> None:
    events = [Event(kind, 500 * seq, seq) for seq, kind in enumerate(kinds, 1)]
    session = Session(TEN, card=STANDS)
    for event in events:
        session.step(event)
    tally = session.tally()
    assert tally == replay(TEN, events, card=STANDS)
    assert tally.time_used_ms <= 500 * len(events)


def test_what_is_stored_is_read_again_and_what_is_blank_is_not_stored() -> None:
    assert Card.from_stored(FULL.as_stored()) == FULL
    assert Card.from_stored({**FULL.as_stored(), "no longer known": {"v": 1}}) == FULL
    assert read_card({name: {} for name in ITEMS}).as_stored() == {}


def test_every_item_has_a_place_of_its_own_and_a_schema() -> None:
    assert len({item.place for item in ITEMS.values()}) == len(ITEMS)
    assert all(item.schema()["properties"] for item in ITEMS.values())


@pytest.mark.parametrize(
    ("given", "path", "code"),
    [
        ({"sky": {}}, ("sky",), "unknown_item"),
        ({"checks": {"checks": ["a"] * 2}}, ("checks", "checks", 1), "name_twice"),
        ({"beat": {"bpm": 5}}, ("beat", "bpm"), "out_of_range"),
        ({"beat": {"bpm": 90, "beats": 3, "accents": "4"}}, ("beat", "accents"), "bad_accent"),
        ({"beat": {"bpm": 90, "accents": "²"}}, ("beat", "accents"), "bad_accent"),
        ({"bands": {"bands": [{"band": "a", "low": 5, "high": 4}]}}, ("bands", "bands", 0, "high"), "out_of_order"),
        (
            {"bands": {"bands": [{"band": "a", "low": 5, "high": None}, {"band": "b", "low": 7, "high": 9}]}},
            ("bands", "bands", 1, "low"),
            "overlap",
        ),
        ({"faults": {"faults": [{"fault": ""}]}}, ("faults", "faults", 0, "fault"), "missing"),
    ],
)
def test_says_what_of_a_card_cannot_be_kept(
    given: dict[str, dict[str, object]], path: tuple[object, ...], code: str
) -> None:
    with pytest.raises(CoreError) as refused:
        read_card(given)
    assert [(problem.path, problem.code) for problem in refused.value.problems] == [(path, code)]


def test_a_first_guess_stands_until_there_is_a_record() -> None:
    card = read_card({"first_guess": {"seconds_a_try": 20, "of_ten": 4, "set_up_s": 300}})
    below = Pace(attempt_ms=3000, rate=0.9, is_prior=False)
    assert [(pace.attempt_ms, pace.rate) for pace in (pace_of(TEN, [], None, card), pace_of(TEN, [], below, card))] == [
        (20_000, 0.4)
    ] * 2
    assert foretell_run(TEN, pace_of(TEN, [], None, card))[0].expected_s == 200
    assert set_up_seconds(is_other_side=False, own_s=card.of(FirstGuess).set_up_s) == 300
    assert set_up_seconds(is_other_side=True, own_s=300) < 60


def test_fetching_takes_its_time_once_and_only_where_the_pace_does_not_hold_it() -> None:
    """Ten tries from a basket of four: it is emptied before the 5th and the 9th; after the last nobody has to wait."""
    unknown, known = Pace(attempt_ms=6000), Pace(attempt_ms=6000, is_prior=False, seen=100, is_timed=True)
    plain = foretell_run(TEN, unknown)[0].expected_s
    runs_on, stands = Basket(4, fetch_s=30), Basket(4, fetch_s=30, clock="stands")
    assert foretell_run(TEN, unknown, runs_on)[0].expected_s == plain + 60
    assert foretell_run(TEN, known, runs_on)[0].expected_s == plain
    assert foretell_run(TEN, known, stands)[0].expected_s == plain + 60
    half_minute = read_game("timed_count", {"seconds": 30})
    assert foretell_run(half_minute, Pace(attempt_ms=1000), Basket(1, fetch_s=5))[0].expected_s == 30
