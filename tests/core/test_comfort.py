"""Comfort as a condition, and the schools that ask for it."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta

from hypothesis import given
from hypothesis import strategies as st

from jolly_core.challenges.registry import read_game
from jolly_core.record.summary import LATEST, PlayedRun, SideSummary, summarize
from jolly_core.thresholds.condition import Mark, RunResult, Seen
from jolly_core.thresholds.conditions.comfort import SCALE, Comfort
from jolly_core.thresholds.schools import SCHOOLS
from jolly_core.thresholds.threshold import CONDITIONS, Threshold

TEN = read_game("makes_of_n", {"attempts": 10})
MARK = Mark(TEN.metrics[0], 8)
SAID = st.none() | st.integers(1, len(SCALE))


@given(st.lists(SAID, max_size=8), st.integers(1, 5), st.integers(1, 5))
def test_as_many_comfortable_runs_as_are_missing_fill_it_and_one_fewer_does_not(
    said: list[int | None], least: int, of_last: int
) -> None:
    """By trying: comfortable runs are added until each of the last ones is."""
    condition = Comfort(least, of_last)

    def is_filled(more: int) -> bool:
        window = [*said, *[least] * more][-of_last:]
        return len(window) == of_last and all(each is not None and each >= least for each in window)

    runs = [RunResult(date(2026, 3, 2), "none", 9, comfort=each) for each in said]
    state = condition.state(Seen(MARK, runs, TEN))
    assert state.more_runs == next(more for more in range(of_last + 1) if is_filled(more))
    assert state.is_filled == is_filled(0) == (state.missing == "")
    assert 0 <= state.share <= 1


@given(st.lists(SAID, max_size=2 * LATEST))
def test_a_record_keeps_the_comfort_of_its_latest_runs(said: list[int | None]) -> None:
    at = datetime(2026, 5, 1, 18, tzinfo=UTC)
    runs = [PlayedRun(str(n), at + timedelta(hours=n), at.date(), {}, comfort=each) for n, each in enumerate(said)]
    kept = SideSummary.from_stored(summarize(runs).as_stored())
    assert [run.comfort for run in kept.latest()] == said[-LATEST:]


def test_what_was_kept_before_comfort_was_has_none() -> None:
    at = datetime(2026, 5, 1, 18, tzinfo=UTC)
    older = summarize([PlayedRun("a", at, at.date(), {}), PlayedRun("b", at, at.date(), {})]).as_stored()
    del older["comforts"]
    later = SideSummary.from_stored(older).plus(PlayedRun("c", at, at.date(), {}, comfort=4))
    assert [run.comfort for run in later.latest()] == [None, None, 4]


def test_a_school_asks_what_a_threshold_can_and_leaves_the_mark() -> None:
    asked = Threshold(TEN.metrics[0], 8, each_side=True, floor=4)
    for school in SCHOOLS.values():
        assert {each.id for each in school.conditions} <= set(CONDITIONS)
        changed = school.ask(asked)
        assert (changed.mark, changed.each_side, changed.floor) == (8, True, 4)
