"""Warm-up and cool-down: from steps by region and action, longer before overhead or explosive work."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jolly_core.body.traits import ACTIONS, REGIONS, Traits
from jolly_core.planning.arrangement import arrange_block
from jolly_core.planning.warmup import cool_down_seconds, cool_down_steps, warm_up_minutes, warm_up_steps
from tests.core.candidates import candidate, terms

drills = st.lists(
    st.builds(
        Traits,
        regions=st.lists(st.sampled_from(REGIONS), max_size=3).map(tuple),
        actions=st.lists(st.sampled_from(ACTIONS), max_size=2).map(tuple),
        shadow=st.sampled_from(["", "Swing without a ball"]),
        effort=st.sampled_from(["easy", "moderate", "hard"]),
    ),
    max_size=4,
)
SERVE = Traits(regions=("shoulder",), actions=("overhead",), shadow="Serve without a ball", effort="hard")


def test_warm_up_of_a_half_hour_takes_five_minutes() -> None:
    """Common practice, no source: a half hour split five, ten, five, ten minutes begins with five of warming up."""
    assert warm_up_minutes(30) == 5


def test_about_a_quarter_of_an_hour_before_a_serving_session() -> None:
    """Common practice, no source: warming up and ramping before serving takes some fifteen minutes."""
    block = arrange_block(terms(60), [candidate("serve", traits=SERVE)])
    assert block.parts[0].duration_s == 15 * 60
    assert "overhead or explosive work follows" in block.parts[0].reasons[1]


def test_a_block_without_overhead_work_does_not_pay_for_it() -> None:
    gentle = arrange_block(terms(60, limits=()), [candidate("putt")])
    assert gentle.parts[0].duration_s == 10 * 60


@given(st.integers(10, 180), st.integers(10, 180), drills)
def test_a_longer_block_warms_up_no_shorter(minutes: int, other: int, of: list[Traits]) -> None:
    short, long = sorted((minutes, other))
    assert 3 <= warm_up_minutes(short, of) <= warm_up_minutes(long, of) <= 15


@given(st.integers(60, 1200), drills)
def test_parts_last_exactly_as_long_as_the_whole(seconds: int, of: list[Traits]) -> None:
    for steps in (warm_up_steps(seconds, of), cool_down_steps(seconds, of)):
        assert sum(step.seconds for step in steps) == seconds
        assert all(step.seconds > 0 for step in steps)


@given(st.integers(180, 900), drills)
def test_it_begins_with_the_pulse_and_ends_with_easy_reps(seconds: int, of: list[Traits]) -> None:
    steps = warm_up_steps(seconds, of)
    assert steps[0].words.startswith("Walk or skip")
    assert "half speed" in steps[-1].words


@pytest.mark.parametrize(
    ("traits", "words"),
    [
        (SERVE, "Shoulder band or slow arm circles"),
        (SERVE, "Serve without a ball, slowly"),
        (SERVE, "Ten at half speed, then ten at three quarters"),
        (Traits(regions=("knee", "ankle"), actions=("jumping",)), "Easy hops and side steps"),
        (Traits(regions=("knee", "ankle")), "Circle and bend ankles and knees, both ways"),
        (Traits(), "Circle ankles, hips, shoulders and wrists, both ways"),
    ],
    ids=["band", "shadow", "ramp", "hops", "joints", "no regions"],
)
def test_parts_follow_the_drills(traits: Traits, words: str) -> None:
    assert any(step.words.startswith(words) for step in warm_up_steps(600, [traits]))


def test_cooling_down_takes_longer_after_hard_or_long_work() -> None:
    assert [cool_down_seconds(30), cool_down_seconds(45), cool_down_seconds(30, [SERVE])] == [60, 180, 180]
    assert [step.words for step in cool_down_steps(60)] == ["Write down what you felt"]
    assert cool_down_steps(180, [SERVE])[1].words == "Move shoulders and wrists slowly through their range"
