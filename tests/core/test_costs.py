"""What misses cost, beside each other, worked by hand."""

from __future__ import annotations

from datetime import date, timedelta

from jolly_core.finds.costs import Tried, dearest, list_costs
from jolly_core.finds.look import PlannedSide
from jolly_core.sides import NONE, SECOND

DAY = date(2026, 3, 3)


def test_costs_read_as_one_says_them() -> None:
    sides = {SECOND: PlannedSide(10, 6)}
    costs = list_costs(
        [
            Tried(1, "Cuts", NONE, "", "", 100, 90, DAY),
            Tried(2, "Banks", SECOND, "backhand", "", 100, 50, DAY, sides[SECOND]),
            Tried(3, "Never", NONE, "", "", 0, 0),
        ],
        DAY + timedelta(days=4),
    )
    assert [cost.tried.title for cost in costs] == ["Banks", "Cuts"]
    assert costs[0].words == "one miss in two; left out of 6 of 10 blocks"
    assert (costs[0].is_avoided, costs[0].days_since, round(costs[0].of_all, 3)) == (True, 4, 0.833)
    assert costs[0].low < costs[0].per_ten == 5 < costs[0].high
    assert dearest(costs) == "Banks, backhand costs most: one miss in two. Next Cuts: one miss in ten."
    assert dearest(costs[:1]) == ""
