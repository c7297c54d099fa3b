"""A goal that was reached on paper took as many attempts as there are makes and misses; sums by hand beside."""

from __future__ import annotations

from typing import Any

import pytest

from jolly_core.challenges.registry import read_game
from jolly_core.paper.totals import tally_of_totals

NAMES = ["left", "middle", "right"]


@pytest.mark.parametrize(
    ("format_id", "settings", "totals", "metric", "taken"),
    [
        ("collect", {"targets": NAMES}, {"collected": 3, "makes": 6, "misses": 2}, "attempts_to_goal", 8),
        ("collect", {"targets": NAMES}, {"collected": 2, "makes": 6, "misses": 2}, "attempts_to_goal", None),
        ("quota", {"targets": NAMES, "each": 3}, {"kept": 9, "makes": 9, "misses": 5}, "attempts_to_goal", 14),
        ("quota", {"targets": NAMES, "each": 3}, {"kept": 8, "makes": 8, "misses": 5}, "attempts_to_goal", None),
        ("circuit", {"stations": NAMES}, {"circuits": 1, "makes": 7, "misses": 2}, "attempts_to_goal", 9),
        ("circuit", {"stations": NAMES}, {"circuits": 0, "makes": 7, "misses": 2}, "attempts_to_goal", None),
        (
            "circuit",
            {"stations": NAMES, "circuits": 3, "wanted": "in_a_row"},
            {"circuits": 4, "clean": 3, "makes": 14, "misses": 2},
            "attempts_to_goal",
            16,
        ),
        (
            "circuit",
            {"stations": NAMES, "wanted": "in_a_row"},
            {"circuits": 1, "makes": 7, "misses": 2},
            "attempts_to_goal",
            9,
        ),
        ("two_chance_walk", {"targets": NAMES}, {"walked": 3, "makes": 3, "misses": 2}, "balls_to_goal", 5),
        ("two_chance_walk", {"targets": NAMES}, {"walked": 2, "makes": 2, "misses": 2}, "balls_to_goal", None),
        ("streak", {"goal": 5}, {"best_streak": 5, "makes": 11, "misses": 3}, "attempts_to_goal", 14),
        ("streak", {"goal": 5}, {"best_streak": 4, "makes": 11, "misses": 3}, "attempts_to_goal", None),
        ("pattern", {"laps": 2}, {"longest": 4, "laps": 2, "makes": 6, "misses": 1}, "attempts_to_goal", 7),
        ("pattern", {"laps": 2}, {"longest": 4, "makes": 6, "misses": 1}, "attempts_to_goal", None),
    ],
)
def test_a_goal_on_paper_says_what_it_took(
    format_id: str, settings: dict[str, Any], totals: dict[str, int], metric: str, taken: int | None
) -> None:
    assert tally_of_totals(read_game(format_id, settings), totals).metrics[metric] == taken
