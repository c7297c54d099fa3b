"""A block that fits: warm-up first, never over the minutes, every choice with its reason, the athlete's hand kept."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest

from jolly_core.body.limits import Limit
from jolly_core.body.traits import Traits
from jolly_core.challenges.for_two import ForTwo
from jolly_core.errors import CoreError
from jolly_core.foretelling.pace import Attempts, Estimate
from jolly_core.ladder.visit import ON_THE_WAY
from jolly_core.load.dose import Dose, DoseLeft
from jolly_core.planning.arrangement import arrange_block
from jolly_core.planning.candidate import Kept
from tests.core.candidates import HOPS, OTHER, SERVES, TODAY, WEAKER, candidate, challenges, reasons_out, terms


def test_what_is_locked_needs_no_warm_up_for_what_is_left_out() -> None:
    # Overhead work asks for a minute more of warming up; without it the locked 510 s fit into the other nine minutes.
    serves = [candidate("serves", 600, traits=SERVES), candidate("putts", 450)]
    kept = [Kept("putts", 0, 1, is_locked=True)]
    block = arrange_block(terms(12, has_cool_down=False), serves, kept)
    assert [(each.key, each.runs) for each in challenges(block)] == [("putts", 1)]
    assert sum(each.duration_s for each in block.parts) + block.spare_s == 12 * 60
    with pytest.raises(CoreError, match="The locked parts need"):
        arrange_block(terms(12), serves, [Kept("serves", 0, 2, is_locked=True)])


def test_half_an_hour_by_hand() -> None:
    # 5 min warm-up and 1 min to write leave 24 min = 1440 s. A: set-up 60 + 4 · 300 + 3 · 30 = 1350 s, 90 s to spare.
    block = arrange_block(terms(30), [candidate("A", 300)])
    assert [(each.kind, each.start_s, each.duration_s, each.runs) for each in block.parts] == [
        ("warm_up", 0, 300, 0),
        ("challenge", 300, 1350, 4),
        ("cool_down", 1650, 60, 0),
    ]
    assert block.spare_s == 90


def test_a_half_hour_of_five_ten_five_ten_minutes_can_be_laid_out() -> None:
    """Common practice, no source: five minutes to warm up, ten of one thing, five of another, ten of a third."""
    parts = [candidate("A", 255), candidate("B", 240), candidate("C", 255)]
    kept = [Kept("A", 0, 2, is_locked=True), Kept("B", 1, 1, is_locked=True), Kept("C", 2, 2, is_locked=True)]
    block = arrange_block(terms(30, has_cool_down=False), parts, kept, fill=False)
    # Each with its minute of set-up and, between two runs, half a minute: 60 + 2 · 255 + 30, 60 + 240.
    assert [each.duration_s for each in block.parts] == [300, 600, 300, 600]


def test_ten_routines_take_an_hour_to_an_hour_and_a_quarter() -> None:
    """Common practice, no source: a set of ten routines of some five minutes each is over in 60 to 75 minutes."""
    routines = [candidate(f"R{number}", 270) for number in range(10)]
    kept = [Kept(each.key, place, 1, is_locked=True) for place, each in enumerate(routines)]
    block = arrange_block(terms(75), routines, kept, fill=False)
    assert len(block.drills) == 10
    assert 60 * 60 <= block.time.expected_s <= 75 * 60


class TestWhatComesFirst:
    def test_what_was_left_longest(self) -> None:
        chosen = [
            candidate("A", last_day=TODAY - timedelta(2)),
            candidate("B", last_day=TODAY - timedelta(16)),
            candidate("C", last_day=None),
        ]
        block = arrange_block(terms(60), chosen)
        assert block.drills == ("C", "B", "A")
        assert [each.reasons[0] for each in challenges(block)[:2]] == ["not played yet", "not practised for 16 days"]

    def test_within_a_week_what_is_nearest_to_its_next_rung(self) -> None:
        yesterday = TODAY - timedelta(1)
        chosen = [
            candidate("A", last_day=yesterday, runs_to_climb=3),
            candidate("B", last_day=yesterday, runs_to_climb=1),
        ]
        block = arrange_block(terms(60), chosen)
        assert block.drills == ("B", "A")
        assert challenges(block)[0].reasons == ("1 good run from the next rung",)

    def test_the_weaker_side_before_the_other_one_and_no_less_of_it(self) -> None:
        sides = {"ladder": "x", "last_day": TODAY}
        chosen = [
            candidate("S", **OTHER, rate=0.63, other_rate=0.41, **sides),
            candidate("W", **WEAKER, rate=0.41, other_rate=0.63, **sides),
        ]
        block = arrange_block(terms(30), chosen)
        weak, strong = challenges(block)
        assert (weak.key, strong.key) == ("W", "S")
        assert weak.runs >= strong.runs
        assert "weaker side: 41 % against 63 %" in weak.reasons

    def test_new_and_fine_then_slow_then_fast_then_hard(self) -> None:
        yesterday = TODAY - timedelta(1)
        kinds = {
            "hard": Traits(effort="hard"),
            "fast": Traits(tempo="fast"),
            "slow": Traits(tempo="slow"),
            "fine": Traits(is_fine=True),
        }
        chosen = [candidate(key, last_day=yesterday, traits=traits) for key, traits in kinds.items()]
        assert arrange_block(terms(60), chosen).drills == ("fine", "slow", "fast", "hard")

    def test_what_is_avoided_comes_back(self) -> None:
        yesterday = TODAY - timedelta(1)
        chosen = [
            candidate("A", 900, last_day=yesterday),
            candidate("B", 900, last_day=yesterday, left_out=3, planned=4),
        ]
        block = arrange_block(terms(30), chosen)
        assert block.drills == ("B",)
        assert challenges(block)[0].reasons == ("left out 3 of the last 4 times: it comes back",)


#: What to change where a run is longer than the block.
NEARER = "give its game a limit of tries or minutes, or take a nearer goal"


def test_a_ladder_is_visited_from_its_lowest_rung_up_once_each_before_more_of_the_one_worked_on() -> None:
    """Common practice, no source: earlier steps are repeated at each visit, then the one that is learned."""
    lower = [candidate(f"rung{number}", ladder="box", rung=number, visit=ON_THE_WAY) for number in (2, 1)]
    worked_on = candidate("rung3", ladder="box", rung=3, runs_to_climb=1)
    block = challenges(arrange_block(terms(30), [worked_on, *lower, candidate("other")]))
    assert [part.key for part in block if part.key != "other"] == ["rung1", "rung2", "rung3"]
    assert [part.runs for part in block if part.key.startswith("rung")] == [1, 1, 4]
    assert "rung 1 on the way up, as you wished" in block[0].reasons


class TestWhatStaysOut:
    def test_says_what_did_not_fit(self) -> None:
        # 15 min less 3 of warm-up and 1 to write: 660 s. A: 60 + 2 · 200 + 30 = 490 s, so B finds 170 s.
        block = arrange_block(terms(15), [candidate("A", 200), candidate("B", 3000)])
        assert block.drills == ("A",)
        assert reasons_out(block) == {"B": "needs 51 minutes with its set-up; 2 minutes left: " + NEARER}
        assert block.left_out[0].is_free

    @pytest.mark.parametrize(
        ("given_terms", "values", "reason"),
        [
            ({"offers": ("wall",)}, {"traits": HOPS}, "the place has no flat floor"),
            ({"missing": ("one ball",)}, {"kit": ("one ball", "tape")}, "not to hand: one ball"),
            ({"limits": (Limit("jumping", TODAY),)}, {"traits": HOPS}, "body limit: no jumping"),
            ({}, {"dose": DoseLeft(0, "7 of 7 attempts used today")}, "dose: 7 of 7 attempts used today"),
            ({"focus": "gentle"}, {"traits": SERVES}, "a gentle day: hard, overhead and explosive work waits"),
            ({}, {"unacknowledged": "striking"}, "striking: read and acknowledge its cautions first, on its ladder"),
        ],
        ids=["place", "kit", "limit", "dose", "gentle", "risk"],
    )
    def test_and_why(self, given_terms: dict[str, Any], values: dict[str, Any], reason: str) -> None:
        block = arrange_block(terms(30, **given_terms), [candidate("A", **values), candidate("B")])
        assert block.drills == ("B",)
        assert reasons_out(block) == {"A": reason}
        assert not block.left_out[0].is_free

    def test_a_limit_that_eases_halves_the_runs_and_says_so(self) -> None:
        eased = Limit("shoulder", TODAY, strictness="ease")
        full = arrange_block(terms(60), [candidate("A", traits=SERVES), candidate("B")])
        less = arrange_block(terms(60, limits=(eased,)), [candidate("A", traits=SERVES), candidate("B")])
        runs = {block: next(each.runs for each in challenges(block) if each.key == "A") for block in (full, less)}
        assert runs[less] == runs[full] // 2
        assert "eased: go easy on the shoulder" in next(each for each in challenges(less) if each.key == "A").reasons

    def test_a_hard_cap_holds_on_a_long_day(self) -> None:
        """Common practice, no source: five to seven tries of a hard skill a day."""
        tries = Attempts((2.0, 3.0, 4.0), 3.0)
        capped = Traits(dose=Dose(per_day=7, is_capped=True))
        block = arrange_block(terms(60), [candidate("A", traits=capped, tries=tries, dose=DoseLeft(7, "0 of 7 used"))])
        assert challenges(block)[0].runs == 1  # two runs of up to four tries might make eight

    def test_little_energy_leaves_one_run_of_hard_work(self) -> None:
        block = arrange_block(terms(60, energy="low"), [candidate("A", traits=SERVES), candidate("B")])
        assert {each.key: each.runs for each in challenges(block)} == {"A": 1, "B": 2}


class TestTheAthletesHand:
    def test_placed_parts_keep_their_order_against_the_rules(self) -> None:
        chosen = [candidate("A", last_day=TODAY), candidate("B", last_day=None), candidate("C", last_day=TODAY)]
        kept = [Kept("C", 0), Kept("A", 1), Kept("B", 2)]
        assert arrange_block(terms(60), chosen, kept, fill=False).drills == ("C", "A", "B")

    def test_a_swap_leaves_the_rest_as_it_was(self) -> None:
        chosen = [candidate(key) for key in "ABCD"]
        kept = [Kept("A", 0, 3, is_locked=True), Kept("D", 1, 1), Kept("C", 2, 2)]
        block = arrange_block(terms(60), chosen, kept, fill=False)
        assert [(each.key, each.runs) for each in challenges(block)] == [("A", 3), ("D", 1), ("C", 2)]
        assert reasons_out(block) == {"B": "not in this block"}

    def test_shortening_takes_runs_from_what_is_not_locked(self) -> None:
        # 15 min less 3 and 1 leave 660 s. Three runs are 60 + 3 · 60 + 2 · 30 = 300 s, four are 390 s.
        kept = [Kept("A", 0, 3, is_locked=True), Kept("B", 1, 5)]
        block = arrange_block(terms(15), [candidate("A"), candidate("B")], kept, fill=False)
        assert [(each.key, each.runs) for each in challenges(block)] == [("A", 3), ("B", 3)]

    def test_locked_parts_longer_than_the_minutes_are_refused_with_what_they_need(self) -> None:
        with pytest.raises(CoreError) as refused:
            arrange_block(terms(10), [candidate("A", 600)], [Kept("A", 0, 2, is_locked=True)])
        problem = refused.value.problems[0]
        # 60 + 2 · 600 + 30 = 1290 s, with 3 min of warm-up and 1 to write: 1530 s, 26 minutes begun.
        assert (problem.code, problem.path, problem.value) == ("over_budget", ("kept",), 26)
        assert "unlock or shorten one" in problem.message

    def test_the_warm_up_can_be_stretched(self) -> None:
        block = arrange_block(terms(30), [candidate("A")], [Kept("warm_up", 0, seconds=420)])
        assert block.parts[0].duration_s == 420

    def test_without_the_ends_their_minutes_go_to_the_drills(self) -> None:
        block = arrange_block(terms(30, has_warm_up=False, has_cool_down=False), [candidate("A", 400)])
        # 60 + 4 · 400 + 3 · 30 of the whole 1800 s.
        assert [(each.start_s, each.duration_s) for each in block.parts] == [(0, 1750)]


class TestTestDay:
    def test_repeats_the_last_tests_in_their_order_and_number(self) -> None:
        chosen = [candidate("A", test_runs=1, test_place=2), candidate("B", test_runs=3, test_place=1), candidate("C")]
        block = arrange_block(terms(60, focus="test_day", last_test=TODAY - timedelta(28)), chosen)
        assert [(each.key, each.runs) for each in challenges(block)] == [("B", 3), ("A", 1)]
        assert challenges(block)[0].reasons[0] == "as on 4 Aug, for comparison"
        assert reasons_out(block) == {"C": "not among the last tests: a test day repeats those"}

    def test_the_first_one_says_that_it_is(self) -> None:
        block = arrange_block(terms(60, focus="test_day"), [candidate("A")])
        assert challenges(block)[0].reasons[0] == "a first test: the next test day repeats it"

    def test_empty_minutes_are_explained(self) -> None:
        block = arrange_block(terms(60, focus="test_day"), [candidate("A")])
        assert block.spare_s > 30 * 60
        assert "another test" in block.spare_words


@pytest.mark.parametrize(
    ("minutes", "seconds", "words"),
    [
        # Eight runs of a minute are all that do one ladder good; a second run of fourteen minutes, with half a minute
        # between, does not fit into half an hour; one of twenty leaves little.
        (60, 60, "each part has as many runs as do it good in one block; tick another ladder to fill it"),
        (30, 14 * 60, "one more run takes 15 minutes"),
        (30, 20 * 60, ""),
    ],
)
def test_much_spare_time_is_explained(minutes: int, seconds: int, words: str) -> None:
    assert arrange_block(terms(minutes), [candidate("A", seconds)]).spare_words == words


class TestWithAPartner:
    @pytest.mark.parametrize("game", ["feed", "depth", "eleven", "tie_break"])
    def test_a_game_with_one_condition_follows_the_drills(self, game: str) -> None:
        weak = candidate("W", **WEAKER, side_words="right hand", last_day=TODAY)
        block = arrange_block(terms(45, focus="partner", partner=game), [weak])
        kinds = [part.kind for part in block.parts]
        assert kinds == ["warm_up", "challenge", "partner", "cool_down"]
        assert block.parts[2].reasons[0].endswith("one condition: begin every point with the right hand")

    def test_depth_points_take_two_minutes_a_turn(self) -> None:
        block = arrange_block(terms(30, focus="partner", partner="depth"), [candidate("A")])
        game = next(part for part in block.parts if part.kind == "partner")
        assert game.duration_s == len(ForTwo("depth").turns) * 120

    def test_it_never_takes_more_than_half(self) -> None:
        block = arrange_block(terms(10, focus="partner", partner="eleven"), [candidate("A")])
        game = next(part for part in block.parts if part.kind == "partner")
        assert game.duration_s == 300


@pytest.mark.parametrize("minutes", [9, 181, 30.5, True])
def test_minutes_that_are_no_block_are_refused(minutes: int) -> None:
    with pytest.raises(CoreError) as refused:
        arrange_block(terms(minutes), [])
    assert refused.value.problems[0].path == ("minutes",)


@pytest.mark.parametrize("name", ["focus", "energy", "partner"])
def test_terms_that_are_not_known_are_refused_with_those_there_are(name: str) -> None:
    with pytest.raises(CoreError) as refused:
        arrange_block(terms(30, **{name: "whatever"}), [])
    assert refused.value.problems[0].path == (name,)
    assert refused.value.problems[0].allowed


def test_the_range_of_the_whole_is_narrower_than_that_of_its_parts() -> None:
    """Parts that vary apart from each other seldom all run late: deviations add in quadrature."""
    chosen = [candidate(key, run=Estimate(200, 300, 500)) for key in "AB"]
    block = arrange_block(terms(60), chosen)
    late = sum(each.time.high_s - each.time.expected_s for each in block.parts)
    assert 0 < block.time.high_s - block.time.expected_s < late


class TestPartsByTheClock:
    @pytest.mark.parametrize("minutes", [10, 12, 30])
    def test_ends_and_a_game_that_are_too_long_together_give_way(self, minutes: int) -> None:
        kept = [Kept("warm_up", 0, 0, 900), Kept("cool_down", 0, 0, 900), Kept("partner", 0, 0, 900)]
        block = arrange_block(terms(minutes, focus="partner"), [candidate("A", 60)], kept)
        assert sum(part.duration_s for part in block.parts) <= minutes * 60

    def test_a_warm_up_that_was_set_by_hand_is_kept_and_known_as_such(self) -> None:
        block = arrange_block(terms(30), [candidate("A", 200)], [Kept("warm_up", 0, 0, 420)])
        warm_up = block.parts[0]
        assert (warm_up.duration_s, warm_up.is_set, block.parts[-1].is_set) == (420, True, False)
