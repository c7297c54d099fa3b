"""What the record says: planted truths are found, and where there is nothing nothing is."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta
from random import Random

import pytest

from jolly_core.challenges.metric import Metric
from jolly_core.challenges.registry import read_game
from jolly_core.challenges.session import Session
from jolly_core.finds.bests import best_by_month, best_by_year
from jolly_core.finds.gate import FALSE_SHARE, Found, pass_gate
from jolly_core.finds.level import level_of
from jolly_core.finds.look import Look, LookedRun, PlannedSide, Practice, RungRecord, day_means
from jolly_core.finds.periods import beside
from jolly_core.finds.registry import QUESTIONS, RUNG_QUESTIONS, look_at_practice, look_at_rung
from jolly_core.finds.standing_still import Surroundings, standing_still, suggestions
from jolly_core.record.trace import TargetTries, Trace, targets_of, trace_of
from jolly_core.sides import FIRST, NONE, SECOND, Pair
from tests.core.aimless import GAMES, always, has_find, one_side, press_through, record_of
from tests.core.playing import events_of

MAKES = Metric("makes", "makes", "up", "makes", "make")
TEN = read_game("makes_of_n", {"attempts": 10, "goal": 8})
DAY = date(2026, 3, 3)


def looks_of(record: RungRecord, question: str) -> list[Look]:
    return list(RUNG_QUESTIONS[question].looks(record))


def leap(day: int) -> Callable[[Session, int], float]:
    """A chance that leaps on the fifteenth day of practice."""
    return lambda *_: 0.5 if day < 14 else 0.9


def runs_of(values: list[float], *, every: int = 3, since: date = DAY) -> list[LookedRun]:
    return [
        LookedRun(str(place), since + timedelta(days=every * place), value, int(value), 10)
        for place, value in enumerate(values)
    ]


# --- where there is nothing ------------------------------------------------------------------------------------------


def share_with_finds(athletes: int) -> float:
    return sum(has_find(seed) for seed in range(athletes)) / athletes


def test_aimless_athletes_show_finds_no_more_often_than_promised() -> None:
    # Two standard errors of a share of 40 above the promise.
    assert share_with_finds(40) <= FALSE_SHARE + 2 * (FALSE_SHARE * (1 - FALSE_SHARE) / 40) ** 0.5


@pytest.mark.slow
def test_a_thousand_aimless_athletes_show_finds_no_more_often_than_promised() -> None:
    assert share_with_finds(1000) <= FALSE_SHARE


# --- what is planted is found -----------------------------------------------------------------------------------------


def test_a_breakthrough_is_a_shift_on_its_day() -> None:
    record = record_of(TEN, "makes", 8, Random(1), one_side(leap), days=24)
    (look,) = looks_of(record, "course")
    assert look.p_value < 0.01
    assert look.words.startswith("Better since ")
    assert look.picture.split in (13, 14, 15)
    assert look.low is not None
    assert look.low > 0


def test_slow_progress_is_a_trend_by_the_month() -> None:
    record = record_of(TEN, "makes", 8, Random(2), one_side(lambda day: lambda *_: 0.4 + 0.012 * day), days=40)
    (look,) = looks_of(record, "course")
    assert look.p_value < 0.001
    assert " a month, from " in look.words
    assert look.picture.split is None


def test_a_change_of_method_is_told_by_the_two_periods_around_it() -> None:
    record = record_of(TEN, "makes", 8, Random(3), one_side(lambda day: lambda *_: 0.5 if day < 12 else 0.8), days=24)
    changed = record.days(NONE)[12].day
    (look,) = looks_of(RungRecord(TEN, MAKES, 8, record.runs, changes=[(changed, "new grip")]), "method")
    assert look.p_value < 0.01
    assert "better since “new grip”" in look.words
    assert "12 days since, 12 before" in look.words


def test_the_target_that_fails_is_named_with_what_the_others_cost() -> None:
    game = read_game(*GAMES[3][:2])

    def chance(session: Session, row: int) -> float:
        return 0.35 if session.tally().target == "right" else 0.75

    record = record_of(game, "makes", 9, Random(4), one_side(lambda day: chance))
    (look,) = looks_of(record, "weak_target")
    assert look.p_value < 0.001
    assert look.words.startswith("“right” costs most: ")
    assert [mark.words for mark in look.picture.marks if mark.is_meant] == ["right"]


def test_a_lagging_side_and_its_closing_gap() -> None:
    def second(day: int):  # type: ignore[no-untyped-def]  # a chance, as the others
        return lambda *_: 0.3 + 0.006 * day

    record = record_of(TEN, "makes", 8, Random(5), {FIRST: always(0.8), SECOND: second}, days=70)
    (gap,) = looks_of(record, "side_gap")
    assert gap.p_value < 0.01
    assert gap.words.startswith("Backhand is ")
    (closing,) = looks_of(record, "gap_over_time")
    assert closing.p_value < 0.05
    assert " closes: " in closing.words


def test_rows_that_break_late_and_at_the_last_one() -> None:
    game = read_game(*GAMES[1][:2])
    late = record_of(game, "best_streak", 8, Random(6), one_side(lambda day: lambda _, row: 0.9 - 0.08 * row))
    (look,) = looks_of(late, "late_in_a_row")
    assert look.p_value < 0.001
    assert look.words.startswith("Rows break late: after 5 makes or more ")
    choking = record_of(
        game, "best_streak", 8, Random(7), one_side(lambda day: lambda _, row: 0.3 if row == 7 else 0.85), days=40
    )
    (last,) = looks_of(choking, "last_one")
    assert last.p_value < 0.001
    assert "the last one before 8 in a row" in last.words.lower()


def test_rallies_that_die_after_three_or_four() -> None:
    game = read_game(*GAMES[2][:2])
    record = record_of(
        game, "contacts", 20, Random(8), one_side(lambda day: lambda _, row: 0.55 if row in (3, 4) else 0.88)
    )
    (look,) = looks_of(record, "short_rallies")
    assert look.p_value < 0.001
    assert "three or four" in look.words


def test_a_miss_that_brings_the_next_one() -> None:
    state = {"was": True}

    def chance(session: Session, row: int) -> float:
        state["was"] = row > 0
        return 0.75 if row else 0.35

    record = record_of(TEN, "makes", 8, Random(9), one_side(lambda day: chance), days=40)
    one, *_ = looks_of(record, "after_a_miss")
    assert one.p_value < 0.01
    assert "made more often than after a miss" in one.words


def test_order_is_asked_only_of_games_whose_length_does_not_hang_on_makes() -> None:
    streaks = record_of(read_game(*GAMES[1][:2]), "best_streak", 8, Random(1), one_side(always(0.7)))
    assert looks_of(streaks, "after_a_miss") == []


def test_a_cold_first_run_and_the_minutes_of_a_block() -> None:
    runs = []
    for number in range(16):
        day = DAY + timedelta(days=3 * number)
        for turn, value in enumerate((5 + number % 2, 8, 8 + number % 2)):
            runs.append(LookedRun(f"{number}-{turn}", day, value, value, 10, Trace(), number, 5.0 + 10 * turn))
    record = RungRecord(TEN, MAKES, 8, {NONE: runs})
    (first,) = looks_of(record, "first_run")
    assert first.words == "The first run of a day is worse: 5.5 on average, then 8.2 makes (16 days)."
    (later,) = looks_of(record, "later_in_the_block")
    assert later.p_value < 0.001
    assert [mark.words for mark in later.picture.marks] == ["0 to 10 min", "10 to 20 min", "20 to 30 min"]


def test_a_tempo_that_drifts() -> None:
    runs = [
        LookedRun(str(number), DAY + timedelta(days=number), 7, 7, 10, Trace(halves_ms=(1000, 1080 + number)))
        for number in range(14)
    ]
    (look,) = looks_of(RungRecord(TEN, MAKES, 8, {NONE: runs}), "tempo_drift")
    assert look.p_value < 0.01
    assert "9 % slower: 1.09 s apart, 1.00 s in the first half (14 runs)" in look.words


def _practice_days(weeks: int, missing: range) -> list[date]:
    return [
        DAY + timedelta(days=7 * week + weekday)
        for week in range(weeks)
        for weekday in (0, 2, 4)
        if week not in missing and (week + weekday) % 5
    ]


def test_a_pause_beyond_the_rhythm() -> None:
    ((about, look),) = look_at_practice(Practice(_practice_days(30, range(14, 17))))
    assert about is None
    assert look.p_value < 0.01
    assert look.words.startswith("No practice from ")
    assert sum(mark.is_meant for mark in look.picture.marks) == look.size


def test_weeks_without_a_longer_pause_say_nothing() -> None:
    ((_, look),) = look_at_practice(Practice(_practice_days(30, range(0))))
    assert look.p_value > 0.2


def test_a_side_that_is_left_out_though_it_was_planned() -> None:
    sides = {FIRST: PlannedSide(30, 0), SECOND: PlannedSide(30, 21)}
    ((ladder, look),) = look_at_practice(Practice(ladders={4: ("Serve to the box", Pair("hands"), sides)}))
    assert ladder == 4
    assert look.words == "Right hand was left out of 21 of 30 blocks that planned it, left hand of 0 of 30."
    assert look.p_value < 0.001


def test_a_gap_is_said_by_the_numbers_that_its_word_comes_from() -> None:
    """By hand: the gap is 3 in the first three months and 1 in the last three, though the very ends say otherwise."""
    runs: dict[str, list[LookedRun]] = {FIRST: [], SECOND: []}
    for month, gap in enumerate((1, 4, 4, 0, 0, 3), start=1):
        day = date(2026, month, 3)
        runs[FIRST].append(LookedRun(f"f{month}", day, 8.0))
        runs[SECOND].append(LookedRun(f"s{month}", day, 8.0 - gap))
    (look,) = looks_of(RungRecord(TEN, MAKES, 8, runs, Pair("strokes")), "gap_over_time")
    said = "closes: 3 makes on average from January 2026, 1 make from April 2026."
    assert look.words == f"The gap between forehand and backhand {said}"


def test_what_ties_hide_is_said_by_the_means() -> None:
    """Most days are alike, and the later ones are never worse: the median slope is nothing, the trend is not."""
    values = [5.0, 6.0] + [5.0] * 14 + [5.0, 6.0, 5.0] * 4
    (look,) = looks_of(RungRecord(TEN, MAKES, 8, {NONE: runs_of(values)}), "course")
    assert look.words.startswith("5.1 on average in the first half, 5.3 makes in the second, from 3 March 2026 to ")


# --- the gate ---------------------------------------------------------------------------------------------------------


def test_the_gate_says_how_much_was_looked_at() -> None:
    looks = [
        Found(1, Look("course", 0.0001, "a")),
        Found(1, Look("side_gap", 0.2, "b")),
        Found(2, Look("course", 0.8, "c")),
    ]
    passed = pass_gate(looks)
    assert passed.words == "Looked at 3 things: one of them is more than luck."
    assert pass_gate(looks[1:]).words == "Looked at 2 things: none of them is more than luck."


def test_the_first_few_are_of_several_questions() -> None:
    looks = [Found(number, Look("course", 0.0001 * (number + 1), "")) for number in range(6)]
    looks += [Found(9, Look(question, 0.001, "")) for question in ("weak_target", "left_out", "pause")]
    first = pass_gate(looks).first
    assert len(first) == 5
    assert {found.look.question for found in first} == {"course", "weak_target", "left_out", "pause"}


def test_luck_is_said_with_two_figures() -> None:
    assert Look(p_value=1 / 1234).luck_words.endswith("less than once in 1,000 times.")
    assert Look(p_value=0.03).luck_words.endswith("about once in 33 times.")


def test_questions_have_places_and_titles_of_their_own() -> None:
    assert len({question.title for question in QUESTIONS.values()}) == len(QUESTIONS)
    assert list(RUNG_QUESTIONS) == [each.id for each in sorted(RUNG_QUESTIONS.values(), key=lambda each: each.place)]


def test_looks_are_stored_and_read_back() -> None:
    record = record_of(TEN, "makes", 8, Random(1), one_side(leap), days=24)
    for look in look_at_rung(record):
        assert Look.from_stored(look.as_stored()) == look


# --- the trace of a run -----------------------------------------------------------------------------------------------


def test_strokes_are_what_counted() -> None:
    session = Session(TEN, double_tap_ms=0)
    for event in events_of("oxlouuxo"):
        session.step(event)
    # The last two presses that stood were taken back: a let and a make.
    assert trace_of(session).strokes == "10" + "01"
    assert trace_of(session).strokes.count("1") == session.tally().makes


def test_trace_of_targets_and_tempo() -> None:
    game = read_game(*GAMES[3][:2])
    session = press_through(game, Random(1), lambda *_: 0.9)
    trace = trace_of(session)
    assert sum(each.attempts for each in trace.targets) == 12
    assert targets_of(session.tally()) == trace.targets
    assert trace.halves_ms is not None
    assert all(850 <= each <= 1250 for each in trace.halves_ms)


# --- level, standing still, costs, times ------------------------------------------------------------------------------


def test_level_keeps_pauses_and_changes_apart() -> None:
    runs = runs_of([5, 6, 5, 6, 5, 6, 5, 6])
    later = runs_of([8, 9, 8, 9, 8, 9, 8, 9], since=date(2026, 6, 1))
    level = level_of([*runs, *later], MAKES, [(date(2026, 6, 13), "new grip")])
    assert [period.why for period in level.periods] == ["the first run", "after a pause of 9 weeks", "new grip"]
    assert [period.usual for period in level.periods] == [5.5, 8.5, 8.5]
    assert level.now is not None
    assert level.now.low is None  # too few results for limits
    assert [point.value for point in level.points] == [5, 6] * 4 + [8, 9] * 4


def test_a_clear_shift_begins_a_period() -> None:
    level = level_of(runs_of([5, 6, 5, 6, 5, 6, 5, 6, 9, 10, 9, 10, 9, 10, 9, 10]), MAKES)
    assert [period.why for period in level.periods] == ["the first run", "a clear shift"]
    assert level.periods[1].since == DAY + timedelta(days=24)


def test_results_beyond_the_limits_are_named() -> None:
    level = level_of(runs_of([5, 6, 5, 6, 5, 6, 5, 6, 5, 6, 5, 20]), MAKES)
    assert level.periods[0].outside == ("11",)


def noisy(level: float, a_week: float, *, seed: int, days: int = 60) -> list[LookedRun]:
    random = Random(seed)
    return runs_of([level + a_week * 3 * place / 7 + random.gauss(0, 1) for place in range(days)])


def test_what_stands_still_is_told_with_its_margin() -> None:
    found = standing_still(day_means(noisy(7.2, 0.0, seed=4)), MAKES, 8)
    assert found is not None
    assert found.is_now
    assert "stands still since" in found.words.lower()
    assert "less than 0.8 makes in 8 weeks either way" in found.words
    assert -0.8 <= found.slope_low <= found.slope_high <= 0.8


def test_an_old_plateau_is_told_with_both_ends() -> None:
    random = Random(6)
    values = [6.5 + random.gauss(0, 0.7) for _ in range(50)] + [
        6.5 + 0.12 * place + random.gauss(0, 0.7) for place in range(30)
    ]
    found = standing_still(day_means(runs_of(values)), MAKES, 12)
    assert found is not None
    assert not found.is_now
    assert found.words.startswith("Stood still from ")


@pytest.mark.parametrize("seed", range(5))
def test_what_rises_or_is_met_does_not_stand_still(seed: int) -> None:
    assert standing_still(day_means(noisy(4, 0.3, seed=seed)), MAKES, 20) is None
    assert standing_still(day_means(noisy(9, 0.0, seed=seed)), MAKES, 8) is None
    assert standing_still(day_means(noisy(7, 0.0, seed=seed, days=8)), MAKES, 8) is None


def test_suggestions_begin_with_what_the_record_supports() -> None:
    finds = [
        Look("side_gap", 0.004, "Right hand is 2 makes behind."),
        Look("weak_target", 0.0001, "“left” costs most."),
    ]
    said = suggestions(Surroundings(finds, 1.0, 2.5, "from 4 m to 4.5 m", "Count it", ("Stretch",)))
    assert said[0].startswith("Play the target that fails")
    assert said[1].startswith("Give the weaker side more")
    assert said[2] == "Practise it more often: 1.0 days a week lately, 2.5 before."
    assert said[-1].startswith("Try another school than “Count it”: Stretch.")


def test_two_times_beside_each_other() -> None:
    then, now = runs_of([5, 6, 5, 6, 5, 6, 5]), runs_of([8, 9, 8, 9, 8, 9, 8], since=date(2026, 6, 1))
    found = beside(then, now, MAKES, ("March 2026", "June 2026"))
    assert found.words.startswith("3 makes better in June 2026 than in March 2026 (")
    assert found.then.made_words == "38 of 70 (54 %)"
    assert "No difference that is more than luck" in beside(then, then, MAKES, ("a", "b")).words
    assert beside(then, [], MAKES, ("a", "2025")).words == "Nothing was played in 2025."
    assert "Two single runs say little" in beside(then[:1], now[:1], MAKES, ("a", "b")).words


def test_bests_by_month_and_year() -> None:
    runs = [*runs_of([5, 9, 7], every=20), *runs_of([8, 6], since=date(2025, 2, 1))]
    ordered = sorted(runs, key=lambda run: run.day)
    assert [(best.title, best.value) for best in best_by_year(ordered, MAKES)] == [("2026", 9), ("2025", 8)]
    assert [best.title for best in best_by_month(ordered, MAKES)][:2] == ["April 2026", "March 2026"]


def test_added_up_targets_need_tries() -> None:
    few = LookedRun("a", DAY, 3, 3, 6, Trace(targets=(TargetTries("left", 3, 1), TargetTries("right", 3, 2))))
    assert looks_of(RungRecord(TEN, MAKES, 8, {NONE: [few]}), "weak_target") == []
