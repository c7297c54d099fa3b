"""Traits, body limits and risks: what a drill asks of a body, and what is not to be done for now."""

from __future__ import annotations

from datetime import date, timedelta

import pytest

from jolly_core.body.limits import Limit, effect_of, read_limit
from jolly_core.body.risks import RISKS, list_missing
from jolly_core.body.traits import Traits, read_traits
from jolly_core.errors import CoreError

TODAY = date(2026, 9, 1)
RALLY = Traits(regions=("shoulder", "wrist", "knee", "ankle"), actions=("running",))


@pytest.mark.parametrize(
    ("limit", "hand", "kind", "words"),
    [
        (Limit("running", TODAY), "left", "left_out", "no running"),
        (Limit("overhead", TODAY), "left", "free", ""),
        (Limit("ankle", TODAY, side="right"), "left", "left_out", "rest the right ankle"),
        (Limit("wrist", TODAY, side="right"), "right", "left_out", "rest the right wrist"),
        (Limit("wrist", TODAY, side="right"), "left", "free", ""),
        (Limit("wrist", TODAY, side="right"), None, "left_out", "rest the right wrist"),
        (Limit("wrist", TODAY), "left", "left_out", "rest the wrist"),
        (Limit("knee", TODAY, strictness="ease"), "left", "eased", "go easy on the knee"),
        (Limit("running", TODAY, strictness="ease"), "left", "eased", "little running"),
        (Limit("running", TODAY, until=date(2026, 9, 14)), "left", "left_out", "no running until 14 Sep"),
    ],
    ids=lambda value: str(value) if isinstance(value, str) else None,
)
def test_what_a_limit_does(limit: Limit, hand: str | None, kind: str, words: str) -> None:
    effect = effect_of([limit], RALLY, hand, TODAY)
    assert (effect.kind, effect.words) == (kind, words)


def test_a_sore_wrist_leaves_the_other_hand_free_but_a_sore_knee_does_not() -> None:
    sore = [Limit("wrist", TODAY, side="left")]
    assert effect_of(sore, RALLY, "right", TODAY).kind == "free"
    assert effect_of([Limit("knee", TODAY, side="left")], RALLY, "right", TODAY).kind == "left_out"


def test_the_strictest_limit_has_the_word() -> None:
    limits = [Limit("knee", TODAY, strictness="ease"), Limit("running", TODAY)]
    assert effect_of(limits, RALLY, None, TODAY).words == "no running"


@pytest.mark.parametrize(("days", "holds"), [(-1, False), (0, True), (13, True), (14, False)])
def test_a_limit_holds_from_its_first_to_its_last_day(days: int, holds: bool) -> None:
    limit = Limit("running", TODAY, until=TODAY + timedelta(13))
    assert limit.holds_on(TODAY + timedelta(days)) is holds


def test_a_limit_that_cannot_be_is_refused_with_everything_wrong_in_it() -> None:
    given = {"part": "tail", "side": "up", "strictness": "maybe", "since": TODAY, "until": TODAY - timedelta(1)}
    with pytest.raises(CoreError) as refused:
        read_limit(given)
    assert [problem.path for problem in refused.value.problems] == [("part",), ("side",), ("strictness",), ("until",)]


def test_running_has_no_left_and_right() -> None:
    with pytest.raises(CoreError) as refused:
        read_limit({"part": "running", "side": "left", "since": TODAY})
    assert refused.value.problems[0].code == "no_side"


def test_traits_that_are_not_known_are_refused_by_their_place() -> None:
    given = {"regions": ["wrist", "tail"], "effort": "brutal", "colour": "red", "dose": {"per_day": 0}}
    with pytest.raises(CoreError) as refused:
        read_traits({name: value for name, value in given.items() if name != "dose"})
    assert [problem.path for problem in refused.value.problems] == [("colour",), ("regions", 1), ("effort",)]
    with pytest.raises(CoreError) as refused:
        read_traits({"dose": given["dose"]})
    assert refused.value.problems[0].path == ("dose", "per_day")


@pytest.mark.parametrize(
    ("traits", "is_demanding"),
    [
        (Traits(), False),
        (Traits(effort="hard"), True),
        (Traits(actions=("overhead",)), True),
        (Traits(actions=("running",)), False),
    ],
)
def test_what_wants_a_longer_warm_up(traits: Traits, is_demanding: bool) -> None:
    assert traits.is_demanding is is_demanding


def test_every_risk_says_who_should_be_there_and_defers_to_them() -> None:
    for risk in RISKS.values():
        assert any(who in risk.words for who in ("coach", "lifeguard", "spotter"))
        assert "the venue's rules and medical advice come before" in risk.words


def test_what_is_still_to_be_acknowledged() -> None:
    assert [risk.id for risk in list_missing(("contact", "inverted"), ("contact",))] == ["inverted"]
    assert list_missing((), ()) == []


def test_breath_holding_is_no_challenge() -> None:
    assert "never holding the breath as a challenge" in RISKS["water"].words
