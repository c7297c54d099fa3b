"""Games of several targets: quota, zone points, pattern, collect, circuit, walk, combination."""

from __future__ import annotations

from typing import Any

import pytest

from jolly_core.challenges.formats.combination import Skill
from jolly_core.challenges.registry import read_game
from jolly_core.errors import CoreError
from jolly_core.lessons.registry import lessons_of
from tests.core.playing import events_of, play

SIX = [f"box {number}" for number in range(1, 7)]


class TestQuota:
    def test_at_least_five_good_serves_to_each_of_six_targets(self) -> None:
        # Common practice, no source. Five makes on each, with two misses on the third box.
        tally = play("quota", {"targets": SIX, "each": 5}, "ooooo ooooo xxooooo ooooo ooooo ooooo")
        assert (tally.ending, tally.metrics["kept"], tally.metrics["attempts_to_goal"]) == ("goal", 30, 32)
        assert [row.attempts for row in tally.detail.targets] == [5, 5, 7, 5, 5, 5]

    def test_says_the_target_in_hand_and_the_one_after_it(self) -> None:
        tally = play("quota", {"targets": ["left", "right"], "each": 2}, "oxo")
        assert (tally.target, tally.then, tally.next) == ("right", None, "2 more here")

    def test_free_order_counts_what_was_still_wanted(self) -> None:
        settings = {"targets": ["left", "right"], "each": 2, "order": "free"}
        tally = play("quota", settings, "[left][left][left][right]")
        assert (tally.makes, tally.metrics["kept"], tally.is_over) == (4, 3, False)
        assert [pad.is_done for pad in tally.pads] == [True, False, False]

    def test_in_order_a_zone_is_not_for_choosing(self) -> None:
        assert play("quota", {"targets": ["left", "right"]}, "[right]").ignored == 1


class TestZonePoints:
    ZONES = ({"name": "short", "points": 0}, {"name": "middle", "points": 1}, {"name": "deep", "points": 2})

    def test_two_minutes_of_nought_one_two(self) -> None:
        # Common practice, no source: 20 to 30 points in two minutes is recreational, 40 to 50 club, 60 on advanced.
        line = "[deep][middle][short]x" * 15
        tally = play("zone_points", {"zones": self.ZONES, "seconds": 120}, line)
        assert (tally.metrics["points"], tally.attempts, tally.misses) == (45, 60, 30)
        assert tally.metrics["points_per_ball"] is None  # of a run that goes on it says nothing yet
        whole = play("zone_points", {"zones": self.ZONES, "seconds": None, "balls": 60}, line)
        assert whole.metrics["points_per_ball"] == 0.75
        assert [zone.balls for zone in tally.detail.zones] == [15, 15, 15]
        assert (tally.detail.out, tally.is_over, tally.time_left_ms) == (15, False, 60_000)

    def test_a_ball_on_the_last_millisecond_counts(self) -> None:
        settings = {"zones": self.ZONES, "seconds": 5}
        assert play("zone_points", settings, events_of("[deep]", first_ms=5000)).metrics["points"] == 2
        late = play("zone_points", settings, events_of("[deep]", first_ms=5001))
        assert (late.metrics["points"], late.ending, late.metrics["out"]) == (0, "time", 0)

    @pytest.mark.parametrize(
        ("settings", "path", "code"),
        [
            ({"seconds": None}, ("seconds",), "missing"),
            ({"zones": [{"name": "a", "points": 0}]}, ("zones",), "no_points"),
            ({"zones": []}, ("zones",), "wrong_length"),
            ({"zones": [{"name": "a"}, {"name": "A"}]}, ("zones", 1, "name"), "name_twice"),
            ({"zones": [{"name": "a", "points": 101}]}, ("zones", 0, "points"), "out_of_range"),
            ({"zones": [{"name": ""}]}, ("zones", 0, "name"), "missing"),
            ({"zones": ["left"]}, ("zones", 0), "not_a_row"),
        ],
        ids=lambda value: str(value)[:40],
    )
    def test_settings_that_cannot_be_used_are_named(self, settings: Any, path: Any, code: str) -> None:
        with pytest.raises(CoreError) as refused:
            read_game("zone_points", settings)
        assert [(problem.path, problem.code) for problem in refused.value.problems] == [(path, code)]


class TestPattern:
    TWO = ("left", "right")

    def test_two_and_two(self) -> None:
        settings = {"zones": self.TWO, "pattern": "L L R R", "laps": 2}
        tally = play("pattern", settings, "[left][left][right][right] oooo")
        assert (tally.ending, tally.metrics["longest"], tally.metrics["laps"]) == ("goal", 8, 2)

    @pytest.mark.parametrize(
        ("on_break", "target", "laps"), [("again", "left", 0), ("goes_on", "right", 0), ("waits", "left", 0)]
    )
    def test_a_break_does_what_was_chosen(self, on_break: str, target: str, laps: int) -> None:
        settings = {"zones": self.TWO, "pattern": "L L R R", "on_break": on_break}
        tally = play("pattern", settings, "[left][right]")
        assert (tally.target, tally.metrics["laps"], tally.detail.broke) == (target, laps, (2,))

    def test_a_lap_with_a_miss_in_it_is_walked_but_not_counted(self) -> None:
        settings = {"zones": self.TWO, "pattern": "L R", "on_break": "goes_on"}
        assert play("pattern", settings, "ox oo").metrics["laps"] == 1

    def test_at_random_it_is_the_same_for_the_same_number(self) -> None:
        laps = [play("pattern", {"pattern": "random", "seed": seed}, "").signs[0].steps for seed in (5, 5, 6)]
        assert laps[0] == laps[1] != laps[2]
        assert set(laps[0]) == {"left", "right"}

    def test_what_is_left_open_is_drawn_for_every_run(self) -> None:
        left_open = read_game("pattern", {"pattern": "random"})
        assert [left_open.drawn(number).settings.seed for number in (17, 18)] == [18, 19]
        assert read_game("pattern", {"pattern": "random", "seed": 3}).drawn(17).settings.seed == 3

    def test_a_pattern_that_cannot_be_read_is_refused_at_its_setting(self) -> None:
        with pytest.raises(CoreError) as refused:
            read_game("pattern", {"pattern": "left up"})
        assert [problem.path for problem in refused.value.problems] == [("pattern",)]
        assert "No target is called up" in refused.value.problems[0].message


class TestCollect:
    def test_all_in_any_order(self) -> None:
        tally = play("collect", {"targets": ["left", "middle", "right"]}, "[right]x[right][left][middle]")
        assert (tally.ending, tally.metrics["attempts_to_goal"], tally.makes) == ("goal", 5, 4)

    def test_says_what_is_left(self) -> None:
        tally = play("collect", {"targets": ["left", "middle", "right"]}, "o[right]")
        assert (tally.detail.left, tally.target, tally.next) == (("middle",), "middle", "hit right, 1 target to go")


class TestCircuit:
    def test_three_spare_circuits_with_no_miss(self) -> None:
        # Common practice, no source.
        settings = {"stations": ["left pin", "middle pin", "right pin"], "circuits": 3}
        tally = play("circuit", settings, "ooo oox ooo ooo")
        assert (tally.ending, tally.metrics["circuits"], tally.metrics["clean"]) == ("goal", 3, 2)
        assert tally.metrics["attempts_to_goal"] == 12

    @pytest.mark.parametrize(
        ("on_miss", "target", "furthest"), [("restart", "first", 2), ("step_back", "second", 2), ("retry", "third", 2)]
    )
    def test_a_miss_does_what_was_chosen(self, on_miss: str, target: str, furthest: int) -> None:
        tally = play("circuit", {"on_miss": on_miss}, "oox")
        assert (tally.target, tally.metrics["furthest"]) == (target, furthest)

    def test_a_circuit_with_a_miss_in_it_is_not_clean(self) -> None:
        tally = play("circuit", {"stations": ["left", "right"], "on_miss": "retry", "circuits": 2}, "oxo oo")
        assert (tally.metrics["circuits"], tally.metrics["clean"]) == (2, 1)

    def test_shows_one_step_ahead_and_no_further_than_the_end(self) -> None:
        settings = {"stations": ["left", "right"], "circuits": 2}
        seen = [(tally.target, tally.then) for tally in (play("circuit", settings, "o" * n) for n in range(4))]
        assert seen == [("left", "right"), ("right", "left"), ("left", "right"), ("right", None)]


class TestTwoChanceWalk:
    def test_a_second_ball_only_after_a_first_miss(self) -> None:
        tally = play("two_chance_walk", {"targets": ["post", "gate", "step"]}, "o xo xx o")
        assert (tally.ending, tally.metrics["balls_to_goal"], tally.metrics["doubles"]) == ("goal", 6, 1)
        assert (tally.metrics["first_rate"], tally.metrics["second_rate"]) == (50.0, 50.0)

    def test_says_which_ball_it_is(self) -> None:
        again = {"targets": ["post", "gate"], "on_double": "starts_again"}
        said = [play("two_chance_walk", again, line) for line in ("o", "ox", "oxx")]
        assert [tally.next for tally in said] == ["First ball", "Second ball, or start again", "First ball"]
        assert [tally.target for tally in said] == ["gate", "gate", "post"]


class TestCombination:
    def test_complete_chains_and_where_it_broke(self) -> None:
        tally = play("combination", {"goes": 3}, "ooo ox ooo")
        assert (tally.ending, tally.metrics["chains"], tally.metrics["furthest"]) == ("attempts", 2, 3)
        game = read_game("combination", {})
        assert lessons_of(game, tally) == ()  # once is luck
        often = play("combination", {"goes": 16}, "ooo ox" * 8)
        lessons = lessons_of(game, often)
        assert lessons == ("It broke most at turn, by more than luck: 8 times in 16.",)

    def test_each_skill_has_to_finish_where_the_next_begins(self) -> None:
        skills = [
            {"name": "roll", "start": "standing", "finish": "sitting"},
            {"name": "cartwheel", "start": "standing", "finish": "standing"},
        ]
        with pytest.raises(CoreError) as refused:
            read_game("combination", {"skills": skills})
        problem = refused.value.problems[0]
        assert (problem.code, problem.path) == ("stance_mismatch", ("skills", 1, "start"))
        assert "Roll finishes in 'sitting', but cartwheel begins in 'standing'" in problem.message

    def test_a_stance_that_is_not_said_fits_every_other(self) -> None:
        skills = [{"name": "roll", "finish": "sitting"}, {"name": "roll"}, {"name": "rest", "start": "SITTING"}]
        read = read_game("combination", {"skills": skills})
        assert read.settings.skills[1] == Skill("roll")


@pytest.mark.parametrize(
    ("format_id", "settings", "line"),
    [
        (
            "quota",
            {"targets": ["left", "middle", "right"], "each": 2, "order": "free"},
            "[left]x[right][right][middle]",
        ),
        ("pattern", {"zones": ["left", "middle", "right"], "pattern": "left right middle"}, "[left][right]x[left]"),
        ("collect", {"targets": ["left", "middle", "right"]}, "[right]x[left]"),
        ("zone_points", {"zones": [{"name": "left", "points": 2}, {"name": "right", "points": 1}]}, "[left][right]x"),
    ],
)
def test_sides_mirror(format_id: str, settings: dict[str, Any], line: str) -> None:
    """What a left-hander plays on the mirrored layout comes to the same, with left and right changed over."""

    def mirrored(value: Any) -> Any:
        if isinstance(value, str):
            return value.replace("left", "\0").replace("right", "left").replace("\0", "right")
        if isinstance(value, dict):
            return {name: mirrored(each) for name, each in value.items()}
        return [mirrored(each) for each in value] if isinstance(value, list | tuple) else value

    straight = play(format_id, settings, line).as_dict()
    turned = play(format_id, mirrored(settings), mirrored(line)).as_dict()
    assert mirrored(straight) == mirrored(mirrored(turned))
    assert turned["attempts"] > 0
