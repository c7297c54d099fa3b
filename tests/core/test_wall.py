"""What ladders on the wall are found by."""

from __future__ import annotations

from datetime import date, timedelta

import pytest

from jolly_core.challenges.registry import read_game
from jolly_core.thresholds.condition import RunResult
from jolly_core.thresholds.threshold import Threshold
from jolly_core.verdicts.brake import RungPlace
from jolly_core.verdicts.verdict import judge
from jolly_core.verdicts.wall import signs_of

TEN = read_game("makes_of_n", {"attempts": 10})
DAY = date(2026, 9, 1)


@pytest.mark.parametrize(
    ("values", "days", "lags", "found"),
    [
        ([9, 9], 0, False, {"decision"}),
        ([4, 9], 0, False, {"nearly"}),
        ([4], 20, False, set()),
        ([4], 21, True, {"stale", "weaker"}),
        ([1, 1, 1], 0, False, {"decision"}),
    ],
)
def test_a_ladder_is_found_by_what_it_waits_for(values: list[int], days: int, lags: bool, found: set[str]) -> None:
    threshold = Threshold(TEN.metrics[0], 8, floor=3)
    runs = [RunResult(DAY, "none", value, value, 10) for value in values]
    verdict = judge(threshold, runs, RungPlace(2, 4), TEN)
    signs = signs_of(verdict, last_day=DAY, today=DAY + timedelta(days), lags=lags)
    assert {sign.id for sign in signs} == found


def test_with_two_sides_that_both_miss_one_it_is_not_nearly_there() -> None:
    threshold = Threshold(TEN.metrics[0], 8, each_side=True)
    runs = [RunResult(DAY, side, 9, 9, 10) for side in ("first", "second")]
    verdict = judge(threshold, runs, RungPlace(2, 4, sides=("first", "second")), TEN)
    assert signs_of(verdict, last_day=DAY, today=DAY, lags=False) == ()
