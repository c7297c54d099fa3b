"""What thresholds cost, against every way runs can go, and against playing."""

from __future__ import annotations

from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.challenges.registry import read_game
from jolly_core.errors import CoreError
from jolly_core.foretelling.pace import Pace
from jolly_core.stats.binomial import chance_of_at_least
from jolly_core.thresholds.conditions.at_the_mark import AtTheMark
from jolly_core.thresholds.conditions.comfort import Comfort
from jolly_core.thresholds.conditions.proof import Proof
from jolly_core.thresholds.price import PricePoint, price_of
from jolly_core.thresholds.proposing import propose
from jolly_core.thresholds.threshold import Threshold

TEN = read_game("makes_of_n", {"attempts": 10})
MAKES = TEN.metrics[0]


def at(threshold: Threshold, rate: float) -> PricePoint:
    price = price_of(threshold, TEN, Pace(rate=rate))
    assert price
    return next(point for point in price.points if point.rate == pytest.approx(rate))


def by_every_way(condition: AtTheMark, met: float, runs: int) -> float:
    """The chance to have filled it within so few runs: over every way in which they can go."""
    whole = 0.0
    for way in product((False, True), repeat=runs):
        if any(sum(way[max(0, end - condition.of_last) : end]) >= condition.reached for end in range(1, runs + 1)):
            whole += met ** sum(way) * (1 - met) ** (runs - sum(way))
    return whole


@given(st.integers(1, 6).flatmap(lambda n: st.tuples(st.integers(1, n), st.just(n))), st.floats(0.3, 0.9))
def test_runs_at_the_mark_cost_what_every_way_adds_up_to(asked: tuple[int, int], rate: float) -> None:
    condition = AtTheMark(*asked)
    met = chance_of_at_least(7, 10, rate)
    point = at(Threshold(MAKES, 7, (condition,)), rate)
    assert point.within[:2] == pytest.approx([by_every_way(condition, met, runs) for runs in (5, 10)], abs=1e-3)


def test_what_was_measured_of_the_usual_thresholds() -> None:
    """7 of 10 in 2 of the last 3 runs lets 97 of 100 through who truly make 60 %; asked of two sides it lets fewer."""
    usual = Threshold(MAKES, 7, (AtTheMark(2, 3),))
    assert at(usual, 0.6).within[-1] == pytest.approx(0.97, abs=0.015)
    assert at(Threshold(MAKES, 7, (AtTheMark(2, 3),), each_side=True), 0.6).within[-1] < at(usual, 0.6).within[-1]
    assert at(usual, 0.8).wait in (2, 3)


def test_proof_costs_what_playing_says() -> None:
    """As ``test_proof`` finds it by playing runs one after another: 6 of 100, and 3 runs in the median."""
    proof = Threshold(MAKES, 7, (Proof(),))
    assert at(proof, 0.6).within[-1] == pytest.approx(0.06, abs=0.03)
    assert at(proof, 0.8).wait == 3


def test_more_conditions_let_fewer_through() -> None:
    both, proof = Threshold(MAKES, 7, (AtTheMark(3, 5), Proof())), Threshold(MAKES, 7, (Proof(),))
    for rate in (0.5, 0.6, 0.7, 0.8):
        assert at(both, rate).within[-1] <= at(proof, rate).within[-1] + 0.02


def test_the_price_is_said_in_two_sentences() -> None:
    price = price_of(Threshold(MAKES, 7, (AtTheMark(2, 3),)), TEN, Pace(rate=0.74))
    assert price
    assert price.words[0] == "Somebody who truly makes 60 % would pass within 20 runs 97 times in 100."
    assert price.words[1].startswith("You, at 74 %, need about ")
    assert (
        price_of(Threshold(MAKES, 7, (Proof(),)), TEN).words[1] == "Somebody who truly makes 80 % needs about 3 runs."
    )  # type: ignore[union-attr]


def test_a_mark_that_does_not_go_by_the_rate_has_no_price() -> None:
    game = read_game("timed_count", {"seconds": 30, "goal": 20})
    assert price_of(Threshold(game.metrics[0], 20), game) is None


@given(st.floats(0.02, 0.98))
def test_whatever_the_rate_both_sentences_are_said(rate: float) -> None:
    price = price_of(Threshold(MAKES, 9, (Proof(),)), TEN, Pace(rate=rate))
    assert price
    assert [words.split(",")[0].split(" who")[0] for words in price.words] == ["Somebody", "You"]
    assert " 0 times" not in " ".join(price.words)


@pytest.mark.parametrize(("luck", "patience"), [(10, 3), (10, 6), (50, 2), (100, 1)])
def test_what_is_proposed_keeps_to_luck_and_patience(luck: int, patience: int) -> None:
    """As the price of the very conditions that were proposed says, found apart from the search."""
    found = propose(Threshold(MAKES, 7), TEN, luck=luck, patience=patience)
    assert found.is_within
    asked = Threshold(MAKES, 7, found.conditions)
    assert 100 * at(asked, 0.6).within[-1] <= luck
    wait = at(asked, 0.8).wait
    assert wait is not None
    assert wait <= patience


def test_where_nothing_keeps_both_the_nearest_is_proposed_and_says_so() -> None:
    found = propose(Threshold(MAKES, 7), TEN, luck=0, patience=1)
    assert not found.is_within
    assert "who is ten points under the mark passes within 20 runs" in found.words


@pytest.mark.parametrize(("values", "field"), [({"luck": 101}, "luck"), ({"patience": 0}, "patience")])
def test_luck_and_patience_that_cannot_be_are_refused(values: dict[str, int], field: str) -> None:
    with pytest.raises(CoreError) as refused:
        propose(Threshold(MAKES, 7), TEN, **{"luck": 10, "patience": 3, **values})
    assert refused.value.problems[0].path == (field,)


def test_what_does_not_go_by_makes_is_taken_as_given_and_that_is_said() -> None:
    counted, both = Threshold(MAKES, 7, (AtTheMark(2, 3),)), Threshold(MAKES, 7, (AtTheMark(2, 3), Comfort(4, 1)))
    # The one is exact, the other played: a chance is then right to about a point.
    assert at(both, 0.6).within == pytest.approx(at(counted, 0.6).within, abs=0.05)
    price = price_of(both, TEN)
    assert price
    assert price.words[-1] == "Taken as given here: comfort 4 of 5 or more in the last run."
