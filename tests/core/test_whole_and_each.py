"""Tries at each and completions: the next target, and their chances against direct play and SciPy."""

from __future__ import annotations

from random import Random

import pytest
from scipy.stats import binom, nbinom

from jolly_core.challenges.events import Event
from jolly_core.challenges.registry import read_game
from jolly_core.challenges.session import Session, replay
from jolly_core.challenges.tally import AnyTally
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of


def played(line: str, format_id: str, **settings: object) -> AnyTally:
    kinds = {"o": "make", "x": "miss", "l": "let", "u": "undo"}
    return replay(
        read_game(format_id, settings), [Event(kinds[each], 900 * seq, seq) for seq, each in enumerate(line, 1)]
    )


def targets(*tries: int) -> list[dict[str, object]]:
    return [{"name": name, "tries": many} for name, many in zip(("left", "middle", "right"), tries, strict=False)]


@pytest.mark.parametrize(
    ("order", "expected"),
    [("in_order", "left left middle middle middle right"), ("in_turn", "left middle right left middle middle")],
)
def test_which_target_comes_next(order: str, expected: str) -> None:
    session = Session(read_game("tries_at_each", {"targets": targets(2, 3, 1), "order": order}))
    called = []
    for seq in range(1, 7):
        called.append(session.tally().target)
        session.step(Event("let", 1000 * seq - 500, 2 * seq - 1))  # a let stays where it is
        assert session.tally().target == called[-1]
        session.step(Event("make", 1000 * seq, 2 * seq))
    assert " ".join(map(str, called)) == expected
    assert session.is_over()


def test_ten_at_each_of_three_with_a_word_for_each() -> None:
    """Common practice, no source: ten serves at each third."""
    rows = [{**row, "stroke": word} for row, word in zip(targets(10, 10, 10), ("flat", "spin", ""), strict=True)]
    tally = played("o" * 9 + "x" + "o" * 4 + "x" * 6 + "o" * 8 + "x" * 2, "tries_at_each", targets=rows)
    assert tally.metrics == {"makes": 21, "rate": 70.0, "weakest_share": 40.0}
    assert [(line.name, line.makes) for line in tally.detail.targets] == [
        ("left, flat", 9),
        ("middle, spin", 4),
        ("right", 8),
    ]
    assert played("o", "tries_at_each", targets=rows).next == "flat, 9 more here"


def test_one_target_with_two_strokes_is_told_apart() -> None:
    rows = [{"name": "left", "tries": 1, "stroke": word} for word in ("flat", "spin")]
    assert [line.name for line in played("ox", "tries_at_each", targets=rows).detail.targets] == [
        "left, flat",
        "left, spin",
    ]


def test_two_completions_take_as_many_tries_as_they_take() -> None:
    tally = played("xxoxo", "completions", goal=2)
    assert (tally.is_over, tally.ending, tally.metrics) == (True, "goal", {"completions": 2, "attempts_to_goal": 5})
    assert played("xxox", "completions", goal=2, attempts_limit=4).metrics == {
        "completions": 1,
        "attempts_to_goal": None,
    }


@pytest.mark.parametrize("rate", [0.2, 0.5, 0.85])
def test_chances_are_those_of_scipy(rate: float) -> None:
    """Oracles: the binomial and the negative binomial distribution of SciPy."""
    pace = Pace(attempt_ms=10_000, rate=rate, is_prior=False)
    each = forecast_of(read_game("tries_at_each", {"targets": targets(10, 10, 10)}))
    assert each.chance(pace, "makes", 21, 3600) == pytest.approx(float(binom.sf(20, 30, rate)))
    assert each.chance(pace, "weakest_share", 60, 3600) == pytest.approx(float(binom.sf(5, 10, rate)) ** 3)
    whole = forecast_of(read_game("completions", {"goal": 2}))
    assert whole.chance(pace, "attempts_to_goal", 8, 36_000) == pytest.approx(float(nbinom.cdf(6, 2, rate)), abs=1e-6)


def test_the_weakest_share_by_playing() -> None:
    chance, rate, met = Random(3), 0.7, 0
    for _ in range(4000):
        line = "".join("o" if chance.random() < rate else "x" for _ in range(15))
        share = played(line, "tries_at_each", targets=targets(5, 5, 5)).metrics["weakest_share"]
        met += share is not None and share >= 60
    foretold = forecast_of(read_game("tries_at_each", {"targets": targets(5, 5, 5)})).chance(
        Pace(attempt_ms=1000, rate=rate, is_prior=False), "weakest_share", 60, 3600
    )
    assert foretold is not None
    assert met / 4000 == pytest.approx(foretold, abs=0.025)
