"""Corrections of a run: the events that should have been, and what is counted of them."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.challenges.corrections import CORRECT, Correction, corrected, read_correction, read_written
from jolly_core.challenges.events import Event, in_order
from jolly_core.challenges.registry import read_game
from jolly_core.challenges.session import replay
from jolly_core.errors import CoreError
from jolly_core.record.strokes import strokes_of
from tests.core.playing import events_of

TEN = read_game("makes_of_n", {"attempts": 10})


def with_corrections(line: str, *corrections: Correction) -> list[Event]:
    """The events of a line, and behind them what was said of them."""
    events = events_of(line)
    last = events[-1]
    return [
        *events,
        *(
            Event(CORRECT, last.at_ms, last.seq + place, each.written)
            for place, each in enumerate(corrections, start=1)
        ),
    ]


@pytest.mark.parametrize(
    ("line", "corrections", "makes", "misses"),
    [
        ("oxo", [Correction(2, "was", "make")], 3, 0),
        ("oxo", [Correction(2, "was", "let")], 2, 0),
        ("oxo", [Correction(2, "gone")], 2, 0),
        ("oxo", [Correction(3, "then", "miss")], 2, 2),
        ("oxo", [Correction(1, "then", "make"), Correction(1, "then", "make")], 4, 1),
        ("oxo", [Correction(1, "gone"), Correction(1, "then", "miss")], 1, 2),
        ("oxo", [Correction(2, "was", "make"), Correction(2, "was", "miss")], 2, 1),
        # What was taken back stays taken back, whatever it was.
        ("oxuo", [Correction(2, "was", "make")], 2, 0),
        # One press fewer before it, and the undo takes back the one that is there.
        ("oxuo", [Correction(2, "gone")], 1, 0),
    ],
)
def test_counts_what_should_have_been(line: str, corrections: list[Correction], makes: int, misses: int) -> None:
    tally = replay(TEN, with_corrections(line, *corrections))
    assert (tally.makes, tally.misses) == (makes, misses)


def test_refuses_to_correct_what_is_no_press() -> None:
    for seq in (3, 9):
        with pytest.raises(CoreError) as refused:
            corrected(with_corrections("oxu", Correction(seq, "gone")))
        assert refused.value.problems[0].code == "no_such_press"


def test_reads_only_what_can_be() -> None:
    assert read_correction({"seq": 3, "change": "gone", "kind": "make", "text": "x"}) == Correction(3, "gone")
    assert read_correction({"seq": 3, "change": "was", "kind": "zone", "text": "left"}).words == "press 3 was “left”"
    for given_ in (
        {"seq": 0, "change": "gone"},
        {"seq": 1, "change": "is"},
        {"seq": 1, "change": "was", "kind": "undo"},
    ):
        with pytest.raises(CoreError):
            read_correction(given_)


@given(
    seq=st.integers(1, 10**6),
    change=st.sampled_from(["was", "then"]),
    hit=st.text(min_size=1, max_size=60).filter(lambda text: text == text.strip() and "\x00" not in text),
)
def test_what_is_written_is_read_back(seq: int, change: str, hit: str) -> None:
    written = Correction(seq, change, "zone", hit)  # type: ignore[arg-type]  # one of the two
    assert read_written(written.written) == written


@given(line=st.text(alphabet="oxlu", min_size=1, max_size=30), data=st.data())
def test_corrected_events_stand_behind_each_other(line: str, data: st.DataObject) -> None:
    """Whatever is said of whichever presses, what comes of it is a run like any other, counted the same both ways."""
    presses = [event.seq for event in events_of(line) if event.kind != "undo"]
    if not presses:
        return
    changes = st.builds(
        Correction,
        st.sampled_from(presses),
        st.sampled_from(["was", "gone", "then"]),
        st.sampled_from(["make", "miss"]),
    )
    events = with_corrections(line, *data.draw(st.lists(changes, max_size=4)))
    once = corrected(events)
    assert in_order(once) == once
    assert [each.kind for each in once if each.kind == CORRECT] == []
    tally, strokes = replay(TEN, events), strokes_of(TEN, events)
    assert sum(stroke.is_make for stroke in strokes) == tally.makes
    assert sum(stroke.is_miss for stroke in strokes) == tally.misses
    assert max((stroke.row for stroke in strokes), default=0) == tally.best_streak
