"""How far a run in play is from its mark, usual and best."""

from __future__ import annotations

import pytest

from jolly_core.challenges.registry import get_format
from jolly_core.record.yardstick import Distance, lay_yardstick, measure

MAKES = get_format("makes_of_n").metrics[0]
ATTEMPTS = get_format("streak").metrics[2]


def test_is_laid_from_the_runs_before() -> None:
    stick = lay_yardstick(MAKES, 8, [6, 8, 7])
    assert (stick.usual, stick.best, stick.mark, stick.direction) == (7.0, 8, 8, "up")


@pytest.mark.parametrize(
    ("value", "to_best", "is_close", "is_new_best"),
    [(15, 5, False, False), (17, 3, False, False), (18, 2, True, False), (20, 0, True, False), (21, 0, False, True)],
)
def test_close_is_within_a_tenth_of_the_best(value: int, to_best: int, is_close: bool, is_new_best: bool) -> None:
    distance = measure(lay_yardstick(MAKES, 18, [20]), {"makes": value})
    assert (distance.to_best, distance.is_close_to_best, distance.is_new_best) == (to_best, is_close, is_new_best)


def test_fewer_is_nearer_where_fewer_is_better() -> None:
    distance = measure(lay_yardstick(ATTEMPTS, 30, [40, 36]), {"attempts_to_goal": 33})
    assert (distance.to_mark, distance.to_usual, distance.is_new_best) == (3, 0, True)


def test_nothing_to_say_without_a_value_or_a_record() -> None:
    assert measure(lay_yardstick(MAKES, 8, [7]), {"makes": None}) == Distance()
    first = measure(lay_yardstick(MAKES, 8, []), {"makes": 9})
    assert (first.to_mark, first.to_usual, first.to_best, first.is_new_best) == (0, None, None, False)
