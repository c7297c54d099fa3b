"""The one change that would add most, by the arithmetic of each game."""

from __future__ import annotations

from random import Random

import pytest

from jolly_core.challenges.registry import FORMATS, AnyGame, read_game
from jolly_core.challenges.session import Session
from jolly_core.challenges.tally import AnyTally
from jolly_core.finds.gains import one_change
from jolly_core.finds.gains_of.streak import longest_row
from tests.core.aimless import GAMES, press_through
from tests.core.playing import play


def tallies(game: AnyGame, *, seed: int = 1, rate: float = 0.7, worst: str = "") -> list[AnyTally]:
    random = Random(seed)

    def chance(session: Session, row: int) -> float:
        return rate / 3 if worst and session.tally().target == worst else rate

    return [press_through(game, random, chance).tally() for _ in range(10)]


def test_a_station_at_the_average_adds_what_it_misses() -> None:
    game = read_game(*GAMES[3][:2])
    played = tallies(game, worst="right")
    gain = one_change(game, played)
    assert gain is not None
    lines = [line for tally in played for line in tally.detail.targets]
    rate = sum(line.makes for line in lines) / sum(line.attempts for line in lines)
    right = sum(line.makes for line in lines if line.name == "right") / 40
    # Ten runs of four tries: each gains four times what the rate is short of.
    assert gain.adds == pytest.approx(4 * (rate - right))
    assert gain.words.startswith("“right” at your average of ")


def test_one_break_fewer_or_a_tenth_earlier() -> None:
    game = read_game("timed_count", {"seconds": 30, "goal": 20})
    played = tallies(game, rate=0.85)
    gain = one_change(game, played)
    assert gain is not None
    fewer = sum(tally.detail.arithmetic.one_break_fewer for tally in played) / 10
    earlier = sum(tally.detail.arithmetic.tenth_earlier for tally in played) / 10
    assert gain.adds == pytest.approx(max(fewer, earlier))


def test_second_balls_at_seven_in_ten() -> None:
    game = read_game("two_chance_walk", {"targets": ["a", "b", "c", "d"]})
    gain = one_change(game, tallies(game, rate=0.4))
    assert gain is not None
    assert gain.unit == "double misses"
    assert gain.words.startswith("Second balls at 70 % (now ")


def test_the_worst_station_of_a_circuit() -> None:
    game = read_game("circuit", {"stations": ["a", "b", "c"], "circuits": 1})
    gain = one_change(game, tallies(game, rate=0.8, worst="b"))
    assert gain is not None
    assert gain.words.startswith("“b” at your average of ")
    assert gain.unit == "clean circuits in 100"


def test_five_more_makes_in_a_hundred_of_a_streak() -> None:
    game = read_game("streak", {"goal": 20, "attempts_limit": 60})
    gain = one_change(game, tallies(game, rate=0.8))
    assert gain is not None
    assert gain.unit == "in a row"
    assert one_change(game, [play("streak", {"goal": 20}, "oox")]) is None  # too little to tell


def test_an_open_frame_made_a_spare_by_hand() -> None:
    """By hand: 7 and 2 in every frame. As a spare each of the first nine has 1 pin more, and the next 7 twice."""
    game = read_game("frames", {})
    tally = play("frames", {}, "[7][2]" * 10)
    gain = one_change(game, [tally])
    assert gain is not None
    assert gain.adds == 1 + 7
    assert gain.words == "One open frame less a game, made a spare, adds about 8 pins."
    assert one_change(game, [play("frames", {}, "[7][3]" * 10 + "[7]")]) is None


def test_half_of_the_balls_that_are_out() -> None:
    game = read_game("zone_points", {})
    zones = [zone.name for zone in game.settings.zones]
    tally = play("zone_points", {}, f"[{zones[0]}]xx[{zones[-1]}]xx f")
    gain = one_change(game, [tally])
    assert gain is not None
    cheapest = min(zone.points for zone in game.settings.zones if zone.points > 0)
    assert gain.adds == 2 * cheapest


@pytest.mark.parametrize(("tries", "rate"), [(100, 0.5), (200, 0.7), (60, 0.8)])
def test_longest_row_as_simulation_has_it(tries: int, rate: float) -> None:
    """Schilling 1990; the formula is of long sequences, so short ones are within a twentieth."""
    random, longest = Random(5), []
    for _ in range(1500):
        row = best = 0
        for _ in range(tries):
            row = row + 1 if random.random() < rate else 0
            best = max(best, row)
        longest.append(best)
    mean = sum(longest) / len(longest)
    assert longest_row(tries, rate) == pytest.approx(mean, rel=0.05)


def test_every_game_takes_the_question() -> None:
    """Of games without an arithmetic of their own, and of few runs, nothing is said; none of them breaks."""
    assert one_change(read_game("makes_of_n", {}), []) is None
    for kind in FORMATS.values():
        game = kind.read({})
        assert one_change(game, [Session(game).tally()]) is None
