"""One recording as the athlete works on it: the slider, sounds struck out and added, lessons for the next one there."""

from __future__ import annotations

from itertools import pairwise

import numpy as np
import pytest

from jolly_core.ear.choosing import choose
from jolly_core.ear.hearing import HandWork, Hearing
from jolly_core.ear.lessons import NO_LESSONS, Lessons, calibrated, read_lessons
from jolly_core.ear.peak import Peak
from jolly_core.ear.peaks import peaks_of
from jolly_core.ear.played import Window, played_of
from jolly_core.errors import CoreError
from tests.core.recordings import Scene, with_rings


def hearing_of(scene: Scene, lessons: Lessons = NO_LESSONS, *, piece: int = 20) -> Hearing:
    hearing, rows = Hearing(lessons), scene.levels().tolist()
    for at in range(0, len(rows), piece):
        hearing.take(rows[at : at + piece])
    hearing.end()
    return hearing


def near(found_ms: list[int], truth_s: list[float]) -> bool:
    return len(found_ms) == len(truth_s) and all(
        abs(found - 1000 * truth) < 30 for found, truth in zip(found_ms, truth_s, strict=True)
    )


def test_sounds_are_struck_out_and_added_and_the_slider_moves_the_cut() -> None:
    scene = Scene(31, seconds=20).rallies(0.6)
    hearing = hearing_of(scene)
    hits = hearing.hits_ms(HandWork())
    assert near(hits, scene.hits)
    # A finger is not exact: it means the sound that is near, or that very moment where there is none.
    assert hearing.hits_ms(HandWork(struck_ms=(hits[2] + 40,))) == hits[:2] + hits[3:]
    quiet_ms = next(a for a, b in pairwise(hits) if b - a > 1500) + 700
    more = hearing.sounds(HandWork(added_ms=(quiet_ms,)))
    assert [abs(sound.at_ms - quiet_ms) <= 120 for sound in more if sound.is_added] == [True]
    assert hearing.hits_ms(HandWork(struck_ms=(hits[2],), added_ms=(hits[2] + 20,))) == hits
    assert len(hearing.hits_ms(HandWork(sensitivity=hearing.sensitivity_for(len(hits) - 3)))) == len(hits) - 3


def test_while_it_goes_on_the_count_keeps_up() -> None:
    """Within 2 % of the truth at every full ten seconds; a hit is counted a quarter of a second after it."""
    scene = Scene(32, seconds=60).rallies(0.5).noise(45)
    hearing, rows = Hearing(), scene.levels().tolist()
    for at in range(0, len(rows), 10):
        hearing.take(rows[at : at + 10])
        so_far = hearing.so_far()
        now_s = (at + 10) / 200
        if now_s % 10 == 0:
            truth = sum(hit < now_s - 0.25 for hit in scene.hits)
            assert abs(sum(hit.seconds < now_s - 0.25 for hit in so_far) - truth) <= max(1, 0.02 * truth)


def test_what_was_kept_of_a_recording_is_the_recording() -> None:
    hearing = hearing_of(Scene(33, seconds=15).rallies(0.5))
    again = Hearing()
    again.restore(hearing.peaks, hearing.ms)
    assert again.sounds(HandWork()) == hearing.sounds(HandWork())
    hits = hearing.hits_ms(HandWork())
    assert again.gap_ms(hits) == hearing.gap_ms(hits)


def test_corrections_teach_the_next_recording_at_that_place() -> None:
    first = hearing_of(with_rings(34))
    truth = with_rings(34).hits
    wrong = [at for at in first.hits_ms(HandWork()) if min(abs(at - 1000 * hit) for hit in truth) > 50]
    assert wrong
    work = HandWork(struck_ms=tuple(wrong))
    assert near(first.hits_ms(work), truth)
    lessons = first.taught(work)
    assert read_lessons(lessons.stored()).stored() == lessons.stored()
    second = with_rings(35)
    untaught, taught = (len(hearing_of(second, each).hits_ms(HandWork())) for each in (NO_LESSONS, lessons))
    assert taught == len(second.hits) < untaught
    # A recording with fewer bands is heard as if nothing were known.
    low = Scene(36, seconds=10, rate_hz=8_000).rallies(0.5)
    assert near(hearing_of(low, lessons).hits_ms(HandWork()), low.hits)


def test_ten_hits_on_purpose_set_the_cut() -> None:
    scene = Scene(37, seconds=14)
    scene.hits = [1 + 1.2 * each for each in range(10)]
    for hit in scene.hits:
        scene.burst(hit, -12, 900, 0.02)
        scene.burst(hit + 0.5, -40, 300, 0.01)
    lessons = calibrated(peaks_of(scene.levels()), 10)
    # From there on a count needs no tempo: three hits at odd times among whispers are three.
    other = Scene(38, seconds=12)
    other.hits = [2.0, 3.1, 9.0]
    for at in (2.6, 4, 5, 5.7, 7, 8, 10, 11):
        other.burst(at, -40, 300, 0.01)
    for hit in other.hits:
        other.burst(hit, -13, 900, 0.02)
    assert near([hit.hop * 5 for hit in hearing_of(other, lessons).so_far()], other.hits)
    assert near(hearing_of(other, lessons).hits_ms(HandWork()), other.hits)
    with pytest.raises(CoreError, match="Hardly a hit was heard"):
        calibrated(peaks_of(Scene(39, seconds=5).levels())[:2], 10)


@pytest.mark.parametrize(
    "given",
    [
        [],
        {"sensitivity": 9},
        {"sensitivity": "1"},
        {"hits": [[1, 2, 300]]},
        {"others": [[]]},
        {"hits": [[1.0]] * 13},
        {"cut": -1},
        {"cut": True},
        {"hits": [[float("nan")]]},
    ],
)
def test_lessons_that_are_none_are_refused(given: object) -> None:
    with pytest.raises(CoreError):
        read_lessons(given)


def test_what_hits_come_to_by_hand() -> None:
    """Worked by hand: twelve intervals of 800 ms, one break of 5 s, six of 900 ms."""
    hits = [800 * each for each in range(13)]
    hits += [hits[-1] + 5000 + 900 * each for each in range(7)]
    played = played_of(hits, gap_ms=1500, window_ms=4000)
    assert played.rallies == (13, 7)
    assert (played.longest, played.interval_ms, played.per_minute) == (13, 800, 75.0)
    assert (played.early_ms, played.late_ms) == (800, 900)
    assert played.lost_ms == 4200
    assert played.best == Window(0, 6)  # at 0, 800, 1600, 2400, 3200 and 4000
    nothing = played_of([], 1500, 1000)
    assert (nothing.rallies, nothing.interval_ms, nothing.per_minute, nothing.best) == ((), None, None, None)


def test_the_best_window_is_that_of_trying_them_all() -> None:
    hits = sorted(np.random.default_rng(4).choice(60_000, 80, replace=False).tolist())
    best = played_of(hits, 1500, 7000).best
    assert best is not None
    assert best.contacts == max(sum(first <= hit <= first + 7000 for hit in hits) for first in range(0, 60_000, 5))


def test_a_peak_alone_sounds_like_itself() -> None:
    lone = Peak(0, 20, 20, 20, -10, (20.0,) * 12)
    assert [peak.hop for peak in choose([lone], 1).hits] == [0]
