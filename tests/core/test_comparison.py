"""A routine session by session: sums against the numbers of a plain table, and which set is the best."""

from __future__ import annotations

from datetime import date, timedelta

from hypothesis import given
from hypothesis import strategies as st

from jolly_core.record.comparison import Played, Score, compare

DAY = date(2026, 5, 1)

scores = st.integers(0, 30).flatmap(lambda tries: st.builds(Score, st.integers(0, tries), st.just(tries)))
runs = st.lists(st.tuples(st.sampled_from(["Serves", "Rally", "Putts"]), scores), max_size=6).map(tuple)
sessions = st.lists(st.tuples(st.integers(0, 40), runs), max_size=8).map(
    lambda drawn: [Played(number, DAY + timedelta(days), 1, own) for number, (days, own) in enumerate(drawn)]
)


@given(sessions)
def test_sums_are_those_of_all_runs(sessions: list[Played]) -> None:
    table = compare(sessions)
    assert [row.day for row in table.rows] == sorted(session.day for session in sessions)
    by_id = {session.id: session for session in sessions}
    for row in table.rows:
        played = by_id[row.id].runs
        assert row.total.makes == sum(score.makes for _, score in played)
        assert row.total.attempts == sum(score.attempts for _, score in played)
        for column, score in zip(table.columns, row.scores, strict=True):
            own = [each for title, each in played if title == column]
            assert (score is None) == (not own)
            assert score is None or (score.makes, score.attempts) == (
                sum(each.makes for each in own),
                sum(each.attempts for each in own),
            )


@given(sessions)
def test_no_whole_set_is_better_than_the_best(sessions: list[Played]) -> None:
    table = compare(sessions)
    best = {row.total.share for row in table.rows if row.is_best}
    assert len(best) <= 1
    last = {title for title, _ in max(sessions, key=lambda each: (each.day, each.id)).runs} if sessions else set()
    for row in table.rows:
        is_whole = last <= {title for title, score in zip(table.columns, row.scores, strict=True) if score}
        if is_whole and row.total.share is not None:
            assert best
            assert row.total.share <= max(share for share in best if share is not None)


def test_half_a_set_is_not_the_best_and_words_say_no_more_than_there_is() -> None:
    whole = Played(1, DAY, 1, (("Serves", Score(6, 10)), ("Rally", Score(5, 10))))
    half = Played(2, DAY + timedelta(1), 1, (("Serves", Score(10, 10)),))
    last = Played(3, DAY + timedelta(2), 2, (("Serves", Score(7, 10)), ("Rally", Score(7, 10))))
    table = compare([whole, half, last])
    assert [row.is_best for row in table.rows] == [False, False, True]
    # By hand: 11 of 20 before, 14 of 20 now; the half set counts for neither.
    assert table.words == "The last set: 70 % made; before, 55 % on average and 55 % at best."
    assert compare([whole]).words == "Play it a second time, and the two stand side by side."
    assert compare([]).rows == ()
