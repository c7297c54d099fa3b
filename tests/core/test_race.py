"""A race of points, between partners or against a drill: closed forms, a simulation, and the game itself."""

from __future__ import annotations

from random import Random

import pytest
from scipy import stats

from jolly_core.challenges.formats.race import RaceState
from jolly_core.challenges.registry import read_game
from jolly_core.errors import CoreError
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of
from jolly_core.paper.formats.race import RacePaper, RaceTotals
from jolly_core.stats.race import chance_of_winning, expected_points, points_within
from tests.core import playing


# Race to N, two clear, independent points. Carter and Crews 1974 (Am. Statistician 28:130) and Newton and Keller 2005
# for the game of four; the others from the same closed form, second check by dynamic programming.
@pytest.mark.parametrize(
    ("to", "rate", "expected"),
    [
        (4, 0.6, 6.484184615384615),
        (4, 0.55, 6.680915099009901),
        (4, 0.5, 6.75),
        (11, 0.55, 18.552050552824376),
        (11, 0.6, 17.80522742165563),
        (7, 0.55, 11.602613538581982),
    ],
)
def test_expected_points(to: int, rate: float, expected: float) -> None:
    assert expected_points(to, rate) == pytest.approx(expected, abs=1e-9)


def play(to: int, rate: float, chance: Random) -> int:
    own = other = 0
    while max(own, other) < to or abs(own - other) < 2:
        if chance.random() < rate:
            own += 1
        else:
            other += 1
    return own + other


@pytest.mark.parametrize(("to", "rate"), [(7, 0.5), (11, 0.5), (11, 0.7)])
def test_nine_in_ten_races_lie_within_their_ends(to: int, rate: float) -> None:
    chance = Random(5)
    played = [play(to, rate, chance) for _ in range(4000)]
    low, high = points_within(to, rate, 0.05), points_within(to, rate, 0.95)
    # The chance of at most ``high`` is 0.95 or a little more; 4000 draws of it have a standard deviation of 0.0035.
    assert sum(points <= high for points in played) / 4000 >= 0.94
    assert sum(points < low for points in played) / 4000 <= 0.06
    assert sum(played) / 4000 == pytest.approx(expected_points(to, rate), rel=0.01)


def test_a_race_to_one_is_refused() -> None:
    with pytest.raises(CoreError):
        expected_points(1, 0.5)


# The same closed form and sources as above.
@pytest.mark.parametrize(
    ("to", "rate", "expected"),
    [(4, 0.6, 0.7357292307692308), (4, 0.55, 0.6231485024752476), (11, 0.55, 0.686813086233485), (4, 0.5, 0.5)],
)
def test_chance_of_winning(to: int, rate: float, expected: float) -> None:
    assert chance_of_winning(to, rate) == pytest.approx(expected, abs=1e-12)


@pytest.mark.parametrize(("to", "rate"), [(3, 0.6), (11, 0.55), (5, 0.9)])
def test_one_clear_is_a_negative_binomial(to: int, rate: float) -> None:
    # First to n, one clear: the misses before the n-th make are at most n - 1 (SciPy counts those misses).
    assert chance_of_winning(to, rate, 1) == pytest.approx(stats.nbinom.cdf(to - 1, to, rate))
    won = sum((to + k) * stats.nbinom.pmf(k, to, rate) for k in range(to))
    lost = sum((to + k) * stats.nbinom.pmf(k, to, 1 - rate) for k in range(to))
    assert expected_points(to, rate, 1) == pytest.approx(won + lost)
    assert points_within(to, rate, 1.0, 1) == 2 * to - 1


def written(to: int, clear: int, points: int, lost: int) -> RaceState:
    """What a sheet with that score comes to."""
    return RacePaper(read_game("race", {"to": to, "clear": clear})).state(RaceTotals(points, lost))


@pytest.mark.parametrize(
    ("line", "ending", "score"),
    [
        ("ooo", "won", (3, 0)),
        ("xxx", "lost", (0, 3)),
        ("oxoxoo", "won", (4, 2)),
        ("oxox", None, (2, 2)),
        ("oxoxo", None, (3, 2)),
        ("oxoxoxxx", "lost", (3, 5)),
    ],
)
def test_first_to_three_two_clear(line: str, ending: str | None, score: tuple[int, int]) -> None:
    tally = playing.play("race", {"to": 3}, line)
    assert (tally.ending, tally.makes, tally.misses) == (ending, *score)
    assert tally.metrics["won"] == {"won": 1, "lost": 0, None: None}[ending]
    # How few points the drill has made so far is no result of a race that goes on.
    assert tally.metrics["lost_points"] == (score[1] if ending else None)


def test_says_the_score_and_what_is_needed() -> None:
    said = [playing.play("race", {"to": 3}, line).next for line in ("", "ox", "oxox", "oxoxx")]
    assert said == ["Drill 0, you need 3", "Drill 1, you need 2", "Drill 2, you need 2", "Drill 3, you need 3"]
    assert playing.play("race", {"to": 11}, "oooxxxx").metrics["longest_lead"] == 3


def test_a_score_that_cannot_be_is_refused() -> None:
    for points, lost in ((13, 5), (12, 9), (0, 13)):
        with pytest.raises(CoreError) as refused:
            written(11, 2, points, lost)
        assert refused.value.code == "out_of_reach"
    with pytest.raises(CoreError):
        written(4, 1, 5, 4)
    assert written(11, 2, 13, 11).count.makes == 13


def test_the_tuner_knows_the_chance_to_win_and_the_planner_the_length() -> None:
    race = forecast_of(read_game("race", {"to": 11}))
    assert race.chance(Pace(rate=0.55), "won", 1, 600) == pytest.approx(0.686813086233485)
    attempts = race.attempts(Pace(rate=0.55))
    assert attempts.expected == pytest.approx(18.552050552824376)
    assert attempts.low <= attempts.expected <= attempts.high
