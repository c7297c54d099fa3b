"""Easier on me: what is hard comes shorter and not two days running, and it is said; all else stays as it is."""

from __future__ import annotations

from datetime import timedelta

import pytest

from jolly_core.body.traits import HARD, Traits
from jolly_core.planning.arrangement import arrange_block
from tests.core.candidates import TODAY, candidate, challenges, reasons_out, terms

HARD_WORK = Traits(effort=HARD)


@pytest.mark.parametrize(("days_ago", "is_left_out"), [(1, True), (2, False)])
def test_hard_work_has_a_day_of_rest_in_between(days_ago: int, is_left_out: bool) -> None:
    last = TODAY - timedelta(days=days_ago)
    block = arrange_block(terms(), [candidate("a", traits=HARD_WORK, is_eased=True, last_day=last), candidate("b")])
    assert ("a" in reasons_out(block)) == is_left_out
    if is_left_out:
        assert reasons_out(block)["a"].startswith("easier on you, as you asked")


def test_hard_work_is_half_as_long_and_says_so() -> None:
    runs, said = {}, {}
    for is_eased in (False, True):
        block = arrange_block(terms(60), [candidate("a", traits=HARD_WORK, is_eased=is_eased), candidate("b")])
        part = next(each for each in challenges(block) if each.key == "a")
        runs[is_eased], said[is_eased] = part.runs, " ".join(part.reasons)
    assert runs[True] * 2 <= runs[False]
    assert "half as long" in said[True]
    assert "half as long" not in said[False]


def test_what_is_easy_stays_as_it_is() -> None:
    blocks = [arrange_block(terms(), [candidate("a", is_eased=is_eased)]) for is_eased in (False, True)]
    assert blocks[0] == blocks[1]
