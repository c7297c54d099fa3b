"""Games that ask for no press a busy hand cannot give, and what else was widened: against independent models."""

from __future__ import annotations

from itertools import accumulate, pairwise
from random import Random

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import nbinom

from jolly_core.challenges.events import Event
from jolly_core.challenges.formats.tempo_ladder import BREATH_MS
from jolly_core.challenges.registry import read_game
from jolly_core.challenges.session import Session, replay
from jolly_core.challenges.signs import Choices, Click
from jolly_core.challenges.tally import Tally
from jolly_core.errors import CoreError
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.registry import forecast_of
from tests.core.playing import play, timed

PAD = {"start": 60, "step": 6, "top": 84, "strokes": 16, "fewer": 2, "hands": "separate", "goes_on": "itself"}


def go_ms(bpm: int, strokes: int) -> int:
    """Four beats of lead-in and the strokes of both hands at a tempo, and a breath; reckoned apart from the game."""
    return round((4 + 2 * strokes) * 60_000 / bpm) + BREATH_MS


class TestTempoByItself:
    # Common practice, no source: 16-14-12-10 strokes as the tempo climbs.
    STROKES = (16, 14, 12, 10, 8)
    ENDS = tuple(accumulate(go_ms(bpm, strokes) for bpm, strokes in zip(range(60, 85, 6), STROKES, strict=True)))

    @pytest.mark.parametrize("held", range(6))
    def test_each_tempo_is_held_when_its_go_is_over_and_no_press_came(self, held: int) -> None:
        at_ms = (0, *self.ENDS)[held]
        tally = play("tempo_ladder", PAD, timed([("t", at_ms)]))
        assert (tally.metrics["steps"], tally.makes, tally.is_over) == (held, held, held == len(self.ENDS))
        assert tally.metrics["strokes"] == 2 * sum(self.STROKES[:held])
        if held < len(self.ENDS):
            (click,) = (sign for sign in tally.signs if isinstance(sign, Click))
            assert (click.strokes, click.is_separate, tally.wakes_in_ms) == (
                2 * self.STROKES[held],
                True,
                (self.ENDS[held] - at_ms),
            )
            before = play("tempo_ladder", PAD, timed([("t", self.ENDS[held] - 1)]))
            assert before.metrics["steps"] == held

    def test_not_clean_plays_the_same_tempo_again_from_there(self) -> None:
        first, second = self.ENDS[:2]
        missed = first + 5000
        again = [("x", missed), ("t", missed + go_ms(66, 14) - 1)]
        assert play("tempo_ladder", PAD, timed(again)).metrics["steps"] == 1
        assert play("tempo_ladder", PAD, timed([*again, ("t", missed + go_ms(66, 14))])).metrics["steps"] == 2
        undone = play("tempo_ladder", PAD, timed([("x", missed), ("u", missed + 500), ("t", second)]))
        assert undone.metrics["steps"] == 2

    def test_half_an_hour_goes_by_without_a_press(self) -> None:
        game = read_game("tempo_ladder", {**PAD, "loops": 12})
        forecast = forecast_of(game).estimate(Pace(rate=0.9998))
        whole = play("tempo_ladder", {**PAD, "loops": 12}, timed([("t", 12 * self.ENDS[-1])]))
        assert (whole.ending, whole.metrics["steps"], whole.time_used_ms) == ("goal", 60, 12 * self.ENDS[-1])
        assert 20 * 60 <= whole.time_used_ms / 1000 <= 30 * 60
        assert forecast.expected_s == pytest.approx(whole.time_used_ms / 1000, rel=0.02)


def test_a_warm_up_goes_from_item_to_item_by_itself_and_waits_where_there_is_no_time() -> None:
    items = [{"item": "circles", "seconds": 30}, {"item": "band", "seconds": 60}, {"item": "grip", "seconds": None}]
    asked = {"items": items}
    assert [
        play("checklist", asked, timed([("t", at)])).metrics["done"] for at in (29_999, 30_000, 90_000, 900_000)
    ] == [
        0,
        1,
        2,
        2,
    ]
    done = play("checklist", asked, timed([("t", 90_000), ("o", 95_000)]))
    assert (done.ending, done.metrics["done"], done.time_used_ms) == ("goal", 3, 95_000)
    timed_only = play("checklist", {"items": items[:2]}, timed([("t", 500_000)]))
    assert (timed_only.ending, timed_only.time_used_ms) == ("goal", 90_000)
    assert play("checklist", {**asked, "goes_on": "waits"}, timed([("t", 900_000)])).metrics["done"] == 0


@given(st.lists(st.integers(0, 40), min_size=1, max_size=12))
def test_rallies_are_what_was_entered(lengths: list[int]) -> None:
    """Against sums over the list; and counted press by press it is the same."""
    game = read_game("rallies", {"rallies": len(lengths)})
    typed = replay(game, [Event("zone", 1000 * seq, seq, str(length)) for seq, length in enumerate(lengths, 1)])
    presses = [kind for length in lengths for kind in [*["make"] * length, "miss"]]
    counted = replay(game, [Event(kind, 200 * seq, seq) for seq, kind in enumerate(presses, 1)])
    for tally in (typed, counted):
        assert tally.metrics == {
            "longest": max(lengths),
            "total": sum(lengths),
            "average": round(sum(lengths) / len(lengths), 1),
        }
        assert (tally.ending, tally.misses, tally.detail.lengths) == ("attempts", len(lengths), tuple(lengths))


def test_what_is_no_number_enters_nothing() -> None:
    assert play("rallies", {"rallies": 3}, "[14][far][²][99999]").misses == 1


class TestAgainstTime:
    def test_the_clock_stops_with_the_last_make(self) -> None:
        line = timed([("o", 1000), ("x", 2000), ("o", 3050), ("o", 4100), ("o", 5149)])
        assert play("against_time", {"makes": 3}, line).metrics == {"seconds": 5.1, "reached": 3}
        kept = play("against_time", {"makes": 3, "on_miss": "nothing_lost"}, line)
        assert (kept.metrics["seconds"], kept.ending, kept.attempts) == (4.1, "goal", 4)

    def test_how_many_tries_it_takes_is_as_played(self) -> None:
        """Against simulation: a row of twenty at nine in ten."""
        chance, games = Random(3), 4000
        tries = 0
        for _ in range(games):
            row = 0
            while row < 20:
                row = row + 1 if chance.random() < 0.9 else 0
                tries += 1
        expected = forecast_of(read_game("against_time", {"makes": 20})).attempts(Pace(rate=0.9, seen=10**6)).expected
        assert expected == pytest.approx(tries / games, rel=0.05)


class TestAgainstYourself:
    @pytest.mark.parametrize("seed", range(30))
    def test_the_lead_is_that_of_two_lists_side_by_side(self, seed: int) -> None:
        """Against an independent model: both runs as lists of 0 and 1, summed up to the same try."""
        chance = Random(seed)
        last, now = ([chance.random() < 0.6 for _ in range(chance.randint(1, 14))] for _ in range(2))
        kept = "".join("|" if made else "." for made in last)
        line = "".join("o" if made else "x" for made in now)
        tally = play("against_yourself", {"makes": 20, "last": kept}, line)
        assert tally.detail.lead == sum(now) - sum(last[: len(now)])
        assert tally.detail.tries == "".join("|" if made else "." for made in now)

    @pytest.mark.parametrize(
        ("last", "line", "won"),
        [("|.|", "oo", 1), ("||", "oo", 0), ("||", "oxo", 0), (".|", "xxoo", 1), ("", "oo", None)],
    )
    def test_it_is_won_in_fewer_tries(self, last: str, line: str, won: int | None) -> None:
        tally = play("against_yourself", {"makes": 2, "last": last}, line)
        assert (tally.metrics["won"], tally.ending) == (won, "goal")

    def test_it_takes_tries_as_a_negative_binomial(self) -> None:
        """scipy's nbinom counts the misses before the tenth make."""
        game = read_game("against_yourself", {"makes": 10})
        wait = forecast_of(game).wait(0.7)
        assert wait.mean == pytest.approx(10 + nbinom(10, 0.7).mean())
        chance = forecast_of(game).chance(Pace(rate=0.7, seen=10**6), "attempts_to_goal", 14, 10**6)
        assert chance == pytest.approx(nbinom(10, 0.7).cdf(4), abs=1e-6)


def stop_of(tally: Tally) -> list[str]:
    """What stopping by hand means instead, where it means anything else."""
    return [sign.stop for sign in tally.signs if isinstance(sign, Choices)]


class TestEnoughSlowReps:
    def test_comfort_is_asked_before_it_ends(self) -> None:
        stopped = play("quality_reps", {"reps": 40}, "oox [Enough for now]")
        assert (stopped.asks, stopped.is_over, stopped.face) == ("How comfortable was it?", False, "marks")
        marked = play("quality_reps", {"reps": 40}, "oox [Enough for now] [4]")
        assert (marked.ending, marked.metrics["comfort"], marked.metrics["good"]) == ("stopped", 4, 2)
        assert marked.metrics["good_rate"] is None, "a share of reps that were not done"

    def test_stopping_means_it_where_there_is_something_to_ask(self) -> None:
        assert stop_of(play("quality_reps", {"reps": 40}, "o")) == ["Enough for now"]
        assert stop_of(play("quality_reps", {"reps": 40}, "")) == []
        assert stop_of(play("quality_reps", {"reps": 40}, "o [Enough for now]")) == []
        assert play("quality_reps", {"reps": 40}, "o f").metrics["comfort"] is None

    def test_undo_goes_back_to_the_reps(self) -> None:
        tally = play("quality_reps", {"reps": 3}, "o [Enough for now] u oo")
        assert (tally.makes, tally.asks) == (3, "How comfortable was it?")


class TestCleanCircuitsInARow:
    # Common practice, no source: spare cycles in the order back row, two pins, three pins; three wanted without a miss.
    CYCLES = {"stations": ["back row", "two pins", "three pins"], "circuits": 3, "wanted": "in_a_row"}

    def test_a_miss_starts_all_of_them_again(self) -> None:
        tally = play("circuit", self.CYCLES, "ooo ooo ox ooo ooo oo")
        assert (tally.metrics["clean_row"], tally.target, tally.is_over) == (2, "three pins", False)
        assert play("circuit", self.CYCLES, "ooo ooo ox ooo ooo ooo").ending == "goal"

    def test_it_takes_as_many_as_a_row_of_nine(self) -> None:
        """A row of n at rate p takes (1 − pⁿ) / ((1 − p) pⁿ) tries on average (Feller, volume 1, XIII.7)."""
        rate, row = 0.8, 9
        wait = forecast_of(read_game("circuit", self.CYCLES)).wait(rate)
        assert wait.mean == pytest.approx((1 - rate**row) / ((1 - rate) * rate**row))


def test_a_miss_is_told_why_once_and_reasons_are_reported_when_there_are_enough() -> None:
    settings = {"attempts": 10, "called": ["red", "blue"], "reasons": ["thick", "thin"]}
    asked = play("makes_of_n", settings, "ox")
    assert [sign.choices for sign in asked.signs if isinstance(sign, Choices)] == [("thick", "thin")]
    assert (asked.target, asked.then) == ("red", "blue")
    told = play("makes_of_n", settings, "ox[thin][thick]x[thick]x[thick]x[thick]x[thin]oooo")
    assert [(line.reason, line.times) for line in told.detail.reasons] == [("thick", 3), ("thin", 2)]
    assert [(line.name, line.attempts, line.makes) for line in told.detail.targets] == [("red", 5, 3), ("blue", 5, 2)]
    assert "thick 3, thin 2, of 5 that were told" in read_game("makes_of_n", settings).breakdown(told).words
    few = play("makes_of_n", settings, "x[thin]ooooooooo")
    assert "thin" not in read_game("makes_of_n", settings).breakdown(few).words


def test_slow_reps_are_over_when_it_feels_right() -> None:
    # Common practice, no source: ten to forty reps a step, until it feels right.
    settings = {"reps": 40, "at_least": 10}
    early = play("quality_reps", settings, "ooooo[It feels right]")
    assert (early.attempts, early.asks) == (5, "")
    right = play("quality_reps", settings, "oooooxooooo[It feels right][4]")
    assert (right.ending, right.metrics) == ("attempts", {"good": 10, "comfort": 4, "good_rate": 90.9})
    with pytest.raises(CoreError):
        read_game("quality_reps", {"reps": 5, "at_least": 6})


def test_a_press_a_set_counts_all_of_its_reps() -> None:
    tally = play("intervals", {"by": "sets", "reps": 15, "sets": 3, "rest_s": 2}, timed([("o", 30_000), ("o", 60_000)]))
    assert (tally.metrics["sets_done"], tally.metrics["reps"], tally.rest_left_ms) == (2, 30, 2000)


def test_a_race_is_against_whoever_it_says_and_on_its_condition() -> None:
    game = read_game("race", {"to": 3, "against": "Ida", "condition": "second ball only"})
    assert (game.pressed_words, game.goal_words()) == (
        ("Mine", "Ida's"),
        "first to 3, two clear, against Ida, second ball only",
    )
    assert play("race", {"to": 3, "against": "Ida"}, "ox").next == "Ida 1, you need 2"


def test_time_goes_on_by_itself_wherever_it_is_looked_at() -> None:
    """A session that is asked at every second says the same as one that is asked once."""
    game = read_game("tempo_ladder", PAD)
    session, whole = Session(game), timed([("x", 70_000), ("o", 80_000), ("t", 150_000)])
    steps = []
    for before, event in pairwise([Event("tick", 0, 0), *whole]):
        for at_ms in range(before.at_ms, event.at_ms, 1000):
            steps.append(session.tally(at_ms).metrics["steps"])
        session.step(event)
    assert steps == sorted(steps)
    assert session.tally() == replay(game, whole)
