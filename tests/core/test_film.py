"""What marks and drawings on film come to, against cases worked by hand."""

from __future__ import annotations

from math import acos, degrees, hypot

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from jolly_core.device.films import read_notes
from jolly_core.errors import CoreError
from jolly_core.film.notes import Clip, Drawn, FilmMark, FilmNotes, Rep, checked
from jolly_core.film.reading import felt_words, measure, read_film

CLIP = Clip("serve.webm", 1000, 0, a_second=100)
Spots = tuple[tuple[float, float], ...]


@pytest.mark.parametrize(
    ("spots", "size"),
    [
        # The right-angled triangle of sides 3, 4 and 5: its angles are 90°, and the arcs of the tangents 3/4 and 4/3.
        (((3, 0), (0, 0), (0, 4)), 90.0),
        (((0, 0), (3, 0), (0, 4)), 53.130),
        (((0, 0), (0, 4), (3, 0)), 36.870),
        # The triangle of equal sides.
        (((0, 0), (1, 0), (0.5, 0.8660254)), 60.0),
        # A straight arm, and one that is folded back on itself.
        (((-1, 0.5), (0, 0.5), (2, 0.5)), 180.0),
        (((1, 1), (0, 0), (2, 2)), 0.0),
    ],
)
def test_angles_worked_by_hand(spots: Spots, size: float) -> None:
    assert measure(Drawn(0, 0.0, spots)).degrees == pytest.approx(size, abs=0.001)


@pytest.mark.parametrize(
    ("spots", "steep"),
    [
        (((0, 0.9), (1.2, 0.9)), 0.0),
        (((0.3, 0.1), (0.3, 0.9)), 90.0),
        # A rise of one in two: the tangent of 26.565°, whichever way it leans, and from whichever end it was drawn.
        (((0, 1), (2, 0)), 26.565),
        (((2, 0), (0, 1)), 26.565),
        (((0, 0), (2, 1)), 26.565),
    ],
)
def test_lines_worked_by_hand(spots: Spots, steep: float) -> None:
    assert measure(Drawn(0, 0.0, spots)).degrees == pytest.approx(steep, abs=0.001)


coordinates = st.floats(-5, 5)
spots_of = st.tuples(coordinates, coordinates)


@given(spots_of, spots_of, spots_of)
def test_an_angle_is_that_of_the_law_of_cosines(
    a: tuple[float, float], b: tuple[float, float], c: tuple[float, float]
) -> None:
    one, other, across = (hypot(p[0] - q[0], p[1] - q[1]) for p, q in ((a, b), (c, b), (a, c)))
    assume(min(one, other) > 0.01)
    cosine = (one**2 + other**2 - across**2) / (2 * one * other)
    found = measure(Drawn(0, 0.0, (a, b, c)))
    # Near a half turn and none at all the cosine tells angles apart no finer.
    assert found.degrees == pytest.approx(degrees(acos(max(-1.0, min(1.0, cosine)))), abs=0.01)
    # Mirrored it is the same one.
    turned = Drawn(0, 0.0, ((-a[0], a[1]), (-b[0], b[1]), (-c[0], c[1])))
    assert measure(turned).degrees == pytest.approx(found.degrees, abs=1e-6)


def test_spots_on_each_other_give_no_direction() -> None:
    for spots in (((0.5, 0.5), (0.501, 0.5)), ((0, 0), (0, 0), (1, 1))):
        assert measure(Drawn(0, 0.0, spots)) == measure(Drawn(0, 0.0, ((0, 0), (0, 0))))
        assert measure(Drawn(0, 0.0, spots)).words == "too short to be measured"


def test_tempo_between_marks_worked_by_hand() -> None:
    marks = (FilmMark(0, 2.25, "contact"), FilmMark(0, 1.0, "back"), FilmMark(0, 1.9, "top"), FilmMark(1, 7.0, "back"))
    reading = read_film(FilmNotes((CLIP, CLIP), marks))
    assert [each.words for each in reading.between] == [
        "back to top: 0.90 s, to within 0.01 s",
        "top to contact: 0.35 s, to within 0.01 s",
    ]
    # 0.90 / 0.35 = 2.57; 0.89 / 0.36 = 2.47 and 0.91 / 0.34 = 2.68.
    assert reading.ratios == ("back to top takes 2.6 times as long as top to contact (2.5 to 2.7 by whole pictures)",)


def test_the_same_mark_again_is_a_beat() -> None:
    marks = tuple(FilmMark(0, at_s, "hit") for at_s in (1.0, 1.5, 2.25))
    assert [each.words for each in read_film(FilmNotes((CLIP,), marks)).between] == [
        "hit to hit: 0.50 s, to within 0.01 s; 120 a minute",
        "hit to hit: 0.75 s, to within 0.01 s; 80 a minute",
    ]


def test_of_two_pictures_no_ratio_is_said_and_unnamed_marks_go_by_their_times() -> None:
    slow = Clip("slow.webm", 1000, 0)  # nobody knows how fine its pictures are: 30 a second are usual
    marks = tuple(FilmMark(0, at_s) for at_s in (1.0, 1.05, 2.0))
    reading = read_film(FilmNotes((slow,), marks))
    assert reading.ratios == ()
    assert reading.between[0].words == "1.00 s to 1.05 s: 0.05 s, to within 0.03 s"


def test_felt_beside_seen() -> None:
    assert felt_words(()) == ""
    assert felt_words((Rep(True, None),)) == ""
    assert felt_words((Rep(True, True),)) == "Of 1 rep you felt 1 as the film shows it."
    reps = (Rep(True, True),) * 7 + (Rep(False, True),) * 2 + (Rep(True, False),)
    # 7 of 10 by Wilson's interval: 40 to 89 % (Newcombe 1998, Statistics in Medicine 17, method 3, from memory).
    assert felt_words(reps) == (
        "Of 10 reps you felt 7 as the film shows them (70 %; from 10 reps 40 to 89 % would fit). "
        "1 felt right and was not. 2 felt wrong and were right."
    )


def test_what_lies_on_no_clip_is_refused_by_its_path() -> None:
    notes = FilmNotes((CLIP,), (FilmMark(0, 1.0), FilmMark(1, 1.0)), (Drawn(0, 0.0, ((0, 0),)),))
    with pytest.raises(CoreError) as refused:
        checked(notes)
    assert [(each.code, each.path) for each in refused.value.problems] == [
        ("no_such_clip", ("marks", 1, "clip")),
        ("not_drawn", ("drawn", 0, "spots")),
    ]


def test_notes_come_back_as_they_were_kept_and_a_page_reads_the_same() -> None:
    notes = FilmNotes(
        (CLIP,), (FilmMark(0, 1.0, "top"),), (Drawn(0, 1.0, ((0.1, 0.2), (0.5, 0.6))),), (Rep(True),), "so"
    )
    stored = notes.as_stored()
    assert FilmNotes.from_stored(stored) == notes
    assert not notes.is_empty
    assert FilmNotes().is_empty
    assert read_notes(stored)["drawn"] == [{"degrees": 45.0, "words": "line: 45.0° to the lower edge of the picture"}]
