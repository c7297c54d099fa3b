"""What was played with partners, against a tally kept by hand."""

from __future__ import annotations

from datetime import date, timedelta

from hypothesis import given
from hypothesis import strategies as st

from jolly_core.challenges.for_two import ForTwo
from jolly_core.record.together import PlayedForTwo, list_together

DAY = date(2026, 9, 1)


def played(days: int, game: str, presses: str, partner: str = "Pell", to: int = 7) -> PlayedForTwo:
    return PlayedForTwo(DAY + timedelta(days=days), ForTwo(game, to, partner=partner), presses)


def test_both_have_a_record_of_their_own() -> None:
    """By hand: Pell won one tie-break, one was won, one was stopped at 1:1; of the balls 12 of 20 and 3 of 4."""
    pell, ida = list_together(
        [
            played(0, "tie_break", "a" * 7, "PELL "),
            played(1, "tie_break", "b" * 7),
            played(2, "points", "ab"),
            played(3, "feed", "o" * 12 + "x" * 8 + "ooox"),
            played(2, "feed", "ox", "Ida"),
            played(4, "feed", "", "Ida"),
        ]
    )
    assert (pell.own.won, pell.own.made, pell.own.balls) == (1, 12, 20)
    assert (pell.other.name, pell.other.won, pell.other.made, pell.other.balls) == ("Pell", 1, 3, 4)
    assert pell.words == "4 times; won by you 1, by Pell 1; 1 game stopped before the end"
    assert [each.title for each in pell.games] == ["Rally feed", "Points to 7", "Tie-break to 7", "Tie-break to 7"]
    assert (ida.other.name, ida.words, ida.own.balls) == ("Ida", "1 time", 2)


def test_without_a_name_it_is_your_partner() -> None:
    (someone,) = list_together([played(0, "tie_break", "b" * 7, "")])
    assert someone.words == "1 time; won by you 0, by your partner 1"


@given(st.lists(st.tuples(st.integers(0, 9), st.text("ab", max_size=20), st.sampled_from(["Pell", "Ida", ""]))))
def test_every_game_is_with_one_partner_and_won_by_at_most_one(games: list[tuple[int, str, str]]) -> None:
    given_games = [played(day, "tie_break", presses, partner) for day, presses, partner in games]
    together = list_together(given_games)
    assert sum(len(each.games) for each in together) == sum(bool(each.presses) for each in given_games)
    for each in together:
        assert each.own.won + each.other.won + each.open_games == len(each.games)
        days = [game.day for game in each.games]
        assert days == sorted(days, reverse=True)
