"""What the ear heard as presses, and in place of those of a run that is over."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.challenges.corrections import CORRECT, Correction, corrected, read_correction, read_written
from jolly_core.challenges.events import MAKE, MISS, Event
from jolly_core.challenges.heard import Heard, as_corrections, presses_of, read_heard
from jolly_core.challenges.registry import list_formats, read_game
from jolly_core.challenges.session import replay
from jolly_core.errors import CoreError

CONTACTS = (500, 1300, 2100, 2900, 9000, 9800, 15_000)


def pressed(format_id: str, settings: dict[str, object], until_ms: int = 20_000) -> str:
    game = read_game(format_id, settings)
    presses = presses_of(game, Heard(CONTACTS, 1500), until_ms)
    assert [press.at_ms for press in presses] == sorted(press.at_ms for press in presses)
    return "".join("o" if press.kind == MAKE else "x" for press in presses)


def test_a_pause_over_the_gap_ends_the_rally() -> None:
    assert pressed("timed_count", {"seconds": 60}) == "oooox" + "oox" + "ox"
    assert pressed("rallies", {"rallies": 10}) == "oooox" + "oox" + "ox"
    # The recording ends before the last rally has.
    assert pressed("rallies", {"rallies": 10}, 16_000) == "oooox" + "oox" + "o"
    # A set that is done is not broken by what comes after it.
    assert pressed("streak", {"goal": 4, "sets": 3}) == "oooo" + "oox" + "ox"
    # In intervals there are rests.
    assert pressed("intervals", {"by": "reps", "reps": 4, "sets": 2}) == "o" * 7
    with pytest.raises(CoreError, match="not counted by its sounds"):
        pressed("makes_of_n", {"attempts": 10})


def test_four_formats_are_counted_by_their_sounds() -> None:
    assert {each.id for each in list_formats() if each.heard_as} == {"timed_count", "rallies", "intervals", "streak"}


def test_what_was_heard_takes_the_place_of_all_presses() -> None:
    game = read_game("timed_count", {"seconds": 60})
    pressed = [Event(MAKE, 400, 1), Event(MAKE, 1400, 2), Event("undo", 1500, 3), Event("pause", 3000, 4)]
    pressed += [Event("resume", 8000, 5), Event(MAKE, 9000, 6), Event("finish", 20_000, 7)]
    presses = presses_of(game, Heard(CONTACTS, 1500), 20_000)
    said = [Correction(6, "gone"), *as_corrections(presses)]
    corrections = [Event(CORRECT, 20_000, 8 + place, each.written) for place, each in enumerate(said)]
    tally = replay(game, [*pressed, *corrections])
    # What falls into the pause is not counted, as no press would be: the break after the first four.
    assert (tally.makes, tally.misses, tally.metrics["longest_rally"]) == (7, 2, 6)
    assert tally.is_over
    # Heard once more, the last one counts.
    again = Event(CORRECT, 20_000, 20, as_corrections(presses_of(game, Heard((600,), 1500), 20_000))[0].written)
    assert replay(game, [*pressed, *corrections, again]).makes == 1
    assert corrections[1].text.startswith("0 heard first 500 ")
    # No press is left that could be corrected by its number.
    with pytest.raises(CoreError, match="no press"):
        corrected([*pressed, again, Event(CORRECT, 20_000, 21, "6 gone")])
    assert "ear" in said[1].words
    with pytest.raises(CoreError):
        read_correction({"seq": 1, "change": "heard", "kind": MAKE})


@given(st.lists(st.integers(0, 10**7), min_size=1, max_size=400, unique=True), st.integers(300, 5000))
def test_presses_come_back_from_what_is_kept(hits: list[int], gap_ms: int) -> None:
    """However many texts they take, none is longer than an event's may be."""
    game = read_game("timed_count", {"seconds": 3600})
    presses = presses_of(game, read_heard({"hits_ms": hits, "gap_ms": gap_ms}), max(hits) + 10_000)
    written = [each.written for each in as_corrections(presses)]
    assert all(len(text) <= 500 for text in written)
    assert all(read_written(text).written == text for text in written)
    events = [Event("finish", max(hits) + 10_000, 1)]
    events += [Event(CORRECT, max(hits) + 10_000, 2 + place, text) for place, text in enumerate(written)]
    back = [event for event in corrected(events) if event.kind in (MAKE, MISS)]
    assert [(event.kind, event.at_ms) for event in back] == [(press.kind, press.at_ms) for press in presses]


@pytest.mark.parametrize(
    "given", [{}, {"hits_ms": [], "gap_ms": 900}, {"hits_ms": [1.5], "gap_ms": 900}, {"hits_ms": [5], "gap_ms": 0}]
)
def test_what_is_no_count_is_refused(given: dict[str, object]) -> None:
    with pytest.raises(CoreError):
        read_heard(given)
