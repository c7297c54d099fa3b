"""Ten frames of pins against worked games of the public rules, and the same game upside down."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.challenges.events import Event
from jolly_core.challenges.pin_score import PinGame, is_over, pins_standing, play, score, score_frames
from jolly_core.challenges.registry import read_game
from jolly_core.challenges.session import replay
from jolly_core.errors import CoreError

#: USBC Playing Rules 2a to 2f (a strike ten and the next two balls, a spare ten and the next one), from memory; worked
#: games with their cumulative totals.
GAMES = {
    "perfect": ([10] * 12, [30, 60, 90, 120, 150, 180, 210, 240, 270, 300]),
    "all fives": ([5] * 21, [15, 30, 45, 60, 75, 90, 105, 120, 135, 150]),
    "strike and spare": ([10, 5, 5] * 5 + [10], [20, 40, 60, 80, 100, 120, 140, 160, 180, 200]),
    "spare and strike": ([4, 6, 10] * 5 + [7, 3], [20, 40, 60, 80, 100, 120, 140, 160, 180, 200]),
    "nine and none": ([9, 0] * 10, [9, 18, 27, 36, 45, 54, 63, 72, 81, 90]),
    "nothing": ([0] * 20, [0] * 10),
    "all ones": ([1] * 20, [2, 4, 6, 8, 10, 12, 14, 16, 18, 20]),
    "mixed": (
        [1, 4, 4, 5, 6, 4, 5, 5, 10, 0, 1, 7, 3, 6, 4, 10, 2, 8, 6],
        [5, 14, 29, 49, 60, 61, 77, 97, 117, 133],
    ),
    "eleven strikes": ([10] * 11 + [0], [30, 60, 90, 120, 150, 180, 210, 240, 270, 290]),
    "nine spares": ([9, 1] * 10 + [9], [19, 38, 57, 76, 95, 114, 133, 152, 171, 190]),
}


@pytest.mark.parametrize("name", list(GAMES))
def test_worked_games(name: str) -> None:
    rolls, totals = GAMES[name]
    assert [frame.total for frame in score_frames(play(rolls))] == totals
    assert score(rolls) == totals[-1]


@pytest.mark.parametrize("rolls", [[5, 6, *[0] * 18], [0] * 19, [10] * 11, [-1, *[0] * 19], [0] * 21], ids=str)
def test_games_that_cannot_be_are_refused(rolls: list[int]) -> None:
    with pytest.raises(CoreError):
        score(rolls)


@pytest.mark.parametrize(
    ("rolls", "signs", "total"),
    [
        ([10], ("X",), None),
        ([7, 3], ("7", "/"), None),
        ([7, 0], ("7", "-"), 7),
        ([0, 10], ("-", "/"), None),
        ([10, 10, 10], ("X",), 30),
    ],
)
def test_the_sheet_is_filled_as_far_as_it_is_certain(rolls: list[int], signs: tuple[str, ...], total: int) -> None:
    assert (score_frames(play(rolls))[0].signs, score_frames(play(rolls))[0].total) == (signs, total)


def test_the_tenth_frame_has_its_bonus_balls() -> None:
    assert score_frames(play([0] * 18 + [10, 7, 3]))[-1].signs == ("X", "7", "/")
    assert score_frames(play([0] * 18 + [10, 10, 10]))[-1].signs == ("X", "X", "X")
    assert score_frames(play([0] * 18 + [4, 6, 10]))[-1].signs == ("4", "/", "X")


# Upside down, by hand from the rule: a first ball that hits nothing is a strike, a second that hits nothing a spare.
@pytest.mark.parametrize(
    ("rolls", "total"),
    [
        ([0] * 12, 300),  # every ball a strike, as in the perfect game
        ([1, 1] * 10, 20),
        ([1, 0] * 10 + [1], 110),  # spares with one pin after each: 11 a frame
        ([10] * 10 + [1], 101),  # all ten with the first ball: ten and no bonus
        ([0, 2, 3, *[1, 1] * 8], 36),  # 10 + 2 + 3, then 5, then 16
        ([1, 1] * 9 + [0, 3, 0], 38),  # 18, then 10 + 3 + 7
    ],
)
def test_upside_down(rolls: list[int], total: int) -> None:
    assert score(rolls, is_low=True) == total


@given(st.data(), st.booleans())
def test_every_game_ends_within_its_balls_and_its_score(data: st.DataObject, is_low: bool) -> None:
    game, balls = PinGame(is_low=is_low), 0
    while not is_over(game):
        game = game.after(data.draw(st.integers(0, pins_standing(game))))
        balls += 1
    frames = score_frames(game)
    totals = [frame.total for frame in frames]
    assert (len(frames), None in totals) == (10, False)
    assert 11 <= balls <= 21
    assert totals == sorted(totals, key=lambda total: total or 0)
    assert 0 <= (totals[-1] or 0) <= 300
    with pytest.raises(CoreError):
        game.after(0)


def test_is_played_by_pins_by_all_and_by_none() -> None:
    presses = [("zone", "7"), ("make", ""), ("miss", ""), ("zone", "11"), ("zone", "4"), ("make", "")]
    events = [Event(kind, 1000 * seq, seq, text) for seq, (kind, text) in enumerate(presses, 1)]
    tally = replay(read_game("frames", {}), events)
    # 7 and the rest is a spare with nothing after it: 10; nothing and 4; all that stand is a strike, to be continued.
    assert [frame.total for frame in tally.signs[0].frames] == [10, 14, None, None]
    assert (tally.metrics["score"], tally.metrics["strikes"], tally.ignored) == (14, 1, 1)
    assert [pad.text for pad in tally.pads] == [str(pins) for pins in range(11)]
